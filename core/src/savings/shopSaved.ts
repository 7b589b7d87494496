// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../interval/jstat.d.ts" />
import jstat from 'jstat';

/** What one wash was measured to save. */
export interface MeasuredWash {
  w: number;
  u: number;
  watts: number;
  /** Worst grade found on what was washed. */
  grade: number;
  ratio: number;
}

/** What washes of one grade saved. */
export interface GradeSaved {
  grade: number;
  washes: number;
  /** Mean, W for the same cooling. */
  w: number;
  /** Where the mean lies with nine in ten, W; null for a single wash without a doubt of its own. */
  low: number;
  high: number;
}

const SURE = 0.9;
/** Standard deviations within which nine of ten normal draws lie. */
const NINE_IN_TEN = 1.6449;
/** Published sizes count as so many measured washes of the shop's own. Common practice, no source. */
const PRIOR_WASHES = 4;
/** However it was measured, dirt does not save, and does not cost four times what was published. Common practice, no source. */
const [LEAST_FACTOR, MOST_FACTOR] = [0.2, 4];

/**
 * What the shop's own measured washes saved, by the worst grade that was found.
 * @param washes measured, in any order
 * @returns a row for each grade that was washed, the cleanest first; of one wash alone the interval is that of its readings
 * @example savedByGrade([{ w: 200, u: 50, watts: 3000, grade: 2, ratio: 1 }])[0]?.washes // 1
 */
export function savedByGrade(washes: readonly MeasuredWash[]): GradeSaved[] {
  const grades = [...new Set(washes.map((wash) => wash.grade))].sort((a, b) => a - b);
  return grades.map((grade) => {
    const own = washes.filter((wash) => wash.grade === grade);
    const n = own.length;
    const w = own.reduce((sum, wash) => sum + wash.w, 0) / n;
    const spread = own.reduce((sum, wash) => sum + (wash.w - w) ** 2, 0);
    const readings = Math.sqrt(own.reduce((sum, wash) => sum + wash.u ** 2, 0)) / n;
    // Washes differ, and so do readings: the wider of the two.
    const by =
      n < 2 ? NINE_IN_TEN * readings : jstat.studentt.inv(0.5 + SURE / 2, n - 1) * Math.max(Math.sqrt(spread / (n - 1) / n), readings);
    return { grade, washes: n, w, low: w - by, high: w + by };
  });
}

/**
 * How much more or less a grade of dirt costs at this shop than was published: the published size counts as four washes, each measured wash as one.
 * @param washes measured
 * @returns the factor, and how many washes it rests on; 1 without any
 * @example dirtFactor([]) // { factor: 1, washes: 0 }
 */
export function dirtFactor(washes: readonly Pick<MeasuredWash, 'ratio'>[]): { factor: number; washes: number } {
  const sum = washes.reduce((total, wash) => total + wash.ratio, PRIOR_WASHES);
  const factor = sum / (PRIOR_WASHES + washes.length);
  return { factor: Math.min(MOST_FACTOR, Math.max(LEAST_FACTOR, factor)), washes: washes.length };
}

/** Hours of running are known so well, share. Common practice, no source. */
const HOURS_DOUBT = 0.4;

/**
 * What a wash saves in a year by watts alone: plainly weaker than a meter, as nobody counted the hours.
 * @param saved W for the same cooling, and its standard uncertainty
 * @param hours that the unit runs in a year
 * @returns kWh a year, with where it lies by nine in ten
 * @example Math.round(savedByWatts({ w: 300, u: 60 }, 700).kWh) // 210
 */
export function savedByWatts({ w, u }: Pick<MeasuredWash, 'w' | 'u'>, hours: number): { kWh: number; low: number; high: number } {
  const kWh = (w * hours) / 1000;
  const by = (NINE_IN_TEN * Math.hypot(u * hours, w * hours * HOURS_DOUBT)) / 1000;
  return { kWh, low: kWh - by, high: kWh + by };
}
