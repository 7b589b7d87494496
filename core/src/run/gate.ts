import type { Configuration, PowerSource } from '../equipment';
import { CONFIGURATION_TABLE } from '../equipment';
import type { CoilRole } from '../equipment';

export const GATE_STEPS = [
  'thermostat-off',
  'gas-off',
  'isolated',
  'tagged',
  'meter-proved',
  'l1-l2',
  'l1-ground',
  'l2-ground',
  'meter-proved-again',
] as const;
export type GateStep = (typeof GATE_STEPS)[number];

export interface GateStepFacts {
  step: GateStep;
  name: string;
  help: string;
  /** What the meter must read: live, dead, or nothing to read. */
  reads: 'live' | 'dead' | null;
}

/** Lowest reading that shows the meter works on a live source, V: a 24 V control circuit is the least that is used. Common practice, no source. */
export const LIVE_VOLTS = 20;
/** Highest reading still taken as dead, V: the meter's own noise. Common practice, no source. */
export const DEAD_VOLTS = 1;

/** Proving dead, in order. Common practice, no source; licensed practice and local code outrank it. */
export const GATE_TABLE: Record<GateStep, GateStepFacts> = {
  'thermostat-off': {
    step: 'thermostat-off',
    name: 'Thermostat off',
    help: 'Off is not isolation: an app can still call for a start.',
    reads: null,
  },
  'gas-off': { step: 'gas-off', name: 'Gas shut off', help: 'Burners covered and kept dry.', reads: null },
  isolated: { step: 'isolated', name: 'Disconnect open', help: 'Pull-out, lever or breaker. A loose plug is no proof.', reads: null },
  tagged: {
    step: 'tagged',
    name: 'Tagged, block in your pocket',
    help: 'Close the cover over a pulled block. Whoever pulled it puts it back.',
    reads: null,
  },
  'meter-proved': {
    step: 'meter-proved',
    name: 'Meter on a known live source',
    help: 'It must read live before you trust it to read dead.',
    reads: 'live',
  },
  'l1-l2': { step: 'l1-l2', name: 'L1 to L2', help: 'Load side of the disconnect.', reads: 'dead' },
  'l1-ground': { step: 'l1-ground', name: 'L1 to ground', help: 'One dead leg does not make two.', reads: 'dead' },
  'l2-ground': { step: 'l2-ground', name: 'L2 to ground', help: 'A shared neutral can leave one leg live.', reads: 'dead' },
  'meter-proved-again': {
    step: 'meter-proved-again',
    name: 'Meter on the live source again',
    help: 'It still reads live, so the zeros were true.',
    reads: 'live',
  },
};

/** The steps that open the gate for this kind of system, in order. */
export function gateStepsFor(configuration: Configuration): GateStep[] {
  return GATE_STEPS.filter((step) => step !== 'gas-off' || CONFIGURATION_TABLE[configuration].gas);
}

/** The power sources that must be proven dead before a coil of this role is wetted. */
export function sourceOf(configuration: Configuration, role: CoilRole): PowerSource {
  return CONFIGURATION_TABLE[configuration].sourceFor[role];
}

/** Whether a step is satisfied by its reading; a step with nothing to read is satisfied by being done. */
export function readingPasses(step: GateStep, volts: number | null): boolean {
  const { reads } = GATE_TABLE[step];
  if (reads === null) return true;
  if (volts === null || !Number.isFinite(volts) || volts < 0) return false;
  return reads === 'live' ? volts >= LIVE_VOLTS : volts <= DEAD_VOLTS;
}

export interface GateProgress {
  done: Partial<Record<GateStep, { at: string; volts: number | null }>>;
  /** A step whose reading did not pass; everything from isolation on is to be done again. */
  failed: { step: GateStep; volts: number | null; at: string } | null;
}

export const shutGate = (): GateProgress => ({ done: {}, failed: null });

/**
 * The gate after one more step. A reading that fails, or a step out of order, never opens anything: a failed reading
 * drops isolation and all that follows; a step whose predecessors are missing is not counted.
 */
export function stepGate(gate: GateProgress, order: readonly GateStep[], step: GateStep, volts: number | null, at: string): GateProgress {
  const index = order.indexOf(step);
  if (index < 0 || order.slice(0, index).some((earlier) => !gate.done[earlier])) return gate;
  if (!readingPasses(step, volts)) {
    const kept = order.slice(0, Math.min(index, order.indexOf('isolated')));
    return { done: Object.fromEntries(kept.map((name) => [name, gate.done[name]])), failed: { step, volts, at } };
  }
  // Doing a step over drops what was proved after it.
  const kept = order.slice(0, index);
  return { done: { ...Object.fromEntries(kept.map((name) => [name, gate.done[name]])), [step]: { at, volts } }, failed: null };
}

export const isGateOpen = (gate: GateProgress | undefined, order: readonly GateStep[]): boolean =>
  gate !== undefined && order.every((step) => gate.done[step] !== undefined);
