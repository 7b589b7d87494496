import { DIAL_TOLERANCE } from './dial';

/** What was poured for a coil, as far as it matters to the plan. */
export interface Poured {
  cleanerId: string;
  concentrateL: number;
  waterL: number;
  /** Strength it was poured for, parts of water to one. */
  targetWaterParts?: number;
}

/** How what was poured stands to what a plan asks for. */
export type MixStanding = 'none' | 'other' | 'weaker' | 'stronger' | 'ready';

/**
 * Strength of all that was poured of one cleaner, parts of water to one; null where nothing of it was.
 * @param batches everything poured for the coil, corrections too
 * @param cleanerId which cleaner
 * @returns parts of water to one, or null
 * @example pouredWaterParts([{ cleanerId: 'a', concentrateL: 1, waterL: 4 }], 'a') // 4
 */
export function pouredWaterParts(batches: readonly Poured[], cleanerId: string): number | null {
  const own = batches.filter((batch) => batch.cleanerId === cleanerId);
  const concentrateL = own.reduce((sum, batch) => sum + batch.concentrateL, 0);
  return concentrateL > 0 ? own.reduce((sum, batch) => sum + batch.waterL, 0) / concentrateL : null;
}

/**
 * Whether what was poured is what the plan asks for. What was poured is what was poured: another cleaner, or another strength, is not this mix. One
 * pouring counts by its amounts; what was added later was added to what was left, so that it counts by what it was put right to.
 * @param batches everything poured for the coil
 * @param wanted cleaner and strength of the plan, parts of water to one
 * @returns `ready` within what marks and a dial allow
 * @example mixStanding([{ cleanerId: 'a', concentrateL: 1, waterL: 4 }], { cleanerId: 'b', waterParts: 10 }) // "other"
 */
export function mixStanding(batches: readonly Poured[], wanted: { cleanerId: string; waterParts: number }): MixStanding {
  const made = pouredWaterParts(batches, wanted.cleanerId);
  if (made === null) return batches.length === 0 ? 'none' : 'other';
  const own = batches.filter((batch) => batch.cleanerId === wanted.cleanerId);
  const putRightTo = own.length > 1 ? own.at(-1)?.targetWaterParts : undefined;
  const off = (wanted.waterParts + 1) / ((putRightTo ?? made) + 1) - 1;
  return Math.abs(off) <= DIAL_TOLERANCE ? 'ready' : off < 0 ? 'weaker' : 'stronger';
}
