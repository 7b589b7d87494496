import { POWER_SOURCES, type Configuration, type PowerSource } from '../../equipment';
import { noLockout, stepLockout, type LockoutEntry } from '../lockout';
import { type LockoutStep } from '../lockoutSteps';
import { lockoutOf } from '../lockoutOf';
import { compressorStopped, powerTaken, stepPower } from '../powerUp';
import type { VisitState } from '../visitState';
import { stamp, type Reducers } from './reducer';

/** A step of a gate, and what it says of the gates that hang together with it by one disconnect. */
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

/** Power off and on, and what was taken apart meanwhile. */
export const POWER = {
  'gate.step': (state, event, configuration) => {
    const { source, step, volts, readings, shut } = event.data;
    const entry = { at: event.at, by: event.by, volts, skipped: null, ...(readings ? { readings } : {}), ...(shut ? { shut } : {}) };
    takeStep(state, configuration, source, step, entry);
    if (step === 'isolated' || step === 'thermostat-off') state.powerUp = compressorStopped(state.powerUp, event.at);
    if (step === 'isolated') state.powerUp = powerTaken(state.powerUp);
  },
  'gate.skipped': (state, event, configuration) => {
    const { source, step, reason } = event.data;
    const entry = { at: event.at, by: event.by, volts: null, skipped: reason };
    takeStep(state, configuration, source, step, entry);
    state.lockoutSkips.push(stamp(event, event.data));
  },
  'power.step': (state, event) => {
    const { step, ok, why } = event.data;
    state.powerUp = stepPower(state.powerUp, step, ok, event.at, why);
    // Power back shuts every gate.
    if (step === 'power-on' && state.powerUp.done['power-on']) state.lockouts = {};
  },
  'power.restored': (state, event, configuration) => {
    // It may run now: when it stops next is told by the next lockout.
    state.powerUp = { ...state.powerUp, stoppedAt: null };
    state.lockouts[event.data.source] = noLockout();
    shutFed(state, configuration, event.data.source);
  },
  'part.off': (state, event) => {
    state.parts.push({ ...stamp(event, event.data), backAt: null });
  },
  'part.back': (state, event) => {
    for (const part of state.parts) if (part.eventId === event.data.partId) part.backAt = event.at;
  },
  'wire.noted': (state, event) => {
    state.wires.push({ ...stamp(event, event.data), backAt: null });
  },
  'wire.back': (state, event) => {
    for (const wire of state.wires) if (wire.eventId === event.data.wireId) wire.backAt = event.at;
  },
} satisfies Partial<Reducers>;
