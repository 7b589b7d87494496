import type { Configuration } from '../equipment';
import type { CoilPlan } from '../method';
import type { CoilSurvey, FaceGrades } from '../survey';
import type { VisitCoil } from './events';
import { sourceOf } from './lockoutNeeds';
import { lockedOutAt } from './lockout';
import { lockoutOf, provenDead } from './lockoutOf';
import type { RegradeMoment } from './regraded';
import { pauseOf } from './visitSteps';
import type { VisitState } from './visitState';

const same = (a: FaceGrades, b: FaceGrades): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * What was seen of a coil, with its grades as they are now: its plan follows them. What is open stays open.
 * @param survey as it was
 * @param grades as they are now
 * @param opening as the plan has it
 * @returns the survey; itself where no grade is another
 * @example regradedSurvey(graded(3), { path: [1] }, 'top-open').answers.opening // 'top-open'
 */
export const regradedSurvey = (survey: CoilSurvey, grades: FaceGrades, opening: CoilPlan['opening'] | undefined): CoilSurvey =>
  same(survey.grades, grades)
    ? survey
    : { ...survey, grades, answers: { ...survey.answers, opening: survey.answers.opening ?? opening ?? null } };

/**
 * Grades of a coil as it was found: the first ones, and of rows that nobody could see then, what opening showed.
 * @param state of the visit
 * @param coilId which coil
 * @returns by face; empty where nobody looked
 * @example foundGrades(foldVisit('v', 'split-cool', []), 'coil-1') // {}
 */
export function foundGrades(state: Pick<VisitState, 'surveys' | 'firstGrades' | 'regrades'>, coilId: string): FaceGrades {
  const first = state.firstGrades[coilId];
  if (!first) return state.surveys[coilId]?.value.grades ?? {};
  const opened = state.regrades[coilId]?.find(({ value }) => value.when === 'opened')?.value.grades ?? {};
  return Object.fromEntries(
    Object.entries(first).map(([face, rows]) => [face, rows.map((grade, row) => grade ?? opened[face]?.[row] ?? null)]),
  );
}

/**
 * When a coil should be graded once more: power is off, nothing is wet yet, and it was opened or its dry dirt is out since the last look.
 * @param state of the visit
 * @param configuration how the system is put together
 * @param coil which coil
 * @returns the moment; null where the grades stand
 * @example regradeDue(foldVisit('v', 'split-cool', []), 'split-cool', coil()) // null
 */
export function regradeDue(state: VisitState, configuration: Configuration, coil: VisitCoil): RegradeMoment | null {
  const plan = state.plans[coil.id]?.value;
  const dry = Object.values(state.sections[coil.id] ?? {}).every((section) => section.phase === 'waits');
  const underWay = !state.closed && !pauseOf(state) && state.surveys[coil.id] !== undefined;
  const source = sourceOf(configuration, coil.role);
  if (plan?.verdict !== 'wash' || !underWay || !dry || !provenDead(state, configuration, source)) return null;
  const { steps, circuits } = lockoutOf(state, configuration, source);
  // Graded with the power off already, it was open when it was looked at.
  const lookedInside = (state.surveys[coil.id]?.at ?? '') > (lockedOutAt(state.lockouts[source], steps, circuits) ?? '');
  const last = state.regrades[coil.id]?.at(-1)?.at ?? '';
  const lifted = ['lift', 'lift-in'].flatMap((step) => state.tasks[`${coil.id}.${step}`]?.doneAt ?? []).at(-1);
  if (lifted !== undefined) return lifted > last ? 'lifted' : null;
  return last === '' && !lookedInside && plan.opening !== 'exterior' ? 'opened' : null;
}
