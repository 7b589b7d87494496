import { mixFor, type Cleaner } from '../mix';
import type { CoilRole } from '../equipment';
import { CoreError } from '../errors';
import { planCoil, type CoilBuild, type CoilPlan, type HouseRules, type MethodContext } from '../method';
import type { VisitState } from '../run';
import { completeSurvey, worstOf, type CoilSurvey } from '../survey';
import { leastOpening } from '../runsheet/slot';

/** What to carry for one coil, from its plan or, before there is one, from what the last visit found. */
export interface Need {
  coilId: string;
  role: CoilRole;
  /** How the coil is called; empty where its role says enough. */
  name: string;
  expectedGrade: number | null;
  cleanerId: string | null;
  cleanerName: string | null;
  /** Strength and ready mix; null without a cleaner. */
  waterParts: number | null;
  solutionL: number | null;
  concentrateL: number | null;
  /** Whole cans; null for what is mixed. */
  cans: number | null;
  basis: 'plan' | 'survey' | 'last visit' | 'nothing known';
}

/** A need with the plan behind it, and the plan of opening less. */
export interface PlannedNeed {
  need: Need;
  plan: CoilPlan | null;
  openLess: CoilPlan | null;
}

/**
 * Ready mix and concentrate of a plan.
 * @param plan of a coil
 * @returns litres of concentrate; null without a cleaner
 * @example concentrateOf({ waterParts: 4, solutionL: 5 }) // 1
 */
export const concentrateOf = (plan: Pick<CoilPlan, 'waterParts' | 'solutionL'>): number | null =>
  plan.waterParts !== null && plan.solutionL !== null ? mixFor({ waterParts: plan.waterParts, totalL: plan.solutionL }).concentrateL : null;

function needOf(coil: CoilBuild, basis: Need['basis'], grade: number | null, plan: CoilPlan | null): Need {
  return {
    coilId: coil.id,
    role: coil.role,
    name: coil.name ?? '',
    expectedGrade: grade,
    cleanerId: plan?.cleanerId ?? null,
    cleanerName: plan?.cleanerName ?? null,
    waterParts: plan?.waterParts ?? null,
    solutionL: plan?.solutionL ?? null,
    concentrateL: plan ? concentrateOf(plan) : null,
    cans: plan?.cans ?? null,
    basis,
  };
}

/**
 * What a coil of a visit needs: by the plan that was made, else by what was seen today, else by what the last visit found.
 * @param coil as it is built
 * @param state of the visit
 * @param last survey of an earlier visit; undefined where there is none
 * @param context of the visit
 * @param shelf cleaners that may be used
 * @param house the shop's rules
 * @returns what to carry, with the plan behind it
 * @example plannedNeed(coil(), foldVisit('v', 'split-cool', []), graded(2), mildDay, shelf, house()).need.basis // "last visit"
 */
export function plannedNeed(
  coil: CoilBuild,
  state: VisitState,
  last: CoilSurvey | undefined,
  context: MethodContext,
  shelf: readonly Cleaner[],
  house: HouseRules,
): PlannedNeed {
  const made = state.plans[coil.id]?.value;
  const seen = state.surveys[coil.id]?.value;
  const survey = seen ?? last;
  if (!survey)
    return { need: needOf(coil, made ? 'plan' : 'nothing known', made?.grade ?? null, made ?? null), plan: made ?? null, openLess: null };
  try {
    const plan = made ?? planCoil(coil, survey, context, shelf, house);
    const least = leastOpening(coil, plan);
    const complete = completeSurvey(survey);
    const openLess = least
      ? planCoil(coil, { ...complete, answers: { ...complete.answers, opening: least } }, context, shelf, house)
      : null;
    return { need: needOf(coil, made ? 'plan' : seen ? 'survey' : 'last visit', plan.grade, plan), plan, openLess };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { need: needOf(coil, 'nothing known', worstOf(survey.grades), null), plan: null, openLess: null };
  }
}
