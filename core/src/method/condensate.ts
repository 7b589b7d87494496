import { dewPointC } from '../dryout';
import type { ReturnAir } from './methodFacts';

/** How far the wet skin of a running coil lies below return air, K: the design difference of 35 °F at 400 cfm a ton. Common practice, no source. */
export const COIL_SKIN_BELOW_RETURN_K = 35 / 1.8;
/** A dew point has to be above the skin by so much for water to run, K. Common practice, no source. */
const RUNS_ABOVE_K = 1.5;

/** Foam before condensate is asked for, s. Common practice, no source. */
export const CONDENSATE_FOAM_S = 20 * 60;
/** Shortest and longest run at high fan that rinses a coil, s. Common practice, no source. */
export const CONDENSATE_RUN_S = { least: 45 * 60, most: 60 * 60 } as const;
/** Outdoor air below which a system does not cool for so long, °C (60 °F). Common practice, no source; the maker's manual outranks it. */
export const COOLING_FROM_C = 28 / 1.8;

/**
 * Whether return air makes condensate enough to rinse by: its dew point has to lie above the skin of the coil.
 * @param air as measured; null when nobody did
 * @returns `unknown` without a measurement
 * @throws CoreError out-of-range when the air is not possible
 * @example makesCondensate({ dryBulbC: 26.7, rhPct: 51 }) // "yes"
 */
export function makesCondensate(air: ReturnAir | null): 'yes' | 'no' | 'unknown' {
  if (!air) return 'unknown';
  return dewPointC(air.dryBulbC, air.rhPct) >= air.dryBulbC - COIL_SKIN_BELOW_RETURN_K + RUNS_ABOVE_K ? 'yes' : 'no';
}
