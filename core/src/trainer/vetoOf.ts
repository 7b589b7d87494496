import { chemistryVetoes, DEFAULT_HOUSE_RULES, labelVetoes, situationOf } from '../method';
import type { Chemistry } from '../mix';
import { caseForPlan, type PracticeCase } from './practiceCase';
import { PRACTICE_SHELF } from './practiceShelf';

/** Why a coil must not meet a cleaner, by the planner's own vetoes and the label's; null where it may. */
export function vetoOf(given: PracticeCase, chemistry: Chemistry): string | null {
  const { coil, survey, context } = caseForPlan(given);
  const { facts } = situationOf(coil, survey, context, PRACTICE_SHELF, DEFAULT_HOUSE_RULES);
  const ruled = chemistryVetoes(chemistry, facts)[0];
  if (ruled) return ruled.because;
  const cleaner = PRACTICE_SHELF.find((row) => row.chemistry === chemistry);
  return (cleaner && labelVetoes(cleaner, coil)[0]?.because) ?? null;
}
