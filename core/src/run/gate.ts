import type { Configuration, PowerSource } from '../equipment';
import { CONFIGURATION_TABLE } from '../equipment';
import type { CoilRole } from '../equipment';
import type { CoilAnswers } from '../survey';

/** Lockout, tagout and absence of voltage test, step by step. */
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
  'capacitor',
] as const;
/** One of `GATE_STEPS`. */
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
  capacitor: {
    step: 'capacitor',
    name: 'Across the capacitor',
    help: 'It holds charge with the power off. Discharge it only as the maker says, and only if you are licensed to; else leave its compartment shut and say so.',
    reads: 'dead',
  },
};

/** How each kind of disconnect is opened and kept open. Common practice, no source. */
const DISCONNECTS: Record<CoilAnswers['disconnect'], Pick<Record<GateStep, string>, 'isolated' | 'tagged'>> = {
  unknown: {
    isolated: 'Pull-out, lever or breaker. A loose plug is no proof.',
    tagged: 'Close the cover over a pulled block. Whoever pulled it puts it back.',
  },
  'pull-out': {
    isolated: 'Pull the block straight out; many show OFF when put back turned round. A loose plug is no proof.',
    tagged: 'Block in your pocket, cover shut over the slot so that spray stays out. Whoever pulled it puts it back.',
  },
  lever: {
    isolated: 'Lever right down to OFF, and look whether the blades have parted if there is a window.',
    tagged: 'Padlock or tag on the lever. Whoever locked it takes it off.',
  },
  breaker: {
    isolated: 'Both poles of the breaker at the unit to OFF. A tripped one is not an open one: off first, then look why.',
    tagged: 'Clip or tag on the breaker: anyone can close it. Whoever opened it closes it.',
  },
  panel: {
    isolated: 'The breaker in the panel to OFF. It is out of your sight: prove dead at the unit itself.',
    tagged: 'Lock or tag on the panel, and tell whoever is in the house. Whoever opened it closes it.',
  },
};

/** What a source other than a plain outdoor unit asks besides. Common practice, no source. */
const SOURCES: Partial<Record<PowerSource, Partial<Record<GateStep, string>>>> = {
  'air-handler': {
    isolated: 'The switch or breaker of the air handler. The outdoor disconnect does not feed it.',
    'l1-l2': 'Load side. On a 120 V air handler this is line to neutral.',
    'l2-ground': 'On a 120 V air handler this is neutral to ground.',
  },
  'package-unit': {
    isolated: 'Every circuit: many package units have two, and two fans. One dead circuit says nothing of the other.',
    'l1-l2': 'Load side of each circuit in turn; each has its own reading.',
    'l1-ground': 'On each circuit; each has its own reading.',
    'l2-ground': 'On each circuit; each has its own reading.',
  },
  'wall-head': {
    isolated: 'The outdoor unit feeds it. Open that disconnect, or the breaker of the pair.',
  },
};

/**
 * What to mind at a step, by the source and by how its disconnect is made.
 * @param step of the gate
 * @param source which power source
 * @param disconnect how the disconnect of the outdoor unit is made
 * @returns what to mind
 * @example gateHelp('l1-l2', 'package-unit', 'unknown').includes('each') // true
 */
export function gateHelp(step: GateStep, source: PowerSource, disconnect: CoilAnswers['disconnect']): string {
  const own = SOURCES[source]?.[step];
  const made = source === 'outdoor-unit' || source === 'package-unit' ? DISCONNECTS[disconnect] : DISCONNECTS.unknown;
  const plain = step === 'isolated' || step === 'tagged' ? made[step] : GATE_TABLE[step].help;
  return own ? (source === 'package-unit' && step === 'isolated' ? `${plain} ${own}` : own) : plain;
}

/**
 * The steps that open the gate for this kind of system, in order.
 * @param configuration how the system is put together
 * @returns steps in order
 * @example gateStepsFor('split-cool').includes('gas-off') // false
 */
export function gateStepsFor(configuration: Configuration): GateStep[] {
  return GATE_STEPS.filter((step) => step !== 'gas-off' || CONFIGURATION_TABLE[configuration].gas);
}

/**
 * The power sources that must be proven dead before a coil of this role is wetted.
 * @param configuration how the system is put together
 * @param role which side of the circuit
 * @returns the source that has to be proven dead
 * @example sourceOf('split-cool', 'evaporator') // 'air-handler'
 */
export function sourceOf(configuration: Configuration, role: CoilRole): PowerSource {
  return CONFIGURATION_TABLE[configuration].sourceFor[role];
}

/** The step whose compartment may stay shut: then no reading is due. */
export const SHUT_STEP: GateStep = 'capacitor';

/** Whether an entry satisfies its step: every circuit's reading passes, or its compartment stays shut. */
const entryPasses = (step: GateStep, entry: GateEntry): boolean =>
  (entry.shut === true && step === SHUT_STEP) ||
  (entry.readings && entry.readings.length > 0
    ? entry.readings.every((volts) => readingPasses(step, volts))
    : readingPasses(step, entry.volts));

/**
 * The reading that decides of those of several circuits: for a source that must be dead the highest, for one that must be live the lowest.
 * @param step of the gate
 * @param readings of each circuit, V
 * @returns V
 * @example worstReading('l1-l2', [0, 118]) // 118
 */
export const worstReading = (step: GateStep, readings: readonly number[]): number =>
  GATE_TABLE[step].reads === 'live' ? Math.min(...readings) : Math.max(...readings);

/**
 * Whether a step is read on each circuit: one dead circuit says nothing of the other.
 * @param step of the gate
 * @param source which
 * @returns true where each has its own reading
 * @example readsEachCircuit('l1-l2', 'package-unit') // true
 */
export const readsEachCircuit = (step: GateStep, source: PowerSource): boolean =>
  source === 'package-unit' && GATE_TABLE[step].reads === 'dead' && step !== SHUT_STEP;

/** Circuits that a package unit may have. Common practice, no source. */
export const MOST_CIRCUITS = 3;

/**
 * Whether a step is satisfied by its reading; a step with nothing to read is satisfied by being done.
 * @param step of the gate
 * @param volts reading, V; null where there is none
 * @returns true when it lets the step count
 * @example readingPasses('l1-l2', 118) // false
 */
export function readingPasses(step: GateStep, volts: number | null): boolean {
  const { reads } = GATE_TABLE[step];
  if (reads === null) return true;
  if (volts === null || !Number.isFinite(volts) || volts < 0) return false;
  return reads === 'live' ? volts >= LIVE_VOLTS : volts <= DEAD_VOLTS;
}

/** A step as it was taken. */
export interface GateEntry {
  at: string;
  by: string;
  volts: number | null;
  /** Why it was left out; null when it was done. */
  skipped: string | null;
  /** Of each circuit, where there is more than one; `volts` is then the worst of them. */
  readings?: number[];
  /** The compartment stays shut: there is nothing to read, and saying so is an answer. */
  shut?: boolean;
}

export interface GateProgress {
  done: Partial<Record<GateStep, GateEntry>>;
  /** A step whose reading did not pass; everything from isolation on is to be done again. */
  failed: { step: GateStep; volts: number | null; at: string } | null;
}

/**
 * The gate as it stands before anything was proven.
 * @returns no step done, none failed: nothing may be opened
 * @example shutGate().failed // null
 */
export const shutGate = (): GateProgress => ({ done: {}, failed: null });

/**
 * The gate after one more step. A reading that fails, or a step out of order, never opens anything: a failed reading drops isolation and all
 * that follows; a step whose predecessors are missing is not counted. A step left out with a reason counts as taken, and keeps the reason.
 */
export function stepGate(gate: GateProgress, order: readonly GateStep[], step: GateStep, entry: GateEntry): GateProgress {
  const index = order.indexOf(step);
  if (index < 0 || order.slice(0, index).some((earlier) => !gate.done[earlier])) return gate;
  if (entry.skipped === null && !entryPasses(step, entry)) {
    const kept = order.slice(0, Math.min(index, order.indexOf('isolated')));
    return { done: Object.fromEntries(kept.map((name) => [name, gate.done[name]])), failed: { step, volts: entry.volts, at: entry.at } };
  }
  // Doing a step over drops what was proved after it.
  const kept = order.slice(0, index);
  return { done: { ...Object.fromEntries(kept.map((name) => [name, gate.done[name]])), [step]: entry }, failed: null };
}

/**
 * Whether every step of a gate has been taken.
 * @param gate as far as it has been taken; undefined before its first step
 * @param order steps of this system's gate, in order
 * @returns true once all are
 * @example isGateOpen(undefined, gateStepsFor('split-cool')) // false
 */
export const isGateOpen = (gate: GateProgress | undefined, order: readonly GateStep[]): boolean =>
  gate !== undefined && order.every((step) => gate.done[step] !== undefined);

/**
 * When the gate was opened: the time of its last step; null while it is shut.
 * @param gate as far as it has been taken; undefined before its first step
 * @param order steps of this system's gate, in order
 * @returns ISO time, or null
 * @example gateOpenedAt(undefined, gateStepsFor('split-cool')) // null
 */
export const gateOpenedAt = (gate: GateProgress | undefined, order: readonly GateStep[]): string | null =>
  gate && isGateOpen(gate, order) ? (gate.done[order.at(-1) as GateStep]?.at ?? null) : null;

/** Shortest reason that says anything, characters. */
export const LEAST_REASON = 8;
