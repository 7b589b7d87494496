import type { HourAir } from '../dryout';
import { DEGREE_BASE_C } from './degreeBase';

/** Degree hours of each month of a place, K h, January first: of cooling over the base, and of heating under it. */
export interface Climate {
  cooling: number[];
  heating: number[];
}

/** Fewer days of a year tell no climate. Common practice, no source. */
const LEAST_DAYS = 330;
/** Months are held against the mean of so many strongest ones: those are the full months. */
const FULL_MONTHS = 3;
/** A full month with less than this asks for nothing worth counting, K h: a kelvin and a third all day. Common practice, no source. */
const LEAST_FULL = 1000;

/**
 * The climate of a place out of hourly air: degree hours by month, of a mean day of the month times its days.
 * @param days with their hours, of any years
 * @returns the climate; null where too little of a year is known
 * @example climateOf([]) // null
 */
export function climateOf(days: readonly { day: string; hours: readonly Pick<HourAir, 'dryBulbC'>[] }[]): Climate | null {
  const sums = Array.from({ length: 12 }, () => ({ days: 0, cooling: 0, heating: 0 }));
  let count = 0;
  for (const { day, hours } of days) {
    const month = sums[Number(day.slice(5, 7)) - 1];
    if (!month || hours.length === 0) continue;
    count += 1;
    month.days += 1;
    for (const { dryBulbC } of hours) {
      month.cooling += (Math.max(0, dryBulbC - DEGREE_BASE_C) * 24) / hours.length;
      month.heating += (Math.max(0, DEGREE_BASE_C - dryBulbC) * 24) / hours.length;
    }
  }
  if (count < LEAST_DAYS || sums.some((month) => month.days === 0)) return null;
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
