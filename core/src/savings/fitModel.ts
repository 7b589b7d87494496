import { CoreError } from '../errors';
import { inverse } from './linear';
import { DEGREE_BASE_C } from '../interval/degreeBase';
import { isWeekend, type EnergyFit, type EnergyModel, type EnergyPoint } from './model';

/** Fewest points on the warm or cold side of a change point. */
const LEAST_BESIDE = 2;
/** Change points are first tried on so many of the data's own temperatures. */
const GRID = 32;

/** Points as columns, for the inner loops. */
export interface Columns {
  n: number;
  meanC: Float64Array;
  kWh: Float64Array;
  days: Float64Array;
  weekend: Float64Array;
}

export const columnsOf = (points: readonly EnergyPoint[]): Columns => ({
  n: points.length,
  meanC: Float64Array.from(points, (point) => point.meanC),
  kWh: Float64Array.from(points, (point) => point.kWh),
  days: Float64Array.from(points, (point) => point.days),
  weekend: Float64Array.from(points, (point) => (isWeekend(point.day) ? 1 : 0)),
});

/** Which terms a fit has. */
interface Terms {
  heatC: number | null;
  coolC: number | null;
  weekend: boolean;
}

interface Linear {
  error: number;
  base: number;
  heating: number;
  cooling: number;
  weekend: number | null;
}

/** Exact weighted least squares for given change points; null where it has no one answer or a slope goes the wrong way. */
function linearFit({ n, meanC, kWh, days, weekend }: Columns, terms: Terms): Linear | null {
  const p = 1 + (terms.heatC === null ? 0 : 1) + (terms.coolC === null ? 0 : 1) + (terms.weekend ? 1 : 0);
  const normal = new Float64Array(p * p);
  const right = new Float64Array(p);
  const x = new Float64Array(p);
  x[0] = 1;
  let [squares, heated, cooled] = [0, 0, 0];
  for (let i = 0; i < n; i += 1) {
    const [t, y, w] = [meanC[i] as number, kWh[i] as number, days[i] as number];
    let k = 1;
    if (terms.heatC !== null) {
      const below = Math.max(0, terms.heatC - t);
      if (below > 0) heated += 1;
      x[k++] = below;
    }
    if (terms.coolC !== null) {
      const above = Math.max(0, t - terms.coolC);
      if (above > 0) cooled += 1;
      x[k++] = above;
    }
    if (terms.weekend) x[k] = weekend[i] as number;
    for (let a = 0; a < p; a += 1) {
      const wx = w * (x[a] as number);
      right[a] = (right[a] as number) + wx * y;
      for (let b = a; b < p; b += 1) normal[a * p + b] = (normal[a * p + b] as number) + wx * (x[b] as number);
    }
    squares += w * y * y;
  }
  if ((terms.heatC !== null && heated < LEAST_BESIDE) || (terms.coolC !== null && cooled < LEAST_BESIDE)) return null;
  const inv = inverse(
    Array.from({ length: p }, (_, a) => Array.from({ length: p }, (_b, b) => normal[Math.min(a, b) * p + Math.max(a, b)] as number)),
  );
  if (!inv) return null;
  const beta = inv.map((row) => row.reduce((sum, each, b) => sum + each * (right[b] as number), 0));
  let error = squares;
  for (let a = 0; a < p; a += 1) error -= (beta[a] as number) * (right[a] as number);
  let k = 1;
  const heating = terms.heatC === null ? 0 : (beta[k++] as number);
  const cooling = terms.coolC === null ? 0 : (beta[k++] as number);
  if (heating < 0 || cooling < 0) return null;
  return { error: Math.max(0, error), base: beta[0] as number, heating, cooling, weekend: terms.weekend ? (beta[k] as number) : null };
}

/** Temperatures of the data, as many as a grid has, without the few at either end. */
function gridOf({ meanC, n }: Columns, most: number): number[] {
  const sorted = [...new Set(Float64Array.from(meanC).sort())];
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
function bestOf(columns: Columns, weekend: boolean, heats: readonly (number | null)[], cools: readonly (number | null)[]): Tried | null {
  let best: Tried | null = null;
  for (const heatC of heats)
    for (const coolC of cools) {
      if (heatC !== null && coolC !== null && heatC > coolC) continue;
      const fit = linearFit(columns, { heatC, coolC, weekend });
      if (fit) best = better(best, { ...fit, heatC, coolC });
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
  columns: Columns,
  weekend: boolean,
  start: { heatC: number | null; coolC: number | null },
  step: number,
): Tried | null {
  let best = bestOf(columns, weekend, [start.heatC], [start.coolC]);
  for (let width = step; width > step / 40; width /= 4) {
    // A valley that runs aslant to the grid takes some steps.
    for (let tries = 0; tries < MOST_STEPS; tries += 1) {
      const from: { heatC: number | null; coolC: number | null } = best ?? start;
      const next = better(best, bestOf(columns, weekend, around(from.heatC, width), around(from.coolC, width)));
      const on = next !== null && next !== best;
      best = next;
      if (!on) break;
    }
  }
  return best;
}

/** The best fit of one kind; null where the data have no such one. */
export function fitKind(columns: Columns, model: EnergyModel, weekend: boolean, most = GRID): EnergyFit | null {
  const made = (tried: Tried | null): EnergyFit | null => {
    if (!tried) return null;
    const { error, ...fit } = tried;
    return { model, ...fit };
  };
  if (model === 'mean') return made(bestOf(columns, weekend, [null], [null]));
  if (model === 'degree-day') return made(bestOf(columns, weekend, [null], [DEGREE_BASE_C]));
  const grid = gridOf(columns, model === 'both' ? Math.min(most, 20) : most);
  const [heats, cools] = [model === 'cooling' ? [null] : grid, model === 'heating' ? [null] : grid];
  const first = bestOf(columns, weekend, heats, cools);
  if (!first) return null;
  const step = Math.max(0.2, ((grid.at(-1) ?? 0) - (grid[0] ?? 0)) / Math.max(1, grid.length - 1));
  return made(refined(columns, weekend, first, step));
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
  const fit = fitKind(columnsOf(points), model, weekend);
  if (!fit) throw new CoreError('not-allowed', 'points', 'These days show no such dependence on the temperature outdoors.');
  return fit;
}
