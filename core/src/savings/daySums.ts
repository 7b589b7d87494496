import { isWeekend, type EnergyPoint } from './model';

/**
 * Points from the coldest to the warmest, with running sums over those colder than each: what a fit with a change point needs is two of them beside
 * each other, however many points there are. Temperatures are from their own middle, so that nothing is lost in the squares.
 */
export interface DaySums {
  n: number;
  /** Where each stands among the points that were given. */
  order: Uint32Array;
  /** °C, the coldest first. */
  meanC: Float64Array;
  middleC: number;
  /** Days that each stands for; the same on weekends, else 0. */
  days: Float64Array;
  weekend: Float64Array;
  /** Sums of days, of days × temperature and of days × temperature². */
  w: Float64Array;
  wt: Float64Array;
  wtt: Float64Array;
  /** The first two on weekends only. */
  d: Float64Array;
  dt: Float64Array;
  /** Sums of days × use, × use × temperature, and × use on weekends. */
  wy: Float64Array;
  wty: Float64Array;
  dy: Float64Array;
  /** Of days × use². */
  squares: number;
}

/** Running sums, the first of them 0. */
function running(n: number, each: (i: number) => number): Float64Array {
  const sums = new Float64Array(n + 1);
  for (let i = 0; i < n; i += 1) sums[i + 1] = (sums[i] as number) + each(i);
  return sums;
}

/** What hangs on the use alone, for points whose temperatures are summed. @param kWh in the order that the points were given */
export function withUse(of: Omit<DaySums, 'wy' | 'wty' | 'dy' | 'squares'>, kWh: ArrayLike<number>): DaySums {
  const { n, order, meanC, middleC, days, weekend } = of;
  const use = (i: number) => kWh[order[i] as number] as number;
  let squares = 0;
  for (let i = 0; i < n; i += 1) squares += (days[i] as number) * use(i) ** 2;
  return {
    ...of,
    wy: running(n, (i) => (days[i] as number) * use(i)),
    wty: running(n, (i) => (days[i] as number) * use(i) * ((meanC[i] as number) - middleC)),
    dy: running(n, (i) => (weekend[i] as number) * use(i)),
    squares,
  };
}

/** Sums of some points, in n log n. */
export function daySums(points: readonly EnergyPoint[]): DaySums {
  const n = points.length;
  const order = Uint32Array.from(points.keys()).sort((a, b) => (points[a]?.meanC ?? 0) - (points[b]?.meanC ?? 0));
  const pick = (of: (point: EnergyPoint) => number) => Float64Array.from(order, (at) => of(points[at] as EnergyPoint));
  const meanC = pick((point) => point.meanC);
  const middleC = n === 0 ? 0 : meanC.reduce((sum, each) => sum + each, 0) / n;
  const days = pick((point) => point.days);
  const weekend = pick((point) => (isWeekend(point.day) ? point.days : 0));
  const t = (i: number) => (meanC[i] as number) - middleC;
  const temperatures = {
    n,
    order,
    meanC,
    middleC,
    days,
    weekend,
    w: running(n, (i) => days[i] as number),
    wt: running(n, (i) => (days[i] as number) * t(i)),
    wtt: running(n, (i) => (days[i] as number) * t(i) ** 2),
    d: running(n, (i) => weekend[i] as number),
    dt: running(n, (i) => (weekend[i] as number) * t(i)),
  };
  return withUse(
    temperatures,
    points.map((point) => point.kWh),
  );
}

/** How many points are colder than this; with `orAt`, those just at it too. */
export function colder({ n, meanC }: DaySums, thanC: number, orAt: boolean): number {
  let [low, high] = [0, n];
  while (low < high) {
    const middle = (low + high) >> 1;
    const at = meanC[middle] as number;
    if (at < thanC || (orAt && at === thanC)) low = middle + 1;
    else high = middle;
  }
  return low;
}
