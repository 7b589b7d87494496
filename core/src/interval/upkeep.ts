import { addDays } from 'date-fns/addDays';
import { addMonths } from 'date-fns/addMonths';
import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parseISO } from 'date-fns/parseISO';
import { commonPractice, type RuleRef } from '../because';
import { CoreError } from '../errors';
import { alsoHeats, type Configuration } from '../equipment';
import type { Soil, StoryFact } from '../survey';

/** What else of a system comes due, each by a clock of its own. */
export const UPKEEP_IDS = ['salt-rinse', 'filter', 'drain', 'wheel'] as const;
/** One of `UPKEEP_IDS`. */
export type UpkeepId = (typeof UPKEEP_IDS)[number];

/** The same in words. */
export const UPKEEP_NAMES: Record<UpkeepId, string> = {
  'salt-rinse': 'Salt rinsed off',
  filter: 'Filter',
  drain: 'Drain cleared',
  wheel: 'Blower wheel looked at',
};

/** What the clocks go by. */
export interface UpkeepFacts {
  configuration: Configuration;
  /** Whether the visit had an indoor coil or head in hand. */
  indoor: boolean;
  soils: readonly Soil[];
  storyFacts: readonly StoryFact[];
  /** How drain, wheel and filter were found, and which filter it is; unknown where nobody looked. */
  drain: string;
  wheel: string;
  filter: string;
  filterKind: string;
}

interface UpkeepRule {
  of: UpkeepId;
  id: string;
  when: (facts: UpkeepFacts) => boolean;
  every: { months: number } | { days: number };
  because: string;
}

const heavyUse = ({ storyFacts, soils }: UpkeepFacts): boolean =>
  storyFacts.includes('dogs') || storyFacts.includes('building-dust') || soils.includes('grease');

/** The first that fits holds. Common practice, no source; the filter's maker and the shop's word go before it. */
const RULES: readonly UpkeepRule[] = [
  {
    of: 'salt-rinse',
    id: 'upkeep.salt',
    when: ({ soils }) => soils.includes('salt'),
    every: { months: 1 },
    because: 'Salt: a rinse with plain water every month.',
  },
  {
    of: 'filter',
    id: 'upkeep.filter-media-heavy',
    when: (facts) => facts.filterKind === 'media' && (heavyUse(facts) || facts.filter === 'loaded' || facts.filter === 'blocked'),
    every: { months: 6 },
    because: 'A 4 to 5 in media filter, found loaded or in a dusty house: every six months.',
  },
  {
    of: 'filter',
    id: 'upkeep.filter-media',
    when: ({ filterKind }) => filterKind === 'media',
    every: { months: 12 },
    because: 'A 4 to 5 in media filter lasts 6 to 12 months; it was not found loaded.',
  },
  {
    of: 'filter',
    id: 'upkeep.filter-heavy',
    when: heavyUse,
    every: { days: 15 },
    because: 'Hair, dust or grease in the house: every fifteen days.',
  },
  {
    of: 'filter',
    id: 'upkeep.filter-washable',
    when: ({ filterKind, configuration }) => filterKind === 'washable' && !alsoHeats(configuration),
    every: { days: 60 },
    because: 'A washable filter is washed every 250 hours of running: two months at four hours a day.',
  },
  {
    of: 'filter',
    id: 'upkeep.filter-washable-heats',
    when: ({ filterKind }) => filterKind === 'washable',
    every: { days: 30 },
    because: 'A washable filter is washed every 250 hours of running: a month where it also heats, at eight hours a day.',
  },
  { of: 'filter', id: 'upkeep.filter', when: () => true, every: { days: 30 }, because: 'A filter is looked at every month.' },
  {
    of: 'drain',
    id: 'upkeep.drain-slow',
    when: ({ indoor, drain }) => indoor && (drain === 'slow' || drain === 'blocked'),
    every: { months: 6 },
    because: 'The drain was slow or blocked: again in half a year.',
  },
  { of: 'drain', id: 'upkeep.drain', when: ({ indoor }) => indoor, every: { months: 12 }, because: 'A drain is cleared every year.' },
  {
    of: 'wheel',
    id: 'upkeep.wheel-heats',
    when: ({ indoor, configuration, wheel }) => indoor && (alsoHeats(configuration) || wheel === 'caked'),
    every: { months: 12 },
    because: 'It runs summer and winter, or was caked: every year.',
  },
  {
    of: 'wheel',
    id: 'upkeep.wheel',
    when: ({ indoor }) => indoor,
    every: { months: 24 },
    because: 'A blower wheel is looked at every two years.',
  },
];

/** One clock of a system. */
export interface Upkeep {
  id: UpkeepId;
  name: string;
  /** ISO day. */
  date: string;
  rule: RuleRef;
  /** Rule that it runs by, whatever was set by hand. */
  ruleId: string;
}

function afterRule({ every }: UpkeepRule, day: string): string {
  const from = parseISO(day);
  if (!isValid(from)) throw new CoreError('unreadable', 'day', `"${day}" is not a day like 2026-06-11.`);
  return format('months' in every ? addMonths(from, every.months) : addDays(from, every.days), 'yyyy-MM-dd');
}

/**
 * When a clock is due again once it was done, by the rule that it runs by.
 * @param ruleId of the rule, as a closing told it
 * @param doneOn ISO day
 * @returns ISO day; null for a rule that is not known
 * @throws CoreError unreadable `day`
 * @example upkeepAfter('upkeep.filter', '2026-06-11') // '2026-07-11'
 */
export function upkeepAfter(ruleId: string, doneOn: string): string | null {
  const rule = RULES.find((row) => row.id === ruleId);
  return rule ? afterRule(rule, doneOn) : null;
}

/**
 * When filter, drain, blower wheel and a salt rinse are due, each by its own clock.
 * @param closedOn ISO day of the visit
 * @param facts of the system and what was found
 * @returns clocks that the system has, soonest first
 * @example upkeepDues('2026-06-11', { configuration: 'split-cool', indoor: false, soils: [], storyFacts: [], drain: 'unknown', wheel: 'unknown', filter: 'unknown', filterKind: 'unknown' }).map((row) => row.date) // ['2026-07-11']
 */
export function upkeepDues(closedOn: string, facts: UpkeepFacts): Upkeep[] {
  return UPKEEP_IDS.flatMap((id): Upkeep[] => {
    const rule = RULES.find((row) => row.of === id && row.when(facts));
    if (!rule) return [];
    const because = { id: rule.id, because: rule.because, source: commonPractice };
    return [{ id, name: UPKEEP_NAMES[id], date: afterRule(rule, closedOn), rule: because, ruleId: rule.id }];
  }).sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}
