import type { DayPlan, DayProblem } from './day';
import { gridOf, timed } from './grid';
import { checkProblem, planOf } from './timedDay';

/**
 * A day in an order that somebody chose: its times, or where it cannot be kept.
 * @param problem visits, crews and roads
 * @param orders ids of visits by crew, in the order of the crews
 * @returns the plan, with ids of the first visit of each crew that comes too late as `broken`
 * @throws CoreError as `planDay`
 * @example dayAsChosen({ stops: [], crews: [], roads: { factor: 1.3, kmh: 40 } }, []).broken // []
 */
export function dayAsChosen(problem: DayProblem, orders: readonly (readonly string[])[]): DayPlan & { broken: string[] } {
  checkProblem(problem);
  const grid = gridOf(problem);
  const index = new Map(problem.stops.map((stop, i) => [stop.id, i]));
  const broken: string[] = [];
  const kept = grid.crews.map((own, k) => {
    const wanted = (orders[k] ?? []).flatMap((id) => index.get(id) ?? []);
    const order: number[] = [];
    for (const i of wanted) {
      // What cannot be kept is named and left out, so that the rest still has its times.
      if (timed(grid, own, [...order, i])) order.push(i);
      else broken.push(problem.stops[i]?.id ?? '');
    }
    return order;
  });
  return { ...planOf(grid, problem, kept, null), broken };
}
