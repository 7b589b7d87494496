import { CoreError } from '../../errors';
import { CONFIGURATION_TABLE, POWER_SOURCE_NAMES, POWER_SOURCES } from '../../equipment';
import type { VisitEvent } from '../events';
import { BUS_WAIT_S } from '../lockoutSteps';
import { LEAST_REASON, mayStayShut, MOST_CIRCUITS, readsEachCircuit } from '../lockout';
import { lockoutOf, lockoutStepDue, provenDead } from '../lockoutOf';
import type { VisitState } from '../visitState';
import { POWER_STEPS, POWER_TABLE } from '../powerUp';
import { refuse, type Checks, type VisitFrame } from './common';
import { noPowerYet } from './noPowerYet';

/** A step of a gate that this system has. */
function lockoutSource(state: VisitState, event: VisitEvent<'gate.step' | 'gate.skipped'>, frame: VisitFrame): void {
  const sources = Object.values(CONFIGURATION_TABLE[frame.configuration].sourceFor);
  if (!sources.includes(event.data.source))
    refuse('data.source', `This system has no ${POWER_SOURCE_NAMES[event.data.source].toLowerCase()}.`);
  const { steps, feeder } = lockoutOf(state, frame.configuration, event.data.source);
  if (!steps.includes(event.data.step)) refuse('data.step', 'This system has no such step.');
  if (feeder && state.lockouts[feeder]?.done.tagged === undefined)
    refuse('data.source', `${POWER_SOURCE_NAMES[feeder]} first: its disconnect feeds both.`);
}

/** The gates of the power sources, power back, and what is taken apart. */
export const POWER: Checks = {
  'gate.step': (state, event, frame) => {
    lockoutSource(state, event, frame);
    const { source, step, shut, readings } = event.data;
    if (shut && !mayStayShut(step)) refuse('data.shut', 'Only the compartment of the capacitor or the board may stay shut.');
    const { circuits } = lockoutOf(state, frame.configuration, source);
    if (readsEachCircuit(step, source) && (readings?.length ?? 1) < circuits)
      refuse('data.readings', `${circuits} circuits feed it: read each of them.`);
    const isolated = state.lockouts[source]?.done.isolated;
    if (step === 'bus-wait' && isolated) {
      const leftS = BUS_WAIT_S - (Date.parse(event.at) - Date.parse(isolated.at)) / 1000;
      if (leftS > 0) refuse('data.step', `Isolated too short a while ago: ${Math.ceil(leftS / 60)} min more, or as the maker says.`);
    }
    if (readings && readings.length > MOST_CIRCUITS) refuse('data.readings', `${MOST_CIRCUITS} circuits at most.`);
  },
  'gate.skipped': (state, event, frame) => {
    lockoutSource(state, event, frame);
    if (event.data.reason.trim().length < LEAST_REASON)
      refuse('data.reason', `Say why, in ${LEAST_REASON} characters at least: it stands on the report.`);
    if (lockoutStepDue(state, frame.configuration, event.data.source) !== event.data.step)
      refuse('data.step', 'Take the steps of the gate in their order.');
  },
  'power.step': (state, event) => {
    const { step } = event.data;
    const due = POWER_STEPS.slice(0, POWER_STEPS.indexOf(step)).find((earlier) => !state.powerUp.done[earlier]);
    if (due) refuse('data.step', `First: ${POWER_TABLE[due].name.toLowerCase()}.`);
    const why = step === 'power-on' ? noPowerYet(state, Date.parse(event.at)) : null;
    if (why) refuse('data.step', why);
  },
  'part.off': (state, event, frame) => {
    // Covers hide live terminals: nothing comes off before one source at least has been proven dead, but what only guards the face may.
    const anyOpen = POWER_SOURCES.some((source) => provenDead(state, frame.configuration, source));
    if (!anyOpen && event.data.kind !== 'guard') refuse('data.kind', 'Isolate and prove dead before anything but a guard comes off.');
  },
  'part.back': (state, event) => {
    const part = state.parts.find((row) => row.eventId === event.data.partId);
    if (!part) throw new CoreError('unknown', 'data.partId', 'No such part came off on this visit.');
    if (part.backAt !== null) refuse('data.partId', 'This part is back on already.');
  },
  'wire.back': (state, event) => {
    const wire = state.wires.find((row) => row.eventId === event.data.wireId);
    if (!wire) throw new CoreError('unknown', 'data.wireId', 'No such wire was noted on this visit.');
    if (wire.backAt !== null) refuse('data.wireId', 'This wire is back already.');
  },
};
