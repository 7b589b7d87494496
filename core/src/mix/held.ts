import { CHEMISTRY_SUBSTANCES, clashesAmong } from './neverTogether';
import type { Chemistry, Cleaner } from './label';

/** What an applicator held last. */
export interface Held {
  name: string;
  chemistry: Chemistry;
}

/**
 * What to do about what was in an applicator last.
 * @param held what that was; null where nothing is known
 * @param cleaner what is to go in
 * @returns null when it held the same, or nothing is known
 * @example heldWarning({ name: 'X', chemistry: 'neutral' }, shelf[0]).never // false
 */
export function heldWarning(held: Held | null, cleaner: Pick<Cleaner, 'name' | 'chemistry'>): { words: string; never: boolean } | null {
  if (!held || held.name === cleaner.name) return null;
  const [clash] = clashesAmong([
    { name: held.name, substances: CHEMISTRY_SUBSTANCES[held.chemistry] },
    { name: cleaner.name, substances: CHEMISTRY_SUBSTANCES[cleaner.chemistry] },
  ]);
  return clash
    ? {
        words: `Last in it: ${held.name}. ${clash.text} Take another, or rinse this one three times until nothing smells or foams.`,
        never: true,
      }
    : { words: `Last in it: ${held.name}. Rinse it first.`, never: false };
}
