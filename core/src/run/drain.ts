import { requirePositive } from '../errors';
import type { Stamped } from './stamped';

/** A known volume timed through the drain. */
export interface DrainTest {
  litres: number;
  seconds: number;
}

/** How it is tested. Common practice, no source. */
export const DRAIN_HELP =
  'A known volume into the pan by the outlet, trap full first; the time until the pan is empty. Clear water must come at the far end.';

/**
 * What the drain takes.
 * @param test volume, L, and how long it took, s
 * @returns L/min
 * @throws CoreError out-of-range `litres` | `seconds`
 * @example drainRateLMin({ litres: 1, seconds: 40 }) // 1.5
 */
export function drainRateLMin({ litres, seconds }: DrainTest): number {
  requirePositive('litres', litres);
  requirePositive('seconds', seconds);
  return (litres / seconds) * 60;
}

/**
 * How much water a pan has been given, and when it has drained enough for the next pour.
 * @param pours water poured over the pan, L a pour
 * @param pauseS wait after each pour, s; 0 when the drain keeps up
 * @returns poured, L; readyAtMs, UTC ms, null before the first pour or when there is no wait
 * @example panClock([], 60) // { pouredL: 0, pours: 0, readyAtMs: null }
 */
export function panClock(pours: readonly Stamped<number>[], pauseS: number): { pouredL: number; pours: number; readyAtMs: number | null } {
  const last = pours.at(-1);
  return {
    pouredL: pours.reduce((sum, pour) => sum + pour.value, 0),
    pours: pours.length,
    readyAtMs: last && pauseS > 0 ? Date.parse(last.at) + pauseS * 1000 : null,
  };
}

/** What is noted of a float switch that was lifted by hand and stopped nothing. */
export const FLOAT_FAILED = 'Lifted by hand: the unit would not stop.';
