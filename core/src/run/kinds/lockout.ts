import { CONFIGURATION_TABLE, POWER_SOURCE_NAMES, POWER_SOURCES, type Configuration, type PowerSource } from '../../equipment';
import type { VisitEvent } from '../events';
import { mayStayShut, MOST_CIRCUITS, noLockout, readsEachCircuit, stepLockout, type LockoutEntry } from '../lockout';
import { lockoutOf, lockoutStepDue } from '../lockoutOf';
import { BUS_WAIT_S, LOCKOUT_TABLE, type LockoutStep } from '../lockoutSteps';
import { noPowerYet } from '../noPowerYet';
import { compressorStopped, POWER_STEPS, POWER_TABLE, powerTaken, stepPower } from '../powerUp';
import type { VisitState } from '../visitState';
import { reasonGiven } from './guards';
import { refuse, stamp, type Kinds, type VisitFrame } from './kind';

/** A step of a lockout that this system has. */
function lockoutSource(state: VisitState, event: VisitEvent<'gate.step' | 'gate.skipped'>, frame: VisitFrame): void {
  const sources = Object.values(CONFIGURATION_TABLE[frame.configuration].sourceFor);
  if (!sources.includes(event.data.source))
    refuse('data.source', `This system has no ${POWER_SOURCE_NAMES[event.data.source].toLowerCase()}.`);
  const { steps, feeder } = lockoutOf(state, frame.configuration, event.data.source);
  if (!steps.includes(event.data.step)) refuse('data.step', 'This system has no such step.');
  if (feeder && state.lockouts[feeder]?.done.tagged === undefined)
    refuse('data.source', `${POWER_SOURCE_NAMES[feeder]} first: its disconnect feeds both.`);
}

/** A step of a lockout, and what it says of the ones that hang together with it by one disconnect. */
function takeStep(state: VisitState, configuration: Configuration, source: PowerSource, step: LockoutStep, entry: LockoutEntry): void {
  const { steps, circuits, feeder } = lockoutOf(state, configuration, source);
  const lockout = stepLockout(state.lockouts[source] ?? noLockout(), steps, step, entry, circuits);
  state.lockouts[source] = lockout;
  // A live reading at a unit that is fed: its feeder was never off.
  if (feeder && lockout.failed) state.lockouts[feeder] = noLockout();
  if (lockout.done.tagged === undefined && feeder === null) shutFed(state, configuration, source);
}

/** What a source feeds is proven again whenever its disconnect was closed, or is opened once more. */
function shutFed(state: VisitState, configuration: Configuration, source: PowerSource): void {
  for (const fed of POWER_SOURCES) if (lockoutOf(state, configuration, fed).feeder === source) delete state.lockouts[fed];
}

/** Power off, zero voltage verified, and power back on. */
export const LOCKOUT = {
  'gate.step': {
    words: ({ data }) => `${LOCKOUT_TABLE[data.step].name.toLowerCase()}, ${POWER_SOURCE_NAMES[data.source].toLowerCase()}`,
    page: 'wash',
    check: (state, event, frame) => {
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
    reduce: (state, event, configuration) => {
      const { source, step, volts, readings, shut } = event.data;
      const entry = { at: event.at, by: event.by, volts, skipped: null, ...(readings ? { readings } : {}), ...(shut ? { shut } : {}) };
      takeStep(state, configuration, source, step, entry);
      if (step === 'isolated' || step === 'thermostat-off') state.powerUp = compressorStopped(state.powerUp, event.at);
      if (step === 'isolated') state.powerUp = powerTaken(state.powerUp);
    },
  },
  'gate.skipped': {
    words: ({ data }) => `${LOCKOUT_TABLE[data.step].name.toLowerCase()} left out`,
    page: 'wash',
    aboutPeople: ['reason'],
    check: (state, event, frame) => {
      lockoutSource(state, event, frame);
      reasonGiven(event.data.reason, ': it stands on the report');
      if (lockoutStepDue(state, frame.configuration, event.data.source) !== event.data.step)
        refuse('data.step', 'Take the steps of the gate in their order.');
    },
    reduce: (state, event, configuration) => {
      const { source, step, reason } = event.data;
      const entry = { at: event.at, by: event.by, volts: null, skipped: reason };
      takeStep(state, configuration, source, step, entry);
      state.lockoutSkips.push(stamp(event, event.data));
    },
  },
  'power.step': {
    words: ({ data }) => POWER_TABLE[data.step].name.toLowerCase(),
    page: 'power-up',
    aboutPeople: ['why'],
    check: (state, event) => {
      const { step } = event.data;
      const due = POWER_STEPS.slice(0, POWER_STEPS.indexOf(step)).find((earlier) => !state.powerUp.done[earlier]);
      if (due) refuse('data.step', `First: ${POWER_TABLE[due].name.toLowerCase()}.`);
      const why = step === 'power-on' ? noPowerYet(state, Date.parse(event.at)) : null;
      if (why) refuse('data.step', why);
    },
    reduce: (state, event) => {
      const { step, ok, why } = event.data;
      state.powerUp = stepPower(state.powerUp, step, ok, event.at, why);
      // Power back shuts every lockout.
      if (step === 'power-on' && state.powerUp.done['power-on']) state.lockouts = {};
    },
  },
  'power.restored': {
    words: () => 'power reported back',
    page: 'wash',
    reduce: (state, event, configuration) => {
      // It may run now: when it stops next is told by the next lockout.
      state.powerUp = { ...state.powerUp, stoppedAt: null };
      state.lockouts[event.data.source] = noLockout();
      shutFed(state, configuration, event.data.source);
    },
  },
} satisfies Partial<Kinds>;
