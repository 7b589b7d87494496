import type { Configuration, PowerSource } from '../equipment';
import { lockoutNeeds, lockoutStepsFor, type LockoutNeeds } from './lockoutNeeds';
import { isLockedOut, stepDue } from './lockout';
import { type LockoutStep } from './lockoutSteps';
import type { VisitState } from './visitState';

/** The gate of one source on one visit. */
export interface LockoutOf extends LockoutNeeds {
  /** Its steps, in order. */
  steps: LockoutStep[];
}

/**
 * The gate that a source has on this visit, by what was answered of its coils.
 * @param state of the visit
 * @param configuration how the system is put together
 * @param source which
 * @returns steps and what is read
 * @example lockoutOf(foldVisit('v', 'split-cool', []), 'split-cool', 'air-handler').circuits // 1
 */
export function lockoutOf(state: Pick<VisitState, 'surveys'>, configuration: Configuration, source: PowerSource): LockoutOf {
  const answers = Object.values(state.surveys).map(({ value }) => value.answers);
  const needs = lockoutNeeds(configuration, source, answers);
  return { ...needs, steps: lockoutStepsFor(configuration, needs) };
}

/**
 * The step of its gate that is due.
 * @param state of the visit
 * @param configuration how the system is put together
 * @param source which
 * @returns undefined once all were taken
 * @example lockoutStepDue(foldVisit('v', 'split-cool', []), 'split-cool', 'air-handler') // "thermostat-off"
 */
export function lockoutStepDue(state: VisitState, configuration: Configuration, source: PowerSource): LockoutStep | undefined {
  const { steps, circuits } = lockoutOf(state, configuration, source);
  return stepDue(state.lockouts[source], steps, circuits);
}

/**
 * Whose gate is taken now for a source: that of what feeds it, until its disconnect is open and tagged.
 * @param state of the visit
 * @param configuration how the system is put together
 * @param source which is to be proven dead
 * @returns the source itself, or its feeder
 * @example lockoutToTake(foldVisit('v', 'split-cool', []), 'split-cool', 'air-handler') // "air-handler"
 */
export function lockoutToTake(state: VisitState, configuration: Configuration, source: PowerSource): PowerSource {
  const { feeder } = lockoutOf(state, configuration, source);
  return feeder !== null && state.lockouts[feeder]?.done.tagged === undefined ? feeder : source;
}

/**
 * Whether a source was proven dead, and what feeds it is still open and tagged.
 * @param state of the visit
 * @param configuration how the system is put together
 * @param source which
 * @returns true once every step was taken and nothing was closed again
 * @example provenDead(foldVisit('v', 'split-cool', []), 'split-cool', 'outdoor-unit') // false
 */
export function provenDead(state: VisitState, configuration: Configuration, source: PowerSource): boolean {
  const { steps, circuits, feeder } = lockoutOf(state, configuration, source);
  const fed = feeder === null || state.lockouts[feeder]?.done.tagged !== undefined;
  return fed && isLockedOut(state.lockouts[source], steps, circuits);
}
