import type { CoilRole } from '../equipment';
import {
  dueOf,
  growthStretches,
  nextDue,
  onlyOutdoorCoil,
  type CoilDueDate,
  type GrowthVisit,
  type NextDue,
  type RunsWhere,
} from '../interval';
import { foundGrades, type VisitState } from '../run';
import type { Guard } from '../method';
import { worstOf } from '../survey';
import { settingOf, type JudgedSystem } from '../judgment/judgment';
import { trendFigures } from '../judgment/trends';

/** When each coil is due again, by what was found on it and by what it taught, and the one that is due first. */
export interface CoilDues {
  coils: { coilId: string; due: CoilDueDate }[];
  /** Of the coil that is due first; of a system that nobody looked at, by its kind alone. */
  first: NextDue;
}

/** A day set by hand goes before what is reckoned, and says what that was. */
function setByHand(due: CoilDueDate, set: VisitState['dueSet'][string] | undefined): CoilDueDate {
  if (!set) return due;
  const { date, why } = set.value;
  return {
    ...due,
    date,
    because: {
      ...due.because,
      result: { label: 'Next due', text: date },
      rules: [{ id: 'next.set', because: why, source: { kind: 'house-rule', name: `set by hand, ${set.by}` } }, ...due.because.rules],
      changes: [`As reckoned it would be ${due.date}.`, ...due.because.changes].slice(0, 3),
    },
  };
}

/**
 * When the coils of a visit are due again, each by its own soils, grade and growth.
 * @param state of the visit
 * @param coils of the visit, in its order
 * @param where the system is, and what it is
 * @param closedOn ISO day of the closing
 * @param graded closed visits of before, oldest first: what a coil grew between them is what it teaches
 * @param unit what readings are judged by; null where condensing is not to tell of the outdoor coil
 * @returns one for each coil that was looked at, and the first of them
 * @throws CoreError unreadable `closedOn`, latitude out of −90 to 90
 * @example coilDues(foldVisit('v', 'split-cool', []), [], { configuration: 'split-cool', latitudeDeg: 42 }, '2026-06-11', []).first.date // '2027-06-11'
 */
export function coilDues(
  state: VisitState,
  coils: readonly { id: string; role: CoilRole; guards?: Guard }[],
  where: RunsWhere,
  closedOn: string,
  graded: readonly GrowthVisit[],
  unit: JudgedSystem | null = null,
): CoilDues {
  const { configuration, latitudeDeg, climate, pace, longestWait } = where;
  const now = coils.map(({ id }) => {
    const light = state.light[id]?.value;
    return {
      coilId: id,
      worstBefore: worstOf(foundGrades(state, id)),
      worstAfter: worstOf(state.checks[id]?.value.gradesAfter ?? {}),
      light: { before: light?.before?.openPct ?? null, after: light?.after?.openPct ?? null },
    };
  });
  const figures = unit ? { before: trendFigures(state, 'before', settingOf(state, unit)), after: {} } : undefined;
  const grown = growthStretches([...graded, { day: closedOn, coils: now, figures }], onlyOutdoorCoil(configuration, coils));
  const own = coils.flatMap(({ id, role, guards }, i) => {
    const survey = state.surveys[id]?.value;
    if (!survey) return [];
    const { worstBefore, worstAfter } = now[i] ?? { worstBefore: null, worstAfter: null };
    const due = dueOf({
      closedOn,
      configuration,
      latitudeDeg,
      climate,
      pace,
      longestWait,
      soils: survey.soils,
      worstGrade: worstBefore ?? 0,
      role,
      storyFacts: state.story?.value.facts ?? [],
      louvered: guards === 'louvre',
      left: worstAfter ?? worstBefore ?? 0,
      grown: grown[id] ?? [],
    });
    return [{ coilId: id, due: setByHand(due, state.dueSet[id]) }];
  });
  const none = nextDue({ closedOn, configuration, soils: [], worstGrade: 0, latitudeDeg, climate });
  return {
    coils: own,
    first: own.reduce<NextDue | null>((best, { due }) => (best && best.date <= due.date ? best : due), null) ?? none,
  };
}
