import type { HourAir } from '../dryout';
import type { AskedSeasons } from './asked';
import { DEGREE_BASE_C } from './degreeBase';
import type { FluffLearned } from './fluffLearned';

/** What is known of the year of a place. */
export interface Climate {
  /** Degree hours of each month, K h, January first: of cooling over the base, and of heating under it. Empty where too little of a year's air is known. */
  cooling: number[];
  heating: number[];
  /** What somebody said of it. */
  asked?: AskedSeasons | null;
  /** What coils told of the weeks of seed fluff, where they told anything. */
  fluff?: FluffLearned | null;
}

/** Fewer days of a year tell no climate. Common practice, no source. */
const LEAST_DAYS = 330;
/** Months are held against the mean of so many strongest ones: those are the full months. */
const FULL_MONTHS = 3;
/** A full month with less than this asks for nothing worth counting, K h: a kelvin and a third all day. Common practice, no source. */
const LEAST_FULL = 1000;

/** A whole day of air: its mean, °C, and its degree hours, K h. */
export interface DayAir {
  meanC: number;
  cooling: number;
  heating: number;
}

/** Fewer hours are not a whole day. Common practice, no source. */
const LEAST_HOURS = 20;

/**
 * A day's mean and degree hours out of all its hours.
 * @param hours of the day, in any order
 * @returns the day; null where too few of its hours are known: those of daylight alone are warmer than the day
 * @example dayAir([{ dryBulbC: 20 }]) // null
 */
export function dayAir(hours: readonly Pick<HourAir, 'dryBulbC'>[]): DayAir | null {
  if (hours.length < LEAST_HOURS) return null;
  const mean = (of: (c: number) => number) => hours.reduce((sum, { dryBulbC }) => sum + of(dryBulbC), 0) / hours.length;
  return {
    meanC: mean((c) => c),
    cooling: 24 * mean((c) => Math.max(0, c - DEGREE_BASE_C)),
    heating: 24 * mean((c) => Math.max(0, DEGREE_BASE_C - c)),
  };
}

/**
 * The climate of a place out of whole days of air: degree hours by month, of a mean day of the month times its days.
 * @param days of any years
 * @returns the climate; null where too little of a year is known
 * @example climateOf([]) // null
 */
export function climateOf(days: readonly ({ day: string } & Pick<DayAir, 'cooling' | 'heating'>)[]): Climate | null {
  const sums = Array.from({ length: 12 }, () => ({ days: 0, cooling: 0, heating: 0 }));
  for (const { day, cooling, heating } of days) {
    const month = sums[Number(day.slice(5, 7)) - 1];
    if (!month) continue;
    month.days += 1;
    month.cooling += cooling;
    month.heating += heating;
  }
  if (days.length < LEAST_DAYS || sums.some((month) => month.days === 0)) return null;
  const of = (what: 'cooling' | 'heating') => sums.map((month) => (month[what] / month.days) * (365.25 / 12));
  return { cooling: of('cooling'), heating: of('heating') };
}

const share = (months: readonly number[], month: number): number => {
  const full =
    [...months]
      .sort((a, b) => b - a)
      .slice(0, FULL_MONTHS)
      .reduce((sum, each) => sum + each, 0) / FULL_MONTHS;
  return full < LEAST_FULL ? 0 : Math.min(1, (months[month - 1] ?? 0) / full);
};

/**
 * The share of a month that a system runs, by the degree hours of its place.
 * @param climate of the place
 * @param month 1 to 12
 * @param heats it heats too
 * @returns 0 to 1
 * @example climateShare({ cooling: [0, 0, 0, 0, 900, 2000, 3000, 2500, 700, 0, 0, 0], heating: Array(12).fill(0) }, 7, false) // 1
 */
export const climateShare = ({ cooling, heating }: Climate, month: number, heats: boolean): number =>
  heats ? Math.max(share(cooling, month), share(heating, month)) : share(cooling, month);
