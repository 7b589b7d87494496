import { propagated, type Uncertain } from '../airside';
import type { BeforeAfter } from './beforeAfter';

/** What a wash was worth in the air of the readings after it. */
export interface Worth {
  /** More cooling than before, kW; null where it was not read both times. */
  cooling: Uncertain | null;
  /** Less power than before, W; null where it was not read both times. */
  watts: Uncertain | null;
  /** Less power for the same cooling, W: what counts where the thermostat decides how long it runs. Null without both. */
  sameCoolingW: Uncertain | null;
  /** The same in money for an hour of running; null without a price. */
  anHour: Uncertain | null;
}

/** Less than this is no cooling to reckon by, kW. */
const LEAST_KW = 0.3;

/**
 * What a wash was worth now: what is left of each change once the air's part is taken off, and what the same cooling costs less.
 * @param compared before against after
 * @param pricePerKwh of energy, in the shop's money; 0 where nobody set it
 * @returns figures with their doubt; null where nothing that was read can say
 * @example worthOf({ lines: [], way: 'none', why: '', whole: 'open' }, 0.2).watts // null
 */
export function worthOf(compared: BeforeAfter, pricePerKwh: number): Worth {
  const line = (sign: 'capacity' | 'watts') => compared.lines.find((row) => row.sign === sign && row.verdict !== 'not-comparable') ?? null;
  const [capacity, watts] = [line('capacity'), line('watts')];
  const minus = (figure: Uncertain): Uncertain => ({ value: -figure.value, u: figure.u });
  const sameCoolingW =
    capacity && watts
      ? propagated(
          ([kW = 0, gain = 0, w = 0, change = 0]) =>
            kW < LEAST_KW || kW - gain < LEAST_KW ? null : ((w - change) / (kW - gain) - w / kW) * kW,
          [{ value: capacity.after.value, u: 0 }, capacity.effect, { value: watts.after.value, u: 0 }, watts.effect],
        )
      : null;
  const price = pricePerKwh / 1000;
  return {
    cooling: capacity?.effect ?? null,
    watts: watts ? minus(watts.effect) : null,
    sameCoolingW,
    anHour: sameCoolingW && pricePerKwh > 0 ? { value: sameCoolingW.value * price, u: sameCoolingW.u * price } : null,
  };
}
