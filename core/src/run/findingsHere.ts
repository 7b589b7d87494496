import { findingLives, type FindingLife } from './findingLife';
import type { VisitState } from './visitState';

/**
 * Findings as a visit sees them: those still open from before, with what this visit did about them, and its own.
 * @param earlier lives that other visits know
 * @param state of the visit
 * @returns lives, those of before first
 * @example findingsHere([], foldVisit('v', 'split-cool', [])) // []
 */
export function findingsHere(
  earlier: readonly FindingLife[],
  state: Pick<VisitState, 'visitId' | 'findings' | 'findingSteps' | 'findingsClosed'>,
): FindingLife[] {
  const noted = [
    ...earlier.map(({ standing, steps, ...finding }) => finding),
    ...state.findings.map(({ value, at, by, eventId }) => ({ ...value, findingId: eventId, visitId: state.visitId, at, by })),
  ];
  const before = earlier.flatMap((life) => life.steps);
  const known = new Set(before.map((step) => `${step.eventId} ${step.value.findingId}`));
  const fresh = state.findingSteps.filter((step) => !known.has(`${step.eventId} ${step.value.findingId}`));
  const asideBefore = earlier.filter((life) => life.standing === 'closed').map((life) => life.findingId);
  return findingLives(noted, [...before, ...fresh], [...state.findingsClosed, ...asideBefore]);
}
