import { NEVER, overAt, type Grid, type GridCrew } from './grid';
import type { Orders } from './timedDay';

/** So many visits are ordered by looking at every way. */
export const EXACT_STOPS = 9;

/** Steps that a crew is out at least for each set of stops, with when it leaves for that. */
interface OwnSets {
  least: Int32Array;
  leave: Int32Array;
}

/** For one time of leaving: the step at which a set is over with a stop as the last of it. */
function overBySet(grid: Grid, own: GridCrew, leave: number, over: Int32Array, before: Int8Array | null): void {
  const { n, drive } = grid;
  const sets = 1 << n;
  over.fill(NEVER, 0, sets * n);
  for (let j = 0; j < n; j += 1)
    if (own.may[j]) {
      over[(1 << j) * n + j] = overAt(grid, j, leave + (own.out[j] as number));
      if (before) before[(1 << j) * n + j] = -1;
    }
  for (let set = 1; set < sets; set += 1)
    for (let i = 0; i < n; i += 1) {
      const at = over[set * n + i] as number;
      if (at >= NEVER) continue;
      for (let j = 0; j < n; j += 1) {
        if (set & (1 << j) || !own.may[j]) continue;
        const end = overAt(grid, j, at + (drive[i * n + j] as number));
        const to = (set | (1 << j)) * n + j;
        if (end < (over[to] as number)) {
          over[to] = end;
          if (before) before[to] = i;
        }
      }
    }
}

function ownSets(grid: Grid, own: GridCrew): OwnSets {
  const { n } = grid;
  const sets = 1 << n;
  const least = new Int32Array(sets).fill(NEVER);
  const leaveOf = new Int32Array(sets);
  const over = new Int32Array(sets * n);
  for (let leave = own.from; leave <= own.to; leave += 1) {
    overBySet(grid, own, leave, over, null);
    for (let set = 1; set < sets; set += 1)
      for (let i = 0; i < n; i += 1) {
        const back = (over[set * n + i] as number) + (own.home[i] as number);
        if (back <= own.to && back - leave < (least[set] as number)) {
          least[set] = back - leave;
          leaveOf[set] = leave;
        }
      }
  }
  return { least, leave: leaveOf };
}

/** The order in which a set takes least, for a time of leaving. */
function orderOf(grid: Grid, own: GridCrew, set: number, leave: number): number[] {
  const { n } = grid;
  const over = new Int32Array((1 << n) * n);
  const before = new Int8Array((1 << n) * n);
  overBySet(grid, own, leave, over, before);
  let last = -1;
  let soonest = Infinity;
  for (let i = 0; i < n; i += 1) {
    const back = (over[set * n + i] as number) + (own.home[i] as number);
    if (set & (1 << i) && back < soonest) [last, soonest] = [i, back];
  }
  const order: number[] = [];
  for (let at = set; last >= 0;) {
    order.unshift(last);
    const from = before[at * n + last] as number;
    at &= ~(1 << last);
    last = from;
  }
  return order;
}

/**
 * The best day there is for few visits and any crews: most visits first, then fewest steps out. By every set of visits and its last one, for every
 * time of leaving (Held and Karp 1962, with times), and every way to share the sets out.
 * @param grid of at most nine stops
 * @returns orders by crew
 */
export function exactDay(grid: Grid): Orders {
  const { n, crews } = grid;
  const sets = 1 << n;
  const byKind = new Map<string, OwnSets>();
  for (const own of crews) if (!byKind.has(own.kind)) byKind.set(own.kind, ownSets(grid, own));
  let least = new Int32Array(sets).fill(NEVER);
  least[0] = 0;
  const taken: Int32Array[] = [];
  for (const own of crews) {
    const { least: costs } = byKind.get(own.kind) as OwnSets;
    const next = Int32Array.from(least);
    const take = new Int32Array(sets);
    for (let set = 1; set < sets; set += 1)
      for (let part = set; part > 0; part = (part - 1) & set) {
        const money = (costs[part] as number) + (least[set & ~part] as number);
        if (money < (next[set] as number)) {
          next[set] = money;
          take[set] = part;
        }
      }
    taken.push(take);
    least = next;
  }
  const size = (set: number) => set.toString(2).replace(/0/g, '').length;
  let best = 0;
  for (let set = 1; set < sets; set += 1)
    if (
      (least[set] as number) < NEVER &&
      (size(set) > size(best) || (size(set) === size(best) && (least[set] as number) < (least[best] as number)))
    )
      best = set;
  const orders: Orders = crews.map(() => []);
  for (let k = crews.length - 1, set = best; k >= 0; k -= 1) {
    const part = (taken[k] as Int32Array)[set] as number;
    const own = crews[k] as GridCrew;
    if (part > 0) orders[k] = orderOf(grid, own, part, (byKind.get(own.kind) as OwnSets).leave[part] as number);
    set &= ~part;
  }
  return orders;
}
