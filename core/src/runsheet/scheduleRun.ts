import { closeBound, rootBound } from './bound';
import { share } from './conflict';
import { uniforms } from '../random';
import { explore, type Exploring } from './explore';
import { nearby } from './nearby';
import { networkOf, nodeOf, type Network } from './network';
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
function plainSheet(tasks: readonly Task[], crew: number): (Pick<RunSheet, 'placed' | 'endS'> & { starts: Float64Array }) | null {
  const plain = oneByOne(tasks);
  if (!plain) return null;
  const endS = Math.max(...tasks.map((task, k) => (plain[k] as number) + task.seconds));
  const starts = Float64Array.from([0, ...plain, endS]);
  return { placed: placedOf(tasks, starts, crew), endS, starts };
}

/** Nodes that are looked at before neighborhoods of what was found are, and between two such rounds. */
const [FIRST_NODES, NEXT_NODES] = [256, 32768];

/**
 * Searches the shortest order of work for a crew under least and most lags. Begins with the plain way, one thing after the other, so that there is a
 * sheet at once; then branch and bound, for more than one person from the best of large neighborhoods on. Exact when it is let run to its end.
 * Gives way every few dozen nodes, and at every improvement, so that the caller decides how long it may think; no clock of its own.
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
  return (yield* shortest(root, tasks, crew)) ?? { clash: yield* tightest(tasks, crew), byWindows: false };
}

/** The search itself; null where all was looked at and there is no sheet. */
function* shortest(root: Network, tasks: readonly Task[], crew: number): Generator<SearchState, RunSheet | null> {
  const whole = tasks.every((task) => [task.seconds, ...task.after.flatMap(({ minS, maxS }) => [minS, maxS ?? 0])].every(Number.isInteger));
  const plain = plainSheet(tasks, crew);
  const least = plain ? rootBound(root, tasks, crew, plain.endS) : closeBound(root, tasks, crew);
  // Where all is told in whole seconds, so is the end of the shortest sheet.
  const boundS = whole ? Math.ceil(least - 1e-6) : least;
  const sheet = (placed: Placed[], endS: number): RunSheet => ({ placed, endS, boundS, proven: endS <= boundS + 1e-9 });
  let best: RunSheet | null = plain && sheet(plain.placed, plain.endS);
  let starts: Float64Array | null = plain?.starts ?? null;
  let nodes = 0;
  let told: RunSheet | null = null;
  const ask: Exploring = {
    tasks,
    crew,
    below: () => best?.endS ?? Infinity,
    found: (at, endS) => {
      starts = at;
      best = sheet(placedOf(tasks, at, crew), endS);
    },
    most: Infinity,
    close: false,
    apart: false,
    whole,
  };
  /** Lets a part of the search run until it ends or nothing better can be. */
  function* run<T>(part: Generator<number, T>): Generator<SearchState, T | null> {
    for (;;) {
      const step = part.next();
      if (best !== told || !step.done) {
        told = best;
        yield { best, nodes };
      }
      if (best?.proven) return null;
      if (step.done) return step.value;
      nodes += step.value;
    }
  }
  if (best) {
    told = best;
    yield { best, nodes };
    if (best.proven) return best;
  }
  // One person has no helper to be kept busy: there the plain search is the shorter way.
  if (crew > 1 && (yield* run(explore(root, { ...ask, most: FIRST_NODES })))) return ended(best);
  const random = uniforms(7);
  const deep = explore(root, { ...ask, close: crew > 1, apart: crew > 1 });
  for (;;) {
    if (best?.proven) return best;
    // What is near the best, and what is proven of all the rest, in turn: each better sheet shuts more of the other's branches.
    if (crew > 1 && best && starts)
      yield* run(nearby(root, { ...ask, close: true }, random, () => ({ starts: starts as Float64Array, endS: best?.endS ?? Infinity })));
    if (best?.proven) return best;
    const all = yield* run(some(deep, NEXT_NODES));
    if (all) return ended(best);
  }
}

/** So many nodes of a search, which goes on from there another time; true once it is at its end. */
function* some(search: Generator<number, boolean>, most: number): Generator<number, boolean> {
  for (let nodes = 0; nodes < most;) {
    const step = search.next();
    if (step.done) return true;
    nodes += step.value;
    yield step.value;
  }
  return false;
}

/** How a search ended that looked at everything: the best is proven, or there is none. */
const ended = (best: RunSheet | null): RunSheet | null => best && { ...best, boundS: best.endS, proven: true };

/** The window that stands in the way: the first one without which the rest can be done; else the narrowest. */
function* tightest(tasks: readonly Task[], crew: number): Generator<SearchState, [string, string]> {
  const windows = tasks
    .flatMap((task) => task.after.flatMap(({ id, minS, maxS }) => (maxS === null ? [] : [{ task, id, room: maxS - minS }])))
    .sort((a, b) => a.room - b.room);
  for (const { task, id } of windows) {
    const eased = tasks.map((row) =>
      row.id === task.id ? { ...row, after: row.after.map((after) => (after.id === id ? { ...after, maxS: null } : after)) } : row,
    );
    const root = networkOf(eased);
    if ('clash' in root) continue;
    // Whether there is a sheet is all that is asked here: with two clashes at once, no window alone is in the way, and asking each eased run for its own
    // would go through every order of all windows.
    const search = shortest(root, eased, crew);
    for (let step = search.next(), tries = 0; tries < EASED_TRIES; step = search.next(), tries += 1) {
      if (step.done ? step.value : step.value.best) return [id, task.id];
      if (step.done) break;
      yield { best: null, nodes: step.value.nodes };
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
