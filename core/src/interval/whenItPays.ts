import type { CoilRole } from '../equipment';
import { requireInRange } from '../errors';
import { cheapestRound, YEAR_WEEKS } from './cheapestRound';
import { DIRT_SHARE } from './dirtShare';
import { LEAST_RUNNING, runMonths, runShare, type RunsWhere } from './exposure';
import type { GrowthBelief } from './regrowth';
import { seasonAt } from './season';

/** What dirt costs, as far as it is known. */
export interface DirtInput extends RunsWhere {
  /** ISO day of the last wash. */
  washedOn: string;
  role: CoilRole;
  /** Worst grade as it was left. */
  left: number;
  belief: GrowthBelief;
  /** What the next wash will cost, in the shop's money. */
  wash: number;
  /** Of energy, a kWh. */
  pricePerKwh: number;
  /** Of the outdoor unit, nominal cooling. */
  btuh: number;
  /** What it was found to draw, W; null where nobody read it. */
  watts: number | null;
  /** How much more or less than published a grade costs, by the shop's own measured washes; 1 without any. */
  shopFactor: number;
  /** What a wash was measured to save for the same cooling, W, and the grades that it took off; null where it was not. */
  saved: { watts: number; grades: number } | null;
}

/** When a wash costs least, washes and energy together. */
export interface WhenItPays {
  /** ISO day; null where dirt costs less energy than any wash, however long it waits. */
  day: string | null;
  /** First and last day that cost hardly more; null with `day`. */
  from: string | null;
  to: string | null;
  /** Washes and dirt together, a year, at best. */
  aYear: number;
  /** What dirt alone costs in the first year after a wash that no other follows. */
  dirtAYear: number;
  /** Extra watts a grade while it runs. */
  wattsAGrade: number;
  measured: boolean;
}

/** As dirty as the grades tell. */
const PACKED = 4;
/** Hours a day that the compressor runs where a month counts in full: 700 full hours a summer at middle latitudes, common practice, no source. */
const HOURS_A_DAY = 4;
/** Nominal cooling for a watt, Btu/h: a unit in use, neither new nor at its end. Common practice, no source. */
const BTUH_A_WATT = 11;

/**
 * Hours a year that a system's compressor runs.
 * @param where the system is, and what it is
 * @returns hours
 * @throws CoreError latitude out of −90 to 90
 * @example Math.round(runHours({ configuration: 'split-cool', latitudeDeg: 42 })) // 733
 */
export function runHours(where: RunsWhere): number {
  return runMonths('2026-01-01', '2027-01-01', where) * (365.25 / 12) * HOURS_A_DAY;
}

/** Years that are looked ahead. */
const MOST_WEEKS = 156;
/** Within so much of a year's cost any week is as good. */
const FLAT = 0.03;
const DAY_MS = 86_400_000;

/** Week of the year, 0 to 51. */
const weekOf = (day: string): number =>
  Math.min(YEAR_WEEKS - 1, Math.floor((Date.parse(day) - Date.parse(`${day.slice(0, 4)}-01-01`)) / (7 * DAY_MS)));
const weeksLater = (day: string, weeks: number): string => new Date(Date.parse(day) + weeks * 7 * DAY_MS).toISOString().slice(0, 10);

/** Cost of dirt over the weeks after a wash, running total: `[n − 1]` for n weeks. */
function dirtSince(week: number, left: number, gradesAWeek: number, costAGradeWeek: number, shares: readonly number[]): number[] {
  const costs = new Array<number>(MOST_WEEKS);
  let [grade, money] = [left, 0];
  for (let i = 0; i < MOST_WEEKS; i += 1) {
    const share = shares[(week + i) % YEAR_WEEKS] ?? 0;
    // What grows within a week counts from its middle on. It gathers in quiet weeks too, and costs nothing there.
    const grown = gradesAWeek * share;
    if (share >= LEAST_RUNNING) money += costAGradeWeek * share * Math.min(PACKED, grade + grown / 2);
    grade = Math.min(PACKED, grade + grown);
    costs[i] = money;
  }
  return costs;
}

/**
 * When the next wash costs least in the long run, washes and energy together, on the year as it is: dirt costs nothing while a unit stands still, so
 * a wash is never put before months in which it does. Where it runs all year alike, this is √(2C/a) after the last wash (C a wash, a the growth of
 * cost a day), the textbook answer of renewal.
 * @param input of the coil, its unit and the prices
 * @returns the day and the days around it that cost within 3 % of a year's cost as much
 * @throws CoreError latitude out of −90 to 90, `wash`, `pricePerKwh` or `btuh` not above 0
 * @example whenItPays({ washedOn: '2026-06-11', configuration: 'split-cool', latitudeDeg: 42, role: 'condenser', left: 0, belief: { perMonth: 0.2, weight: 200, shape: 3, scale: 0.98, visits: 0 }, wash: 120, pricePerKwh: 0.17, btuh: 36000, watts: null, shopFactor: 1, saved: null }).day // '2029-03-29'
 */
export function whenItPays(input: DirtInput): WhenItPays {
  const { washedOn, role, left, belief, wash, pricePerKwh, configuration, latitudeDeg } = input;
  requireInRange('wash', wash, 0.01, 1e6, '');
  requireInRange('pricePerKwh', pricePerKwh, 0.0001, 1e4, '');
  requireInRange('btuh', input.btuh, 1, 1e6, 'Btu/h');
  const season = seasonAt(latitudeDeg);
  const told = input.saved && input.saved.grades > 0 && input.saved.watts > 0 ? input.saved.watts / input.saved.grades : null;
  const wattsAGrade = told ?? DIRT_SHARE[role].aGrade * input.shopFactor * (input.watts ?? input.btuh / BTUH_A_WATT);
  const shares = Array.from({ length: YEAR_WEEKS }, (_, w) =>
    runShare(Math.min(12, Math.floor((w * 12 + 6) / YEAR_WEEKS) + 1), configuration, season, input.climate),
  );
  const gradesAWeek = Math.max(0, belief.perMonth) * (12 / YEAR_WEEKS);
  const aGradeWeek = (wattsAGrade / 1000) * HOURS_A_DAY * 7 * pricePerKwh;
  const since = (week: number, grade: number) => dirtSince(week, grade, gradesAWeek, aGradeWeek, shares);
  const round = cheapestRound(shares.map((_, w) => since(w, 0).map((money) => money + wash)));
  const week = weekOf(washedOn);
  const dirt = since(week, left);
  const own = dirt.map((money, i) => money + wash - round.perWeek * (i + 1) + (round.ahead[(week + i + 1) % YEAR_WEEKS] ?? 0));
  const aYear = round.perWeek * YEAR_WEEKS;
  const best = own.reduce((at, money, i) => (money < (own[at] ?? Infinity) - 1e-10 * aYear ? i : at), 0);
  const never = best >= MOST_WEEKS - 1;
  const flat = (i: number) => (own[i] ?? Infinity) <= (own[best] ?? 0) + FLAT * aYear;
  let [from, to] = [best, best];
  while (from > 0 && flat(from - 1)) from -= 1;
  while (to < MOST_WEEKS - 1 && flat(to + 1)) to += 1;
  return {
    day: never ? null : weeksLater(washedOn, best + 1),
    from: never ? null : weeksLater(washedOn, from + 1),
    to: never ? null : weeksLater(washedOn, to + 1),
    aYear,
    dirtAYear: dirt[YEAR_WEEKS - 1] ?? 0,
    wattsAGrade,
    measured: told !== null,
  };
}
