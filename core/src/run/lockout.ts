import { tableOf } from '../errors';
import type { Configuration, PowerSource } from '../equipment';
import { CONFIGURATION_TABLE } from '../equipment';
import type { CoilRole } from '../equipment';
import type { CoilAnswers } from '../survey';

/** Lockout, tagout and absence of voltage test, step by step. */
export const LOCKOUT_STEPS = [
  'thermostat-off',
  'gas-off',
  'isolated',
  'tagged',
  'meter-proved',
  'l1-l2',
  'l1-ground',
  'l2-ground',
  'signal',
  'meter-proved-again',
  'bus-wait',
  'dc-bus',
  'capacitor',
] as const;
/** One of `LOCKOUT_STEPS`. */
export type LockoutStep = (typeof LOCKOUT_STEPS)[number];

export interface LockoutStepFacts {
  step: LockoutStep;
  name: string;
  help: string;
  /** What the meter must read: live, dead, or nothing to read. */
  reads: 'live' | 'dead' | null;
}

/** Lowest reading that shows the meter works on a live source, V: a 24 V control circuit is the least that is used. Common practice, no source. */
export const LIVE_VOLTS = 20;
/** Highest reading still taken as dead, V: the meter's own noise. Common practice, no source. */
export const DEAD_VOLTS = 1;
/** Highest reading of an inverter's DC bus at which a hand may come near the board, V. Common practice, no source; the maker's figure outranks it. */
export const BUS_VOLTS = 10;
/** Least wait after isolation before the bus is read, s: makers ask for 5 to 10 min. Common practice, no source; the maker's time outranks it. */
export const BUS_WAIT_S = 300;

/** Proving dead, in order. Common practice, no source; licensed practice and local code outrank it. */
export const LOCKOUT_TABLE: Record<LockoutStep, LockoutStepFacts> = tableOf('lockout step', {
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
  signal: {
    step: 'signal',
    name: 'Signal terminal to ground',
    help: 'The third wire between the units carries voltage from the other unit: it is read too.',
    reads: 'dead',
  },
  'bus-wait': {
    step: 'bus-wait',
    name: 'Discharge wait',
    help: 'Capacitors of an inverter board drain slowly: 5 to 10 min from isolation, as the maker says. Hands off the board until then.',
    reads: null,
  },
  'dc-bus': {
    step: 'dc-bus',
    name: 'DC bus, meter on DC',
    help: 'Plus to minus of the bus, where the maker shows it, before any hand nears the board. Else leave its compartment shut and say so.',
    reads: 'dead',
  },
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
});

/** How each kind of disconnect is opened and kept open. Common practice, no source. */
const DISCONNECTS: Record<CoilAnswers['disconnect'], Pick<Record<LockoutStep, string>, 'isolated' | 'tagged'>> = {
  unknown: {
    isolated: 'Follow the line from the unit to its disconnect: pull-out, lever, breaker or plug.',
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
  plug: {
    isolated: 'Pull the plug by its body, and keep it where you see it.',
    tagged: 'Tag on the plug, or its blades in a lockout box: anyone can push it back. Whoever pulled it plugs it in.',
  },
  panel: {
    isolated: 'The breaker in the panel to OFF. It is out of your sight: prove dead at the unit itself.',
    tagged: 'Lock or tag on the panel, and tell whoever is in the house. Whoever opened it closes it.',
  },
};

/** What a source other than a plain outdoor unit asks besides. Common practice, no source. */
const SOURCES: Partial<Record<PowerSource, Partial<Record<LockoutStep, string>>>> = {
  'air-handler': {
    isolated: 'The switch of the air handler, and every breaker that feeds it. The outdoor disconnect does not feed it.',
    'l1-l2': 'At the terminals of the cabinet, on each circuit in turn: electric heat has two or three.',
    'l1-ground': 'On each circuit; each has its own reading.',
    'l2-ground': 'On each circuit; each has its own reading.',
    'gas-off': 'The furnace under the coil: gas shut off, burners covered and kept dry.',
  },
  'package-unit': {
    isolated: 'Every circuit: many package units have two, and two fans. One dead circuit says nothing of the other.',
    'l1-l2': 'Load side of each circuit in turn; each has its own reading.',
    'l1-ground': 'On each circuit; each has its own reading.',
    'l2-ground': 'On each circuit; each has its own reading.',
  },
  'wall-head': {
    isolated: 'Its own breaker, or the disconnect of the pair. Say in Look which unit feeds it.',
    'l1-l2': 'At the terminals of the wall head itself.',
    'l1-ground': 'At the terminals of the wall head itself.',
    'l2-ground': 'At the terminals of the wall head itself.',
  },
};

/**
 * What to mind at a step, by the source and by how its disconnect is made.
 * @param step of the gate
 * @param source which power source
 * @param disconnect how the disconnect of the outdoor unit is made
 * @returns what to mind
 * @example lockoutHelp('l1-l2', 'package-unit', 'unknown').includes('each') // true
 */
export function lockoutHelp(step: LockoutStep, source: PowerSource, disconnect: CoilAnswers['disconnect']): string {
  const own = SOURCES[source]?.[step];
  const made = source === 'outdoor-unit' || source === 'package-unit' ? DISCONNECTS[disconnect] : DISCONNECTS.unknown;
  const plain = step === 'isolated' || step === 'tagged' ? made[step] : LOCKOUT_TABLE[step].help;
  return own ? (source === 'package-unit' && step === 'isolated' ? `${plain} ${own}` : own) : plain;
}

/** What the coils' own answers ask of one gate. */
export interface LockoutNeeds {
  /** Circuits that feed the cabinet; each is read. */
  circuits: number;
  /** An inverter board stands behind it. */
  inverter: boolean;
  /** Gas burns in the same cabinet, or under the coil. */
  gas: boolean;
  /** A 120 V furnace: hot, neutral and ground instead of two legs. */
  furnace: boolean;
  /** The source whose disconnect feeds this one too: opened and tagged there, proven dead at both. */
  feeder: PowerSource | null;
}

const CIRCUITS: Record<CoilAnswers['circuits'], number> = { unknown: 0, one: 1, two: 2, three: 3 };
/** Where nobody has counted: electric heat has two circuits at least. Common practice, no source. */
const UNCOUNTED: Record<CoilAnswers['indoorUnit'], number> = { unknown: 1, 'air-handler': 1, 'electric-heat': 2, furnace: 1 };

/**
 * What the answers given in Look ask of the gate of a source; what nobody answered is taken the careful way.
 * @param configuration how the system is put together
 * @param source which
 * @param answers of every coil that was looked at
 * @returns circuits, inverter, gas, and what feeds it
 * @example lockoutNeeds('ductless-split', 'outdoor-unit', []).inverter // true
 */
export function lockoutNeeds(configuration: Configuration, source: PowerSource, answers: readonly CoilAnswers[]): LockoutNeeds {
  const { ductless, gas } = CONFIGURATION_TABLE[configuration];
  const inverters = answers.map((row) => row.inverter).filter((answer) => answer !== 'unknown');
  const indoors = source !== 'outdoor-unit';
  const furnace = source === 'air-handler' && answers.some((row) => row.indoorUnit === 'furnace');
  const fed = answers.map((row) => row.headsFedBy).find((answer) => answer !== 'unknown');
  return {
    circuits: indoors ? Math.max(1, ...answers.map((row) => CIRCUITS[row.circuits] || UNCOUNTED[row.indoorUnit])) : 1,
    // A mini-split nearly always is one.
    inverter: !(source === 'wall-head' || source === 'air-handler') && (inverters.includes('yes') || (ductless && inverters.length === 0)),
    gas: gas || furnace,
    furnace,
    feeder: !ductless
      ? null
      : fed === 'outdoor-unit' && source === 'wall-head'
        ? 'outdoor-unit'
        : fed === 'head' && source === 'outdoor-unit'
          ? 'wall-head'
          : null,
  };
}

/** A gate with nothing out of the usual. */
export const plainLockout = (configuration: Configuration): LockoutNeeds => ({
  circuits: 1,
  inverter: false,
  gas: CONFIGURATION_TABLE[configuration].gas,
  furnace: false,
  feeder: null,
});

/** Pairs of a 120 V furnace. */
const FURNACE_PAIRS: Partial<Record<LockoutStep, string>> = {
  'l1-l2': 'Hot to neutral',
  'l1-ground': 'Hot to ground',
  'l2-ground': 'Neutral to ground',
};

/**
 * How a step of a gate is called.
 * @param step of the gate
 * @param needs what the coils' answers ask of it
 * @returns words
 * @example lockoutStepName('l1-l2', { ...plainLockout('split-cool'), furnace: true }) // "Hot to neutral"
 */
export const lockoutStepName = (step: LockoutStep, { furnace }: Pick<LockoutNeeds, 'furnace'>): string =>
  (furnace ? FURNACE_PAIRS[step] : undefined) ?? LOCKOUT_TABLE[step].name;

/** Steps that are taken where the disconnect is, and not again at a unit that it feeds too. */
const AT_THE_DISCONNECT: readonly LockoutStep[] = ['thermostat-off', 'gas-off', 'isolated', 'tagged'];

/**
 * The steps that open a gate, in order.
 * @param configuration how the system is put together
 * @param needs what the coils' answers ask of it; a plain gate where left out
 * @returns steps in order
 * @example lockoutStepsFor('split-cool').includes('gas-off') // false
 */
export function lockoutStepsFor(configuration: Configuration, needs: LockoutNeeds = plainLockout(configuration)): LockoutStep[] {
  return LOCKOUT_STEPS.filter((step) => {
    if (needs.feeder !== null && AT_THE_DISCONNECT.includes(step)) return false;
    if (step === 'gas-off') return needs.gas;
    if (step === 'signal') return CONFIGURATION_TABLE[configuration].ductless;
    if (step === 'bus-wait' || step === 'dc-bus') return needs.inverter;
    // What an inverter keeps its charge in is its bus.
    return step !== 'capacitor' || !needs.inverter;
  });
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

/**
 * Whether the compartment of a step may stay shut: then no reading is due.
 * @param step of the gate
 * @returns true where saying that it stays shut is an answer
 * @example mayStayShut('dc-bus') // true
 */
export const mayStayShut = (step: LockoutStep): boolean => step === 'capacitor' || step === 'dc-bus';

/** Whether an entry satisfies its step: every circuit's reading passes, or its compartment stays shut. */
const entryPasses = (step: LockoutStep, entry: LockoutEntry): boolean =>
  (entry.shut === true && mayStayShut(step)) ||
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
export const worstReading = (step: LockoutStep, readings: readonly number[]): number =>
  LOCKOUT_TABLE[step].reads === 'live' ? Math.min(...readings) : Math.max(...readings);

/**
 * Whether a step is read on each circuit: one dead circuit says nothing of the other.
 * @param step of the gate
 * @param source which
 * @returns true where each has its own reading
 * @example readsEachCircuit('l1-l2', 'package-unit') // true
 */
export const readsEachCircuit = (step: LockoutStep, source: PowerSource): boolean =>
  (source === 'package-unit' || source === 'air-handler') && LOCKOUT_TABLE[step].reads === 'dead' && !mayStayShut(step);

/** Circuits that one cabinet may have. Common practice, no source. */
export const MOST_CIRCUITS = 3;

/**
 * The highest reading of a step that still is dead, V.
 * @param step of the gate
 * @returns V
 * @example deadVolts('l1-l2') // 1
 */
export const deadVolts = (step: LockoutStep): number => (step === 'dc-bus' ? BUS_VOLTS : DEAD_VOLTS);

/**
 * Whether a step is satisfied by its reading; a step with nothing to read is satisfied by being done.
 * @param step of the gate
 * @param volts reading, V; null where there is none
 * @returns true when it lets the step count
 * @example readingPasses('l1-l2', 118) // false
 */
export function readingPasses(step: LockoutStep, volts: number | null): boolean {
  const { reads } = LOCKOUT_TABLE[step];
  if (reads === null) return true;
  if (volts === null || !Number.isFinite(volts) || volts < 0) return false;
  return reads === 'live' ? volts >= LIVE_VOLTS : volts <= deadVolts(step);
}

/** A step as it was taken. */
export interface LockoutEntry {
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

export interface LockoutProgress {
  done: Partial<Record<LockoutStep, LockoutEntry>>;
  /** A step whose reading did not pass; everything from isolation on is to be done again. */
  failed: { step: LockoutStep; volts: number | null; at: string } | null;
}

/**
 * The gate as it stands before anything was proven.
 * @returns no step done, none failed: nothing may be opened
 * @example noLockout().failed // null
 */
export const noLockout = (): LockoutProgress => ({ done: {}, failed: null });

/** Whether a step was taken, on every circuit where each is read. */
function stands(lockout: LockoutProgress, step: LockoutStep, circuits: number): boolean {
  const entry = lockout.done[step];
  if (!entry) return false;
  return entry.skipped !== null || entry.shut === true || !EACH.includes(step) || (entry.readings?.length ?? 1) >= circuits;
}
const EACH: readonly LockoutStep[] = ['l1-l2', 'l1-ground', 'l2-ground'];

/**
 * The first step of a gate that is still due.
 * @param lockout as far as it has been taken; undefined before its first step
 * @param order its steps, in order
 * @param circuits that are read one by one
 * @returns undefined once all were taken
 * @example stepDue(undefined, lockoutStepsFor('split-cool')) // "thermostat-off"
 */
export const stepDue = (lockout: LockoutProgress | undefined, order: readonly LockoutStep[], circuits = 1): LockoutStep | undefined =>
  order.find((step) => !lockout || !stands(lockout, step, circuits));

/**
 * The gate after one more step. A reading that fails, or a step out of order, never opens anything: a failed reading drops isolation and all
 * that follows; a step whose predecessors are missing is not counted, nor one that leaves a circuit unread. A step left out with a reason counts
 * as taken, and keeps the reason.
 */
export function stepLockout(
  lockout: LockoutProgress,
  order: readonly LockoutStep[],
  step: LockoutStep,
  entry: LockoutEntry,
  circuits = 1,
): LockoutProgress {
  const index = order.indexOf(step);
  if (index < 0 || order.slice(0, index).some((earlier) => !stands(lockout, earlier, circuits))) return lockout;
  if (entry.skipped === null && !entryPasses(step, entry)) {
    const kept = order.slice(0, Math.max(0, Math.min(index, order.indexOf('isolated'))));
    return { done: Object.fromEntries(kept.map((name) => [name, lockout.done[name]])), failed: { step, volts: entry.volts, at: entry.at } };
  }
  // Doing a step over drops what was proved after it.
  const kept = order.slice(0, index);
  return { done: { ...Object.fromEntries(kept.map((name) => [name, lockout.done[name]])), [step]: entry }, failed: null };
}

/**
 * Whether every step of a gate has been taken.
 * @param lockout as far as it has been taken; undefined before its first step
 * @param order steps of this gate, in order
 * @param circuits that are read one by one
 * @returns true once all are
 * @example isLockedOut(undefined, lockoutStepsFor('split-cool')) // false
 */
export const isLockedOut = (lockout: LockoutProgress | undefined, order: readonly LockoutStep[], circuits = 1): boolean =>
  lockout !== undefined && stepDue(lockout, order, circuits) === undefined;

/**
 * When a gate was opened.
 * @param lockout as far as it has been taken
 * @param order its steps
 * @param circuits that are read one by one
 * @returns ISO 8601; null while it is shut
 * @example lockedOutAt(undefined, lockoutStepsFor('split-cool')) // null
 */
export const lockedOutAt = (lockout: LockoutProgress | undefined, order: readonly LockoutStep[], circuits = 1): string | null =>
  lockout && isLockedOut(lockout, order, circuits) ? (lockout.done[order.at(-1) as LockoutStep]?.at ?? null) : null;

/** Shortest reason that says anything, characters. */
export const LEAST_REASON = 8;
