import type { Configuration, PowerSource } from '../equipment';
import { gateNeeds, gateStepsFor, isGateOpen, stepDue, type GateNeeds, type GateStep } from './gate';
import type { VisitState } from './visitState';

/** The gate of one source on one visit. */
export interface GateOf extends GateNeeds {
  /** Its steps, in order. */
  steps: GateStep[];
}

/**
 * The gate that a source has on this visit, by what was answered of its coils.
 * @param state of the visit
 * @param configuration how the system is put together
 * @param source which
 * @returns steps and what is read
 * @example gateOf(foldVisit('v', 'split-cool', []), 'split-cool', 'air-handler').circuits // 1
 */
export function gateOf(state: Pick<VisitState, 'surveys'>, configuration: Configuration, source: PowerSource): GateOf {
  const answers = Object.values(state.surveys).map(({ value }) => value.answers);
  const needs = gateNeeds(configuration, source, answers);
  return { ...needs, steps: gateStepsFor(configuration, needs) };
}

/**
 * The step of its gate that is due.
 * @param state of the visit
 * @param configuration how the system is put together
 * @param source which
 * @returns undefined once all were taken
 * @example gateStepDue(foldVisit('v', 'split-cool', []), 'split-cool', 'air-handler') // "thermostat-off"
 */
export function gateStepDue(state: VisitState, configuration: Configuration, source: PowerSource): GateStep | undefined {
  const { steps, circuits } = gateOf(state, configuration, source);
  return stepDue(state.gates[source], steps, circuits);
}

/**
 * Whose gate is taken now for a source: that of what feeds it, until its disconnect is open and tagged.
 * @param state of the visit
 * @param configuration how the system is put together
 * @param source which is to be proven dead
 * @returns the source itself, or its feeder
 * @example gateToTake(foldVisit('v', 'split-cool', []), 'split-cool', 'air-handler') // "air-handler"
 */
export function gateToTake(state: VisitState, configuration: Configuration, source: PowerSource): PowerSource {
  const { feeder } = gateOf(state, configuration, source);
  return feeder !== null && state.gates[feeder]?.done.tagged === undefined ? feeder : source;
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
  const { steps, circuits, feeder } = gateOf(state, configuration, source);
  const fed = feeder === null || state.gates[feeder]?.done.tagged !== undefined;
  return fed && isGateOpen(state.gates[source], steps, circuits);
}
