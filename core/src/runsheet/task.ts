import type { PowerSource } from '../equipment';
import { CoreError, requireInRange } from '../errors';
import type { StepId } from '../method';
import { MOST_CREW } from '../run';

/** How a task follows another: so long after its end, and no longer. */
export interface After {
  id: string;
  /** Least time from the other's end to this one's start, s; may be 0. */
  minS: number;
  /** Most time, s; null for any. A dwell window is a least and a most. */
  maxS: number | null;
}

/** What a task is in the visit, so that what has happened can be told from what is still to do. */
export type TaskWhat =
  | { is: 'step'; stepId: StepId; coilId: string | null }
  | { is: 'gate'; source: PowerSource }
  /** Running in before readings, and taking them. */
  | { is: 'run-in' | 'readings' }
  /** The soak that condensate ends; nobody's hands. */
  | { is: 'wet' | 'rinse-all' | 'soak'; coilId: string }
  | { is: 'foam' | 'rinse'; coilId: string; sectionId: string }
  /** Something that was promised to the customer; done on its own page, by who may. */
  | { is: 'finding'; findingId: string };

/** One piece of work of a visit. */
export interface Task {
  id: string;
  name: string;
  seconds: number;
  /** Takes somebody's hands while it lasts; a soak, a drip or a run-in does not. */
  handsOn: boolean;
  /** Only the one who isolated may do it: power is given back by whoever took it. Left out: anybody. */
  leadOnly?: boolean;
  after: readonly After[];
  what?: TaskWhat;
  /** How many of the shop's own runs its time was learned from; left out when it is the usual one. */
  learnedFrom?: number;
}

/** When a task is done, and by whom. */
export interface Placed {
  id: string;
  startS: number;
  endS: number;
  /** Whose hands, from 0, the one who isolates; null when it takes none. */
  person: number | null;
}

export const MOST_TASKS = 120;
const LONGEST_S = 24 * 3600;

/**
 * Refuses tasks that are no plan: an id twice, an unknown predecessor, a window whose end lies before its start.
 * @throws CoreError out-of-range `tasks` | `seconds` | `crew`; unknown `after`
 */
export function checkTasks(tasks: readonly Task[], crew: number): void {
  requireInRange('crew', crew, 1, MOST_CREW);
  if (!Number.isInteger(crew)) throw new CoreError('out-of-range', 'crew', 'crew must be a whole number.');
  if (tasks.length === 0 || tasks.length > MOST_TASKS)
    throw new CoreError('out-of-range', 'tasks', `tasks: from 1 to ${MOST_TASKS}; got ${tasks.length}.`);
  const ids = new Set(tasks.map((task) => task.id));
  if (ids.size < tasks.length) throw new CoreError('out-of-range', 'tasks', 'tasks: an id stands twice.');
  for (const task of tasks) {
    requireInRange('seconds', task.seconds, 0, LONGEST_S, 's');
    for (const { id, minS, maxS } of task.after) {
      if (!ids.has(id) || id === task.id) throw new CoreError('unknown', 'after', `after: ${task.name} follows a task that is not there.`);
      requireInRange('minS', minS, 0, LONGEST_S, 's');
      if (maxS !== null && maxS < minS)
        throw new CoreError('out-of-range', 'maxS', `${task.name}: the latest start lies before the earliest.`);
    }
  }
}
