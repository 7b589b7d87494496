import { closeBound, lowerBound, rootBound } from './bound';
import { earliest, networkOf, nodeOf, withArc, type Network } from './network';
import { oneByOne } from './oneByOne';
import { checkTasks, type Placed, type Task } from './task';

/** An order of tasks with its times. */
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

/** Two tasks that only the one who isolates may do, wanted at one moment; null when there are none. */
function leadTwice(tasks: readonly Task[], starts: Float64Array): [number, number] | null {
  const own = tasks
    .flatMap((task, k) => (task.leadOnly && task.handsOn && task.seconds > 0 ? [k] : []))
    .sort((a, b) => (starts[nodeOf(a)] as number) - (starts[nodeOf(b)] as number));
  for (let i = 1; i < own.length; i += 1) {
    const [a, b] = [own[i - 1] as number, own[i] as number];
    if ((starts[nodeOf(a)] as number) + (tasks[a] as Task).seconds > (starts[nodeOf(b)] as number) + 1e-9) return [a, b];
  }
  return null;
}

/**
 * Gives each task that takes hands a person, person 0 those that only the one who isolates may do; looks at every way to share the rest out.
 * @returns persons by task index, null where a task takes no hands; or null when no way of sharing keeps every task with one person
 */
function share(tasks: readonly Task[], starts: Float64Array, crew: number): (number | null)[] | null {
  const order = tasks
    .flatMap((task, k) => (task.handsOn && task.seconds > 0 ? [k] : []))
    .sort((a, b) => (starts[nodeOf(a)] as number) - (starts[nodeOf(b)] as number) || a - b);
  const persons = tasks.map((task): number | null => (task.handsOn ? 0 : null));
  const failed = new Set<string>();
  const place = (i: number, free: readonly number[]): boolean => {
    const k = order[i];
    if (k === undefined) return true;
    const start = starts[nodeOf(k)] as number;
    const task = tasks[k] as Task;
    // Those beside the lead are alike, so only when they come free matters.
    const key = `${i}|${Math.max(start, free[0] as number)}|${free
      .slice(1)
      .map((until) => Math.max(start, until))
      .sort((a, b) => a - b)
      .join(',')}`;
    if (failed.has(key)) return false;
    // The one who was busy last goes on, so that nobody changes over without need.
    const able = free
      .flatMap((until, person) => (until <= start + 1e-9 && (!task.leadOnly || person === 0) ? [{ until, person }] : []))
      .sort((a, b) => b.until - a.until || a.person - b.person);
    for (const { person } of able) {
      persons[k] = person;
      if (
        place(
          i + 1,
          free.map((until, who) => (who === person ? start + task.seconds : until)),
        )
      )
        return true;
    }
    failed.add(key);
    return false;
  };
  return place(0, Array<number>(crew).fill(-Infinity)) ? persons : null;
}

/** Pairs of tasks of which one has to wait for the other; null when the starts can be kept by this crew as they are. */
function conflict(tasks: readonly Task[], starts: Float64Array, crew: number): [number, number][] | null {
  const pairsOf = (crowd: readonly number[]): [number, number][] =>
    crowd.flatMap((a) => crowd.flatMap((b): [number, number][] => (a === b ? [] : [[a, b]])));
  const crowd = overload(tasks, starts, crew) ?? leadTwice(tasks, starts);
  if (crowd) return pairsOf(crowd);
  if (!tasks.some((task) => task.leadOnly) || crew === 1 || share(tasks, starts, crew)) return null;
  // Enough hands at every moment, yet no way to share: as long as the same tasks overlap there is none, so one overlap has to go.
  const hands = tasks.flatMap((task, k) => (task.handsOn && task.seconds > 0 ? [k] : []));
  const meets = (a: number, b: number) =>
    (starts[nodeOf(a)] as number) < (starts[nodeOf(b)] as number) + (tasks[b] as Task).seconds - 1e-9 &&
    (starts[nodeOf(b)] as number) < (starts[nodeOf(a)] as number) + (tasks[a] as Task).seconds - 1e-9;
  return pairsOf(hands).filter(([a, b]) => meets(a, b));
}

function placedOf(tasks: readonly Task[], starts: Float64Array, crew: number): Placed[] {
  const persons = share(tasks, starts, crew);
  return tasks
    .map((task, k) => {
      const startS = starts[nodeOf(k)] as number;
      return { id: task.id, startS, endS: startS + task.seconds, person: persons?.[k] ?? (task.handsOn ? 0 : null) };
    })
    .sort((a, b) => a.startS - b.startS);
}

/** A sheet to begin with, one thing after the other; null where that breaks a window. */
function plainSheet(tasks: readonly Task[], crew: number): Pick<RunSheet, 'placed' | 'endS'> | null {
  const plain = oneByOne(tasks);
  if (!plain) return null;
  const starts = Float64Array.from([0, ...plain, 0]);
  return { placed: placedOf(tasks, starts, crew), endS: Math.max(...tasks.map((task, k) => (plain[k] as number) + task.seconds)) };
}

/** How many nodes of the search are looked at between two chances to stop. */
const BREATH = 64;

/**
 * Searches the shortest order of work for a crew under least and most lags, by branch and bound: wherever more hands are wanted than there
 * are, one of the tasks has to follow another, and each such pair is a branch. Begins with the plain way, one thing after the other, so that there is a sheet at once. Exact when it is let run to its end. Gives way every few dozen nodes, and at every improvement, so that the caller decides how long it may think; no clock of its own.
 * @param tasks tasks with what each follows, their seconds and windows, s
 * @param crew people, 1–3
 * @returns the sheet with `proven` set, or the two tasks whose windows cannot both be met
 * @throws CoreError as `checkTasks`
 * @example [...searchRun([{ id: 'a', name: 'A', seconds: 60, handsOn: true, after: [] }], 1)].at(-1).best.endS // 60
 */
export function* searchRun(tasks: readonly Task[], crew: number): Generator<SearchState, RunSheet | NoRun> {
  checkTasks(tasks, crew);
  const root = networkOf(tasks);
  if ('clash' in root) return { clash: root.clash, byWindows: true };
  const plain = plainSheet(tasks, crew);
  const boundS = plain ? rootBound(root, tasks, crew, plain.endS) : closeBound(root, tasks, crew);
  let best: RunSheet | null = plain && { ...plain, boundS, proven: plain.endS <= boundS + 1e-9 };
  let nodes = 0;
  if (best) {
    yield { best, nodes };
    if (best.proven) return best;
  }
  const stack: { network: Network; bound: number }[] = [{ network: root, bound: boundS }];
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (best && node.bound >= best.endS - 1e-9) continue;
    nodes += 1;
    if (nodes % BREATH === 0) yield { best, nodes };
    const starts = earliest(node.network);
    const pairs = conflict(tasks, starts, crew);
    if (!pairs) {
      const endS = starts[node.network.n - 1] as number;
      if (!best || endS < best.endS - 1e-9) {
        best = { placed: placedOf(tasks, starts, crew), endS, boundS, proven: endS <= boundS + 1e-9 };
        yield { best, nodes };
        if (best.proven) return best;
      }
      continue;
    }
    const children: { network: Network; bound: number }[] = [];
    for (const [a, b] of pairs) {
      const network = withArc(node.network, nodeOf(a), nodeOf(b), (tasks[a] as Task).seconds);
      if (!network) continue;
      const bound = lowerBound(network, tasks, crew);
      if (!best || bound < best.endS - 1e-9) children.push({ network, bound });
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
 * @param tasks tasks with what each follows, their seconds and windows, s
 * @param crew people, 1 to 3
 * @param breaths of 64 nodes each
 * @returns the best sheet found so far, `proven` when nothing shorter exists; or why there is none; null when it was stopped before any was found
 * @example scheduleRun([{ id: 'a', name: 'A', seconds: 60, handsOn: true, after: [] }], 1).endS // 60
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
