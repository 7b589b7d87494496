// Its types stand beside another file of the core; every program that reads this one needs them.
// oxlint-disable-next-line typescript/triple-slash-reference
/// <reference path="../interval/jstat.d.ts" />
import { uniforms } from '../random';
import jstat from 'jstat';
import { CoreError } from '../errors';
import { chooseModel, type TriedModel } from './chooseModel';
import { daySums, withUse } from './daySums';
import { refined } from './fitModel';
import { inverse } from './linear';
import { freedom, predicted, slopes, type EnergyFit, type EnergyPoint } from './model';
import { fitQuality, type FitQuality } from './quality';

/** A day of the year that both models are held to. */
export interface YearDay {
  day: string;
  meanC: number;
}

/** One side of a comparison. */
export interface SavingSide {
  fit: EnergyFit;
  quality: FitQuality;
}

/** What a wash saved, over a year of the same weather. */
export interface Saving {
  before: SavingSide;
  after: SavingSide;
  /** Kinds of model that were tried, with the error on days that they had not seen. */
  tried: TriedModel[];
  /** kWh of the year by the model before, and by the one after. */
  yearBefore: number;
  yearAfter: number;
  /** kWh a year; above 0 is less than before. */
  saved: number;
  /** Where it lies with nine in ten, kWh: by the spread of the fits, and by drawing them again. */
  analytic: { low: number; high: number };
  bootstrap: { low: number; high: number };
  verdict: 'saved' | 'more' | 'not-shown';
  /** Sentences: what weakens it. */
  weak: string[];
}

const SURE = 0.9;
/** Fewest days, and fewest bills, on either side. Common practice, no source: a season of days, or most of a year of bills. */
const LEAST_DAYS = 60;
const LEAST_BILLS = 9;
/** Days before and after must have known weather so different, K. */
const LEAST_RANGE_K = 8;
const DRAWS = 200;
/** Days that are drawn together, so that what one day says of the next stays. */
const BLOCK = 14;

function checkSide(name: 'before' | 'after', points: readonly EnergyPoint[]): void {
  const bills = points.some((point) => point.days > 1);
  const least = bills ? LEAST_BILLS : LEAST_DAYS;
  if (points.length < least)
    throw new CoreError(
      'missing',
      name,
      `${points.length} ${bills ? 'bills' : 'days'} ${name} the wash: ${least} at least tell something.`,
    );
  const temperatures = points.map((point) => point.meanC);
  if (Math.max(...temperatures) - Math.min(...temperatures) < LEAST_RANGE_K)
    throw new CoreError('not-allowed', name, `All days ${name} the wash had much the same temperature: what weather does cannot be told.`);
}

const yearOf = (fit: EnergyFit, year: readonly YearDay[]): number => year.reduce((sum, day) => sum + predicted(fit, day), 0);

/**
 * The figures of a fit that say something of their own, with the inverse of their part of the normal matrix: where both change points are one, or a
 * side has no slope, a figure moves as others do, and adds no doubt of its own.
 */
function independent(normal: readonly (readonly number[])[]): { kept: number[]; inv: number[][] } {
  let [kept, inv]: [number[], number[][]] = [[], []];
  for (let k = 0; k < normal.length; k += 1) {
    const wider = [...kept, k];
    const found = inverse(wider.map((a) => wider.map((b) => normal[a]?.[b] ?? 0)));
    if (found) [kept, inv] = [wider, found];
  }
  return { kept, inv };
}

/** Spread of a year by a fit, kWh², from the spread of its figures, with days counted for what they are worth. */
function yearVariance(fit: EnergyFit, points: readonly EnergyPoint[], quality: FitQuality, year: readonly YearDay[]): number {
  const p = freedom(fit);
  const normal = Array.from({ length: p }, () => new Array<number>(p).fill(0));
  let [squares, weight] = [0, 0];
  for (const point of points) {
    const x = slopes(fit, point);
    squares += point.days * (point.kWh - predicted(fit, point)) ** 2;
    weight += point.days;
    for (let a = 0; a < p; a += 1) for (let b = 0; b < p; b += 1) normal[a]![b]! += point.days * x[a]! * x[b]!;
  }
  // Weighed by days, but each point is one reading.
  const scale = points.length / weight;
  const { kept, inv } = independent(normal.map((row) => row.map((each) => each * scale)));
  const variance = (squares * scale) / Math.max(1, points.length - p);
  const sum = new Array<number>(p).fill(0);
  for (const day of year) slopes(fit, day).forEach((x, a) => (sum[a]! += x));
  const own = kept.reduce((total, a, i) => total + sum[a]! * inv[i]!.reduce((inner, each, j) => inner + each * sum[kept[j]!]!, 0), 0);
  return own * variance * (quality.n / quality.effective);
}

/** Years by fits to days drawn again: the fit with its own errors in blocks, change points looked for again around where they were. */
function drawnYears(fit: EnergyFit, points: readonly EnergyPoint[], year: readonly YearDay[], random: () => number): number[] {
  const errors = points.map((point) => point.kWh - predicted(fit, point));
  const n = points.length;
  // Errors of a fit are smaller than those of the truth by the freedom it had.
  const swell = Math.sqrt(n / Math.max(1, n - freedom(fit)));
  const sums = daySums(points);
  const block = Math.min(points.some((point) => point.days > 1) ? 1 : BLOCK, n);
  return Array.from({ length: DRAWS }, () => {
    const kWh = new Float64Array(n);
    for (let i = 0; i < n;) {
      const from = Math.floor(random() * (n - block + 1));
      for (let k = 0; k < block && i < n; k += 1, i += 1) kWh[i] = predicted(fit, points[i]!) + swell * errors[from + k]!;
    }
    const again = refined(withUse(sums, kWh), fit.weekend !== null, fit, 2);
    return again ? yearOf({ model: fit.model, ...again }, year) : yearOf(fit, year);
  });
}

/**
 * What a wash saved: a model of the days before and one of those after, both held to the same year of weather, with where the difference lies by nine
 * in ten. "Not shown" where either way of reckoning that includes nothing at all.
 * @param before days or bills before the wash, oldest first
 * @param after those after it
 * @param year days that both are held to: a typical year, or one that was measured
 * @returns the saving with its intervals
 * @throws CoreError `before` or `after`: too few, or all of one temperature; `year` empty
 * @example saving(DAYS, DAYS, YEAR).saved // 0
 */
export function saving(before: readonly EnergyPoint[], after: readonly EnergyPoint[], year: readonly YearDay[]): Saving {
  checkSide('before', before);
  checkSide('after', after);
  if (year.length === 0) throw new CoreError('missing', 'year', 'There is no year of weather to hold both to.');
  const afterDays = after.reduce((sum, point) => sum + point.days, 0);
  const { fits, tried } = chooseModel([before, after]);
  const side = (fit: EnergyFit | undefined, points: readonly EnergyPoint[]): SavingSide => {
    if (!fit) throw new CoreError('not-allowed', 'points', 'No model follows these days.');
    return { fit, quality: fitQuality(fit, points, afterDays) };
  };
  const [pre, post] = [side(fits[0], before), side(fits[1], after)];
  return { ...comparedYears(pre, post, before, after, year), tried, weak: weakness(pre, post, after, year) };
}

/** Both models held to one year, with the intervals of what lies between them. */
export function comparedYears(
  pre: SavingSide,
  post: SavingSide,
  before: readonly EnergyPoint[],
  after: readonly EnergyPoint[],
  year: readonly YearDay[],
): Omit<Saving, 'tried' | 'weak'> {
  const [yearBefore, yearAfter] = [yearOf(pre.fit, year), yearOf(post.fit, year)];
  const saved = yearBefore - yearAfter;
  const spread = Math.sqrt(yearVariance(pre.fit, before, pre.quality, year) + yearVariance(post.fit, after, post.quality, year));
  const free = Math.max(2, Math.min(pre.quality.effective - freedom(pre.fit), post.quality.effective - freedom(post.fit)));
  const by = jstat.studentt.inv(0.5 + SURE / 2, free) * spread;
  const random = uniforms(7);
  const [drawnPre, drawnPost] = [drawnYears(pre.fit, before, year, random), drawnYears(post.fit, after, year, random)];
  const drawn = drawnPre.map((kWh, i) => kWh - (drawnPost[i] ?? 0)).sort((a, b) => a - b);
  const at = (share: number) => drawn[Math.min(drawn.length - 1, Math.floor(share * drawn.length))] ?? saved;
  const analytic = { low: saved - by, high: saved + by };
  const bootstrap = { low: at((1 - SURE) / 2), high: at(0.5 + SURE / 2) };
  const low = Math.min(analytic.low, bootstrap.low);
  const high = Math.max(analytic.high, bootstrap.high);
  return {
    before: pre,
    after: post,
    yearBefore,
    yearAfter,
    saved,
    analytic,
    bootstrap,
    verdict: low > 0 ? 'saved' : high < 0 ? 'more' : 'not-shown',
  };
}

/** What weakens a saving. */
function weakness(pre: SavingSide, post: SavingSide, after: readonly EnergyPoint[], year: readonly YearDay[]): string[] {
  const percent = (share: number) => `${(100 * share).toFixed(0)} %`;
  const poor = ([name, { quality }]: [string, SavingSide]): string[] =>
    quality.meets
      ? []
      : [
          `Days ${name} scatter by ${percent(quality.cvRmse)} around their model: more than the ${percent(quality.limit)} that the guideline takes.`,
        ];
  const [warmest, coldest] = [Math.max(...after.map((point) => point.meanC)), Math.min(...after.map((point) => point.meanC))];
  const beyond = year.filter((day) => day.meanC > warmest + 1 || day.meanC < coldest - 1).length / year.length;
  return [
    ...(
      [
        ['before', pre],
        ['after', post],
      ] as [string, SavingSide][]
    ).flatMap(poor),
    ...(beyond > 0.1 ? [`${percent(beyond)} of the year had weather that the days after have not seen yet.`] : []),
  ];
}
