import { earliest, nodeOf, withArc, type Network } from './network';
import { tightened } from './tighten';
import type { Task } from './task';

/** Bounds are sought this closely, s. */
const FINEST_S = 0.5;

interface Job {
  head: number;
  seconds: number;
  tail: number;
}

/**
 * Least end of work for one pair of hands when any task may be broken off and taken up again: always the one with the longest way still to
 * go. No true order ends sooner (Jackson's preemptive schedule; Carlier 1982, from memory).
 */
function preemptive(jobs: readonly Job[]): number {
  const byHead = [...jobs].sort((a, b) => a.head - b.head);
  const open: { left: number; tail: number }[] = [];
  let time = 0;
  let end = 0;
  let next = 0;
  while (next < byHead.length || open.length > 0) {
    if (open.length === 0) time = Math.max(time, byHead[next]?.head ?? time);
    while (next < byHead.length && (byHead[next] as Job).head <= time + 1e-9) {
      const job = byHead[next] as Job;
      open.push({ left: job.seconds, tail: job.tail });
      next += 1;
    }
    open.sort((a, b) => a.tail - b.tail);
    const job = open.at(-1);
    if (!job) continue;
    const until = next < byHead.length ? (byHead[next] as Job).head : Infinity;
    const spent = Math.min(job.left, until - time);
    time += spent;
    job.left -= spent;
    if (job.left <= 1e-9) {
      end = Math.max(end, time + job.tail);
      open.pop();
    }
  }
  return end;
}

const jobsOf = (network: Network, tasks: readonly Task[]): Job[] => {
  const { n, lags } = network;
  const starts = earliest(network);
  return tasks.flatMap((task, k): Job[] =>
    task.handsOn && task.seconds > 0
      ? [{ head: starts[nodeOf(k)] as number, seconds: task.seconds, tail: (lags[nodeOf(k) * n + n - 1] as number) - task.seconds }]
      : [],
  );
};

/**
 * A closer look at the same network, too slow for every step of a search: for any set of tasks that can start no sooner than one moment and
 * have at least so long still to go after them, that moment, their work shared out, and that rest.
 */
export function closeBound(network: Network, tasks: readonly Task[], crew: number): number {
  const jobs = jobsOf(network, tasks);
  const heads = [...new Set(jobs.map((job) => job.head))];
  const tails = [...new Set(jobs.map((job) => job.tail))];
  let bound = lowerBound(network, tasks, crew);
  for (const head of heads)
    for (const tail of tails) {
      const work = jobs.reduce((sum, job) => (job.head >= head && job.tail >= tail ? sum + job.seconds : sum), 0);
      if (work > 0) bound = Math.max(bound, head + work / crew + tail);
    }
  return bound;
}

/** The smallest of some figures, so many, added up. */
function leastSum(values: Float64Array, count: number, many: number): number {
  let sum = 0;
  const taken = new Set<number>();
  for (let k = 0; k < many; k += 1) {
    let best = -1;
    for (let i = 0; i < count; i += 1) if (!taken.has(i) && (best < 0 || (values[i] as number) < (values[best] as number))) best = i;
    if (best < 0) break;
    taken.add(best);
    sum += values[best] as number;
  }
  return sum;
}

/** No schedule of this network with so many hands ends sooner, s: the longest chain, the work shared out, and for one person the preemptive order. */
export function lowerBound(network: Network, tasks: readonly Task[], crew: number): number {
  const { n, lags } = network;
  const chain = lags[n - 1] as number;
  if (crew === 1) {
    const jobs = jobsOf(network, tasks);
    return jobs.length === 0 ? chain : Math.max(chain, preemptive(jobs));
  }
  const [heads, tails] = [new Float64Array(tasks.length), new Float64Array(tasks.length)];
  let [count, work] = [0, 0];
  for (let k = 0; k < tasks.length; k += 1) {
    const { handsOn, seconds } = tasks[k] as Task;
    if (!handsOn || seconds <= 0) continue;
    heads[count] = lags[nodeOf(k)] as number;
    tails[count] = (lags[nodeOf(k) * n + n - 1] as number) - seconds;
    work += seconds;
    count += 1;
  }
  return count < crew ? chain : Math.max(chain, (leastSum(heads, count, crew) + work + leastSum(tails, count, crew)) / crew);
}

/**
 * The closest look, for the root alone: the least deadline that the energy of the work does not rule out (energetic reasoning; Baptiste, Le Pape and
 * Nuijten 1999, from memory), windows narrowed by it, with the work of the one who isolates tried in either order.
 * @param most no deadline above it is asked about, s
 */
export function rootBound(network: Network, tasks: readonly Task[], crew: number, most: number): number {
  const leads = tasks.flatMap((task, k) => (task.leadOnly && task.handsOn && task.seconds > 0 ? [k] : []));
  const { n, lags } = network;
  const energy = (of: Network): number => {
    let low = closeBound(of, tasks, crew);
    let high = most;
    if (low >= high || tightened(of, tasks, crew, low)) return Math.min(low, most);
    // To the second: nothing on a sheet is finer.
    while (high - low > FINEST_S) {
      const middle = (low + high) / 2;
      if (tightened(of, tasks, crew, middle)) high = middle;
      else low = middle;
    }
    return low;
  };
  let bound = energy(network);
  for (const [i, a] of leads.entries())
    for (const b of leads.slice(i + 1)) {
      const ordered = [
        [a, b],
        [b, a],
      ].some(([x, y]) => (lags[nodeOf(x as number) * n + nodeOf(y as number)] as number) >= (tasks[x as number] as Task).seconds);
      if (ordered) continue;
      const either = [
        withArc(network, nodeOf(a), nodeOf(b), (tasks[a] as Task).seconds),
        withArc(network, nodeOf(b), nodeOf(a), (tasks[b] as Task).seconds),
      ].map((of) => (of ? energy(of) : most));
      bound = Math.max(bound, Math.min(...either));
    }
  return bound;
}
