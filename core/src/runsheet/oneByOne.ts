import type { Task } from './task';

/** Tasks that hang together by windows with an end: a foam and its rinse, the moment and what soaks already. */
function blocksOf(tasks: readonly Task[], index: ReadonlyMap<string, number>): number[][] {
  const parent = tasks.map((_, k) => k);
  const root = (k: number): number => (parent[k] === k ? k : (parent[k] = root(parent[k] as number)));
  for (const [k, task] of tasks.entries())
    for (const { id, maxS } of task.after) if (maxS !== null) parent[root(k)] = root(index.get(id) as number);
  const blocks = new Map<number, number[]>();
  for (const k of tasks.keys()) blocks.set(root(k), [...(blocks.get(root(k)) ?? []), k]);
  return [...blocks.values()];
}

/** Blocks in an order in which each follows those that it waits for, in the given order where there is a choice; null when two wait for each other. */
function inTurn(tasks: readonly Task[], blocks: readonly number[][], index: ReadonlyMap<string, number>): number[][] | null {
  const blockOf = new Map(blocks.flatMap((block, b) => block.map((k) => [k, b] as const)));
  const waitsFor = blocks.map(
    (block, b) =>
      new Set(
        block.flatMap((k) =>
          (tasks[k] as Task).after.map(({ id }) => blockOf.get(index.get(id) as number) as number).filter((other) => other !== b),
        ),
      ),
  );
  const order: number[] = [];
  const done = new Set<number>();
  while (order.length < blocks.length) {
    const next = blocks.findIndex((_, b) => !done.has(b) && [...(waitsFor[b] as Set<number>)].every((other) => done.has(other)));
    if (next < 0) return null;
    done.add(next);
    order.push(next);
  }
  return order.map((b) => blocks[b] as number[]);
}

/**
 * The plain way: one pair of hands, one block after the other, within a block what is due first. Not short, but there at once, and good for any crew.
 * @returns starts by task, s; null when the plain way breaks a window
 */
export function oneByOne(tasks: readonly Task[]): Float64Array | null {
  const index = new Map(tasks.map((task, k) => [task.id, k]));
  const order = inTurn(tasks, blocksOf(tasks, index), index);
  if (!order) return null;
  const starts = new Float64Array(tasks.length).fill(-1);
  const endOf = (k: number) => (starts[k] as number) + (tasks[k] as Task).seconds;
  let handsFree = 0;
  for (const block of order) {
    const inside = new Set(block);
    const arcs = (k: number) => (tasks[k] as Task).after.map((after) => ({ ...after, from: index.get(after.id) as number }));
    // Nothing of a block begins before all that any of it waits for is over.
    let from = 0;
    for (const k of block) for (const arc of arcs(k)) if (!inside.has(arc.from)) from = Math.max(from, endOf(arc.from) + arc.minS);
    if (block.some((k) => (tasks[k] as Task).handsOn)) from = Math.max(from, handsFree);
    const left = new Set(block);
    while (left.size > 0) {
      let pick: { k: number; start: number; due: number } | null = null;
      for (const k of left) {
        const own = arcs(k).filter((arc) => inside.has(arc.from));
        if (own.some((arc) => left.has(arc.from))) continue;
        let start = from;
        let due = Infinity;
        for (const arc of own) {
          start = Math.max(start, endOf(arc.from) + arc.minS);
          if (arc.maxS !== null) due = Math.min(due, endOf(arc.from) + arc.maxS);
        }
        if ((tasks[k] as Task).handsOn) start = Math.max(start, handsFree);
        if (!pick || due < pick.due || (due === pick.due && start < pick.start)) pick = { k, start, due };
      }
      if (!pick || pick.start > pick.due + 1e-9) return null;
      starts[pick.k] = pick.start;
      if ((tasks[pick.k] as Task).handsOn) handsFree = Math.max(handsFree, endOf(pick.k));
      left.delete(pick.k);
    }
  }
  return starts;
}
