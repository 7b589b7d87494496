// By name: looked up once, not for each of a million samples.
const { floor, max, min } = Math;

/** A split of values into dark and bright. */
export interface Split {
  /** What is above it is bright; in the unit of the values. */
  threshold: number;
  /** Medians of the two sides: pixels that straddle an edge lie between the sides and would draw their means together. */
  dark: number;
  bright: number;
  /** Share of the variance that the split explains, 0 to 1: near 1 for two levels, 0.64 for one level with noise (2/π of a normal distribution). */
  separability: number;
}

const BINS = 256;

/**
 * The threshold that leaves the least variance within the two sides (Otsu 1979, from memory).
 * @param values from 0 to 1
 * @returns the split, or null where all values are the same
 * @example otsu([0.1, 0.1, 0.9, 0.9]).separability // 1
 */
export function otsu(values: ArrayLike<number>): Split | null {
  const counts = new Float64Array(BINS);
  const sums = new Float64Array(BINS);
  let total = 0;
  let squares = 0;
  for (let i = 0; i < values.length; i += 1) {
    const value = min(1, max(0, values[i] as number));
    const bin = min(BINS - 1, floor(value * BINS));
    counts[bin] = (counts[bin] as number) + 1;
    sums[bin] = (sums[bin] as number) + value;
    total += value;
    squares += value * value;
  }
  const n = values.length;
  if (n === 0) return null;
  const mean = total / n;
  const variance = squares / n - mean * mean;
  if (variance < 1e-12) return null;
  let below = 0;
  let belowSum = 0;
  let best = { between: -1, bin: -1 };
  for (let bin = 0; bin < BINS - 1; bin += 1) {
    below += counts[bin] as number;
    belowSum += sums[bin] as number;
    if (below === 0 || below === n) continue;
    const between = (below / n) * (1 - below / n) * ((total - belowSum) / (n - below) - belowSum / below) ** 2;
    if (between > best.between) best = { between, bin };
  }
  if (best.bin < 0) return null;
  const dark = medianOf(counts, 0, best.bin);
  const bright = medianOf(counts, best.bin + 1, BINS - 1);
  return { threshold: (dark + bright) / 2, dark, bright, separability: min(1, best.between / variance) };
}

/** Middle of the bin that half of the values from one bin to another lie up to. */
function medianOf(counts: Float64Array, from: number, to: number): number {
  let all = 0;
  for (let bin = from; bin <= to; bin += 1) all += counts[bin] as number;
  let some = 0;
  for (let bin = from; bin <= to; bin += 1) {
    some += counts[bin] as number;
    if (some >= all / 2) return (bin + 0.5) / BINS;
  }
  return to / BINS;
}
