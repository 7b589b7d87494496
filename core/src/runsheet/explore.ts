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
  /** Only sheets that end sooner are looked for, s; read anew at every node. */
  below: () => number;
  /** A sheet that ends sooner. */
  found: (starts: Float64Array, endS: number) => void;
  /** Nodes at most. */
  most: number;
  /** Narrows windows by the energy of the work: slower at a node, and far fewer nodes; for a search that is to prove something. */
  close: boolean;
  /** Ends of sheets are whole seconds. */
  whole: boolean;
}

/**
 * Branch and bound from a network on: wherever more hands are wanted than there are, one of the tasks has to follow another, and each such pair is a
 * branch.
 * @yields after every few nodes, how many quick ones would have taken as long
 * @returns whether all was looked at
 */
export function* explore(root: Network, { tasks, crew, below, found, most, close, whole }: Exploring): Generator<number, boolean> {
  const stack: { network: Network; bound: number }[] = [{ network: root, bound: lowerBound(root, tasks, crew) }];
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
    const children: { network: Network; bound: number }[] = [];
    for (const [a, b] of pairs) {
      const network = withArc(narrow, nodeOf(a), nodeOf(b), (tasks[a] as Task).seconds);
      if (!network) continue;
      const bound = lowerBound(network, tasks, crew);
      if (bound <= below() - step + 1e-9) children.push({ network, bound });
    }
    // Most promising on top of the stack.
    children.sort((x, y) => y.bound - x.bound);
    stack.push(...children);
  }
  return true;
}
