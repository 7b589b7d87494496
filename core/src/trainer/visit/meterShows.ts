import type { PowerSource } from '../../equipment';
import { LOCKOUT_TABLE, readingPasses, type LockoutStep, type VisitEvent } from '../../run';
import { uniforms } from '../../random';
import { SURPRISE_TABLE, type HiddenVisit } from './hiddenVisit';

/** What is read off a meter. */
export interface MeterReading {
  volts: number;
  /** A surprise of this visit shows in it. */
  surprise: boolean;
}

/** Sources that are fed at 240 V; the others at 120 V. */
const HIGH: readonly PowerSource[] = ['outdoor-unit', 'package-unit', 'wall-head'];

/**
 * What the meter shows at a step of the gate. A surprise shows once, at the first source: whoever enters it as it is has it put right.
 * @param hidden the visit
 * @param source which power source is proved dead
 * @param step of its gate
 * @param before entries of the visit so far
 * @returns the reading; null where there is nothing to read at this step
 * @example meterShows(hiddenVisit(1, []), 'outdoor-unit', 'isolated', []) // null
 */
export function meterShows(
  hidden: HiddenVisit,
  source: PowerSource,
  step: LockoutStep,
  before: readonly VisitEvent[],
): MeterReading | null {
  const { reads } = LOCKOUT_TABLE[step];
  if (reads === null) return null;
  const steps = before.filter((event): event is VisitEvent<'gate.step'> => event.kind === 'gate.step');
  const first = steps[0]?.data.source ?? source;
  const metBefore = steps.some(
    ({ data }) => data.source === source && data.step === step && !data.shut && !readingPasses(step, data.volts),
  );
  if (hidden.surprise !== 'none' && source === first && !metBefore) {
    const { step: at, volts } = SURPRISE_TABLE[hidden.surprise];
    if (at === step) return { volts, surprise: true };
  }
  const noise = uniforms(hidden.seed + steps.length)();
  const volts = reads === 'live' ? (HIGH.includes(source) ? 238 + 5 * noise : 118 + 4 * noise) : 0.6 * noise;
  return { volts: Math.round(volts * 10) / 10, surprise: false };
}
