import { searchRun, type NoRun, type RunSheet, type Task } from '@elm-mist/core/runsheet';

/** How it stands: the best so far, and whether the search has ended. */
export interface Thought {
  sheet: RunSheet | null;
  none: NoRun | null;
  done: boolean;
}

/** Longest that the search goes on for a better order where nothing else is asked, ms. */
export const THINK_MS = 2500;

/**
 * Runs the search in slices, telling each improvement, until it is proven, out of time, or called off.
 * @param pause waits between slices; a worker need not, the page must
 * @returns how it ended
 */
export async function think(
  tasks: readonly Task[],
  crew: number,
  tell: (thought: Thought) => void,
  options: { mostMs?: number; pause?: () => Promise<void>; calledOff?: () => boolean; now?: () => number } = {},
): Promise<Thought> {
  const now = options.now ?? (() => performance.now());
  const until = now() + (options.mostMs ?? THINK_MS);
  const search = searchRun(tasks, crew);
  let best: RunSheet | null = null;
  for (;;) {
    const step = search.next();
    if (step.done) {
      const end: Thought =
        'clash' in step.value ? { sheet: null, none: step.value, done: true } : { sheet: step.value, none: null, done: true };
      tell(end);
      return end;
    }
    if (step.value.best && step.value.best !== best) {
      best = step.value.best;
      tell({ sheet: best, none: null, done: false });
    }
    if (options.calledOff?.() || now() > until) {
      const end: Thought = { sheet: best, none: null, done: true };
      tell(end);
      return end;
    }
    if (options.pause) await options.pause();
  }
}
