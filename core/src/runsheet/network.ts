import type { Task } from './task';

/**
 * Longest lags between the starts of all tasks, s, as a flat square matrix: start[j] − start[i] ≥ lags[i·n + j].
 * Row and column 0 are the beginning of the visit, the last its end; −Infinity where nothing is asked.
 */
export interface Network {
  n: number;
  lags: Float64Array;
}

/** An arc that would have to be longer than the tasks allow: no start times can meet it. */
export const CONTRADICTION = null;

const at = (n: number, i: number, j: number): number => i * n + j;

/**
 * The network with start[j] − start[i] ≥ lag added and everything that follows from it; the same object when it said so already.
 * @returns null when it contradicts what is there
 */
export function withArc(network: Network, i: number, j: number, lag: number): Network | null {
  const { n, lags } = network;
  if ((lags[at(n, i, j)] as number) >= lag) return network;
  if ((lags[at(n, j, i)] as number) + lag > 1e-9) return CONTRADICTION;
  const next = Float64Array.from(lags);
  for (let u = 0; u < n; u += 1) {
    const toI = lags[at(n, u, i)] as number;
    if (toI === -Infinity) continue;
    const reach = toI + lag;
    for (let v = 0; v < n; v += 1) {
      const fromJ = lags[at(n, j, v)] as number;
      if (fromJ === -Infinity) continue;
      if (reach + fromJ > (next[at(n, u, v)] as number)) next[at(n, u, v)] = reach + fromJ;
    }
  }
  return { n, lags: next };
}

/** Task k of the list is node k + 1. */
export const nodeOf = (index: number): number => index + 1;

/**
 * What tasks and their windows alone ask, without regard to hands.
 * @returns the network, or the two tasks whose windows cannot both be met
 */
export function networkOf(tasks: readonly Task[]): Network | { clash: [string, string] } {
  const n = tasks.length + 2;
  const lags = new Float64Array(n * n).fill(-Infinity);
  for (let i = 0; i < n; i += 1) lags[at(n, i, i)] = 0;
  let network: Network = { n, lags };
  const index = new Map(tasks.map((task, k) => [task.id, k]));
  const add = (i: number, j: number, lag: number): boolean => {
    const next = withArc(network, i, j, lag);
    if (next) network = next;
    return next !== null;
  };
  for (const [k, task] of tasks.entries()) {
    add(0, nodeOf(k), 0);
    add(nodeOf(k), n - 1, task.seconds);
  }
  for (const [k, task] of tasks.entries()) {
    for (const { id, minS } of task.after) {
      const before = index.get(id) as number;
      if (!add(nodeOf(before), nodeOf(k), (tasks[before] as Task).seconds + minS)) return { clash: [id, task.id] };
    }
  }
  // Latest starts last: a clash then names the window, not an order of work.
  for (const [k, task] of tasks.entries()) {
    for (const { id, maxS } of task.after) {
      if (maxS === null) continue;
      const before = index.get(id) as number;
      if (!add(nodeOf(k), nodeOf(before), -((tasks[before] as Task).seconds + maxS))) return { clash: [id, task.id] };
    }
  }
  return network;
}

/** Earliest starts, s, by node. */
export const earliest = ({ n, lags }: Network): Float64Array => lags.subarray(0, n);
