// Its types stand beside another file of the core; every program that reads this one needs them.
// oxlint-disable-next-line typescript/triple-slash-reference
/// <reference path="../interval/jstat.d.ts" />
import jstat from 'jstat';

/** Something that was measured, with its standard uncertainty. */
export interface Measured {
  value: number;
  u: number;
}

const SURE = 0.9;
/** Standard deviations within which nine of ten normal draws lie. */
export const NINE_IN_TEN = 1.6449;

/**
 * The mean of what differs from case to case and is measured more or less well each time: each counts by its own doubt and by how much the cases
 * differ (DerSimonian and Laird, 1986), with the interval of Hartung and Knapp (2001) that is never narrower than the doubts themselves say; both from memory.
 * @param cases measured, one or more
 * @returns the mean and where it lies with nine in ten, in the unit of the cases; of one case alone its own interval
 * @example pooledMean([{ value: 210, u: 0 }]) // { mean: 210, low: 210, high: 210 }
 */
export function pooledMean(cases: readonly Measured[]): { mean: number; low: number; high: number } {
  const n = cases.length;
  const [only] = cases;
  if (n === 1 && only) return { mean: only.value, low: only.value - NINE_IN_TEN * only.u, high: only.value + NINE_IN_TEN * only.u };
  // What was measured without any doubt would leave nothing to the others.
  const least = 1e-6 * (1 + Math.max(...cases.map(({ value }) => Math.abs(value))));
  const variances = cases.map(({ u }) => Math.max(u, least) ** 2);
  const mean = (weights: readonly number[]) =>
    weights.reduce((sum, weight, i) => sum + weight * (cases[i]?.value ?? 0), 0) / weights.reduce((sum, weight) => sum + weight, 0);
  const scatter = (weights: readonly number[], about: number) =>
    weights.reduce((sum, weight, i) => sum + weight * ((cases[i]?.value ?? 0) - about) ** 2, 0);
  const fixed = variances.map((variance) => 1 / variance);
  const [sum, squares] = [fixed.reduce((all, weight) => all + weight, 0), fixed.reduce((all, weight) => all + weight ** 2, 0)];
  const between = Math.max(0, (scatter(fixed, mean(fixed)) - (n - 1)) / (sum - squares / sum));
  const weights = variances.map((variance) => 1 / (variance + between));
  const all = weights.reduce((total, weight) => total + weight, 0);
  const middle = mean(weights);
  const by = jstat.studentt.inv(0.5 + SURE / 2, n - 1) * Math.sqrt(Math.max(scatter(weights, middle) / (n - 1), 1) / all);
  return { mean: middle, low: middle - by, high: middle + by };
}
