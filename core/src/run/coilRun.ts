import type { CoilPlan, Section } from '../method';
import { freshSection, type SectionProgress, type VisitState } from './visitState';
import { notPowered, type PowerUp } from './powerUp';

/** One coil as it is worked on: its plan, the pieces in hand, what has become of each, and the power that condensate waits for. */
export interface CoilRun {
  coilId: string;
  plan: CoilPlan;
  rows: number;
  sections: readonly Section[];
  progress: Readonly<Record<string, SectionProgress>>;
  power: PowerUp;
}

/**
 * A coil of a visit as it is worked on; null where it has no plan.
 * @param state of the visit
 * @param coilId which coil
 * @returns the run, or null without a plan
 * @example coilRunOf(foldVisit('v', 'split-cool', []), 'out') // null
 */
export function coilRunOf(state: VisitState, coilId: string): CoilRun | null {
  const plan = state.plans[coilId]?.value;
  return plan
    ? {
        coilId,
        plan,
        rows: plan.facts?.rows ?? 1,
        sections: state.hand[coilId] ?? plan.sections,
        progress: state.sections[coilId] ?? {},
        power: state.powerUp,
      }
    : null;
}

/**
 * A plan that nobody has begun.
 * @param plan of the coil
 * @example freshRun(planCoil(coil(), graded(3), mildDay, shelf, house())).sections.length // 2
 */
export const freshRun = (plan: CoilPlan): CoilRun => ({
  coilId: plan.coilId,
  plan,
  rows: plan.facts?.rows ?? 1,
  sections: plan.sections,
  progress: {},
  power: notPowered(),
});

/**
 * What has become of one section.
 * @param run of its coil
 * @param sectionId which
 * @returns its progress, fresh where nobody touched it
 * @example progressOf(freshRun(planCoil(coil(), graded(3), mildDay, shelf, house())), 'path').phase // "waits"
 */
export const progressOf = (run: Pick<CoilRun, 'progress'>, sectionId: string): SectionProgress => run.progress[sectionId] ?? freshSection();

/**
 * Whether every section in hand has been found clear, or was left as it is on purpose.
 * @param run of a coil
 * @returns true when nothing is left to wash
 * @example isWashed(freshRun(planCoil(coil(), graded(3), mildDay, shelf, house()))) // false
 */
export const isWashed = (run: Pick<CoilRun, 'sections' | 'progress'>): boolean =>
  run.sections.every((section) => ['clear', 'left'].includes(run.progress[section.id]?.phase ?? ''));

/**
 * Sections with foam on them.
 * @param run of a coil
 * @returns in the order of work
 * @example foamedSections(freshRun(planCoil(coil(), graded(3), mildDay, shelf, house()))) // []
 */
export const foamedSections = (run: Pick<CoilRun, 'sections' | 'progress'>): Section[] =>
  run.sections.filter((section) => run.progress[section.id]?.foam);
