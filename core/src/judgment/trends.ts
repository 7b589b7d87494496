import { figuresOf, type FigureSetting } from '../airside';
import { judgeable, readingSet, type ReadingWhen } from '../readings';
import type { VisitState } from '../run';
import type { EdgeName } from '../units';

/** What is followed over the years of a system, in the order it is offered. */
export const TREND_IDS = ['grade', 'open', 'condensingOver', 'drop', 'capacity', 'watts', 'externalStatic'] as const;
/** One of `TREND_IDS`. */
export type TrendId = (typeof TREND_IDS)[number];
/** Those that readings come to; the others are of a coil. */
export type ReadTrendId = Exclude<TrendId, 'grade' | 'open'>;

interface TrendFacts {
  name: string;
  /** Of each coil, or of the whole system. */
  of: 'coil' | 'system';
  /** How it is shown; null for what has a unit of its own. */
  edge: EdgeName | null;
  unit: string;
}

/** Names and units. Watts are those of the whole unit. */
export const TREND_TABLE: Record<TrendId, TrendFacts> = {
  grade: { name: 'Worst grade', of: 'coil', edge: null, unit: '' },
  open: { name: 'Light through it', of: 'coil', edge: null, unit: '%' },
  condensingOver: { name: 'Condensing over outdoor', of: 'system', edge: 'difference', unit: '' },
  drop: { name: 'Air drop', of: 'system', edge: 'difference', unit: '' },
  capacity: { name: 'Capacity', of: 'system', edge: 'heat', unit: '' },
  watts: { name: 'Power', of: 'system', edge: 'power', unit: '' },
  externalStatic: { name: 'External static', of: 'system', edge: 'staticPressure', unit: '' },
};

/** Figures of one side of a visit, SI. */
export type TrendFigures = Partial<Record<ReadTrendId, number>>;

/**
 * What the readings of one side come to, for following it over years.
 * @param state of the visit
 * @param when the side
 * @param setting what the unit is
 * @returns figures that could be told; what cannot be true is left out
 * @example trendFigures(foldVisit('v', 'split-cool', []), 'before', { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }) // {}
 */
export function trendFigures(state: VisitState, when: ReadingWhen, setting: FigureSetting): TrendFigures {
  const set = judgeable(readingSet(state, when));
  if (Object.keys(set).length === 0) return {};
  const { figures } = figuresOf(set, setting);
  const found = figures.flatMap(({ id, value }) => (id in TREND_TABLE ? [[id, value] as const] : []));
  return { ...Object.fromEntries(found), ...(set.watts ? { watts: set.watts.value } : {}) };
}

/** One point of a trend. */
export interface TrendPoint {
  visitId: string;
  /** ISO day. */
  day: string;
  when: ReadingWhen;
  value: number;
}

/** One figure over the years, oldest first. */
export interface Trend {
  id: TrendId;
  /** Of a coil; null for the system. */
  coilId: string | null;
  points: TrendPoint[];
}

/** What a trend is drawn from. */
export interface TrendVisit {
  id: string;
  /** ISO day. */
  day: string;
  coils: readonly { coilId: string; worstBefore: number | null; worstAfter: number | null; light: Record<ReadingWhen, number | null> }[];
  figures: Record<ReadingWhen, TrendFigures>;
}

const MONTH_DAYS = 30.44;
const DAY_MS = 86_400_000;

/**
 * Every figure of a system that was told at least twice, over the years.
 * @param visits in any order
 * @returns trends in the order of `TREND_IDS`, coil by coil
 * @example trendsOf([]) // []
 */
export function trendsOf(visits: readonly TrendVisit[]): Trend[] {
  const oldest = [...visits].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  const coilIds = [...new Set(oldest.flatMap((visit) => visit.coils.map((row) => row.coilId)))];
  const points = (read: (visit: TrendVisit, when: ReadingWhen) => number | null | undefined): TrendPoint[] =>
    oldest.flatMap((visit) =>
      (['before', 'after'] as const).flatMap((when) => {
        const value = read(visit, when);
        return value === null || value === undefined ? [] : [{ visitId: visit.id, day: visit.day, when, value }];
      }),
    );
  return TREND_IDS.flatMap((id): Trend[] => {
    if (id !== 'grade' && id !== 'open') return [{ id, coilId: null, points: points((visit, when) => visit.figures[when][id]) }];
    return coilIds.map((coilId) => ({
      id,
      coilId,
      points: points((visit, when) => {
        const row = visit.coils.find((each) => each.coilId === coilId);
        if (id === 'open') return row?.light[when];
        return when === 'before' ? row?.worstBefore : row?.worstAfter;
      }),
    }));
  }).filter((trend) => trend.points.length > 1);
}

/** How something grew back between being left and being found. */
export interface Regrowth {
  from: TrendPoint;
  to: TrendPoint;
  change: number;
  months: number;
}

/**
 * How it grew back, from each visit's end to the next one's beginning.
 * @param trend of a coil or system
 * @returns oldest first
 * @example regrowthOf({ id: 'grade', coilId: 'c', points: [{ visitId: 'a', day: '2025-06-01', when: 'after', value: 0 }, { visitId: 'b', day: '2026-06-01', when: 'before', value: 3 }] })[0].change // 3
 */
export function regrowthOf({ points }: Trend): Regrowth[] {
  return points.flatMap((to, i) => {
    const from = points[i - 1];
    if (!from || from.when !== 'after' || to.when !== 'before' || from.visitId === to.visitId) return [];
    return [{ from, to, change: to.value - from.value, months: (Date.parse(to.day) - Date.parse(from.day)) / DAY_MS / MONTH_DAYS }];
  });
}
