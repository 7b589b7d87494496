import { STEP_MIN, type DayPlan, type DayProblem } from './day';
import { dayBound } from './dayBound';
import { EXACT_STOPS, exactDay } from './exactDay';
import { gridOf } from './grid';
import { searchDay } from './searchDay';
import { checkProblem, planOf, type Orders } from './timedDay';

/**
 * Finds the order of a day and who goes where: as many visits as can be, then the fewest minutes out, drives, waits and work that takes longer in dry
 * hours all counted. Up to nine visits the best there is; of more a good one at once, then better ones, each with what no day can be shorter than.
 * @param problem visits, crews and roads
 * @param rounds of the search where there are more than nine visits
 * @yields plans, each at least as good as the one before
 * @returns the last of them
 * @throws CoreError too many visits or crews, no minutes, a shift that ends before it begins, roads out of range
 * @example [...planDay({ stops: [], crews: [], roads: { factor: 1.3, kmh: 40 } }, 10)].at(-1)?.minutes // 0
 */
export function* planDay(problem: DayProblem, rounds: number): Generator<DayPlan, DayPlan> {
  checkProblem(problem);
  const grid = gridOf(problem);
  if (grid.n <= EXACT_STOPS) {
    const orders = exactDay(grid);
    const plan = { ...planOf(grid, problem, orders, null) };
    const best = { ...plan, boundMin: plan.minutes, proven: true };
    yield best;
    return best;
  }
  let orders: Orders = [];
  let told = planOf(grid, problem, orders, null);
  for (const step of searchDay(grid, rounds, 1)) {
    orders = step.orders;
    told = planOf(grid, problem, orders, null);
    yield told;
  }
  // That fewer cannot be left out is not shown; of those that are served, how much shorter their day could be.
  const served = { ...problem, stops: problem.stops.filter((stop) => !told.left.includes(stop.id)) };
  for (const bound of dayBound(gridOf(served), told.minutes / STEP_MIN)) {
    told = planOf(grid, problem, orders, bound);
    yield told;
  }
  return told;
}
