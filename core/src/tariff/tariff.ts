import { CoreError } from '../errors';

/** What a kWh costs up to so many in a month; the last tier has no end. */
export interface Tier {
  upToKwh: number | null;
  price: number;
}

/** Which days a price holds on. */
export const PRICED_DAYS = ['all', 'weekdays', 'weekends'] as const;
/** One of `PRICED_DAYS`. */
export type PricedDays = (typeof PRICED_DAYS)[number];

/** Hours of days of months with a price of their own. */
export interface PricedHours {
  name: string;
  /** 1 to 12; none for all of them. */
  months: number[];
  days: PricedDays;
  /** Hours of the day: begun with, and ended before; over midnight where the end is not later. */
  from: number;
  to: number;
  price: number;
}

/** What energy costs, in the shop's money a kWh. */
export type Tariff =
  | { kind: 'flat'; price: number }
  | { kind: 'tiers'; tiers: Tier[]; usualMonthKwh: number }
  | { kind: 'hours'; periods: PricedHours[]; otherPrice: number };

/** How a day's use is spread over its hours: 24 shares of a weekday, then 24 of a day of the weekend. */
export type HourShares = readonly number[];

const HOURS = 24;
const EVEN: HourShares = Array.from({ length: 2 * HOURS }, () => 1 / HOURS);

const isWeekend = (day: string): boolean => [0, 6].includes(new Date(`${day}T00:00:00Z`).getUTCDay());

const within = (hour: number, { from, to }: PricedHours): boolean => (from < to ? hour >= from && hour < to : hour >= from || hour < to);

/** Price of an hour of a day: the first period that holds, else the other price. */
function hourPrice({ periods, otherPrice }: Extract<Tariff, { kind: 'hours' }>, day: string, hour: number): number {
  const month = Number(day.slice(5, 7));
  const weekend = isWeekend(day);
  const own = periods.find(
    (period) =>
      (period.months.length === 0 || period.months.includes(month)) &&
      (period.days === 'all' || (period.days === 'weekends') === weekend) &&
      within(hour, period),
  );
  return own?.price ?? otherPrice;
}

/** What a month's use costs by its tiers, each kWh in the tier that it falls in. */
function tiered(tiers: readonly Tier[], kWh: number): number {
  let [cost, below] = [0, 0];
  for (const { upToKwh, price } of tiers) {
    const until = upToKwh ?? Infinity;
    cost += Math.max(0, Math.min(kWh, until) - below) * price;
    below = Math.max(below, until);
  }
  return cost;
}

/**
 * What days of use cost.
 * @param tariff of energy
 * @param days ISO days with their kWh
 * @param shares how a day's use is spread over its hours; evenly where nobody knows
 * @returns in the shop's money
 * @throws CoreError `tiers` where none is without an end
 * @example costOf({ kind: 'tiers', tiers: [{ upToKwh: 100, price: 0.1 }, { upToKwh: null, price: 0.2 }], usualMonthKwh: 900 }, [{ day: '2026-06-01', kWh: 150 }], null) // 20
 */
export function costOf(tariff: Tariff, days: readonly { day: string; kWh: number }[], shares: HourShares | null): number {
  if (tariff.kind === 'flat') return days.reduce((sum, { kWh }) => sum + kWh * tariff.price, 0);
  if (tariff.kind === 'tiers') {
    checkTariff(tariff);
    const months = new Map<string, number>();
    for (const { day, kWh } of days) months.set(day.slice(0, 7), (months.get(day.slice(0, 7)) ?? 0) + kWh);
    return [...months.values()].reduce((sum, kWh) => sum + tiered(tariff.tiers, kWh), 0);
  }
  if (tariff.kind !== 'hours') throw new CoreError('unknown', 'kind', 'A tariff is flat, in tiers, or by hours.');
  const spread = shares ?? EVEN;
  return days.reduce((sum, { day, kWh }) => {
    const first = isWeekend(day) ? HOURS : 0;
    let price = 0;
    for (let hour = 0; hour < HOURS; hour += 1) price += (spread[first + hour] ?? 0) * hourPrice(tariff, day, hour);
    return sum + kWh * price;
  }, 0);
}

/** Hours in which a coil's dirt costs most. Common practice, no source. */
const [WARM_FROM, WARM_TO] = [10, 20];

/**
 * What one kWh more or less costs in a usual summer month: what dirt on a coil is paid with.
 * @param tariff of energy
 * @param latitudeDeg of the shop: which months are its summer
 * @returns the price of a kWh
 * @throws CoreError `tiers` where none is without an end
 * @example marginalPrice({ kind: 'flat', price: 0.17 }, 42) // 0.17
 */
export function marginalPrice(tariff: Tariff, latitudeDeg: number): number {
  if (tariff.kind === 'flat') return tariff.price;
  if (tariff.kind === 'tiers') {
    checkTariff(tariff);
    const tier = tariff.tiers.find(({ upToKwh }) => upToKwh === null || tariff.usualMonthKwh < upToKwh);
    return tier?.price ?? 0;
  }
  if (tariff.kind !== 'hours')
    throw new CoreError('unknown', 'kind', `There is no price of energy of the kind ${String((tariff as Tariff).kind)}.`);
  // A week of the middle of summer.
  const month = latitudeDeg < 0 ? '01' : '07';
  let sum = 0;
  for (let n = 1; n <= 7; n += 1)
    for (let hour = WARM_FROM; hour < WARM_TO; hour += 1) sum += hourPrice(tariff, `2026-${month}-0${n}`, hour);
  return sum / (7 * (WARM_TO - WARM_FROM));
}

/**
 * Refuses a tariff that cannot be: tiers that do not climb, or end.
 * @param tariff of energy
 * @returns nothing
 * @throws CoreError `tiers` or `periods`
 * @example checkTariff({ kind: 'flat', price: 0.17 }) // undefined
 */
export function checkTariff(tariff: Tariff): void {
  if (tariff.kind === 'tiers') {
    const ends = tariff.tiers.map((tier) => tier.upToKwh ?? Infinity);
    if (ends.at(-1) !== Infinity) throw new CoreError('missing', 'tiers', 'The last tier has no end: leave its kWh empty.');
    ends.forEach((end, i) => {
      if (end <= (ends[i - 1] ?? 0)) throw new CoreError('not-allowed', 'tiers', 'Each tier ends later than the one before it.');
    });
  }
  if (tariff.kind === 'hours' && tariff.periods.length === 0)
    throw new CoreError('missing', 'periods', 'Name the hours that have a price of their own, or choose one price.');
}
