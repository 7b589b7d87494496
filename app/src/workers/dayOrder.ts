import { planDay, type DayPlan, type DayProblem } from '@elm-mist/core/route';

/** Rounds of the search, and the longest that it goes on, ms. */
const ROUNDS = 1200;
const MOST_MS = 1900;

/**
 * Orders a day, telling each better plan, until nothing better exists or the time is up.
 * @param pause waits between steps; a worker need not, the page must
 * @returns the last plan
 */
export async function orderDay(
  problem: DayProblem,
  tell: (plan: DayPlan) => void,
  options: { pause?: () => Promise<void>; calledOff?: () => boolean; now?: () => number } = {},
): Promise<DayPlan | null> {
  const now = options.now ?? (() => performance.now());
  const until = now() + MOST_MS;
  let last: DayPlan | null = null;
  for (const plan of planDay(problem, ROUNDS)) {
    last = plan;
    tell(plan);
    if (now() > until || options.calledOff?.()) break;
    if (options.pause) await options.pause();
  }
  return last;
}
