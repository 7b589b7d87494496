import { CHEMISTRIES, CHEMISTRY_SUBSTANCES, clashesAmong, type Chemistry, type Cleaner } from '@elm-mist/core';
import { readJson, writeDevice } from '@/device/memory';

/** What a container held last, as this device saw it. */
export interface Held {
  name: string;
  chemistry: Chemistry;
}

const key = (containerId: string) => `container.${containerId}`;

export function readHeld(containerId: string): Held | null {
  const held = readJson<Partial<Held>>(key(containerId));
  return held?.name && held.chemistry && CHEMISTRIES.includes(held.chemistry) ? { name: held.name, chemistry: held.chemistry } : null;
}

export const writeHeld = (containerId: string, cleaner: Cleaner): void =>
  writeDevice(key(containerId), JSON.stringify({ name: cleaner.name, chemistry: cleaner.chemistry } satisfies Held));

/** What to do about what was in the container last; empty when it held the same, or nothing is known. */
export function heldWarning(held: Held | null, cleaner: Cleaner): { words: string; never: boolean } | null {
  if (!held || held.name === cleaner.name) return null;
  const [clash] = clashesAmong([
    { name: held.name, substances: CHEMISTRY_SUBSTANCES[held.chemistry] },
    { name: cleaner.name, substances: CHEMISTRY_SUBSTANCES[cleaner.chemistry] },
  ]);
  return clash
    ? {
        words: `Last in this container: ${held.name}. ${clash.text} Take another container, or rinse this one three times until nothing smells or foams.`,
        never: true,
      }
    : { words: `Last in this container: ${held.name}. Rinse it first.`, never: false };
}
