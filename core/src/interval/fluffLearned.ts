import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import type { Soil } from '../survey';
import type { YearWeeks } from './asked';

/** A look at an outdoor coil that seed fluff is known to reach, and whether it had fluff on it. */
export interface FluffLook {
  /** ISO day on which it was last left clean. */
  from: string;
  /** ISO day of the look. */
  on: string;
  found: boolean;
}

/** By how much the weeks of seed fluff differ from what air or latitude says, as coils were found. */
export interface FluffLearned {
  /** Days later; below 0 sooner. */
  shiftDays: number;
  /** How well that is known, days: one spread. */
  spreadDays: number;
  /** Looks that told anything of it. */
  looks: number;
}

/** A visit as far as it tells of fluff on one coil. */
export interface FluffVisit {
  /** ISO day. */
  day: string;
  /** As found on the coil. */
  soils: readonly Soil[];
  /** Trees that shed stand near by. */
  trees: boolean;
}

/** How a coil was left on one visit, as far as the next may tell of fluff by it. */
interface CleanStretch {
  /** ISO days. */
  from: string;
  to: string;
  /** Worst grade as left. */
  left: number;
}

/** Left worse than so, what is found may have lain there before. */
const LEFT_CLEAN = 1;

/**
 * What the visits to one outdoor coil tell of the weeks in which fluff flies. A stretch counts only where fluff was known to reach the coil before it
 * began: counted because fluff was found, it would say that fluff flies at any time.
 * @param stretches of the coil between its visits, as `growthStretches`
 * @param visits the same visits
 * @returns looks, in the order of the stretches
 * @example fluffLooks([{ from: '2026-04-01', to: '2026-07-01', left: 0 }], [{ day: '2026-04-01', soils: [], trees: true }, { day: '2026-07-01', soils: ['seed-fluff'], trees: false }]) // [{ from: '2026-04-01', on: '2026-07-01', found: true }]
 */
export const fluffLooks = (stretches: readonly CleanStretch[], visits: readonly FluffVisit[]): FluffLook[] =>
  stretches.flatMap(({ from, to, left }) => {
    const look = visits.find(({ day }) => day === to);
    const reaches = visits.some(({ day, soils, trees }) => day <= from && (trees || soils.includes('seed-fluff')));
    return look && reaches && left <= LEFT_CLEAN ? [{ from, on: to, found: look.soils.includes('seed-fluff') }] : [];
  });

/** How far the weeks of one place lie from what a rule says of them, days: one spread. Judgment, no source. */
const PRIOR_DAYS = 12;
/** Shifts that are weighed, days each side. */
const FARTHEST = 42;
/** Fluff noted although none flew, and how often a coil that stood through so much of the season shows it. Judgment, no source. */
const NOTED_ANYHOW = 0.04;
const SHOWS = 3;
const NOTED_AT_MOST = 0.96;
/** Where the likeliest and the least likely shift differ by less than so much, a look tells nothing. */
const TELLS = 1.2;
const YEAR_DAYS = 365;

/** Day of the year from 0, of a year that is none of the leap ones. */
const dayOfYear = (monthDay: string): number => differenceInCalendarDays(parseISO(`2027-${monthDay}`), parseISO('2027-01-01'));

/** How many days of yearly weeks lie in a stretch, the day it begins on not counted. */
function daysWithin(fromDay: number, onDay: number, first: number, length: number): number {
  let days = 0;
  // From the year before, since weeks may go over the turn of one.
  for (let start = first - YEAR_DAYS; start <= onDay; start += YEAR_DAYS)
    days += Math.max(0, Math.min(onDay, start + length - 1) - Math.max(fromDay + 1, start) + 1);
  return days;
}

/**
 * How likely a coil shows fluff that stood through a share of the weeks in which it flies.
 * @param share of the weeks, 0 and up
 * @returns 0 to 1
 * @example showsFluff(0) // 0.04
 */
export const showsFluff = (share: number): number => NOTED_ANYHOW + (NOTED_AT_MOST - NOTED_ANYHOW) * (1 - Math.exp(-SHOWS * share));

/**
 * The weeks of seed fluff as coils tell them: what was clean and has fluff on it stood while it flew, what was clean and has none did not. Every shift of
 * the weeks is weighed by how well it explains the looks (Bayes' rule on a grid), from a prior about what air or latitude says.
 * @param looks at coils that fluff is known to reach, in any order
 * @param weeks what air or latitude says of them
 * @returns the shift; null where no look tells anything, such as one after a whole year
 * @example learnFluff([], { from: '05-25', to: '06-21' }) // null
 */
export function learnFluff(looks: readonly FluffLook[], weeks: YearWeeks): FluffLearned | null {
  const first = dayOfYear(weeks.from);
  const length = ((dayOfYear(weeks.to) - first + YEAR_DAYS) % YEAR_DAYS) + 1;
  const logs = Array.from({ length: 2 * FARTHEST + 1 }, (_, i) => -0.5 * ((i - FARTHEST) / PRIOR_DAYS) ** 2);
  let told = 0;
  for (const { from, on, found } of looks) {
    const stood = differenceInCalendarDays(parseISO(on), parseISO(from));
    if (stood <= 0) continue;
    const begin = dayOfYear(from.slice(5) === '02-29' ? '02-28' : from.slice(5));
    const likely = logs.map((_, i) => {
      const shows = showsFluff(daysWithin(begin, begin + stood, first + i - FARTHEST, length) / length);
      return found ? shows : 1 - shows;
    });
    if (Math.max(...likely) < TELLS * Math.min(...likely)) continue;
    told += 1;
    for (const [i, value] of likely.entries()) logs[i] = (logs[i] as number) + Math.log(value);
  }
  if (told === 0) return null;
  const top = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const sum = weights.reduce((all, weight) => all + weight, 0);
  const mean = weights.reduce((all, weight, i) => all + weight * (i - FARTHEST), 0) / sum;
  const variance = weights.reduce((all, weight, i) => all + weight * (i - FARTHEST - mean) ** 2, 0) / sum;
  return { shiftDays: Math.round(mean) || 0, spreadDays: Math.sqrt(variance), looks: told };
}

/**
 * Weeks of every year, so many days later.
 * @param weeks to move
 * @param days later; below 0 sooner
 * @returns the weeks there
 * @example weeksLater({ from: '05-25', to: '06-21' }, -7) // { from: '05-18', to: '06-14' }
 */
export function weeksLater({ from, to }: YearWeeks, days: number): YearWeeks {
  const moved = (monthDay: string) => format(addDays(parseISO(`2027-${monthDay}`), days), 'MM-dd');
  return { from: moved(from), to: moved(to) };
}

/**
 * What coils told, in words.
 * @param learned of them
 * @returns such as "9 looks at coils that fluff reaches: 6 days later, give or take 5"
 * @example looksWords({ shiftDays: -1, spreadDays: 4.6, looks: 1 }) // '1 look at a coil that fluff reaches: 1 day sooner, give or take 5'
 */
export function looksWords({ shiftDays, spreadDays, looks }: FluffLearned): string {
  const days = Math.abs(shiftDays);
  const moved = days === 0 ? 'as expected' : `${days} day${days === 1 ? '' : 's'} ${shiftDays > 0 ? 'later' : 'sooner'}`;
  return `${looks === 1 ? '1 look at a coil' : `${looks} looks at coils`} that fluff reaches: ${moved}, give or take ${Math.round(spreadDays)}`;
}
