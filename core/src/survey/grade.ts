import { CoreError } from '../errors';

/** Grades by the light that comes through, from clear to packed. */
export const GRADES = [0, 1, 2, 3, 4] as const;
/** One of `GRADES`. */
export type Grade = (typeof GRADES)[number];

export interface GradeFacts {
  grade: Grade;
  name: string;
  /** Open fraction seen by the light test, percent, from the lower to the upper end. */
  lightPct: readonly [number, number];
  light: string;
  mat: string;
}

/** Elm Mist's own scale for the light test: torch hard against one face, look through the other. */
export const GRADE_TABLE: readonly GradeFacts[] = [
  { grade: 0, name: 'clear', lightPct: [85, 100], light: 'more than 85 % of the light', mat: 'no mat' },
  { grade: 1, name: 'hazed', lightPct: [60, 85], light: '60 to 85 % of the light', mat: 'a film' },
  { grade: 2, name: 'loaded', lightPct: [30, 60], light: '30 to 60 % of the light', mat: 'patches' },
  { grade: 3, name: 'blocked', lightPct: [5, 30], light: '5 to 30 % of the light', mat: 'felt under ¼ in' },
  { grade: 4, name: 'packed', lightPct: [0, 5], light: 'no light', mat: 'felt ¼ to 1 in, or compost' },
];

/**
 * What a grade means.
 * @param grade 0–4
 * @returns name, light and mat of the grade
 * @throws CoreError out-of-range `grade`
 * @example gradeFacts(3).name // 'blocked'
 */
export function gradeFacts(grade: Grade): GradeFacts {
  const facts = GRADE_TABLE[grade];
  if (!facts) throw new CoreError('out-of-range', 'grade', `Grade must be 0 to 4; got ${String(grade)}.`);
  return facts;
}
