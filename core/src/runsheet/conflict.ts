import { nodeOf } from './network';
import type { Task } from './task';

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
export function share(tasks: readonly Task[], starts: Float64Array, crew: number): (number | null)[] | null {
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
export function conflict(tasks: readonly Task[], starts: Float64Array, crew: number): [number, number][] | null {
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
