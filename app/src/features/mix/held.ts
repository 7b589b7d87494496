import type { Held } from '@elm-mist/core/mix';
import { CHEMISTRIES, type Cleaner } from '@elm-mist/core/mix';
import { readJson, writeDevice } from '@/device/memory';

const key = (applicatorId: string) => `applicator.${applicatorId}`;

/** What an applicator held last, as this device saw it. */
export function readHeld(applicatorId: string): Held | null {
  const held = readJson<Partial<Held>>(key(applicatorId));
  return held?.name && held.chemistry && CHEMISTRIES.includes(held.chemistry) ? { name: held.name, chemistry: held.chemistry } : null;
}

export const writeHeld = (applicatorId: string, cleaner: Cleaner): void =>
  writeDevice(key(applicatorId), JSON.stringify({ name: cleaner.name, chemistry: cleaner.chemistry } satisfies Held));
