import type { FigureSetting } from '../airside';
import { requireInRange } from '../errors';
import { modelled, type Conditions } from './unitModel';

/** How long the system runs now, as the customer tells or the thermostat’s own count says, and the air it has to keep up with. */
export interface RunsTold {
  /** Minutes it runs in an hour, in the air of now. */
  minutesAnHour: number;
  /** Outdoor air of the hottest usual afternoon, °C. */
  designC: number;
}

/** Whether a system is large enough for its house. */
export interface Sizing {
  /** Share of the hour it would run on the hottest usual afternoon; over 1 it cannot keep up. */
  share: number;
  low: number;
  high: number;
  /** `floor`: it runs without a stop already, so that the share is at least this. */
  floor: boolean;
  verdict: 'short' | 'just' | 'keeps-up' | 'generous' | 'stops-early' | 'open';
  /** A sentence. */
  why: string;
}

/** Outdoor air at which a house needs no cooling, °C: the base of cooling degree-days, 65 °F (ASHRAE Fundamentals, from memory); and how far houses differ. */
const BALANCE_C = 18.3;
const BALANCE_DOUBT_K = 2.5;
/** What can be a hottest usual afternoon, °C. */
export const DESIGN_RANGE_C = [20, 55] as const;
/** Minutes in an hour that a customer’s word may be off by. Judgment. */
const WORD_MIN = 5;
/** Milder than this over the balance the load of now tells nothing of a hot day, K. Judgment. */
const LEAST_OVER_K = 8;
/** Where the model does not hold, cooling falls by so much a kelvin. Common practice, no source. */
const CAPACITY_PER_K = 0.008;
/** Below it, it is larger than it has to be: short runs dry the air badly. Common practice, no source. */
const GENEROUS = 0.55;
/** Air that comes back this warm still wants cooling, °C (80 °F); and it stops for ten minutes of the hour at least. Common practice, no source. */
const WARM_RETURN_C = 26.7;
const STOPS_MIN = 10;

/**
 * Whether a system keeps up on the hottest usual afternoon: the load of the house goes with how far outdoor air is above the balance, the cooling with what
 * the unit does in hotter air.
 * @param told minutes an hour it runs now, and the hottest usual afternoon
 * @param air it runs in now
 * @param setting what the unit is
 * @returns the share of the hour it would run then, with its interval, and a verdict that the interval allows
 * @throws CoreError minutes out of 0 to 60, design out of 20 to 55 °C
 * @example sizingOf({ minutesAnHour: 60, designC: 38 }, { outdoorC: 32, returnC: 25, returnWetBulbC: 18 }, { refrigerant: 'unknown', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }).verdict // 'short'
 */
export function sizingOf({ minutesAnHour, designC }: RunsTold, air: Conditions, setting: FigureSetting): Sizing {
  requireInRange('minutesAnHour', minutesAnHour, 0, 60, 'min');
  requireInRange('designC', designC, ...DESIGN_RANGE_C, '°C');
  const over = air.outdoorC - BALANCE_C;
  const none = { share: NaN, low: 0, high: Infinity, floor: false, verdict: 'open' as const };
  if (over < LEAST_OVER_K) return { ...none, why: 'It is too mild outdoors: how long it runs now tells nothing of a hot afternoon.' };
  const [now, then] = [modelled(setting, air), modelled(setting, { ...air, outdoorC: designC })];
  const cooling =
    now && then && now.capacityKW > 0 ? then.capacityKW / now.capacityKW : Math.max(0.3, 1 - CAPACITY_PER_K * (designC - air.outdoorC));
  const shareAt = (minutes: number, balance: number) =>
    ((minutes / 60) * Math.max(0, designC - balance)) / Math.max(1, air.outdoorC - balance) / cooling;
  const share = shareAt(minutesAnHour, BALANCE_C);
  const floor = minutesAnHour >= 60 - 1e-9;
  const byWord = shareAt(Math.min(60, minutesAnHour + WORD_MIN), BALANCE_C) - share;
  const byHouse = Math.abs(shareAt(minutesAnHour, BALANCE_C + BALANCE_DOUBT_K) - shareAt(minutesAnHour, BALANCE_C - BALANCE_DOUBT_K)) / 2;
  const doubt = Math.hypot(floor ? 0 : Math.max(byWord, (share * WORD_MIN) / Math.max(WORD_MIN, minutesAnHour)), byHouse);
  const [low, high] = [Math.max(0, share - doubt), floor ? Infinity : share + doubt];
  const told = { share, low, high, floor };
  if (air.returnC >= WARM_RETURN_C && minutesAnHour <= 60 - STOPS_MIN)
    return {
      ...told,
      verdict: 'stops-early',
      why: 'It stops though the air that comes back is still warm: the thermostat, where it hangs, or the control, before its size.',
    };
  if (low > 1)
    return {
      ...told,
      verdict: 'short',
      why: 'It cannot keep up on the hottest usual afternoon: too small, or something still takes its cooling.',
    };
  if (floor)
    return { ...told, verdict: 'open', why: 'It runs without a stop already: that it is enough, or not, shows only when it stops.' };
  if (high <= 1)
    return high < GENEROUS
      ? { ...told, verdict: 'generous', why: 'Larger than it has to be: short runs cool the air and leave it damp.' }
      : { ...told, verdict: 'keeps-up', why: 'It keeps up on the hottest usual afternoon.' };
  return {
    ...told,
    verdict: 'just',
    why: 'It may or may not keep up on the hottest usual afternoon: the doubt is larger than the answer.',
  };
}
