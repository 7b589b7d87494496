import { NINE_IN_TEN, pooledMean, type Measured } from './pooled';

/** What one wash was measured to save by watts. */
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
  /** In the unit of what was measured, and where it lies with nine in ten. */
  mean: number;
  low: number;
  high: number;
}

/** Published sizes count as so many measured washes of the shop's own. Common practice, no source. */
const PRIOR_WASHES = 4;
/** However it was measured, dirt does not save, and does not cost four times what was published. Common practice, no source. */
const [LEAST_FACTOR, MOST_FACTOR] = [0.2, 4];
/** What a wash saves beside its published size differs from wash to wash by so much: a wash whose own doubt is as large counts half. Common practice, no source. */
const WASHES_DIFFER = 1;

/**
 * What the shop's own measured washes saved, by the worst grade that was found.
 * @param washes measured, in any order
 * @returns a row for each grade that was washed, the cleanest first; of one wash alone the interval is that of its readings
 * @example savedByGrade([{ value: 200, u: 50, grade: 2 }])[0]?.washes // 1
 */
export function savedByGrade(washes: readonly (Measured & { grade: number })[]): GradeSaved[] {
  const grades = [...new Set(washes.map((wash) => wash.grade))].sort((a, b) => a - b);
  return grades.map((grade) => {
    const own = washes.filter((wash) => wash.grade === grade);
    return { grade, washes: own.length, ...pooledMean(own) };
  });
}

/** What a wash saved beside what published sizes say of the grades that came off, and the standard uncertainty of that. */
export interface SavedRatio {
  ratio: number;
  ratioU: number;
}

/**
 * The ratio of a wash that was measured by watts, with its doubt.
 * @param wash measured
 * @returns ratio and its standard uncertainty
 * @example ratioByWatts({ w: 300, u: 60, ratio: 1.5 }).ratioU // 0.3
 */
export const ratioByWatts = ({ w, u, ratio }: Pick<MeasuredWash, 'w' | 'u' | 'ratio'>): SavedRatio => ({
  ratio,
  ratioU: w === 0 ? 0 : Math.abs(ratio / w) * u,
});

/**
 * How much more or less a grade of dirt costs at this shop than was published: the published size counts as four washes, a measured wash as one, or as
 * less the more doubtful it is.
 * @param washes measured, each once
 * @returns the factor, and how many washes it rests on; 1 without any
 * @example dirtFactor([]) // { factor: 1, washes: 0 }
 */
export function dirtFactor(washes: readonly SavedRatio[]): { factor: number; washes: number } {
  let [sum, weights] = [PRIOR_WASHES, PRIOR_WASHES];
  for (const { ratio, ratioU } of washes) {
    const weight = 1 / (1 + (ratioU / WASHES_DIFFER) ** 2);
    sum += weight * ratio;
    weights += weight;
  }
  return { factor: Math.min(MOST_FACTOR, Math.max(LEAST_FACTOR, sum / weights)), washes: washes.length };
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
