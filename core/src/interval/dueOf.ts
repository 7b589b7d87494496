import { tableOf } from '../errors';
import { addMonths } from 'date-fns/addMonths';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { commonPractice, fromMemory, type RuleRef, type Source } from '../because';
import { longDay, yearDayWords } from '../clock';
import type { CoilRole } from '../equipment';
import type { StoryFact } from '../survey';
import type { Climate } from './climate';
import { fluffWeeks, frostWeeks, outOfWeeks, type YearWhere } from './closedWeeks';
import { looksWords } from './fluffLearned';
import {
  dayAfterRunning,
  EXPOSURE_TABLE,
  exposureOf,
  LEAST_RUNNING,
  mostMovedDays,
  runMonths,
  runShare,
  usualMonths,
  type Exposure,
  type LongestWait,
  type Pace,
} from './exposure';
import { closingDay, nextDue, type NextDue, type NextDueInput } from './nextDue';
import { condensedOf, grownIn, learnGrowth, monthsToLoaded, priorGrowth, type GrowthBelief, type GrowthStretch } from './regrowth';
import { intoSeason, seasonAt } from './season';

/** A coil as far as its due date goes. */
export interface DueInput extends NextDueInput {
  role: CoilRole;
  storyFacts: readonly StoryFact[];
  /** It stands behind louvred panels. */
  louvered?: boolean | undefined;
  /** Worst grade as it was left. */
  left: number;
  /** Of its place, by degree hours; left out where too little of a year's air is known. */
  climate?: Climate | null | undefined;
  /** How fast the shop's other coils grow dirty; left out or null where none has told. */
  pace?: Pace | null | undefined;
  longestWait?: LongestWait | undefined;
  /** How it grew dirty before, oldest first. */
  grown: readonly GrowthStretch[];
}

/** What a coil itself taught. */
export interface Learned {
  exposure: Exposure;
  belief: GrowthBelief;
  /** Days by which it is loaded: even odds, and the band that holds nine of ten; null beyond ten years. */
  likely: string | null;
  early: string | null;
  late: string | null;
}

/** When a coil is due, with what it taught where it has. */
export interface CoilDueDate extends NextDue {
  learned: Learned;
  /** Days between which it is kept, whatever it taught and whatever it costs. */
  between: { earliest: string; latest: string };
}

/** Never later than so many months, whatever it taught: an indoor coil is wet and breathed through. Common practice, no source. */
const MOST_MONTHS: Record<LongestWait, Record<CoilRole, number>> = tableOf('longestWait', {
  'a-year': tableOf('role', { condenser: 12, evaporator: 12 }),
  'two-years': tableOf('role', { condenser: 24, evaporator: 18 }),
  // As far as is looked ahead at all.
  'as-learned': tableOf('role', { condenser: 60, evaporator: 60 }),
});
/** Never sooner than half of what the rule says, so that one bad look does not send a crew every month. Common practice, no source. */
const LEAST_OF_RULE = 0.5;
const BAND = 0.9;

const plus = (day: string, months: number): string => {
  const whole = Math.floor(months);
  const date = addMonths(parseISO(day), whole);
  date.setDate(date.getDate() + Math.round((months - whole) * 30.4));
  return format(date, 'yyyy-MM-dd');
};

/**
 * What a coil taught of its own growth, and when it will be loaded.
 * @param input of the coil
 * @returns the belief, and days
 * @throws CoreError unreadable `closedOn`, latitude out of −90 to 90
 * @example learnedOf({ closedOn: '2026-06-11', configuration: 'split-heat-pump', soils: [], worstGrade: 2, latitudeDeg: 42, role: 'condenser', storyFacts: [], left: 0, grown: [] }).belief.visits // 0
 */
export function learnedOf(input: DueInput): Learned {
  closingDay(input.closedOn);
  const exposure = exposureOf(input);
  const belief = input.grown.reduce(
    (known, stretch) =>
      learnGrowth(known, { months: runMonths(stretch.from, stretch.to, input), grown: grownIn(stretch), looks: stretch.looks }),
    priorGrowth(usualMonths(input), input.pace),
  );
  const { likely, early, late } = monthsToLoaded(belief, input.left, BAND);
  const day = (months: number) => (Number.isFinite(months) ? dayAfterRunning(input.closedOn, months, input) : null);
  return { exposure, belief, likely: day(likely), early: day(early), late: day(late) };
}

/** By when it will be loaded, with its band. */
function loadedWords({ likely, early, late }: Learned, closedOn: string): string {
  if (likely === null) return 'loaded not within ten years';
  if (likely <= closedOn) return 'loaded already, as it is left';
  return `loaded by ${longDay(likely)} with even odds${early ? `, nine times in ten after ${longDay(early)}` : ''}${late ? ` and before ${longDay(late)}` : ''}`;
}

/** What the shop's other coils say, where they say something. */
const paceRule = (pace: Pace | null | undefined): RuleRef[] =>
  pace
    ? [
        {
          id: 'next.pace',
          because: `The shop’s other coils${pace.near ? ', those near by first,' : ''} grow ${pace.factor.toFixed(2)} times as fast as coils of their exposure usually do.`,
          source: {
            kind: 'arithmetic',
            name: `${pace.stretches} stretches between two visits${pace.near ? `, ${pace.near} of them near by` : ''}`,
          },
        },
      ]
    : [];

/** How many of its stretches condensing told of too. */
function condensingRule(grown: readonly GrowthStretch[]): RuleRef[] {
  const told = condensedOf(grown);
  if (told === 0) return [];
  return [
    {
      id: 'next.condensing',
      because: `How far condensing had risen over outdoors when it was found tells of ${told} of ${grown.length} stretches between its visits, beside the eye.`,
      source: { kind: 'arithmetic', name: 'the small system model: condensing over outdoor by grade, as a share of the clean unit’s' },
    },
  ];
}

/** What comes round as often as this does not wait for weather: salt is rinsed in winter too. */
const WAITS_FROM_MONTHS = 3;

/** Where the weeks of a place are from: what the shop said, a year of its air, else a rule by latitude. */
function weeksSource({ climate }: YearWhere, asked: boolean, byLatitude: Source): Source {
  if (asked) return { kind: 'house-rule', name: 'as the shop said' };
  return climate?.cooling.length === 12 ? { kind: 'arithmetic', name: 'the air of a year that was put in' } : byLatitude;
}

/** Where the weeks of seed fluff are from. */
function fluffSource(where: YearWhere): Source {
  const [asked, learned] = [where.climate?.asked?.fluff, where.climate?.fluff];
  const usual = weeksSource(where, Boolean(asked), fromMemory('Hopkins’ law: four days a degree of latitude'));
  if (asked || !learned) return usual;
  return { kind: 'arithmetic', name: `${looksWords(learned)}, from ${usual.name}` };
}

/** An outdoor coil as far as weather keeps a crew from it. */
interface WeatherBound extends YearWhere {
  role: CoilRole;
  exposure: Exposure;
  closedOn: string;
}

/**
 * A day of an outdoor coil moved out of the weeks in which it freezes, and out of the seed fluff where that is what dirties it.
 * @param day ISO day
 * @param months how often it comes round
 * @param earliest ISO day before which it is not moved
 * @param coil which, and where
 * @returns the day, and a rule for each time that it was moved
 * @throws CoreError latitude out of −90 to 90
 * @example keptOut('2026-12-20', 6, '2026-09-11', { role: 'evaporator', exposure: 'indoor', closedOn: '2026-06-11', latitudeDeg: 45 }).date // '2026-12-20'
 */
export function keptOut(day: string, months: number, earliest: string, coil: WeatherBound): { date: string; rules: RuleRef[] } {
  if (coil.role !== 'condenser' || months < WAITS_FROM_MONTHS) return { date: day, rules: [] };
  const rules: RuleRef[] = [];
  let date = day;
  const frost = frostWeeks(coil);
  if (frost) {
    const nearer = outOfWeeks(date, frost, 'nearer');
    const next = nearer < earliest || nearer <= coil.closedOn ? outOfWeeks(date, frost, 'later') : nearer;
    if (next !== date)
      rules.push({
        id: 'next.frost',
        because: `Moved from ${date}: from ${yearDayWords(frost.from)} to ${yearDayWords(frost.to)} water freezes outdoors here on most days.`,
        source: weeksSource(coil, false, commonPractice),
      });
    date = next;
  }
  const fluff = coil.exposure === 'fluff' ? fluffWeeks(coil) : null;
  if (fluff) {
    const next = outOfWeeks(date, fluff, 'later');
    if (next !== date)
      rules.push({
        id: 'next.fluff',
        because: `Moved from ${date}: seed fluff flies here from ${yearDayWords(fluff.from)} to ${yearDayWords(fluff.to)}, and a wash in the midst of it is soon undone.`,
        source: fluffSource(coil),
      });
    date = next;
  }
  return { date, rules };
}

/**
 * When a coil is due again: by the rule until it has taught something, then by the day it is loaded with even odds, kept between half of what the
 * rule says and what hygiene allows, and moved into the weeks when a wash is of use where the rule waits for them.
 * @param input of the coil
 * @returns the day with its reasons, and what it taught
 * @throws CoreError unreadable `closedOn`, latitude out of −90 to 90
 * @example dueOf({ closedOn: '2026-06-11', configuration: 'split-cool', soils: [], worstGrade: 1, latitudeDeg: 42, role: 'condenser', storyFacts: [], left: 0, grown: [] }).date // '2027-06-11'
 */
export function dueOf(input: DueInput): CoilDueDate {
  const rule = nextDue(input);
  const learned = learnedOf(input);
  const { belief, likely, exposure } = learned;
  const earliest = plus(input.closedOn, rule.months * LEAST_OF_RULE);
  const latest = plus(input.closedOn, Math.max(rule.months, MOST_MONTHS[input.longestWait ?? 'a-year'][input.role]));
  const between = { earliest, latest };
  if (belief.visits === 0) {
    const { date, rules } = keptOut(rule.date, rule.months, earliest, { ...input, exposure });
    const { because } = rule;
    return {
      ...rule,
      date,
      learned,
      between,
      because: { ...because, result: { label: 'Next due', text: date }, rules: [...because.rules, ...rules] },
    };
  }
  const wanted = likely === null || likely > latest ? latest : likely < earliest ? earliest : likely;
  const season = seasonAt(input.latitudeDeg);
  // What is due within half a year is due by its dirt, as long as it runs then; a longer wait ends in useful weeks.
  const idle = runShare(Number(wanted.slice(5, 7)), input.configuration, season, input.climate) < LEAST_RUNNING;
  const seasonal = rule.because.rules[0]?.id === 'next.year' && (idle || wanted > plus(input.closedOn, 6));
  const inSeason = seasonal ? intoSeason(wanted, season, mostMovedDays(wanted, input)) : wanted;
  const useful = inSeason <= input.closedOn ? wanted : inSeason;
  const { date, rules: moved } = keptOut(useful, rule.months, earliest, { ...input, exposure });
  return {
    date,
    months: rule.months,
    learned,
    between,
    because: {
      ...rule.because,
      result: { label: 'Next due', text: date },
      inputs: [
        ...rule.because.inputs,
        { label: 'Exposure', text: `${EXPOSURE_TABLE[exposure].name}${input.louvered ? ', behind louvres' : ''}` },
        { label: 'Visits that taught it', quantity: { kind: 'count', value: belief.visits } },
      ],
      rules: [
        {
          id: 'next.learned',
          because: `This coil has grown ${belief.perMonth.toFixed(2)} grades a month of running: ${loadedWords(learned, input.closedOn)}.`,
          source: { kind: 'arithmetic', name: 'its own visits, on top of what coils of its exposure do' },
        },
        ...condensingRule(input.grown),
        ...paceRule(input.pace),
        ...(wanted === earliest && likely !== wanted
          ? [{ id: 'next.least', because: `Not before ${earliest}: half of what the rule says.`, source: commonPractice }]
          : []),
        ...(wanted === latest && likely !== wanted
          ? [{ id: 'next.most', because: `Not after ${latest}: water, mould and warranties do not wait for dirt.`, source: commonPractice }]
          : []),
        ...(useful !== wanted
          ? [{ id: 'next.season', because: `Moved from ${wanted} into the weeks when a wash is of use.`, source: commonPractice }]
          : []),
        ...moved,
      ],
      changes: [`By the rule alone ${rule.date}: ${rule.because.rules[0]?.because ?? ''}`],
    },
  };
}
