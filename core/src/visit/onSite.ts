import type { VisitState } from '../run';

/**
 * Minutes from the start of a visit to its closing, or to now.
 * @param state of the visit
 * @param nowMs UTC ms
 * @returns whole minutes; 0 where it is not started
 * @example minutesOnSite({ startedAt: '2026-06-11T14:00:00Z', closed: null }, Date.UTC(2026, 5, 11, 15)) // 60
 */
export const minutesOnSite = ({ startedAt, closed }: Pick<VisitState, 'startedAt' | 'closed'>, nowMs: number): number =>
  startedAt ? Math.floor(((closed ? Date.parse(closed.at) : nowMs) - Date.parse(startedAt)) / 60_000) : 0;

/**
 * Advice for the owner from the plans of a visit, each piece once.
 * @param state of the visit
 * @param coils of the visit, in its order
 * @returns sentences
 * @example ownerAdvice(foldVisit('v', 'split-cool', []), []) // []
 */
export const ownerAdvice = ({ plans }: Pick<VisitState, 'plans'>, coils: readonly { id: string }[]): string[] => [
  ...new Set(coils.flatMap(({ id }) => plans[id]?.value.advice ?? [])),
];
