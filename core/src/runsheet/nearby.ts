import { nodeOf, withArc, type Network } from './network';
import { explore, type Exploring } from './explore';
import type { Task } from './task';

/** Nodes that one neighborhood is searched for: more, smaller looks find more, and leave time to prove it. */
const MOST_NODES = 48;
/** So many neighborhoods in turn without a better sheet, and it is left. */
const PATIENCE = 30;
/** So often tasks anywhere are freed instead of those of a stretch, and such a share of them. */
const [ANYWHERE, FREED] = [0.3, 0.5];
/** Shares of the whole time in which tasks are freed. */
const [LEAST_SHARE, MOST_SHARE] = [0.1, 0.55];

/** The network in which all that follows in a sheet goes on following, but for tasks that are free among themselves. */
function keeping(root: Network, tasks: readonly Task[], starts: Float64Array, free: (k: number) => boolean): Network | null {
  const hands = tasks.flatMap((task, k) => (task.handsOn && task.seconds > 0 ? [k] : []));
  const pairs: { a: number; b: number; gap: number }[] = [];
  for (const a of hands)
    for (const b of hands) {
      if (a === b || (free(a) && free(b))) continue;
      const gap = (starts[nodeOf(b)] as number) - (starts[nodeOf(a)] as number) - (tasks[a] as Task).seconds;
      if (gap >= -1e-9) pairs.push({ a, b, gap });
    }
  // Near pairs first: most of the far ones follow from them.
  pairs.sort((x, y) => x.gap - y.gap);
  let network: Network | null = root;
  for (const { a, b } of pairs) {
    network = withArc(network, nodeOf(a), nodeOf(b), (tasks[a] as Task).seconds);
    if (!network) return null;
  }
  return network;
}

/**
 * Looks for a better sheet near the best one: what is done within a stretch of time is freed, the rest keeps its order, and what is freed is searched
 * again (large neighborhoods; Shaw 1998, from memory). Ends once nothing better was found for a while.
 * @param root network of the tasks
 * @param ask as for `explore`; `found` has to move `best` and `below`
 * @param random from 0 to 1
 * @param best the sheet that it begins from, read again each time
 * @yields as `explore`
 */
export function* nearby(
  root: Network,
  ask: Exploring,
  random: () => number,
  best: () => { starts: Float64Array; endS: number },
): Generator<number, void> {
  const { tasks } = ask;
  for (let idle = 0; idle < PATIENCE; idle += 1) {
    const { starts, endS } = best();
    const span = endS * (LEAST_SHARE + (MOST_SHARE - LEAST_SHARE) * random());
    const from = random() * (endS + span) - span;
    const within = (k: number) =>
      (starts[nodeOf(k)] as number) + (tasks[k] as Task).seconds > from && (starts[nodeOf(k)] as number) < from + span;
    const any = random() < ANYWHERE ? tasks.map(() => random() < FREED) : null;
    const free = (k: number) => any?.[k] ?? within(k);
    const network = keeping(root, tasks, starts, free);
    if (!network) continue;
    yield* explore(network, { ...ask, most: MOST_NODES });
    if (best().endS < endS - 1e-9) idle = -1;
  }
}
