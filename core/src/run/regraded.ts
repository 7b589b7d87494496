import type { FaceGrades } from '../survey';

/** When a coil is graded once more before anything gets wet: a mat that lifts off in a sheet leaves another coil. Common practice, no source. */
export const REGRADE_MOMENTS = ['opened', 'lifted'] as const;
/** One of `REGRADE_MOMENTS`. */
export type RegradeMoment = (typeof REGRADE_MOMENTS)[number];

/** The same in words. */
export const REGRADE_NAMES: Record<RegradeMoment, string> = { opened: 'once opened', lifted: 'after the dry lift' };

/** Grades as they are once the unit is open, or its dry dirt is out. */
export interface Regraded {
  coilId: string;
  when: RegradeMoment;
  grades: FaceGrades;
}
