import { typicalFaceWidthM } from '../equipment';
import { mixFor } from './dilution';
import { solutionVolume } from './solutionVolume';
import type { Cleaner } from './label';

/** A three-ton, one-row condenser at 16 fins per inch: fin surface in m². A face one metre high is as wide as its area. */
const finSurfaceOfUsualJob = (): number => typicalFaceWidthM(36000, 1, 1) * 27.7;
/** A can does half to one whole condenser. Common practice, no source. */
const CANS_PER_JOB = 2;
/** Where the shelf names none: a gun, a can and the concentrate of a job, in the shop's money. Common practice, no source. */
const USUAL = { gun: 85, can: 13, concentrate: 5, canMinutes: 12, gunMinutes: 15, jobs: 40 } as const;

/** What cans against a gun start from. */
export interface BreakEvenStart {
  /** The gun, bought once, in the shop's money. */
  gun: number;
  /** Cans and concentrate for a usual job, in the shop's money. */
  can: number;
  concentrate: number;
  /** Time of a usual job, min. */
  canMinutes: number;
  gunMinutes: number;
  /** Jobs of a season. */
  jobs: number;
  /** Ready mix of a usual job, L. */
  readyL: number;
}

/**
 * A usual job with cans and with a gun, at the prices of the shelf.
 * @param cleaners of the shelf, with pack and price
 * @returns figures in the shop's money, min and L
 * @example breakEvenStart([]).can // 26
 */
export function breakEvenStart(
  cleaners: readonly (Pick<Cleaner, 'form' | 'chart' | 'outdoor'> & { packL: number; packPrice: number })[],
): BreakEvenStart {
  const can = cleaners.find((cleaner) => cleaner.form === 'aerosol');
  const concentrate = cleaners.find((cleaner) => cleaner.form === 'concentrate' && cleaner.outdoor);
  const readyL = solutionVolume({ finSurfaceM2: finSurfaceOfUsualJob(), applied: 'foam', passes: 1 }).litres;
  return {
    ...USUAL,
    readyL,
    can: (can?.packPrice ?? USUAL.can) * CANS_PER_JOB,
    concentrate: concentrate
      ? (mixFor({ waterParts: concentrate.chart.heavy ?? 4, totalL: readyL }).concentrateL / concentrate.packL) * concentrate.packPrice
      : USUAL.concentrate,
  };
}
