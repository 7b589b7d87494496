// Its types stand beside this file; every program that reads this one needs them.
// oxlint-disable-next-line typescript/triple-slash-reference
/// <reference path="./jstat.d.ts" />
import jstat from 'jstat';
import { GRADE_TABLE } from '../survey';
import { EYE_SPREAD, foundTogether, gradeByCondensing } from './condensingGrade';
import { LOADED, type Pace } from './exposure';

/** How a coil grew dirty between being left on one visit and found on the next. */
export interface GrowthStretch {
  /** ISO days. */
  from: string;
  to: string;
  /** Worst grade as left and as found, or what the light through it comes to as one. */
  left: number;
  found: number;
  /** As how many looks by eye it weighs; left out for one. */
  looks?: number;
}

/** The same with the months that the system ran meanwhile. */
export interface RunStretch {
  months: number;
  grown: number;
  looks?: number | undefined;
}

/**
 * What is believed of how fast a coil grows dirty, grades a month of running: normal in the rate given the spread of one visit, inverse gamma in
 * that spread, so that every visit updates it in closed form.
 * Source: conjugate linear regression through the origin, e.g. Bishop, Pattern Recognition and Machine Learning (2006), section 3.3, from memory.
 */
export interface GrowthBelief {
  /** Grades a month, most likely. */
  perMonth: number;
  /** What the rate weighs, months²: a prior's own months squared, and those of each visit. */
  weight: number;
  /** Of the spread of what one visit reads, grades. */
  shape: number;
  scale: number;
  /** Stretches that taught it. */
  visits: number;
}

/**
 * How far the rates of two coils of one exposure lie apart, as shares of the usual one: houses, hedges and towns differ. Less where the shop’s other coils have
 * told how fast its town is. Judgment: bands of nine in ten then hold at least 85 % where coils differ by 60 %, or a town is half as dusty again.
 */
const COILS_DIFFER = 0.7;
const COILS_DIFFER_PACED = 0.5;
const PRIOR_SHAPE = 3;

/**
 * What is believed before a coil has taught anything: what coils of its exposure do.
 * @param months of running that such a coil usually takes until it is loaded
 * @param pace how fast the shop’s other coils grow beside what is usual; null where they have not told
 * @returns the belief
 * @example priorGrowth(10).perMonth // 0.2
 */
export function priorGrowth(months: number, pace: Pace | null | undefined = null): GrowthBelief {
  const perMonth = (LOADED / months) * (pace?.factor ?? 1);
  return {
    perMonth,
    weight: (EYE_SPREAD / ((pace ? COILS_DIFFER_PACED : COILS_DIFFER) * perMonth)) ** 2,
    shape: PRIOR_SHAPE,
    scale: (PRIOR_SHAPE - 1) * EYE_SPREAD ** 2,
    visits: 0,
  };
}

/** The end of the grade scale: what is beyond it is not seen. */
const PACKED = 4;
/** How far beyond it a packed coil is on average, grades. Judgment. */
const BEYOND_PACKED = 0.7;

/**
 * What a coil grew in a stretch. A packed one grew at least as much as is seen: the scale ends there, and the dirt does not.
 * @param stretch as left and as found
 * @returns grades
 * @example grownIn({ from: '2025-06-11', to: '2026-06-11', left: 1, found: 3 }) // 2
 */
export const grownIn = ({ left, found }: GrowthStretch): number => found - left + (found >= PACKED ? BEYOND_PACKED : 0);

/**
 * A belief after one more stretch.
 * @param belief before it
 * @param stretch months of running, grades that it grew, and as how many looks by eye that weighs; a coil found cleaner than it was left grew less than nothing, by the eye's own spread
 * @returns the belief after it
 * @example learnGrowth({ perMonth: 0.2, weight: 200, shape: 3, scale: 0.98, visits: 0 }, { months: 10, grown: 2 }).perMonth // 0.2
 */
export function learnGrowth(belief: GrowthBelief, { months, grown, looks = 1 }: RunStretch): GrowthBelief {
  const weight = belief.weight + looks * months ** 2;
  const perMonth = (belief.weight * belief.perMonth + looks * months * grown) / weight;
  return {
    perMonth,
    weight,
    shape: belief.shape + 0.5,
    scale: belief.scale + 0.5 * (looks * grown ** 2 + belief.weight * belief.perMonth ** 2 - weight * perMonth ** 2),
    visits: belief.visits + 1,
  };
}

/** Half the width of a band around the most likely, in units of `spread`. */
const half = (share: number, { shape }: GrowthBelief): number => jstat.studentt.inv(0.5 + share / 2, 2 * shape);

/** Where something lies with so much certainty. */
export interface Band {
  low: number;
  high: number;
}

/**
 * What a coil will be found at after so many months of running.
 * @param belief of its growth
 * @param left worst grade as it was left
 * @param months of running since
 * @param share of cases that the band is to hold, 0 to 1
 * @param seen whether the band is of what an eye will say, or of the dirt itself
 * @returns the band, grades, not below 0
 * @example growthBand(priorGrowth(10), 0, 0, 0.9, false) // { low: 0, high: 0 }
 */
export function growthBand(belief: GrowthBelief, left: number, months: number, share: number, seen: boolean): Band {
  const spread = Math.sqrt((belief.scale / belief.shape) * ((seen ? 1 : 0) + months ** 2 / belief.weight));
  const middle = left + belief.perMonth * months;
  const by = half(share, belief) * spread;
  return { low: Math.max(0, middle - by), high: Math.max(0, middle + by) };
}

/**
 * Months of running until a coil is loaded, with so much certainty.
 * @param belief of its growth
 * @param left worst grade as it was left
 * @param share of cases that the band is to hold, 0 to 1
 * @returns months: the most likely, the earliest and the latest of the band; Infinity where it may never be
 * @example monthsToLoaded(priorGrowth(10), 0, 0.5).likely // 10
 */
export function monthsToLoaded(belief: GrowthBelief, left: number, share: number): { likely: number; early: number; late: number } {
  const wanted = Math.max(0, LOADED - left);
  const by = half(share, belief) * Math.sqrt(belief.scale / belief.shape / belief.weight);
  const at = (rate: number): number => (wanted === 0 ? 0 : rate > 0 ? wanted / rate : Infinity);
  return { likely: at(belief.perMonth), early: at(belief.perMonth + by), late: at(belief.perMonth - by) };
}

/** A visit as far as it tells how a coil grew. */
export interface GrowthVisit {
  /** ISO day. */
  day: string;
  coils: readonly {
    coilId: string;
    worstBefore: number | null;
    worstAfter: number | null;
    light: { before: number | null; after: number | null };
  }[];
  /** What was read of the whole system before and after the wash; left out where nothing was. */
  figures?: Record<'before' | 'after', { condensingOver?: number | undefined }> | undefined;
}

/** Open share of a clear coil, %, and of a packed one: light in between tells between grades. Ends of the grade scale (`survey/grade`). */
const OPEN_CLEAR_PCT = GRADE_TABLE[0]?.lightPct[0] ?? 100;
const OPEN_PACKED_PCT = GRADE_TABLE[PACKED]?.lightPct[1] ?? 0;
const gradeOfOpen = (pct: number): number =>
  Math.min(PACKED, Math.max(0, ((OPEN_CLEAR_PCT - pct) / (OPEN_CLEAR_PCT - OPEN_PACKED_PCT)) * PACKED));

/**
 * How many stretches condensing told of too.
 * @param grown stretches of one coil
 * @returns how many
 * @example condensedOf([{ from: '2025-06-11', to: '2026-06-11', left: 0, found: 2, looks: 1.4 }]) // 1
 */
export const condensedOf = (grown: readonly GrowthStretch[]): number => grown.filter(({ looks }) => looks !== undefined).length;

/** How a coil was left. */
interface Left {
  day: string;
  grade: number | null;
  open: number | null;
  condensingK: number | null;
}

/**
 * How each coil of a system grew dirty between its visits: by the light through it where both ends were measured, else by eye; the outdoor coil by how far
 * condensing rose over outdoors too.
 * @param visits closed ones, oldest first
 * @param outdoorCoilId the coil that condensing tells of, as `onlyOutdoorCoil`
 * @returns stretches by coil, oldest first
 * @example growthStretches([], null) // {}
 */
export function growthStretches(visits: readonly GrowthVisit[], outdoorCoilId: string | null): Record<string, GrowthStretch[]> {
  const stretches: Record<string, GrowthStretch[]> = {};
  const lefts = new Map<string, Left>();
  for (const { day, coils, figures } of visits)
    for (const { coilId, worstBefore, worstAfter, light } of coils) {
      const condenses = coilId === outdoorCoilId;
      const was = lefts.get(coilId);
      if (was && was.day < day) {
        const lit = was.open !== null && light.before !== null;
        const left = was.open !== null && (lit || was.grade === null) ? gradeOfOpen(was.open) : was.grade;
        const seen = lit ? gradeOfOpen(light.before as number) : was.grade === null ? null : worstBefore;
        const foundK = condenses ? (figures?.before.condensingOver ?? null) : null;
        const read = left !== null && was.condensingK !== null && foundK !== null ? gradeByCondensing(left, was.condensingK, foundK) : null;
        const found = foundTogether(seen, read);
        if (left !== null && found) {
          const stretch = { from: was.day, to: day, left, found: found.grade };
          (stretches[coilId] ??= []).push(read && found.looks !== 1 ? { ...stretch, looks: found.looks } : stretch);
        }
      }
      const condensingK = condenses ? (figures?.after.condensingOver ?? null) : null;
      if (worstAfter !== null || light.after !== null) lefts.set(coilId, { day, grade: worstAfter, open: light.after, condensingK });
    }
  return stretches;
}
