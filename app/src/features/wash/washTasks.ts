import type { CoilRecord } from '@elm-mist/contract';
import type { PowerSource } from '@elm-mist/core/equipment';
import type { CoilRun } from '@elm-mist/core/run';
import type { Task } from '@elm-mist/core/runsheet';

/** One coil that is washed, or that still has foam on it whatever is planned now. */
export interface WashJob {
  coil: CoilRecord;
  run: CoilRun;
}

/** Steps that have to be done before this coil gets wet: those that its first wetting follows, near or far. */
export function stepsBefore(left: readonly Task[], steps: readonly Task[], coilId: string): Task[] {
  const first = left.find(
    (task) => task.what && ['wet', 'rinse-all', 'foam'].includes(task.what.is) && 'coilId' in task.what && task.what.coilId === coilId,
  );
  if (!first) return [];
  const before = new Set<string>();
  const queue = [first];
  for (let task = queue.pop(); task; task = queue.pop())
    for (const { id } of task.after) {
      const earlier = left.find((row) => row.id === id);
      if (earlier && !before.has(id)) {
        before.add(id);
        queue.push(earlier);
      }
    }
  return steps.filter((step) => before.has(step.id));
}

/** The coil on whose page a task has its gate or its clocks; null for a step, which is only ticked off. */
export function taskPage(task: Task, jobs: readonly WashJob[], sourceOf: (coil: CoilRecord) => PowerSource): string | null {
  const { what } = task;
  if (!what || what.is === 'step') return null;
  if (what.is === 'gate') return jobs.find((row) => sourceOf(row.coil) === what.source)?.coil.id ?? null;
  return 'coilId' in what ? what.coilId : null;
}
