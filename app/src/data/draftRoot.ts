import { factKeys, readText, writeDevice } from '@/device/memory';

let personId = '';

/** What everything half entered on this device is kept under: drafts are shown to the person who typed them, and to nobody else. */
export const draftRoot = (): string => `drafts.${personId}.`;

/** Says whose drafts are shown. Those that an earlier version kept for nobody in particular are this person's. */
export function draftsOf(id: string | null): void {
  personId = id ?? '';
  if (!id) return;
  for (const key of factKeys('draft.')) {
    writeDevice(draftRoot() + key.slice('draft.'.length), readText(key));
    writeDevice(key, null);
  }
}

/** Lets go of everybody's drafts that are about some records. @param ids of records */
export function forgetDraftsAbout(ids: readonly string[]): void {
  for (const key of factKeys('drafts.')) if (ids.some((id) => key.split('.').includes(id))) writeDevice(key, null);
}
