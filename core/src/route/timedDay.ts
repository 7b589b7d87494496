import { requireInRange } from '../errors';
import { STEP_MIN, type CrewRoute, type DayPlan, type DayProblem, type PlacedStop } from './day';
import { overAt, timed, wordAt, type Grid, type GridCrew } from './grid';

/** Orders by crew, as indexes of stops. */
export type Orders = number[][];

/** Most visits of one day. */
export const MOST_STOPS = 40;
/** Most crews of one day. */
export const MOST_CREWS = 8;

/** A crew's way with its times; null where the order cannot be kept. */
export function routeOf(grid: Grid, { stops }: DayProblem, own: GridCrew, order: readonly number[]): CrewRoute | null {
  const times = timed(grid, own, order);
  if (!times) return null;
  const placed: PlacedStop[] = [];
  let [at, from, driven, waited] = [times.leave, -1, 0, 0];
  for (const i of order) {
    const stop = stops[i];
    if (!stop) return null;
    const drive = from < 0 ? (own.out[i] as number) : (grid.drive[from * grid.n + i] as number);
    const arrive = at + drive;
    const begin = (grid.begins[i] as Int32Array)[arrive] as number;
    at = overAt(grid, i, arrive);
    driven += drive;
    waited += begin - arrive;
    placed.push({
      stopId: stop.id,
      arrive: arrive * STEP_MIN,
      begin: begin * STEP_MIN,
      end: at * STEP_MIN,
      driveMin: drive * STEP_MIN,
      dry: wordAt(stop.hours, begin) === 'dry',
    });
    from = i;
  }
  return {
    crewId: own.crew.id,
    leave: times.leave * STEP_MIN,
    back: times.back * STEP_MIN,
    driveMin: (driven + (from < 0 ? 0 : (own.home[from] as number))) * STEP_MIN,
    waitMin: waited * STEP_MIN,
    stops: placed,
  };
}

/**
 * A day as orders of stops make it, with what stays unserved.
 * @param grid times of the day, in steps
 * @param problem stops and crews
 * @param orders of stops, by crew
 * @param bound steps that no way to serve all of them goes below; null where none is known
 * @returns routes by crew, minutes away from home, stops left over, and how far off the best it can be, min
 */
export function planOf(grid: Grid, problem: DayProblem, orders: Orders, bound: number | null): DayPlan {
  const routes = grid.crews.flatMap((own, k) => {
    const order = orders[k] ?? [];
    const route = order.length > 0 ? routeOf(grid, problem, own, order) : null;
    return route ? [route] : [];
  });
  const served = new Set(routes.flatMap((route) => route.stops.map(({ stopId }) => stopId)));
  const left = problem.stops.filter((stop) => !served.has(stop.id)).map((stop) => stop.id);
  const minutes = routes.reduce((sum, route) => sum + route.back - route.leave, 0);
  const boundMin = bound === null ? null : Math.min(minutes, bound * STEP_MIN);
  return { routes, minutes, left, boundMin, proven: left.length === 0 && boundMin === minutes };
}

/**
 * Whether a day can be asked about at all.
 * @param problem stops and crews, minutes of the day
 * @throws CoreError out-of-range `stops`, `crews`, or the minutes of one of them, by its index
 */
export function checkProblem({ stops, crews }: DayProblem): void {
  requireInRange('stops', stops.length, 0, MOST_STOPS, '');
  requireInRange('crews', crews.length, 0, MOST_CREWS, '');
  stops.forEach((stop, i) => requireInRange(`stops[${i}].minutes`, stop.minutes, 1, 1440, 'min'));
  crews.forEach((crew, i) => {
    requireInRange(`crews[${i}].from`, crew.from, 0, 1440, 'min');
    requireInRange(`crews[${i}].to`, crew.to, crew.from, 1440, 'min');
  });
}
