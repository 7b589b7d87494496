import type { CoilPlan } from '../method';
import { mixStanding, type MixStanding } from '../mix';
import { needsFoam } from './clocks';
import { coilRunOf, foamedSections, isWashed } from './coilRun';
import type { SectionProgress, VisitState } from './visitState';
import type { VisitCoil } from './events';
import type { Pause } from './suspend';

/** The steps of a visit, in order. */
export const VISIT_STEPS = ['look', 'plan', 'mix', 'wash', 'check', 'close'] as const;
/** One of `VISIT_STEPS`. */
export type VisitStep = (typeof VISIT_STEPS)[number];

/** The same in words. */
export const VISIT_STEP_NAMES: Record<VisitStep, string> = {
  look: 'Look',
  plan: 'Plan',
  mix: 'Mix',
  wash: 'Wash',
  check: 'Check',
  close: 'Close',
};

/** How far a visit is. */
export type VisitStanding = 'planned' | 'under way' | 'suspended' | 'closed' | 'cancelled';

/**
 * Whether a visit is planned, under way, left to wait for parts, closed or cancelled.
 * @param state the visit as its entries leave it
 * @returns how far it is
 * @example standingOf(foldVisit('v', 'split-cool', [])) // 'planned'
 */
export const standingOf = (state: VisitState): VisitStanding =>
  state.closed ? 'closed' : state.cancelled ? 'cancelled' : pauseOf(state) ? 'suspended' : state.startedAt ? 'under way' : 'planned';

/**
 * The pause that a visit is in.
 * @param state the visit as its entries leave it
 * @returns what it waits for; null while work goes on
 * @example pauseOf(foldVisit('v', 'split-cool', [])) // null
 */
export function pauseOf(state: Pick<VisitState, 'pauses' | 'closed' | 'cancelled'>): Pause | null {
  const last = state.pauses.at(-1);
  return last && !last.resumed && !state.closed && !state.cancelled ? last : null;
}

/** When work was last taken up again; null where it never paused. */
const resumedAt = (state: VisitState): string | null => state.pauses.at(-1)?.resumed?.at ?? null;

/**
 * Whether the air was noted before a pause, and something is still to be washed in it.
 * @param state the visit as its entries leave it
 * @param coils of the visit
 * @returns true where it has to be noted again
 * @example isAirOld(foldVisit('v', 'split-cool', []), []) // false
 */
export function isAirOld(state: VisitState, coils: readonly VisitCoil[]): boolean {
  const since = resumedAt(state);
  if (since === null || (state.site && state.site.at > since)) return false;
  return coilsInHand(state, coils).some((coil) => {
    const run = coilRunOf(state, coil.id);
    return run !== null && run.plan.verdict === 'wash' && !isWashed(run);
  });
}

/**
 * Coils this visit works on: those not set aside.
 * @param state the visit as its entries leave it
 * @param coils coils of the visit
 * @returns those not set aside
 * @example coilsInHand(foldVisit('v', 'split-cool', []), [coil()]).length // 1
 */
export const coilsInHand = (state: VisitState, coils: readonly VisitCoil[]): VisitCoil[] => coils.filter((coil) => !state.skipped[coil.id]);

const planOf = (state: VisitState, coil: VisitCoil) => state.plans[coil.id]?.value;

/**
 * Whether a cleaner has to be mixed: under water first, only once the torch has found a section still dark.
 * @param plan of the coil
 * @param progress of its sections, by id
 * @returns true when something has to be mixed
 * @example needsMix(planCoil(coil(), graded(3), mildDay, shelf, house()), {}) // true
 */
export const needsMix = (plan: CoilPlan, progress: Record<string, SectionProgress>): boolean =>
  plan.verdict === 'wash' &&
  plan.cleanerId !== null &&
  (!plan.waterFirst || Object.values(progress).some((section) => section.phase === 'again' && needsFoam(plan, section)));

/**
 * How what was poured for a coil stands to what its plan asks for; `ready` as well where nothing is to be mixed.
 * @param state of the visit
 * @param coilId which coil
 * @returns how it stands
 * @example coilMix(foldVisit('v', 'split-cool', []), 'out') // "ready"
 */
export function coilMix(state: VisitState, coilId: string): MixStanding {
  const plan = state.plans[coilId]?.value;
  if (!plan || plan.cleanerId === null || plan.waterParts === null) return 'ready';
  // What was mixed before a pause was not kept: foam and diluted cleaner do not stand for days.
  const since = resumedAt(state) ?? '';
  const standing = mixStanding(
    (state.mixes[coilId] ?? []).flatMap((row) => (row.at > since ? [row.value] : [])),
    { cleanerId: plan.cleanerId, waterParts: plan.waterParts },
  );
  // Foam that ran off was made stronger on purpose, as far as the label allows.
  return standing === 'stronger' && (state.ranOff[coilId]?.length ?? 0) > 0 ? 'ready' : standing;
}

type StepTest = (state: VisitState, coils: readonly VisitCoil[]) => boolean;

/** When each step counts as done. A coil that is not to be washed asks nothing of Mix and Wash. */
const STEP_TESTS: Record<VisitStep, StepTest> = {
  look: (state, coils) => coils.length > 0 && coils.every((coil) => state.surveys[coil.id]) && !isAirOld(state, coils),
  plan: (state, coils) => coils.length > 0 && coils.every((coil) => state.plans[coil.id]),
  mix: (state, coils) =>
    coils.every((coil) => {
      const plan = planOf(state, coil);
      return plan !== undefined && (!needsMix(plan, state.sections[coil.id] ?? {}) || coilMix(state, coil.id) === 'ready');
    }),
  wash: (state, coils) =>
    coils.every((coil) => {
      const run = coilRunOf(state, coil.id);
      return run !== null && (run.plan.verdict === 'wash' ? isWashed(run) : foamedSections(run).length === 0);
    }),
  check: (state, coils) =>
    coils.every((coil) => {
      const plan = planOf(state, coil);
      return plan !== undefined && (plan.verdict !== 'wash' || state.checks[coil.id]);
    }),
  close: (state) => state.closed !== null,
};

/**
 * Which steps are done. A visit with every coil set aside has its steps Look to Check done.
 * @param state the visit as its entries leave it
 * @param coils coils of the visit, in their order
 * @returns each step, done or not
 * @example stepsDone(foldVisit('v', 'split-cool', []), [coil()]).look // false
 */
export function stepsDone(state: VisitState, coils: readonly VisitCoil[]): Record<VisitStep, boolean> {
  const inHand = coilsInHand(state, coils);
  const allAside = coils.length > 0 && inHand.length === 0;
  const done = (visitStep: VisitStep) => (allAside && visitStep !== 'close') || STEP_TESTS[visitStep](state, inHand);
  return Object.fromEntries(VISIT_STEPS.map((visitStep) => [visitStep, done(visitStep)])) as Record<VisitStep, boolean>;
}

/**
 * The step to open: the first that is not done, Close when all are.
 * @param state the visit as its entries leave it
 * @param coils coils of the visit, in their order
 * @returns the step to open
 * @example currentStep(foldVisit('v', 'split-cool', []), [coil()]) // 'look'
 */
export function currentStep(state: VisitState, coils: readonly VisitCoil[]): VisitStep {
  const done = stepsDone(state, coils);
  return VISIT_STEPS.find((visitStep) => !done[visitStep]) ?? 'close';
}
