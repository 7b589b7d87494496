import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { getDaysInMonth } from 'date-fns/getDaysInMonth';
import { parseISO } from 'date-fns/parseISO';
import type { YearWeeks } from './asked';
import type { Climate } from './climate';
import { DEGREE_BASE_C } from './degreeBase';
import { weeksLater } from './fluffLearned';
import { seasonAt } from './season';

/** Where a place is, and what is known of its year. */
export interface YearWhere {
  /** Degrees, north above 0. */
  latitudeDeg: number;
  climate?: Climate | null | undefined;
}

const DAY_HOURS = 24;
const YEAR = 2027;
const dayOf = (index: number): string => format(addDays(new Date(YEAR, 0, 1), ((index % 365) + 365) % 365), 'MM-dd');

/** Mean air of each day of a year by its months' degree hours, °C, straight from mid month to mid month. */
function dailyMeans({ cooling, heating }: Climate): number[] {
  const months = cooling.map((warm, i) => DEGREE_BASE_C + (warm - (heating[i] ?? 0)) / (getDaysInMonth(new Date(YEAR, i)) * DAY_HOURS));
  return Array.from({ length: 365 }, (_, day) => {
    const at = (day / 365) * 12 - 0.5;
    const [before, share] = [Math.floor(at), at - Math.floor(at)];
    return (months[(before + 12) % 12] ?? 0) * (1 - share) + (months[(before + 13) % 12] ?? 0) * share;
  });
}

/** Seed fluff flies while the year has gathered so many degree days over 10 °C. Judgment, no source. */
const FLUFF_BASE_C = 10;
const [FLUFF_FROM, FLUFF_TO] = [180, 450];
/** By latitude alone, day of the year at 42°, and so many days later for each degree towards the pole (Hopkins' law of 1918, from memory). */
const [FLUFF_FIRST, FLUFF_LAST, FLUFF_LATITUDE, DAYS_A_DEGREE] = [144, 171, 42, 4];
const HALF_YEAR_DAYS = 182;

/**
 * The weeks in which seed fluff flies: as somebody said, else by degree days or latitude, moved by what coils were found with.
 * @param where the place is, and what is known of its year
 * @returns the weeks; null where none flies: the tropics, and where a spring is too cold for it
 * @throws CoreError latitude out of −90 to 90
 * @example fluffWeeks({ latitudeDeg: 42 }) // { from: '05-25', to: '06-21' }
 */
export function fluffWeeks(where: YearWhere): YearWeeks | null {
  if (where.climate?.asked?.fluff) return where.climate.asked.fluff;
  const usual = usualFluffWeeks(where);
  return usual && weeksLater(usual, where.climate?.fluff?.shiftDays ?? 0);
}

/**
 * The weeks of seed fluff by degree days where the air of a year is known, else by latitude.
 * @param where the place is, and what is known of its year
 * @returns the weeks; null where none flies
 * @throws CoreError latitude out of −90 to 90
 * @example usualFluffWeeks({ latitudeDeg: 43 }) // { from: '05-29', to: '06-25' }
 */
export function usualFluffWeeks({ latitudeDeg, climate }: YearWhere): YearWeeks | null {
  const season = seasonAt(latitudeDeg);
  if (season === 'tropics') return null;
  const start = season === 'north' ? 0 : HALF_YEAR_DAYS;
  if (climate && climate.cooling.length === 12) {
    const means = dailyMeans(climate);
    let sum = 0;
    let first = -1;
    for (let day = 0; day < 365; day += 1) {
      sum += Math.max(0, (means[(start + day) % 365] ?? 0) - FLUFF_BASE_C);
      if (first < 0 && sum >= FLUFF_FROM) first = start + day;
      if (sum >= FLUFF_TO) return { from: dayOf(first), to: dayOf(start + day) };
    }
    return null;
  }
  const later = (Math.abs(latitudeDeg) - FLUFF_LATITUDE) * DAYS_A_DEGREE;
  return { from: dayOf(start + FLUFF_FIRST + later), to: dayOf(start + FLUFF_LAST + later) };
}

/** Too cold on the mean for foam and wet fins outdoors, °C. Judgment. */
const FROST_C = 2;
/** By latitude alone: towards the pole of it the coldest weeks freeze, longer by so many days each side for each degree. Judgment. */
const [FROST_LATITUDE, FROST_DAYS_A_DEGREE, COLDEST_DAY] = [36, 6, 18];
const MOST_FROST_DAYS = 75;

/**
 * The weeks in which water freezes outdoors on most days: by the year's air, else by latitude.
 * @param where the place is, and what is known of its year
 * @returns the weeks; null where there are none
 * @throws CoreError latitude out of −90 to 90
 * @example frostWeeks({ latitudeDeg: 42 }) // { from: '12-14', to: '02-24' }
 */
export function frostWeeks({ latitudeDeg, climate }: YearWhere): YearWeeks | null {
  const season = seasonAt(latitudeDeg);
  if (climate && climate.cooling.length === 12) {
    const means = dailyMeans(climate);
    const coldest = means.indexOf(Math.min(...means));
    if ((means[coldest] ?? 0) >= FROST_C) return null;
    const reach = (way: 1 | -1) => {
      let days = 0;
      while (days < HALF_YEAR_DAYS && (means[(((coldest + way * days) % 365) + 365) % 365] ?? 0) < FROST_C) days += 1;
      return days - 1;
    };
    return { from: dayOf(coldest - reach(-1)), to: dayOf(coldest + reach(1)) };
  }
  if (season === 'tropics') return null;
  const half = Math.min(MOST_FROST_DAYS, Math.round((Math.abs(latitudeDeg) - FROST_LATITUDE) * FROST_DAYS_A_DEGREE));
  if (half <= 0) return null;
  const coldest = COLDEST_DAY + (season === 'south' ? HALF_YEAR_DAYS : 0);
  return { from: dayOf(coldest - half), to: dayOf(coldest + half) };
}

/** Whether a day falls into weeks of the year. */
function within(day: string, { from, to }: YearWeeks): boolean {
  const at = day.slice(5);
  return from <= to ? from <= at && at <= to : at >= from || at <= to;
}

/**
 * A day moved out of weeks of the year, to the nearer side of them.
 * @param day ISO day
 * @param weeks to keep out of
 * @param way only later, or to the nearer side, the earlier of two as near
 * @returns the day itself outside of them
 * @example outOfWeeks('2027-12-20', { from: '12-14', to: '02-24' }, 'nearer') // '2027-12-13'
 */
export function outOfWeeks(day: string, weeks: YearWeeks, way: 'nearer' | 'later'): string {
  if (!within(day, weeks)) return day;
  const walk = (by: 1 | -1) => {
    let at = parseISO(day);
    while (within(format(at, 'yyyy-MM-dd'), weeks)) at = addDays(at, by);
    return at;
  };
  const later = walk(1);
  if (way === 'later') return format(later, 'yyyy-MM-dd');
  const earlier = walk(-1);
  const from = parseISO(day);
  return format(differenceInCalendarDays(from, earlier) <= differenceInCalendarDays(later, from) ? earlier : later, 'yyyy-MM-dd');
}
