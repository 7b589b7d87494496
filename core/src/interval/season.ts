import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { parseISO } from 'date-fns/parseISO';
import { requireInRange, tableOf } from '../errors';

/** Which weeks a yearly wash is of use in. */
export type SeasonId = 'north' | 'south' | 'tropics';

/** First and last day, MM-dd, of the weeks after pollen and before the heat. Common practice, no source; of the tropics there are none. */
const USEFUL: Record<Exclude<SeasonId, 'tropics'>, { first: string; last: string }> = tableOf('season', {
  north: { first: '04-15', last: '06-30' },
  south: { first: '10-15', last: '12-31' },
});

/** Latitude of the tropics, degrees (obliquity of the ecliptic, from memory). */
const TROPIC_DEG = 23.44;

/**
 * Which seasons a place has.
 * @param latitudeDeg degrees, north above 0
 * @returns its half of the world, or the tropics, where cooling runs all year
 * @throws CoreError out of −90 to 90
 * @example seasonAt(-43.5) // 'south'
 */
export function seasonAt(latitudeDeg: number): SeasonId {
  requireInRange('latitudeDeg', latitudeDeg, -90, 90, '°');
  if (Math.abs(latitudeDeg) < TROPIC_DEG) return 'tropics';
  return latitudeDeg > 0 ? 'north' : 'south';
}

/** Useful weeks of one year, first and last day, ISO. */
export interface SeasonWeeks {
  from: string;
  to: string;
}

/** The useful weeks of the year before a day, of its own, and of the one after. */
const weeksAround = (date: string, season: Exclude<SeasonId, 'tropics'>): SeasonWeeks[] => {
  const { first, last } = USEFUL[season];
  const year = Number(date.slice(0, 4));
  return [year - 1, year, year + 1].map((y) => ({ from: `${y}-${first}`, to: `${y}-${last}` }));
};

/**
 * The useful weeks that a day falls into.
 * @param date ISO day
 * @param season of the place
 * @returns their first and last day; null outside of them, and in the tropics, which have none
 * @example seasonWeeks('2027-05-01', 'north') // { from: '2027-04-15', to: '2027-06-30' }
 */
export function seasonWeeks(date: string, season: SeasonId): SeasonWeeks | null {
  return season === 'tropics' ? null : (weeksAround(date, season).find(({ from, to }) => from <= date && date <= to) ?? null);
}

/**
 * A day on which a system runs is moved by weeks, not by months: a wash that is due in autumn is not put off to spring, nor done in June. Common
 * practice, no source.
 */
export const MOST_MOVED_DAYS = 56;

/**
 * The day of a useful week that is nearest to a day.
 * @param date ISO day
 * @param season of the place
 * @param mostDays how far it may be moved; left out, as far as the nearest
 * @returns the day itself inside a season, in the tropics, and where none is so near; else the nearest first or last day of one, the
 * earlier of two as near
 * @example intoSeason('2027-07-20', 'north') // '2027-06-30'
 */
export function intoSeason(date: string, season: SeasonId, mostDays = Infinity): string {
  if (season === 'tropics') return date;
  if (seasonWeeks(date, season)) return date;
  const spans = weeksAround(date, season);
  const day = parseISO(date);
  const away = (edge: string) => Math.abs(differenceInCalendarDays(day, parseISO(edge)));
  const nearest = spans.flatMap(({ from, to }) => [from, to]).reduce((best, edge) => (away(edge) < away(best) ? edge : best));
  return away(nearest) <= mostDays ? nearest : date;
}
