import { dayLater } from '../clock';
import type { MeterDays } from './meter';
import type { EnergyPoint } from './model';
import { saving, type Saving, type YearDay } from './saving';

/** Most of a year before and after a wash is looked at, days. */
export const YEAR_DAYS = 365;

/** A wash as a meter is asked about it. */
export interface AskedWash {
  /** ISO day of the wash. */
  day: string;
  /** Day of the next wash at that place; null where there was none yet. */
  next: string | null;
}

/** Meter rows with the mean air of their days; rows whose air is not known are left out. */
function pointsOf(rows: readonly MeterDays[], air: ReadonlyMap<string, number>): EnergyPoint[] {
  return rows.flatMap(({ day, days, kWh }): EnergyPoint[] => {
    let sum = 0;
    for (let n = 0; n < days; n += 1) {
      const meanC = air.get(dayLater(day, n));
      if (meanC === undefined) return [];
      sum += meanC;
    }
    return [{ day, days, meanC: sum / days, kWh: kWh / days }];
  });
}

/** What was reckoned, and of which days. */
export interface WashSaving extends Saving {
  points: { before: EnergyPoint[]; after: EnergyPoint[] };
}

/**
 * What a wash saved by a meter: up to a year before it against up to a year after it (and before the next one), both held to one year of weather.
 * @param rows of the meter
 * @param air mean air of days, °C
 * @param wash when it was, and the next
 * @param year that both are held to: a typical one, or left out for the last year of the air
 * @returns the saving with its days
 * @throws CoreError as `saving`; the day of the wash itself counts for neither side
 * @example (() => { try { return savedBy([], [], { day: '2026-06-11', next: null }); } catch (error) { return error.field; } })() // 'before'
 */
export function savedBy(
  rows: readonly MeterDays[],
  air: readonly YearDay[],
  { day, next }: AskedWash,
  year: readonly YearDay[] = air.slice(-YEAR_DAYS),
): WashSaving {
  const known = new Map(air.map((row) => [row.day, row.meanC]));
  const points = pointsOf(rows, known);
  const [from, until] = [dayLater(day, -YEAR_DAYS), dayLater(day, YEAR_DAYS + 1)];
  const end = next !== null && next < until ? next : until;
  const before = points.filter((point) => point.day >= from && dayLater(point.day, point.days) <= day);
  const after = points.filter((point) => point.day > day && dayLater(point.day, point.days) <= end);
  return { ...saving(before, after, year), points: { before, after } };
}
