import { climateShare, type Climate } from './climate';
import { commonPractice, type Source } from '../because';
import { alsoHeats, type CoilRole, type Configuration } from '../equipment';
import type { Soil, StoryFact } from '../survey';
import { MOST_MOVED_DAYS, seasonAt, type SeasonId } from './season';

/** What dirties a coil, from what is known of it. */
export interface ExposureFacts {
  role: CoilRole;
  configuration: Configuration;
  soils: readonly Soil[];
  storyFacts: readonly StoryFact[];
  /** It stands behind louvred panels; left out where it does not, or nobody said. */
  louvered?: boolean | undefined;
}

/** From here on a coil is loaded: the grade that costs enough to be washed. */
export const LOADED = 2;

/** How fast a shop's coils grow dirty beside what coils of their exposure usually do. */
export interface Pace {
  /** 1: as usual. */
  factor: number;
  /** Stretches between two visits that taught it, and how many of them near by. */
  stretches: number;
  near?: number;
}

/** Classes of exposure, the fastest first. */
export const EXPOSURES = ['lint', 'dust', 'grease', 'fluff', 'grass', 'indoor', 'plain'] as const;
/** One of `EXPOSURES`. */
export type Exposure = (typeof EXPOSURES)[number];

interface ExposureRow {
  name: string;
  when: (facts: ExposureFacts) => boolean;
  /** Months of running from clear to loaded, before this coil has taught anything. */
  monthsToLoaded: number;
  source: Source;
}

const any = <T>(list: readonly T[], ...of: T[]): boolean => of.some((one) => list.includes(one));

/** How fast coils usually grow dirty. Common practice, no source: the first visits of a coil correct it. */
export const EXPOSURE_TABLE: Record<Exposure, ExposureRow> = {
  lint: {
    name: 'Lint',
    when: ({ soils, storyFacts }) => any(soils, 'lint') || any(storyFacts, 'dryer-vent'),
    monthsToLoaded: 4,
    source: commonPractice,
  },
  dust: {
    name: 'Building or road dust',
    when: ({ storyFacts }) => any(storyFacts, 'building-dust'),
    monthsToLoaded: 5,
    source: commonPractice,
  },
  grease: { name: 'Kitchen grease', when: ({ soils }) => any(soils, 'grease'), monthsToLoaded: 6, source: commonPractice },
  fluff: {
    name: 'Seed fluff',
    when: ({ role, soils, storyFacts }) => role === 'condenser' && (any(soils, 'seed-fluff') || any(storyFacts, 'trees')),
    monthsToLoaded: 6,
    source: commonPractice,
  },
  grass: {
    name: 'Grass and pets',
    when: ({ role, soils, storyFacts }) =>
      role === 'condenser' && (any(soils, 'grass', 'pet-hair', 'pet-urine') || any(storyFacts, 'mowing', 'dogs')),
    monthsToLoaded: 8,
    source: commonPractice,
  },
  indoor: { name: 'Indoor coil', when: ({ role }) => role === 'evaporator', monthsToLoaded: 14, source: commonPractice },
  plain: { name: 'Nothing out of the usual', when: () => true, monthsToLoaded: 10, source: commonPractice },
};

/**
 * What dirties a coil fastest.
 * @param facts of the coil and what stands around it
 * @returns its class
 * @example exposureOf({ role: 'condenser', configuration: 'split-cool', soils: [], storyFacts: ['dryer-vent'] }) // 'lint'
 */
export const exposureOf = (facts: ExposureFacts): Exposure => EXPOSURES.find((id) => EXPOSURE_TABLE[id].when(facts)) ?? 'plain';

/** Louvres keep clippings, seed and hair off the fins in part: so much longer until it is loaded. Finer dirt goes by them. Common practice, no source. */
const LOUVERS_LONGER = 1.2;
const KEPT_OFF: readonly Exposure[] = ['fluff', 'grass', 'plain'];

/**
 * How long a coil usually takes until it is loaded, before it has taught anything.
 * @param facts of the coil and what stands around it
 * @returns months of running
 * @example usualMonths({ role: 'condenser', configuration: 'split-cool', soils: [], storyFacts: [], louvred: true }) // 12
 */
export function usualMonths(facts: ExposureFacts): number {
  const exposure = exposureOf(facts);
  const longer = facts.louvered && facts.role === 'condenser' && KEPT_OFF.includes(exposure) ? LOUVERS_LONGER : 1;
  return EXPOSURE_TABLE[exposure].monthsToLoaded * longer;
}

/** How much of each month a system that only cools runs and gathers dirt, January first, in the north. Common practice, no source. */
const COOLING_SHARES = [0.1, 0.1, 0.15, 0.4, 0.8, 1, 1, 1, 0.8, 0.4, 0.15, 0.1] as const;
/** The same where it heats too: only the weeks between are quiet. */
const HEAT_PUMP_SHARES = [1, 1, 0.7, 0.5, 0.8, 1, 1, 1, 0.8, 0.5, 0.7, 1] as const;
const HALF_YEAR = 6;

/** By the months that somebody said: all of those, some of the one before and after; in winter a heat pump again, with a pause between. */
function askedShare(month: number, { from, to }: { from: number; to: number }, heats: boolean): number {
  const length = ((to - from + 12) % 12) + 1;
  const at = (month - from + 12) % 12;
  if (at < length) return 1;
  const away = Math.min(at - length + 1, 12 - at);
  if (!heats) return away === 1 ? SHOULDER_SHARE : IDLE_SHARE;
  return away === 1 ? SHOULDER_SHARE : 1;
}

/** Of the months beside those that were said, and of the rest. Judgment. */
const SHOULDER_SHARE = 0.4;
const IDLE_SHARE = 0.1;

/** Below this a unit as good as stands still: a wash buys nothing then. Common practice, no source. */
export const LEAST_RUNNING = 0.3;

/**
 * The share of a month that a system runs and gathers dirt.
 * @param month 1 to 12
 * @param configuration of the system
 * @param season of its place
 * @param climate of its place, where hourly air of a year is known: it goes before the table
 * @returns 0 to 1
 * @example runShare(7, 'split-cool', 'north') // 1
 */
export function runShare(month: number, configuration: Configuration, season: SeasonId, climate: Climate | null = null): number {
  const heats = alsoHeats(configuration);
  if (climate && climate.cooling.length === 12) return climateShare(climate, month, heats);
  const asked = climate?.asked?.cooling;
  if (asked) return askedShare(month, asked, heats);
  if (season === 'tropics') return 1;
  const shares = heats ? HEAT_PUMP_SHARES : COOLING_SHARES;
  return shares[(month - 1 + (season === 'south' ? HALF_YEAR : 0)) % 12] ?? 1;
}

const DAY_MS = 86_400_000;
const MONTH_DAYS = 365.25 / 12;

/** Where and what a system is, as far as its running goes. */
export interface RunsWhere {
  configuration: Configuration;
  /** Degrees, north above 0. */
  latitudeDeg: number;
  /** By degree hours; left out or null where too little of a year's air is known. */
  climate?: Climate | null | undefined;
  /** How fast the shop's other coils grow dirty; left out or null where none has told. */
  pace?: Pace | null | undefined;
  /** How long a coil may wait at most, as the shop has it; a year where left out. */
  longestWait?: LongestWait | undefined;
}

/** How long a coil may wait at most, whatever it taught. */
export const LONGEST_WAITS = ['a-year', 'two-years', 'as-learned'] as const;
/** One of `LONGEST_WAITS`. */
export type LongestWait = (typeof LONGEST_WAITS)[number];

/**
 * How far a due day may be moved into useful weeks: where the system stands still then, as far as it takes, since nothing grows; else by weeks.
 * @param day ISO day
 * @param where the system is and what it is
 * @returns days
 * @throws CoreError latitude out of −90 to 90
 * @example mostMovedDays('2027-09-01', { configuration: 'split-cool', latitudeDeg: 42 }) // 56
 */
export const mostMovedDays = (day: string, { configuration, latitudeDeg, climate }: RunsWhere): number =>
  runShare(Number(day.slice(5, 7)), configuration, seasonAt(latitudeDeg), climate) < LEAST_RUNNING ? Infinity : MOST_MOVED_DAYS;

/** Nine months of running and more are a long season, whatever the latitude. Common practice, no source. */
const LONG_SEASON_MONTHS = 9;

/**
 * Whether a system runs nine months of the year or more, by its place's own months where they are known.
 * @param where the system is and what it is
 * @returns true for a long season
 * @throws CoreError latitude out of −90 to 90
 * @example runsMostOfTheYear({ configuration: 'split-cool', latitudeDeg: 20 }) // true
 */
export function runsMostOfTheYear({ configuration, latitudeDeg, climate }: RunsWhere): boolean {
  const season = seasonAt(latitudeDeg);
  const months = Array.from({ length: 12 }, (_, i) => runShare(i + 1, configuration, season, climate));
  return months.filter((share) => share >= LEAST_RUNNING).length >= LONG_SEASON_MONTHS;
}

/**
 * Months of running between two days.
 * @param from ISO day
 * @param to ISO day
 * @param where the system is and what it is
 * @returns months; 0 where `to` is not later
 * @throws CoreError latitude out of −90 to 90
 * @example Math.round(runMonths('2026-01-01', '2027-01-01', { configuration: 'split-cool', latitudeDeg: 42 })) // 6
 */
export function runMonths(from: string, to: string, { configuration, latitudeDeg, climate }: RunsWhere): number {
  const season = seasonAt(latitudeDeg);
  const shares = Array.from({ length: 12 }, (_, i) => runShare(i + 1, configuration, season, climate));
  const end = Date.parse(to);
  let days = 0;
  for (let at = Date.parse(from); at < end; at += DAY_MS) days += shares[new Date(at).getUTCMonth()] ?? 0;
  return days / MONTH_DAYS;
}

/** Longest that is looked ahead, days. */
const HORIZON_DAYS = 3653;

/**
 * The day by which a system has run so many months.
 * @param from ISO day
 * @param months of running
 * @param where the system is and what it is
 * @returns ISO day; null where that is more than ten years away
 * @throws CoreError latitude out of −90 to 90
 * @example dayAfterRunning('2026-06-01', 1, { configuration: 'split-cool', latitudeDeg: 42 }) // '2026-07-02'
 */
export function dayAfterRunning(from: string, months: number, { configuration, latitudeDeg, climate }: RunsWhere): string | null {
  const season = seasonAt(latitudeDeg);
  let at = Date.parse(from);
  let run = 0;
  for (let day = 0; day <= HORIZON_DAYS; day += 1) {
    if (run >= months) return new Date(at).toISOString().slice(0, 10);
    run += runShare(new Date(at).getUTCMonth() + 1, configuration, season, climate) / MONTH_DAYS;
    at += DAY_MS;
  }
  return null;
}
