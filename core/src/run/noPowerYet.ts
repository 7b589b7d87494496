import { DRAIN_RUNS_L_MIN } from '../method';
import { coilRunOf, foamedSections } from './coilRun';
import { drainRateLMin } from './drain';
import type { VisitState } from './visitState';

/**
 * Why power may not go back yet: foam that has to be rinsed off by hand, or that has not worked long enough for condensate to rinse it.
 * @param state of the visit
 * @param atMs UTC ms
 * @returns words, or null where nothing stands against it
 * @example noPowerYet(foldVisit('v', 'split-cool', []), 0) // null
 */
export function noPowerYet(state: VisitState, atMs: number): string | null {
  const foams = Object.keys(state.hand).flatMap((coilId) => {
    const run = coilRunOf(state, coilId);
    return run ? foamedSections(run).flatMap((section) => run.progress[section.id]?.foam ?? []) : [];
  });
  // What wants hands is said first.
  if (foams.some((foam) => foam.ending === 'rinse')) return 'Foam still soaks: rinse it before power goes back.';
  const slow = Object.keys(state.hand).some((coilId) => {
    const run = coilRunOf(state, coilId);
    const test = state.drainTests[coilId]?.at(-1);
    const byCondensate = run && foamedSections(run).some((section) => run.progress[section.id]?.foam?.ending === 'condensate');
    return byCondensate && test !== undefined && drainRateLMin(test.value) < DRAIN_RUNS_L_MIN;
  });
  if (slow) return 'The drain was timed and is slow: clear it and time it again, or rinse by hand. Condensate would fill the pan.';
  const leftS = Math.max(0, ...foams.map((foam) => Math.ceil(foam.dwell.minS - (atMs - foam.appliedAtMs) / 1000)));
  return leftS > 0 ? `Foam has not worked long enough: ${Math.ceil(leftS / 60)} min more, then condensate may rinse it.` : null;
}
