import type { ReadingSet } from './readingSet';

/** Supply air so much warmer than return air is heated, and not a probe that is off, K. */
const HEATED_K = 4;

/**
 * Whether a set was read while a heat pump heated: supply air is warmer than return air then, which is no fault.
 * @param set readings of one side
 * @param heats whether the system can
 * @returns true where both air readings say so, and the outdoor air does not say otherwise
 * @example inHeating({}, true) // false
 */
export function inHeating({ returnDb, supplyDb, outdoorIn, outdoorLeaving }: ReadingSet, heats: boolean | undefined): boolean {
  if (!heats || !returnDb || !supplyDb || supplyDb.value < returnDb.value + HEATED_K) return false;
  return !outdoorIn || !outdoorLeaving || outdoorLeaving.value <= outdoorIn.value;
}
