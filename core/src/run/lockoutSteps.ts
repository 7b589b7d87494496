import type { PowerSource } from '../equipment';
import { tableOf } from '../errors';
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
 * @param step of the lockout
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
