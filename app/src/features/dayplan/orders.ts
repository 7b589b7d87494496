import type { DayPlan, DayProblem } from '@elm-mist/core/route';

/** Ids of visits by crew, in the order of the crews. */
export type Orders = string[][];

/** The order of a plan. */
export const ordersOf = ({ crews }: DayProblem, plan: DayPlan): Orders =>
  crews.map((crew) => plan.routes.find((route) => route.crewId === crew.id)?.stops.map((stop) => stop.stopId) ?? []);

/** The order as the visits stand: by their start; who goes with nobody in particular goes with the first crew. */
export function standingOrders(
  { crews, stops }: DayProblem,
  visits: readonly { visit: { id: string; startMinute: number; crewId?: string | null } }[],
): Orders {
  const free = new Set(stops.map((stop) => stop.id));
  const rows = visits.filter(({ visit }) => free.has(visit.id)).sort((a, b) => a.visit.startMinute - b.visit.startMinute);
  const known = new Set(crews.map((crew) => crew.id));
  return crews.map((crew, k) =>
    rows.filter(({ visit }) => (visit.crewId && known.has(visit.crewId) ? visit.crewId === crew.id : k === 0)).map(({ visit }) => visit.id),
  );
}

/** Where a visit goes by one press up or down: past its neighbor, from the end of one way into the next, and out of every way below the last. */
export function stepped(orders: Orders, id: string, by: -1 | 1): Orders {
  const crew = orders.findIndex((order) => order.includes(id));
  if (crew < 0) {
    const last = orders.length - 1;
    return by < 0 && last >= 0 ? moved(orders, id, { crew: last, at: orders[last]?.length ?? 0 }) : orders;
  }
  const at = orders[crew]?.indexOf(id) ?? 0;
  const length = orders[crew]?.length ?? 0;
  if (at + by >= 0 && at + by < length) return moved(orders, id, { crew, at: at + by });
  const next = crew + by;
  if (next < 0) return orders;
  if (next >= orders.length) return moved(orders, id, null);
  return moved(orders, id, { crew: next, at: by > 0 ? 0 : (orders[next]?.length ?? 0) });
}

/** An order with one visit moved: into a crew's way, before the visit at `at`, or out of every way. */
export function moved(orders: Orders, id: string, to: { crew: number; at: number } | null): Orders {
  const without = orders.map((order) => order.filter((other) => other !== id));
  if (to) without[to.crew]?.splice(to.at, 0, id);
  return without;
}
