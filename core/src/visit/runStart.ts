import type { VisitState } from '../run';

/**
 * When work began: the first reading, gate step or task.
 * @param state of the visit
 * @returns UTC ms; null before it has begun
 * @example runStart(foldVisit('v', 'split-cool', [])) // null
 */
export function runStart(state: VisitState): number | null {
  const times = [
    ...Object.values(state.lockouts).flatMap((lockout) => Object.values(lockout?.done ?? {}).map((entry) => entry.at)),
    ...Object.values(state.tasks).flatMap((task) => task.begunAt ?? task.doneAt ?? []),
    ...[...state.readings, ...state.held].filter((row) => row.value.when === 'before').map((row) => row.at),
  ].map((at) => Date.parse(at));
  return times.length > 0 ? Math.min(...times) : null;
}
