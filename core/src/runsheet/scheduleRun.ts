import { closeBound, lowerBound } from './bound';
import { earliest, networkOf, nodeOf, withArc, type Network } from './network';
import { checkTasks, type Placed, type Task } from './task';

export interface RunSheet {
  placed: Placed[];
  /** When the last task ends, s from the beginning. */
  endS: number;
  /** No order of work can end sooner, s. */
  boundS: number;
  /** The order is proven to be the shortest there is. */
  proven: boolean;
}

/** The windows of two tasks cannot both be met, whatever the order. */
export interface NoRun {
  clash: [string, string];
  /** True when the windows alone contradict each other; false when there are too few hands for them. */
  byWindows: boolean;
}

export interface SearchState {
  best: RunSheet | null;
  nodes: number;
}

/** Tasks that want hands at one moment, one more than there are; null when there are always enough. */
function overload(tasks: readonly Task[], starts: Float64Array, crew: number): number[] | null {
  const hands = tasks
    .flatMap((task, k) => (task.handsOn && task.seconds > 0 ? [k] : []))
    .sort((a, b) => (starts[nodeOf(a)] as number) - (starts[nodeOf(b)] as number) || a - b);
  const active: number[] = [];
  for (const k of hands) {
    const now = starts[nodeOf(k)] as number;
    for (let i = active.length - 1; i >= 0; i -= 1) {
      const other = active[i] as number;
      if ((starts[nodeOf(other)] as number) + (tasks[other] as Task).seconds <= now + 1e-9) active.splice(i, 1);
    }
    active.push(k);
    if (active.length > crew) return active.slice(-(crew + 1));
  }
  return null;
}

/** Gives each task that takes hands a person free at its start, the one who was busy last if there is a choice. */
function placedOf(tasks: readonly Task[], starts: Float64Array, crew: number): Placed[] {
  const free = Array<number>(crew).fill(-Infinity);
  const rows = tasks.map((task, k) => ({ task, startS: starts[nodeOf(k)] as number })).sort((a, b) => a.startS - b.startS);
  return rows.map(({ task, startS }) => {
    const endS = startS + task.seconds;
    if (!task.handsOn) return { id: task.id, startS, endS, person: null };
    const able = free.flatMap((until, person) => (until <= startS + 1e-9 ? [{ until, person }] : []));
    const person = able.sort((a, b) => b.until - a.until || a.person - b.person)[0]?.person ?? 0;
    if (task.seconds > 0) free[person] = endS;
    return { id: task.id, startS, endS, person };
  });
}

/** How many nodes of the search are looked at between two chances to stop. */
const BREATH = 64;

/**
 * Searches the shortest order of work for a crew under least and most lags, by branch and bound: wherever more hands are wanted than there
 * are, one of the tasks has to follow another, and each such pair is a branch. Exact when it is let run to its end. Gives way every few dozen nodes, and at every improvement, so that the caller decides how long it may think; no clock of its own.
 * @param crew people, 1–3
 * @returns the sheet with `proven` set, or the two tasks whose windows cannot both be met
 * @throws CoreError as `checkTasks`
 */
export function* searchRun(tasks: readonly Task[], crew: number): Generator<SearchState, RunSheet | NoRun> {
  checkTasks(tasks, crew);
  const root = networkOf(tasks);
  if ('clash' in root) return { clash: root.clash, byWindows: true };
  const boundS = closeBound(root, tasks, crew);
  let best: RunSheet | null = null;
  let nodes = 0;
  const stack: { network: Network; bound: number }[] = [{ network: root, bound: boundS }];
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (best && node.bound >= best.endS - 1e-9) continue;
    nodes += 1;
    if (nodes % BREATH === 0) yield { best, nodes };
    const starts = earliest(node.network);
    const crowd = overload(tasks, starts, crew);
    if (!crowd) {
      const endS = starts[node.network.n - 1] as number;
      if (!best || endS < best.endS - 1e-9) {
        best = { placed: placedOf(tasks, starts, crew), endS, boundS, proven: endS <= boundS + 1e-9 };
        yield { best, nodes };
        if (best.proven) return best;
      }
      continue;
    }
    const children: { network: Network; bound: number }[] = [];
    for (const a of crowd) {
      for (const b of crowd) {
        if (a === b) continue;
        const network = withArc(node.network, nodeOf(a), nodeOf(b), (tasks[a] as Task).seconds);
        if (!network) continue;
        const bound = lowerBound(network, tasks, crew);
        if (!best || bound < best.endS - 1e-9) children.push({ network, bound });
      }
    }
    // Most promising on top of the stack.
    children.sort((x, y) => y.bound - x.bound);
    stack.push(...children);
  }
  return best ? { ...best, boundS: best.endS, proven: true } : { clash: tightest(tasks, crew), byWindows: false };
}

/** The window that stands in the way: the first one without which the rest can be done; else the narrowest. */
function tightest(tasks: readonly Task[], crew: number): [string, string] {
  const windows = tasks
    .flatMap((task) => task.after.flatMap(({ id, minS, maxS }) => (maxS === null ? [] : [{ task, id, room: maxS - minS }])))
    .sort((a, b) => a.room - b.room);
  for (const { task, id } of windows) {
    const eased = tasks.map((row) =>
      row.id === task.id ? { ...row, after: row.after.map((after) => (after.id === id ? { ...after, maxS: null } : after)) } : row,
    );
    const search = searchRun(eased, crew);
    for (let step = search.next(), tries = 0; tries < EASED_TRIES; step = search.next(), tries += 1) {
      if (step.done ? 'placed' in step.value : step.value.best) return [id, task.id];
      if (step.done) break;
    }
  }
  const first = windows[0];
  return first ? [first.id, first.task.id] : [tasks[0]?.id ?? '', tasks[0]?.id ?? ''];
}
const EASED_TRIES = 20;

/**
 * The same search let run for so many breaths at most.
 * @param breaths of 64 nodes each
 * @returns the best sheet found so far, `proven` when nothing shorter exists; or why there is none; null when it was stopped before any was found
 */
export function scheduleRun(tasks: readonly Task[], crew: number, breaths = Infinity): RunSheet | NoRun | null {
  const search = searchRun(tasks, crew);
  let best: RunSheet | null = null;
  for (let i = 0; i < breaths; i += 1) {
    const step = search.next();
    if (step.done) return step.value;
    best = step.value.best ?? best;
  }
  return best;
}
