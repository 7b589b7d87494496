import { overAt, type Grid, type GridCrew } from './grid';

/** Stops that a way remembers having been at, of those nearest to where it is, itself included. */
const NEAR = 5;
/** Multipliers are tried so often. */
const ROUNDS = 90;

/** What each stop remembers: for a memory of one and the next stop, the memory there. */
interface Memory {
  /** Memories of a stop: two to the number of its near ones. */
  sizes: number[];
  /** `goes[i * n + j][m]`: the memory at `j` for who comes from `i` with `m`; −1 where `j` is remembered. */
  goes: Int32Array[];
  start: number[];
}

function memoryOf(grid: Grid): Memory {
  const { n, drive } = grid;
  const near = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_j, j) => j)
      .sort((a, b) => (a === i ? -1 : b === i ? 1 : (drive[i * n + a] as number) - (drive[i * n + b] as number)))
      .slice(0, NEAR),
  );
  const sizes = near.map((own) => 1 << own.length);
  const goes: Int32Array[] = [];
  for (let i = 0; i < n; i += 1)
    for (let j = 0; j < n; j += 1) {
      const [from, to] = [near[i] as number[], near[j] as number[]];
      const table = new Int32Array(sizes[i] as number);
      for (let m = 0; m < table.length; m += 1) {
        const has = (stop: number) => from.includes(stop) && (m & (1 << from.indexOf(stop))) > 0;
        table[m] = has(j) || i === j ? -1 : to.reduce((memory, stop, bit) => (stop === j || has(stop) ? memory | (1 << bit) : memory), 0);
      }
      goes.push(table);
    }
  return { sizes, goes, start: near.map((own, i) => 1 << own.indexOf(i)) };
}

/** The cheapest way of one crew, dearer stops paid for: what it costs, and how often it is at each. */
function cheapestWay(grid: Grid, own: GridCrew, pays: Float64Array, memory: Memory): { cost: number; visits: Int32Array } {
  const { n, drive } = grid;
  const width = memory.sizes.reduce((most, size) => Math.max(most, size), 1);
  const steps = own.to + 1;
  const at = (t: number, i: number, m: number) => (t * n + i) * width + m;
  const value = new Float64Array(steps * n * width).fill(Infinity);
  const from = new Int32Array(steps * n * width).fill(-1);
  for (let leave = own.from; leave <= own.to; leave += 1)
    for (let j = 0; j < n; j += 1) {
      if (!own.may[j]) continue;
      const end = overAt(grid, j, leave + (own.out[j] as number));
      if (end > own.to) continue;
      const k = at(end, j, memory.start[j] as number);
      const cost = -leave - (pays[j] as number);
      if (cost < (value[k] as number)) value[k] = cost;
    }
  let [best, bestAt] = [0, -1];
  for (let t = own.from; t <= own.to; t += 1)
    for (let i = 0; i < n; i += 1)
      for (let m = 0; m < (memory.sizes[i] as number); m += 1) {
        const k = at(t, i, m);
        const here = value[k] as number;
        if (here === Infinity) continue;
        const back = t + (own.home[i] as number);
        if (back <= own.to && here + back < best) [best, bestAt] = [here + back, k];
        for (let j = 0; j < n; j += 1) {
          const to = (memory.goes[i * n + j] as Int32Array)[m] as number;
          if (to < 0 || !own.may[j]) continue;
          const end = overAt(grid, j, t + (drive[i * n + j] as number));
          if (end > own.to) continue;
          const next = at(end, j, to);
          const cost = here - (pays[j] as number);
          if (cost < (value[next] as number)) {
            value[next] = cost;
            from[next] = k;
          }
        }
      }
  const visits = new Int32Array(n);
  for (let k = bestAt; k >= 0; k = from[k] as number) {
    const i = Math.floor(k / width) % n;
    visits[i] = (visits[i] as number) + 1;
  }
  return { cost: best, visits };
}

/**
 * What no day that serves all its visits can be shorter than, in steps out: each visit is paid for, each crew takes the way that
 * pays best among those that may come back to a place that they have forgotten (Baldacci, Mingozzi and Roberti 2011: ng-routes), and the payments are
 * moved until that tells most (subgradients, Held, Wolfe and Crowder 1974). Any payments give a true bound.
 * @param grid of the day
 * @param cost of a known day that serves them all, steps
 * @yields the best bound so far, steps
 */
export function* dayBound(grid: Grid, cost: number): Generator<number, number> {
  const { n, crews } = grid;
  if (n === 0 || crews.length === 0) return 0;
  const memory = memoryOf(grid);
  const kinds = [...new Map(crews.map((own) => [own.kind, own])).values()].map((own) => ({
    own,
    many: crews.filter((other) => other.kind === own.kind).length,
  }));
  const pays = new Float64Array(n).fill(cost / n);
  let bound = 0;
  let push = 1;
  let since = 0;
  for (let round = 0; round < ROUNDS; round += 1) {
    const served = new Float64Array(n);
    let told = 0;
    for (const { own, many } of kinds) {
      const way = cheapestWay(grid, own, pays, memory);
      told += many * way.cost;
      for (let i = 0; i < n; i += 1) served[i] = (served[i] as number) + many * (way.visits[i] as number);
    }
    let length = 0;
    for (let i = 0; i < n; i += 1) {
      const pay = pays[i] as number;
      told += pay;
      const miss = 1 - (served[i] as number);
      served[i] = miss;
      length += miss * miss;
    }
    since += 1;
    // Days cost whole steps.
    const whole = Math.ceil(told - 1e-6);
    if (whole > bound) {
      bound = whole;
      since = 0;
      yield bound;
    }
    if (bound >= cost || length === 0) break;
    if (since >= 8) {
      push /= 2;
      since = 0;
    }
    const stride = (push * Math.max(1, cost * 1.01 - told)) / length;
    for (let i = 0; i < n; i += 1) pays[i] = Math.max(0, (pays[i] as number) + stride * (served[i] as number));
  }
  return bound;
}
