import { STEP_MIN, type DayPlan, type DayProblem } from './day';
import { gridOf, timed } from './grid';
import { checkProblem, routeOf } from './timedDay';

/** What stands in the way of a visit that no crew could be sent to, and what would make it fit. */
export interface WhyLeft {
  stopId: string;
  why: string;
  fits: string;
}

const clock = (minute: number): string =>
  `${Math.floor(minute / 60) % 12 || 12}:${String(minute % 60).padStart(2, '0')} ${minute % 1440 < 720 ? 'am' : 'pm'}`;
/** So much longer a day is tried, steps. */
const LONGEST_MORE = 60;

/** The least a crew has to stay longer for a stop to fit into its way; null where it does not within five hours. */
function longerFor(problem: DayProblem, plan: DayPlan, stopId: string): { name: string; until: number } | null {
  const index = new Map(problem.stops.map((stop, i) => [stop.id, i]));
  let best: { name: string; until: number } | null = null;
  problem.crews.forEach((crew, k) => {
    const order = (plan.routes.find((route) => route.crewId === crew.id)?.stops ?? []).flatMap(({ stopId: id }) => index.get(id) ?? []);
    const grid = gridOf({ ...problem, crews: [{ ...crew, to: Math.min(1440, crew.to + LONGEST_MORE * STEP_MIN) }] });
    const own = grid.crews[0];
    const stop = index.get(stopId);
    if (!own || stop === undefined || problem.crews[k] !== crew) return;
    for (let at = 0; at <= order.length; at += 1) {
      const route = routeOf(grid, problem, own, [...order.slice(0, at), stop, ...order.slice(at)]);
      if (route && (!best || route.back < best.until)) best = { name: crew.name, until: route.back };
    }
  });
  return best;
}

/**
 * Why visits are left out of a plan, and what would make each fit.
 * @param problem visits, crews and roads
 * @param plan that leaves them out
 * @returns words by visit
 * @throws CoreError as `planDay`
 * @example whyLeft({ stops: [], crews: [], roads: { factor: 1.3, kmh: 40 } }, { routes: [], minutes: 0, left: [], boundMin: 0, proven: true }) // []
 */
export function whyLeft(problem: DayProblem, plan: DayPlan): WhyLeft[] {
  checkProblem(problem);
  const alone = (stop: DayProblem['stops'][number], crews = problem.crews): boolean => {
    const grid = gridOf({ ...problem, stops: [stop], crews });
    return grid.crews.some((own) => timed(grid, own, [0]) !== null);
  };
  return plan.left.flatMap((stopId): WhyLeft[] => {
    const stop = problem.stops.find((row) => row.id === stopId);
    if (!stop) return [];
    const says = (why: string, fits: string): WhyLeft[] => [{ stopId, why, fits }];
    if (problem.crews.length === 0) return says('Nobody works that day.', 'Put somebody on the day.');
    if (stop.waits !== '') return says(stop.waits, 'Plan it for the day it has come.');
    const missing = stop.licences.filter((licence) => !problem.crews.some((crew) => crew.licences.includes(licence)));
    if (missing.length > 0)
      return says(`Nobody that day holds a licence: ${missing.join(', ')}.`, 'Put somebody on it who may, or leave that work out.');
    const able = problem.crews.filter((crew) => stop.licences.every((licence) => crew.licences.includes(licence)));
    if (able.length === 0) return says('No one crew holds all licences that it wants.', 'Two who hold them between them, in one crew.');
    if (!alone(stop)) {
      if (
        !alone(
          { ...stop, hours: {} },
          problem.crews.map((crew) => ({ ...crew, to: 1440 })),
        )
      )
        return says('Longer than what is left of the day, or past the hours that it is kept to.', 'Another day.');
      const later = longerFor(problem, { ...plan, routes: [] }, stopId);
      const free = stop.window !== null && alone({ ...stop, window: null });
      if (later)
        return says(
          'It does not end within the hours of a crew.',
          `Fits if ${later.name} works until ${clock(later.until)}${free ? ', or the owner lets somebody in at another hour' : ''}.`,
        );
      if (free) return says('The hours that it is kept to are none that are any good.', 'Ask the owner for other hours.');
      return says('No hour is any good: too cold, or storm.', 'Another day.');
    }
    const longer = longerFor(problem, plan, stopId);
    if (longer && longer.until > (problem.crews.find((crew) => crew.name === longer.name)?.to ?? 0))
      return says('The day is full.', `Fits if ${longer.name} works until ${clock(longer.until)}.`);
    if (stop.window) {
      const open = longerFor(
        { ...problem, stops: problem.stops.map((row) => (row.id === stopId ? { ...row, window: null } : row)) },
        plan,
        stopId,
      );
      if (open) return says('Its hours are taken by others.', 'Fits if the owner lets somebody in at another hour.');
    }
    return says('The day is full.', 'Another day, or one crew more.');
  });
}
