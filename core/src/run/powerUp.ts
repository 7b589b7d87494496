import { tableOf } from '../errors';
import { CONDENSATE_RUN_S, type CoilPlan } from '../method';

/** From everything rinsed to running steady, in order. */
export const POWER_STEPS = ['blades-free', 'closed-up', 'told', 'power-on', 'called', 'fan-right', 'sounds-right', 'steady'] as const;
/** One of `POWER_STEPS`. */
export type PowerStep = (typeof POWER_STEPS)[number];

export interface PowerStepFacts {
  step: PowerStep;
  name: string;
  help: string;
  /** What is said when it is not so, and stops the restart; null where it cannot go wrong. */
  bad: string | null;
}

/** Common practice, no source; the maker's manual outranks it. */
export const POWER_TABLE: Record<PowerStep, PowerStepFacts> = tableOf('power step', {
  'blades-free': {
    step: 'blades-free',
    name: 'Fan spun by hand, power still off',
    help: 'It turns free, no blade is bent or near the shroud, no lead lies in its way.',
    bad: 'It rubs',
  },
  'closed-up': {
    step: 'closed-up',
    name: 'Compartment dry, everything back on',
    help: 'Wiped dry, wires as noted, panels shut, nothing left over.',
    bad: null,
  },
  told: { step: 'told', name: 'Occupant told, hands clear', help: 'Nobody at the unit, ladder and hose away from the fan.', bad: null },
  'power-on': {
    step: 'power-on',
    name: 'Power back',
    help: 'Whoever pulled the block puts it back. The thermostat stays off until the compressor has rested.',
    bad: null,
  },
  called: {
    step: 'called',
    name: 'Thermostat calls for cooling',
    help: 'Five minutes after it stopped, so that pressures have equalized. A board may hold the start some minutes more by itself: a delay, not a fault.',
    bad: 'No start',
  },
  'fan-right': {
    step: 'fan-right',
    name: 'Fan blows the right way',
    help: 'Air leaves where it should, at full strength.',
    bad: 'Wrong way',
  },
  'sounds-right': {
    step: 'sounds-right',
    name: 'No rubbing, normal sound',
    help: 'Listen for a blade that touches, a loose panel, a compressor that labours.',
    bad: 'It rubs',
  },
  steady: { step: 'steady', name: 'Running steady', help: 'Readings taken sooner do not count.', bad: null },
});

/** Rest of the compressor between its stop and its next start, s. Common practice, no source; the maker's manual outranks it. */
export const HOLD_OFF_S = 300;
/** Running time before a full set of readings counts, s. Common practice, no source. */
const STEADY_S = 900;
/** The same before a quick one: enough for the split, and what still moves is in its doubt. Common practice, no source. */
const QUICK_STEADY_S = 300;

export interface PowerUp {
  /** When each was done, and why the wait before it was cut short, where it was. */
  done: Partial<Record<PowerStep, { at: string; why?: string }>>;
  /** When the compressor stopped last; null while it runs, and where nobody said. */
  stoppedAt: string | null;
  /** A step that was found wrong; from power on, everything is to be done again. */
  failed: { step: PowerStep; at: string } | null;
  /** Running time before readings count, s; 0 where the plans ask for none. */
  runInS: number;
}

/**
 * Power as it stands before anybody gives it back.
 * @returns no step done, none failed
 * @example notPowered().failed // null
 */
export const notPowered = (): PowerUp => ({ done: {}, stoppedAt: null, failed: null, runInS: STEADY_S });

const keep = (up: PowerUp, steps: readonly PowerStep[]): PowerUp['done'] =>
  Object.fromEntries(steps.flatMap((step) => (up.done[step] ? [[step, up.done[step]]] : [])));

/** The restart after one more step. A step out of order is not counted; a bad one drops itself, power on and all after it. */
export function stepPower(up: PowerUp, step: PowerStep, ok: boolean, at: string, why?: string): PowerUp {
  const index = POWER_STEPS.indexOf(step);
  if (POWER_STEPS.slice(0, index).some((earlier) => !up.done[earlier])) return up;
  const ran = index > POWER_STEPS.indexOf('called');
  if (!ok)
    return {
      ...up,
      done: keep(up, POWER_STEPS.slice(0, Math.min(index, POWER_STEPS.indexOf('power-on')))),
      stoppedAt: ran ? at : up.stoppedAt,
      failed: { step, at },
    };
  return {
    ...up,
    done: { ...keep(up, POWER_STEPS.slice(0, index)), [step]: { at, ...(why ? { why } : {}) } },
    stoppedAt: step === 'called' ? null : up.stoppedAt,
    failed: null,
  };
}

/** The compressor stopped, unless it had before. */
export const compressorStopped = (up: PowerUp, at: string): PowerUp => (up.stoppedAt === null ? { ...up, stoppedAt: at } : up);

/** Isolated again after power: what came with the power is to be done again. */
export const powerTaken = (up: PowerUp): PowerUp => ({ ...up, done: keep(up, POWER_STEPS.slice(0, POWER_STEPS.indexOf('power-on'))) });

/**
 * How long it runs before the readings count that its plans ask for, s. A plan says so by its last step.
 * @param plans that are followed
 * @returns 0 where none are asked for
 * @example runInOf([planCoil(coil(), graded(3), mildDay, shelf, house({ readings: 'quick' }))]) // 300
 */
export function runInOf(plans: readonly Pick<CoilPlan, 'steps'>[]): number {
  const asks = (id: 'after' | 'after-quick') => plans.some((plan) => plan.steps.some((step) => step.id === id));
  return asks('after') ? STEADY_S : asks('after-quick') ? QUICK_STEADY_S : 0;
}

/**
 * Whether it has run since its restart as long as a full set of readings asks, whatever its plans ask for.
 * @param up the restart
 * @param nowMs UTC ms
 * @returns null where the thermostat has not called yet
 * @example hasRunIn(notPowered(), 0) // null
 */
export const hasRunIn = (up: PowerUp, nowMs: number): boolean | null =>
  up.done.called ? nowMs - Date.parse(up.done.called.at) >= STEADY_S * 1000 : null;

/**
 * The steps of this restart: it is waited for steady running only where readings are asked for.
 * @param up the restart as far as it is
 * @returns the steps, in order
 * @example powerStepsOf({ ...notPowered(), runInS: 0 }).includes('steady') // false
 */
export const powerStepsOf = (up: Pick<PowerUp, 'runInS'>): readonly PowerStep[] =>
  up.runInS > 0 ? POWER_STEPS : POWER_STEPS.filter((step) => step !== 'steady');

/**
 * The name of a step of this restart.
 * @param step which
 * @param up the restart
 * @returns its name
 * @example powerStepName('steady', { runInS: 300 }) // 'Steady for 5 min'
 */
export const powerStepName = (step: PowerStep, up: Pick<PowerUp, 'runInS'>): string =>
  step === 'steady' ? `Steady for ${Math.round(up.runInS / 60)} min` : POWER_TABLE[step].name;

/**
 * The step that is due; null when all are done.
 * @param up the restart as far as it is
 * @returns the step, or null
 * @example nextPowerStep(notPowered()) // 'blades-free'
 */
export const nextPowerStep = (up: PowerUp): PowerStep | null => powerStepsOf(up).find((step) => !up.done[step]) ?? null;

export interface PowerClocks {
  /** The compressor may start then, UTC ms; null before power, once it was called, and where it had rested when power came. */
  restUntilMs: number | null;
  /** Readings count from then, UTC ms; null until the thermostat called, and where none are asked for. */
  steadyAtMs: number | null;
}

/**
 * The two clocks of a restart, from when its steps were done alone.
 * @param up the restart as far as it is
 * @returns UTC ms, null where a clock does not run
 * @example powerClocks(notPowered()) // { restUntilMs: null, steadyAtMs: null }
 */
export function powerClocks(up: PowerUp): PowerClocks {
  const { 'power-on': on, called } = up.done;
  const onMs = on ? Date.parse(on.at) : 0;
  const restedMs = (up.stoppedAt === null ? onMs : Date.parse(up.stoppedAt)) + HOLD_OFF_S * 1000;
  return {
    restUntilMs: on && !called && restedMs > onMs ? restedMs : null,
    steadyAtMs: called && up.runInS > 0 ? Date.parse(called.at) + up.runInS * 1000 : null,
  };
}

/**
 * When condensate has rinsed long enough, UTC ms: three quarters of an hour from when the thermostat called.
 * @param up the restart
 * @returns null until it called
 * @example condensateClock(notPowered()) // null
 */
export const condensateClock = (up: PowerUp): number | null =>
  up.done.called ? Date.parse(up.done.called.at) + CONDENSATE_RUN_S.least * 1000 : null;
