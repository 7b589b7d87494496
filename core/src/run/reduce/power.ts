import { shutGate, stepGate } from '../gate';
import { gateOf } from '../gateOf';
import { powerTaken, stepPower } from '../powerUp';
import { stamp, type Reducers } from './reducer';

/** Power off and on, and what was taken apart meanwhile. */
export const POWER = {
  'gate.step': (state, event, configuration) => {
    const { source, step, volts, readings, shut } = event.data;
    const entry = { at: event.at, by: event.by, volts, skipped: null, ...(readings ? { readings } : {}), ...(shut ? { shut } : {}) };
    const { steps, circuits } = gateOf(state, configuration, source);
    state.gates[source] = stepGate(state.gates[source] ?? shutGate(), steps, step, entry, circuits);
    if (step === 'isolated') state.powerUp = powerTaken(state.powerUp);
  },
  'gate.skipped': (state, event, configuration) => {
    const { source, step, reason } = event.data;
    const entry = { at: event.at, by: event.by, volts: null, skipped: reason };
    const { steps, circuits } = gateOf(state, configuration, source);
    state.gates[source] = stepGate(state.gates[source] ?? shutGate(), steps, step, entry, circuits);
    state.gateSkips.push(stamp(event, event.data));
  },
  'power.step': (state, event) => {
    const { step, ok } = event.data;
    state.powerUp = stepPower(state.powerUp, step, ok, event.at);
    // Power back shuts every gate.
    if (step === 'power-on' && state.powerUp.done['power-on']) state.gates = {};
  },
  'power.restored': (state, event) => {
    state.gates[event.data.source] = shutGate();
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
