import { commonPractice } from '../because';
import { longDay } from '../clock';
import type { CoilRole, Configuration } from '../equipment';
import { UPKEEP_NAMES, upkeepDues, type Upkeep } from '../interval';
import type { VisitState } from '../run';

/**
 * When filter, drain, blower wheel and a salt rinse of a system are due, by what a visit found; a day set by hand goes before what is reckoned.
 * @param state of the visit
 * @param coils of the visit
 * @param configuration how the system is put together
 * @param closedOn ISO day of the closing
 * @returns clocks, soonest first; none where nobody looked at anything
 * @example upkeepOf(foldVisit('v', 'split-cool', []), [], 'split-cool', '2026-06-11') // []
 */
export function upkeepOf(
  state: VisitState,
  coils: readonly { id: string; role: CoilRole }[],
  configuration: Configuration,
  closedOn: string,
): Upkeep[] {
  // What was told at a closing stands.
  const told = state.closed?.value.upkeep;
  if (told)
    return told.map(({ id, nextDue, why, ruleId }) => ({
      id,
      name: UPKEEP_NAMES[id],
      date: nextDue,
      rule: { id: ruleId, because: why, source: commonPractice },
      ruleId,
    }));
  const looked = coils.flatMap(({ id, role }) => {
    const survey = state.surveys[id]?.value;
    return survey ? [{ role, survey }] : [];
  });
  if (looked.length === 0) return [];
  const setByHand = (row: Upkeep): Upkeep => {
    const set = state.upkeepSet[row.id];
    if (!set) return row;
    const because = `${set.value.why} (as reckoned ${longDay(row.date)}: ${row.rule.because})`;
    return {
      ...row,
      date: set.value.date,
      rule: { id: 'upkeep.set', because, source: { kind: 'house-rule', name: `set by hand, ${set.by}` } },
    };
  };
  const indoor = looked.filter(({ role }) => role === 'evaporator');
  const worst = <T extends string>(order: readonly T[], read: (row: (typeof indoor)[number]) => T): T | 'unknown' =>
    order.find((word) => indoor.some((row) => read(row) === word)) ?? 'unknown';
  return upkeepDues(closedOn, {
    configuration,
    indoor: indoor.length > 0,
    soils: looked.flatMap(({ survey }) => survey.soils),
    storyFacts: state.story?.value.facts ?? [],
    drain: worst(['blocked', 'slow', 'clear'], (row) => row.survey.answers.primaryDrain),
    wheel: worst(['caked', 'dusty', 'clean'], (row) => row.survey.answers.wheel),
    filter: worst(['blocked', 'loaded', 'missing', 'clean'], (row) => row.survey.answers.filter),
    // Of two kinds in one system the one that is due sooner.
    filterKind: worst(['thin', 'washable', 'media'], (row) => row.survey.answers.filterKind),
  })
    .map(setByHand)
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}
