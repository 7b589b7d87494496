import { type CoilRole, type Configuration, CONFIGURATION_TABLE, type PowerSource } from '../equipment';
import type { CoilAnswers } from '../survey';
import { LOCKOUT_STEPS, LOCKOUT_TABLE, type LockoutStep } from './lockoutSteps';

/** What the coils' own answers ask of one lockout. */
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
 * What the answers given in Look ask of the lockout of a source; what nobody answered is taken the careful way.
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

/** A lockout with nothing out of the usual. */
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
 * How a step of a lockout is called.
 * @param step of the lockout
 * @param needs what the coils' answers ask of it
 * @returns words
 * @example lockoutStepName('l1-l2', { ...plainLockout('split-cool'), furnace: true }) // "Hot to neutral"
 */
export const lockoutStepName = (step: LockoutStep, { furnace }: Pick<LockoutNeeds, 'furnace'>): string =>
  (furnace ? FURNACE_PAIRS[step] : undefined) ?? LOCKOUT_TABLE[step].name;

/** Steps that are taken where the disconnect is, and not again at a unit that it feeds too. */
const AT_THE_DISCONNECT: readonly LockoutStep[] = ['thermostat-off', 'gas-off', 'isolated', 'tagged'];

/**
 * The steps of a lockout, in order.
 * @param configuration how the system is put together
 * @param needs what the coils' answers ask of it; a plain one where left out
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
