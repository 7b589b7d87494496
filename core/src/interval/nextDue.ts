import { addMonths } from 'date-fns/addMonths';
import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parseISO } from 'date-fns/parseISO';
import { commonPractice, type Because, type RuleRef, type Source } from '../because';
import { alsoHeats, CONFIGURATION_TABLE, type CoilRole, type Configuration } from '../equipment';
import { CoreError } from '../errors';
import type { Soil } from '../survey';
import type { Climate } from './climate';
import { mostMovedDays, runsMostOfTheYear } from './exposure';
import { intoSeason, seasonAt } from './season';

export interface NextDueInput {
  /** Day of the visit, ISO date yyyy-mm-dd. */
  closedOn: string;
  configuration: Configuration;
  soils: readonly Soil[];
  /** Worst grade found on arrival. */
  worstGrade: number;
  /** Of the place, degrees, north above 0. */
  latitudeDeg: number;
  /** Which coil it is of; left out for a system as a whole. */
  role?: CoilRole | undefined;
  /** Of its place, where a year's air or the shop's own word is known. */
  climate?: Climate | null | undefined;
}

/** When a system, or one coil of it, is due again, and why. */
export interface NextDue {
  /** ISO date yyyy-mm-dd. */
  date: string;
  /** From the closing, before a season moved it. */
  months: number;
  because: Because;
}

interface IntervalRule {
  id: string;
  when: (input: NextDueInput) => boolean;
  months: number;
  /** Falls into the weeks after pollen and before the heat; what soils all year does not wait for them. */
  seasonal?: true;
  because: string;
  source: Source;
}

/** How long until the next wash; the shortest that applies is taken. Common practice, no source. */
const INTERVALS: readonly IntervalRule[] = [
  {
    id: 'next.salt',
    when: (i) => i.soils.includes('salt'),
    months: 1,
    because: 'Salt: a water rinse every month.',
    source: commonPractice,
  },
  {
    id: 'next.lint',
    when: (i) => i.soils.includes('lint') || (i.soils.includes('dust') && i.worstGrade >= 3),
    months: 4,
    because: 'Lint or heavy dust: again in mid season.',
    source: commonPractice,
  },
  {
    id: 'next.ductless',
    when: (i) => CONFIGURATION_TABLE[i.configuration].ductless && i.role !== 'condenser',
    months: 6,
    because: 'Wall heads are wet and warm: every three months to a year by use.',
    source: commonPractice,
  },
  {
    id: 'next.heat-pump',
    when: (i) => alsoHeats(i.configuration),
    months: 6,
    because: 'It heats as well as cools, and runs nine months or more: twice a year.',
    source: commonPractice,
  },
  {
    id: 'next.long-season',
    when: runsMostOfTheYear,
    months: 6,
    because: 'Cooling runs nine months or more here: twice a year.',
    source: commonPractice,
  },
  {
    id: 'next.grease',
    when: (i) => i.soils.includes('grease'),
    months: 6,
    because: 'A kitchen keeps feeding grease: twice a year.',
    source: commonPractice,
  },
  {
    id: 'next.year',
    when: () => true,
    months: 12,
    seasonal: true,
    because: 'Once a year, after pollen and seed fluff, before the heat.',
    source: commonPractice,
  },
];

/**
 * The day of a closing.
 * @throws CoreError unreadable `closedOn`
 */
export function closingDay(closedOn: string): Date {
  const day = parseISO(closedOn);
  if (!/^\d{4}-\d{2}-\d{2}$/.test(closedOn) || !isValid(day))
    throw new CoreError('unreadable', 'closedOn', `"${closedOn}" is not a date like 2026-06-11.`);
  return day;
}

/**
 * When the system is due again, with the reason.
 * @param input ISO day of the closing, system, soils, worst grade and latitude
 * @returns ISO day with its reasons
 * @throws CoreError unreadable `closedOn`, latitude out of −90 to 90
 * @example nextDue({ closedOn: '2026-09-01', configuration: 'split-cool', soils: [], worstGrade: 1, latitudeDeg: 42 }).date // '2027-09-01'
 */
export function nextDue(input: NextDueInput): NextDue {
  const day = closingDay(input.closedOn);
  const season = seasonAt(input.latitudeDeg);
  const fitting = INTERVALS.filter((rule) => rule.when(input));
  const chosen = fitting.reduce((best, rule) => (rule.months < best.months ? rule : best));
  const plain = format(addMonths(day, chosen.months), 'yyyy-MM-dd');
  const date = chosen.seasonal ? intoSeason(plain, season, mostMovedDays(plain, input)) : plain;
  const refs: RuleRef[] = [{ id: chosen.id, because: chosen.because, source: chosen.source }];
  if (date !== plain)
    refs.push({ id: 'next.season', because: `Moved from ${plain} into the weeks when a wash is of use.`, source: commonPractice });
  return {
    date,
    months: chosen.months,
    because: {
      id: 'next-due',
      title: 'When it is due again',
      result: { label: 'Next due', text: date },
      inputs: [
        { label: 'System', text: CONFIGURATION_TABLE[input.configuration].name },
        { label: 'Months', quantity: { kind: 'count', value: chosen.months } },
      ],
      rules: refs,
      changes: fitting
        .filter((rule) => rule !== chosen)
        .map((rule) => `Otherwise ${rule.months} months: ${rule.because}`)
        .slice(0, 2),
    },
  };
}
