import { CoreError } from '../errors';
import { colder, daySums, type DaySums } from './daySums';
import { solveNormal } from './linear';
import { DEGREE_BASE_C } from '../interval/degreeBase';
import type { EnergyFit, EnergyModel, EnergyPoint } from './model';

/** Fewest points on the warm or cold side of a change point. */
const LEAST_BESIDE = 2;
/** Change points are first tried on so many of the data's own temperatures. */
const GRID = 32;

interface Linear {
  error: number;
  base: number;
  heating: number;
  cooling: number;
  weekend: number | null;
}

/** Most terms of a fit: base, heating, cooling, weekend. */
const TERMS = 4;
const normal = new Float64Array(TERMS * TERMS);
const right = new Float64Array(TERMS);
const beta = new Float64Array(TERMS);

const at = (of: Float64Array, i: number): number => of[i] as number;

/** A slope with the base, itself and the use; where one slope is at work the other is not, so that they share nothing. */
function putSlope(k: number, p: number, sum: number, squares: number, use: number): void {
  normal[k] = sum;
  normal[k * p + k] = squares;
  right[k] = use;
}

/** Exact weighted least squares for given change points; null where it has no one answer or a slope goes the wrong way. */
function linearFit(sums: DaySums, heatC: number | null, coolC: number | null, weekend: boolean): Linear | null {
  const { n, middleC, w, wt, wtt, d, dt, wy, wty, dy } = sums;
  const p = 1 + (heatC === null ? 0 : 1) + (coolC === null ? 0 : 1) + (weekend ? 1 : 0);
  normal.fill(0);
  normal[0] = at(w, n);
  right[0] = at(wy, n);
  let k = 0;
  if (heatC !== null) {
    const [m, c] = [colder(sums, heatC, false), heatC - middleC];
    if (m < LEAST_BESIDE) return null;
    k += 1;
    putSlope(k, p, c * at(w, m) - at(wt, m), c * c * at(w, m) - 2 * c * at(wt, m) + at(wtt, m), c * at(wy, m) - at(wty, m));
    if (weekend) normal[k * p + p - 1] = c * at(d, m) - at(dt, m);
  }
  if (coolC !== null) {
    const [m, c] = [colder(sums, coolC, true), coolC - middleC];
    if (n - m < LEAST_BESIDE) return null;
    const [w0, t0] = [at(w, n) - at(w, m), at(wt, n) - at(wt, m)];
    k += 1;
    putSlope(k, p, t0 - c * w0, at(wtt, n) - at(wtt, m) - 2 * c * t0 + c * c * w0, at(wty, n) - at(wty, m) - c * (at(wy, n) - at(wy, m)));
    if (weekend) normal[k * p + p - 1] = at(dt, n) - at(dt, m) - c * (at(d, n) - at(d, m));
  }
  if (weekend) {
    k += 1;
    putSlope(k, p, at(d, n), at(d, n), at(dy, n));
  }
  for (let i = 0; i < p; i += 1) beta[i] = at(right, i);
  if (!solveNormal(normal, beta, p)) return null;
  let error = sums.squares;
  for (let i = 0; i < p; i += 1) error -= at(beta, i) * at(right, i);
  const heating = heatC === null ? 0 : at(beta, 1);
  const cooling = coolC === null ? 0 : at(beta, heatC === null ? 1 : 2);
  if (heating < 0 || cooling < 0) return null;
  return { error: Math.max(0, error), base: at(beta, 0), heating, cooling, weekend: weekend ? at(beta, p - 1) : null };
}

/** Temperatures of the data, as many as a grid has, without the few at either end. */
function gridOf({ meanC, n }: DaySums, most: number): number[] {
  const sorted = [...new Set(meanC)];
  const inner = sorted.slice(Math.min(2, Math.floor(n / 20)), Math.max(3, sorted.length - 2));
  if (inner.length <= most) return inner;
  return Array.from({ length: most }, (_, i) => inner[Math.round((i * (inner.length - 1)) / (most - 1))] as number);
}

interface Tried extends Linear {
  heatC: number | null;
  coolC: number | null;
}

const better = (a: Tried | null, b: Tried | null): Tried | null => (b && (!a || b.error < a.error) ? b : a);

/** Steps of a search at one width. */
const MOST_STEPS = 5;

/** The best of some change points. */
function bestOf(sums: DaySums, weekend: boolean, heats: readonly (number | null)[], cools: readonly (number | null)[]): Tried | null {
  let best: Tried | null = null;
  for (const heatC of heats)
    for (const coolC of cools) {
      if (heatC !== null && coolC !== null && heatC > coolC) continue;
      const fit = linearFit(sums, heatC, coolC, weekend);
      if (fit && (!best || fit.error < best.error)) best = { ...fit, heatC, coolC };
    }
  return best;
}

const around = (at: number | null, step: number): (number | null)[] =>
  at === null ? [null] : [-1, -0.5, -0.25, 0, 0.25, 0.5, 1].map((share) => at + share * step);

/**
 * Looks around given change points for better ones.
 * @param step first width of the search, K; it is narrowed three times
 */
export function refined(
  sums: DaySums,
  weekend: boolean,
  start: { heatC: number | null; coolC: number | null },
  step: number,
): Tried | null {
  let best = bestOf(sums, weekend, [start.heatC], [start.coolC]);
  for (let width = step; width > step / 40; width /= 4) {
    // A valley that runs aslant to the grid takes some steps.
    for (let tries = 0; tries < MOST_STEPS; tries += 1) {
      const from: { heatC: number | null; coolC: number | null } = best ?? start;
      const next = better(best, bestOf(sums, weekend, around(from.heatC, width), around(from.coolC, width)));
      const on = next !== null && next !== best;
      best = next;
      if (!on) break;
    }
  }
  return best;
}

/** The best fit of one kind; null where the data have no such one. */
export function fitKind(sums: DaySums, model: EnergyModel, weekend: boolean, most = GRID): EnergyFit | null {
  const made = (tried: Tried | null): EnergyFit | null => {
    if (!tried) return null;
    const { error, ...fit } = tried;
    return { model, ...fit };
  };
  if (model === 'mean') return made(bestOf(sums, weekend, [null], [null]));
  if (model === 'degree-day') return made(bestOf(sums, weekend, [null], [DEGREE_BASE_C]));
  const grid = gridOf(sums, model === 'both' ? Math.min(most, 20) : most);
  const [heats, cools] = [model === 'cooling' ? [null] : grid, model === 'heating' ? [null] : grid];
  const first = bestOf(sums, weekend, heats, cools);
  if (!first) return null;
  const step = Math.max(0.2, ((grid.at(-1) ?? 0) - (grid[0] ?? 0)) / Math.max(1, grid.length - 1));
  return made(refined(sums, weekend, first, step));
}

/**
 * Fits one kind of model: the change points by profile (the data's own temperatures, then finer around the best), exact least squares inside.
 * @param points days with their use, weighed by the days they stand for
 * @param model which kind
 * @param weekend whether Saturdays and Sundays may differ
 * @returns the fit
 * @throws CoreError `not-allowed` where the data have no such model: all the same temperature, or the slope goes the wrong way
 * @example fitEnergy([10, 15, 20, 25, 30, 35, 40, 45].map((meanC) => ({ day: '2026-06-11', meanC, kWh: 5 + Math.max(0, meanC - 20), days: 1 })), 'cooling', false).cooling.toFixed(3) // '1.000'
 */
export function fitEnergy(points: readonly EnergyPoint[], model: EnergyModel, weekend: boolean): EnergyFit {
  const fit = fitKind(daySums(points), model, weekend);
  if (!fit) throw new CoreError('not-allowed', 'points', 'These days show no such dependence on the temperature outdoors.');
  return fit;
}
