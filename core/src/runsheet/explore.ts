import { lowerBound } from './bound';
import { conflict } from './conflict';
import { earliest, nodeOf, withArc, type Network } from './network';
import { tightened } from './tighten';
import type { Task } from './task';

/** How many nodes of a search are looked at between two chances to stop. */
const BREATH = 64;
/** The same where each is looked at closely, which takes so much longer. */
const CLOSE_BREATH = 8;

/** What a search is told, and tells. */
export interface Exploring {
  tasks: readonly Task[];
  crew: number;
  /** Only sheets that end sooner are looked for, s; read again at every node. */
  below: () => number;
  /** A sheet that ends sooner. */
  found: (starts: Float64Array, endS: number) => void;
  /** Nodes at most. */
  most: number;
  /** Narrows windows by the energy of the work: slower at a node, and far fewer nodes; for a search that is to prove something. */
  close: boolean;
  /**
   * Each branch without what the branches before it hold: for a search that is to prove something, which then looks for no sheet twice; near a sheet it
   * finds less.
   */
  apart: boolean;
  /** Ends of sheets are whole seconds. */
  whole: boolean;
}

/** What is still to be looked at, and what no sheet of it ends before, s. */
interface Branch {
  network: Network;
  bound: number;
}

/**
 * Branch and bound from a network on: wherever more hands are wanted than there are, one of the tasks has to follow another, and each such pair is a
 * branch.
 * @yields after every few nodes, how many quick ones would have taken as long
 * @returns whether all was looked at
 */
export function* explore(root: Network, { tasks, crew, below, found, most, close, apart, whole }: Exploring): Generator<number, boolean> {
  const stack: Branch[] = [{ network: root, bound: lowerBound(root, tasks, crew) }];
  const step = whole ? 1 : 1e-6;
  let nodes = 0;
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (node.bound > below() - step + 1e-9) continue;
    nodes += 1;
    if (nodes > most) return false;
    if (nodes % (close ? CLOSE_BREATH : BREATH) === 0) yield BREATH;
    const narrow = close ? tightened(node.network, tasks, crew, below() - step) : node.network;
    if (!narrow) continue;
    const starts = earliest(narrow);
    const pairs = conflict(tasks, starts, crew);
    if (!pairs) {
      const endS = starts[narrow.n - 1] as number;
      if (endS < below() - 1e-9) found(Float64Array.from(starts), endS);
      continue;
    }
    const children: Branch[] = [];
    const before = (of: Network, a: number, b: number): Branch | null => {
      const network = withArc(of, nodeOf(a), nodeOf(b), (tasks[a] as Task).seconds);
      const bound = network && lowerBound(network, tasks, crew);
      return network && bound !== null && bound <= below() - step + 1e-9 ? { network, bound } : null;
    };
    const ways = pairs.map(([a, b]) => ({ a, b, branch: before(narrow, a, b) }));
    if (apart) ways.sort((x, y) => (x.branch?.bound ?? 0) - (y.branch?.bound ?? 0));
    let rest: Network | null = narrow;
    for (const { a, b, branch } of ways) {
      const child = branch && rest !== narrow ? before(rest, a, b) : branch;
      if (child) children.push(child);
      // From here on this one does not come before the other: it ends, at the soonest, after the other has begun.
      if (apart) rest = withArc(rest, nodeOf(b), nodeOf(a), (whole ? 1 : 0) - (tasks[a] as Task).seconds);
      if (!rest) break;
    }
    // Most promising on top of the stack.
    children.sort((x, y) => y.bound - x.bound);
    stack.push(...children);
  }
  return true;
}
