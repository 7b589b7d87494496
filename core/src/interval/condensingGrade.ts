import { MOST_COILS, type CoilRole, type Configuration } from '../equipment';

/** What a grade given by eye is off by, grades, at both ends together: rounding, and another eye. Common practice, no source. */
export const EYE_SPREAD = 0.7;

/**
 * Condensing over outdoor of a unit by the grade of its outdoor coil, over that of the same unit clean. The small system model's, with either metering,
 * two refrigerants and from 24 to 40 °C within 5 %, at the last grade within 15 %: a share says what degrees of one unit say of no other.
 */
export const CONDENSING_BY_GRADE: readonly number[] = [1, 1.06, 1.19, 1.49, 2.2];
const PACKED = CONDENSING_BY_GRADE.length - 1;

/** What the share of two readings is off by: their instruments twice, and other weather on the second day. Judgment. */
const SHARE_SPREAD = 0.1;
/** It weighs as two looks by eye at most: dirt is not all that moves it. Judgment. */
const MOST_LOOKS = 2;
/** Readings of less are not of a unit that runs, K. */
const LEAST_K = 2;
/** What differs by more from what the eye found is not dirt alone, grades. Judgment. */
const MOST_APART = 2;

const at = (grade: number): number => CONDENSING_BY_GRADE[grade] as number;

function shareAt(grade: number): number {
  const from = Math.min(PACKED - 1, Math.floor(grade));
  return at(from) + (grade - from) * (at(from + 1) - at(from));
}

/** A grade, and as how many looks by eye it weighs. */
export interface GradeRead {
  grade: number;
  looks: number;
}

/**
 * The grade that an outdoor coil has come to, by how far condensing has risen over outdoors since it was left. Next to nothing is told of the first grades,
 * which hardly move it, and most of the last.
 * @param left grade as it was left, 0 to 4
 * @param leftK condensing over outdoor after that wash, K
 * @param foundK the same before the next one, K
 * @returns the grade, and its weight; null where either is not of a unit that runs
 * @example gradeByCondensing(0, 11, 11).grade // 0
 */
export function gradeByCondensing(left: number, leftK: number, foundK: number): GradeRead | null {
  if (!(leftK >= LEAST_K && foundK >= LEAST_K)) return null;
  const share = Math.min(at(PACKED), Math.max(1, (shareAt(Math.min(PACKED, Math.max(0, left))) * foundK) / leftK));
  const above = CONDENSING_BY_GRADE.findIndex((each, grade) => grade > 0 && share <= each);
  const rise = at(above) - at(above - 1);
  const spread = (SHARE_SPREAD * share) / rise;
  return { grade: above - 1 + (share - at(above - 1)) / rise, looks: Math.min(MOST_LOOKS, (EYE_SPREAD / spread) ** 2) };
}

/**
 * What the eye and condensing say together, each by its weight.
 * @param seen grade by eye or by the light through it; null for none
 * @param read by condensing; null for none
 * @returns the grade with the weight of both; by eye alone where they are too far apart for dirt to be all of it; null for neither
 * @example foundTogether(2, null) // { grade: 2, looks: 1 }
 */
export function foundTogether(seen: number | null, read: GradeRead | null): GradeRead | null {
  if (seen === null) return read;
  if (read === null || Math.abs(seen - read.grade) > MOST_APART) return { grade: seen, looks: 1 };
  const looks = 1 + read.looks;
  return { grade: (seen + read.looks * read.grade) / looks, looks };
}

/**
 * The coil that condensing tells of: the outdoor one of a system that can have no other.
 * @param configuration of the system
 * @param coils of it
 * @returns its id; null where there may be two
 * @example onlyOutdoorCoil('split-cool', [{ id: 'out', role: 'condenser' }]) // 'out'
 */
export const onlyOutdoorCoil = (configuration: Configuration, coils: readonly { id: string; role: CoilRole }[]): string | null =>
  (MOST_COILS[configuration].condenser === 1 && coils.find(({ role }) => role === 'condenser')?.id) || null;
