import { uniforms } from '../random';
import { timed, type Grid, type GridCrew } from './grid';
import type { Orders } from './timedDay';

/** What a visit that is not served weighs, steps: more than any day is long. */
const LEFT_OUT = 400;

interface Day {
  orders: Orders;
  /** Steps out by crew. */
  costs: number[];
  left: number[];
  cost: number;
}

const costOf = (grid: Grid, own: GridCrew, order: readonly number[]): number => {
  if (order.length === 0) return 0;
  const times = timed(grid, own, order);
  return times ? times.back - times.leave : Infinity;
};
const total = (costs: readonly number[], left: readonly number[]): number =>
  costs.reduce((sum, cost) => sum + cost, 0) + LEFT_OUT * left.length;

/** Where a stop costs least to put in, and what the second cheapest crew would cost more. */
interface Put {
  stop: number;
  crew: number;
  order: number[];
  cost: number;
  more: number;
  regret: number;
}

function bestPut(grid: Grid, day: Day, stop: number): Put | null {
  let best: Put | null = null;
  let second = Infinity;
  grid.crews.forEach((own, k) => {
    if (!own.may[stop]) return;
    const order = day.orders[k] ?? [];
    let least: Put | null = null;
    for (let at = 0; at <= order.length; at += 1) {
      const tried = [...order.slice(0, at), stop, ...order.slice(at)];
      const cost = costOf(grid, own, tried);
      const more = cost - (day.costs[k] ?? 0);
      if (cost < Infinity && (!least || more < least.more)) least = { stop, crew: k, order: tried, cost, more, regret: 0 };
    }
    if (!least) return;
    if (!best || least.more < best.more) {
      second = best?.more ?? second;
      best = least;
    } else second = Math.min(second, least.more);
  });
  const put = best as Put | null;
  return put && { ...put, regret: Math.min(second, LEFT_OUT) - put.more };
}

/** Puts in what is left, each time the one that would be missed most. */
function fill(grid: Grid, day: Day, noise: () => number): Day {
  const { orders, costs } = { orders: day.orders.map((order) => [...order]), costs: [...day.costs] };
  let left = [...day.left];
  for (;;) {
    let pick: Put | null = null;
    for (const stop of left) {
      const put = bestPut(grid, { ...day, orders, costs, left }, stop);
      if (put) {
        put.regret += noise();
        if (!pick || put.regret > pick.regret) pick = put;
      }
    }
    if (!pick) break;
    const { stop, crew, order, cost } = pick;
    orders[crew] = order;
    costs[crew] = cost;
    left = left.filter((other) => other !== stop);
  }
  return { orders, costs, left, cost: total(costs, left) };
}

/** Takes out some visits that lie near each other, or any. */
function takeOut(grid: Grid, day: Day, random: () => number): Day {
  const placed = day.orders.flat();
  const seed = placed[Math.floor(random() * placed.length)] ?? -1;
  const many = 1 + Math.floor(random() * Math.min(6, placed.length));
  const near = random() < 0.6;
  const score = (stop: number) => (near ? (grid.drive[seed * grid.n + stop] ?? 0) * (0.5 + random()) : random() * 100);
  const out = new Set(
    placed
      .map((stop) => ({ stop, score: stop === seed ? -1 : score(stop) }))
      .sort((a, b) => a.score - b.score)
      .slice(0, many)
      .map(({ stop }) => stop),
  );
  const orders = day.orders.map((order) => order.filter((stop) => !out.has(stop)));
  const costs = orders.map((order, k) =>
    order.length === (day.orders[k]?.length ?? 0) ? (day.costs[k] ?? 0) : costOf(grid, grid.crews[k] as GridCrew, order),
  );
  // What is left may not be possible any more only where waiting for a later hour was not needed before: then nothing was gained.
  return { orders, costs, left: [...day.left, ...out], cost: Infinity };
}

/** A day that the search came to. */
export interface SearchStep {
  orders: Orders;
  /** Steps out, and as many as no day is long for each visit that is not served. */
  cost: number;
}

/** Where a search begins to take what is worse, share of a cost, and how that goes down. From trials on made-up days. */
const WARM = 0.015;

/**
 * Looks for a good day for many visits: what would be missed most first, then again and again some taken out and put in again
 * (Shaw 1998; Ropke and Pisinger 2006: large neighborhoods), taking what is a little worse at first.
 * @param grid of the day
 * @param rounds how often
 * @param seed of its draws: the same day always gives the same plan
 * @yields the first day, then each better one
 */
export function* searchDay(grid: Grid, rounds: number, seed: number): Generator<SearchStep, SearchStep> {
  const random = uniforms(seed);
  const empty: Day = {
    orders: grid.crews.map(() => []),
    costs: grid.crews.map(() => 0),
    left: Array.from({ length: grid.n }, (_, i) => i),
    cost: Infinity,
  };
  let now = fill(grid, empty, () => 0);
  let best = now;
  yield { orders: best.orders, cost: best.cost };
  if (best.orders.every((order) => order.length === 0)) return { orders: best.orders, cost: best.cost };
  for (let round = 0; round < rounds; round += 1) {
    const loud = random() < 0.5 ? 3 : 0;
    const tried = fill(grid, takeOut(grid, now, random), () => loud * random());
    const warm = WARM * (1 - round / rounds) * now.cost;
    if (tried.cost < now.cost + warm * random()) now = tried;
    if (tried.cost < best.cost) {
      best = tried;
      yield { orders: best.orders, cost: best.cost };
    }
  }
  return { orders: best.orders, cost: best.cost };
}
