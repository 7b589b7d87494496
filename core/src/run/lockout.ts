import type { PowerSource } from '../equipment';
import { BUS_VOLTS, DEAD_VOLTS, LIVE_VOLTS, LOCKOUT_TABLE, type LockoutStep } from './lockoutSteps';

/**
 * Whether the compartment of a step may stay shut: then no reading is due.
 * @param step of the lockout
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
 * @param step of the lockout
 * @param readings of each circuit, V
 * @returns V
 * @example worstReading('l1-l2', [0, 118]) // 118
 */
export const worstReading = (step: LockoutStep, readings: readonly number[]): number =>
  LOCKOUT_TABLE[step].reads === 'live' ? Math.min(...readings) : Math.max(...readings);

/**
 * Whether a step is read on each circuit: one dead circuit says nothing of the other.
 * @param step of the lockout
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
 * @param step of the lockout
 * @returns V
 * @example deadVolts('l1-l2') // 1
 */
export const deadVolts = (step: LockoutStep): number => (step === 'dc-bus' ? BUS_VOLTS : DEAD_VOLTS);

/**
 * Whether a step is satisfied by its reading; a step with nothing to read is satisfied by being done.
 * @param step of the lockout
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
 * A lockout before its first step.
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
 * The first step of a lockout that is still due.
 * @param lockout as far as it has been taken; undefined before its first step
 * @param order its steps, in order
 * @param circuits that are read one by one
 * @returns undefined once all were taken
 * @example stepDue(undefined, lockoutStepsFor('split-cool')) // "thermostat-off"
 */
export const stepDue = (lockout: LockoutProgress | undefined, order: readonly LockoutStep[], circuits = 1): LockoutStep | undefined =>
  order.find((step) => !lockout || !stands(lockout, step, circuits));

/**
 * The lockout after one more step. A reading that fails, or a step out of order, never opens anything: a failed reading drops isolation and all
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
 * Whether every step of a lockout has been taken.
 * @param lockout as far as it has been taken; undefined before its first step
 * @param order its steps, in order
 * @param circuits that are read one by one
 * @returns true once all are
 * @example isLockedOut(undefined, lockoutStepsFor('split-cool')) // false
 */
export const isLockedOut = (lockout: LockoutProgress | undefined, order: readonly LockoutStep[], circuits = 1): boolean =>
  lockout !== undefined && stepDue(lockout, order, circuits) === undefined;

/**
 * When a lockout was complete.
 * @param lockout as far as it has been taken
 * @param order its steps
 * @param circuits that are read one by one
 * @returns ISO 8601; null before
 * @example lockedOutAt(undefined, lockoutStepsFor('split-cool')) // null
 */
export const lockedOutAt = (lockout: LockoutProgress | undefined, order: readonly LockoutStep[], circuits = 1): string | null =>
  lockout && isLockedOut(lockout, order, circuits) ? (lockout.done[order.at(-1) as LockoutStep]?.at ?? null) : null;

/** Shortest reason that says anything, characters. */
export const LEAST_REASON = 8;
