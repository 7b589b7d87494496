import { CHEMISTRY_NAMES, CHEMISTRY_SUBSTANCES, clashesAmong, type Chemistry, type ClashFound, type Party } from '../mix';
import type { CoilSurvey } from '../survey';
import type { DrainSchool } from './houseRules';
import type { CoilPlan } from './coilPlan';

/** What the shop puts in a drain. Bought products are taken as near neutral; their label outranks this. */
const DRAIN_PARTIES: Record<DrainSchool, Party | null> = {
  'rod-or-vacuum': null,
  'bought-product': { name: 'Drain product', substances: ['neutral'] },
  bleach: { name: 'Drain bleach', substances: ['bleach'] },
};

/**
 * Every pair that must not meet among this visit's cleaners, its drain treatment, bleach already in a drain, and what the last visit used.
 * @param plans of the visit
 * @param surveys of the visit
 * @param drain how the shop treats drains
 * @param lastChemistries classes of cleaner of the last visit
 * @returns every pair of the visit that must never meet
 * @example visitClashes([planCoil(coil(), graded(3), mildDay, shelf, house())], [graded(3)], 'rod-or-vacuum', []) // []
 */
export function visitClashes(
  plans: readonly CoilPlan[],
  surveys: readonly CoilSurvey[],
  drain: DrainSchool,
  lastChemistries: readonly Chemistry[],
): ClashFound[] {
  const parties = new Map<string, Party>();
  const add = (party: Party | null) => party && parties.set(party.name, party);
  for (const plan of plans) if (plan.cleanerId !== null) add({ name: plan.cleanerName, substances: CHEMISTRY_SUBSTANCES[plan.chemistry] });
  add(DRAIN_PARTIES[drain]);
  if (surveys.some((survey) => survey.answers.bleachInDrain)) add({ name: 'Bleach in the drain', substances: ['bleach'] });
  for (const chemistry of lastChemistries) {
    if (chemistry !== 'water')
      add({ name: `${CHEMISTRY_NAMES[chemistry]} of the last visit`, substances: CHEMISTRY_SUBSTANCES[chemistry] });
  }
  return clashesAmong([...parties.values()]);
}
