import fc from 'fast-check';
import { drawnDay, greedyDay } from '../testing/drawnDays';
import type { DayPlan, DayProblem, Stop } from './day';
import { dayBound } from './dayBound';
import { exactDay } from './exactDay';
import { gridOf, timed } from './grid';
import { dayAsChosen } from './asChosen';
import { planDay } from './planDay';
import { whyLeft } from './whyLeft';
import { searchDay } from './searchDay';

const last = (problem: DayProblem, rounds = 30): DayPlan => [...planDay(problem, rounds)].at(-1)!;
const few = fc.record({
  stops: fc.integer({ min: 0, max: 5 }),
  crews: fc.integer({ min: 1, max: 2 }),
  seed: fc.integer({ min: 1, max: 9999 }),
});

/** Every order of every share-out, by brute force: most visits, then fewest steps. */
function brute(problem: DayProblem): { served: number; steps: number } {
  const grid = gridOf(problem);
  let best = { served: 0, steps: 0 };
  const orders: number[][] = grid.crews.map(() => []);
  const judge = () => {
    const costs = orders.map((order, k) => {
      if (order.length === 0) return 0;
      const times = timed(grid, grid.crews[k]!, order);
      return times ? times.back - times.leave : Infinity;
    });
    const steps = costs.reduce((sum, cost) => sum + cost, 0);
    if (steps === Infinity) return;
    const served = orders.flat().length;
    if (served > best.served || (served === best.served && steps < best.steps)) best = { served, steps };
  };
  const put = (i: number): void => {
    if (i === grid.n) return judge();
    put(i + 1);
    for (const order of orders)
      for (let at = 0; at <= order.length; at += 1) {
        order.splice(at, 0, i);
        put(i + 1);
        order.splice(at, 1);
      }
  };
  put(0);
  return best;
}

/** What must hold of any plan, reckoned from the problem alone. */
function sound(problem: DayProblem, plan: DayPlan): void {
  const ids = [...plan.routes.flatMap((route) => route.stops.map((stop) => stop.stopId)), ...plan.left];
  expect([...ids].sort()).toEqual(problem.stops.map((stop) => stop.id).sort());
  for (const route of plan.routes) {
    const crew = problem.crews.find((row) => row.id === route.crewId)!;
    expect(route.leave >= crew.from && route.back <= crew.to).toBe(true);
    let at = route.leave;
    for (const placed of route.stops) {
      const stop = problem.stops.find((row) => row.id === placed.stopId)!;
      expect(placed.arrive).toBe(at + placed.driveMin);
      expect(placed.begin).toBeGreaterThanOrEqual(placed.arrive);
      if (stop.window) expect(placed.begin >= stop.window.from && placed.begin <= stop.window.to).toBe(true);
      const word = stop.hours[Math.floor(placed.begin / 60)] ?? 'good';
      expect(word).not.toBe('closed');
      expect(placed.end - placed.begin).toBeGreaterThanOrEqual(stop.minutes * (word === 'dry' ? 1.2 : 1));
      expect(stop.licences.every((licence) => crew.licences.includes(licence))).toBe(true);
      at = placed.end;
    }
  }
}

/** Nothing better exists than what is planned, and it says so. */
function bestThereIs(problem: DayProblem): void {
  const plan = last(problem);
  sound(problem, plan);
  const best = brute(problem);
  expect([problem.stops.length - plan.left.length, plan.minutes / 5]).toEqual([best.served, best.steps]);
  expect(plan.proven).toBe(true);
}

test('few visits are planned as well as can be: against every order of every share-out', () => {
  fc.assert(
    fc.property(few, ({ stops, crews, seed }) => bestThereIs(drawnDay(stops, crews, seed))),
    { numRuns: 60 },
  );
});

// As many as are promised to be exact, for one crew; every share-out between two is looked through up to seven.
test.each([
  [9, 1],
  [7, 2],
])('so are %i visits for crews: %i', (stops, crews) => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 9999 }), (seed) => bestThereIs(drawnDay(stops, crews, seed))),
    { numRuns: 6 },
  );
});

test('of more visits: sound, each plan at least as good as the one before, and never shorter than its bound', () => {
  for (const seed of [1, 2, 3]) {
    const problem = drawnDay(11, 3, seed);
    let before: DayPlan | null = null;
    for (const plan of planDay(problem, 20)) {
      sound(problem, plan);
      if (before) {
        expect(plan.left.length).toBeLessThanOrEqual(before.left.length);
        if (plan.left.length === before.left.length) expect(plan.minutes).toBeLessThanOrEqual(before.minutes);
      }
      before = plan;
    }
    expect(before?.boundMin).toBeLessThanOrEqual(before?.minutes ?? 0);
    expect(before?.boundMin).toBeGreaterThan((before?.minutes ?? 0) * 0.8);
  }
}, 60_000);

test('the bound is true and the search finds the best where that is known: days of up to six visits', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 9999 }), fc.integer({ min: 2, max: 6 }), (seed, n) => {
      const grid = gridOf(drawnDay(n, 2, seed));
      const orders = exactDay(grid);
      fc.pre(orders.flat().length === n);
      const best = orders.reduce((sum, order, k) => {
        const times = order.length > 0 ? timed(grid, grid.crews[k]!, order)! : { back: 0, leave: 0 };
        return sum + times.back - times.leave;
      }, 0);
      expect(Math.max(0, ...dayBound(grid, best))).toBeLessThanOrEqual(best);
      expect([...searchDay(grid, 40, 1)].at(-1)?.cost).toBeGreaterThanOrEqual(best);
    }),
    { numRuns: 15 },
  );
}, 60_000);

test('never worse than a dispatcher who sends whoever is free to the nearest house', () => {
  for (let seed = 1; seed <= 12; seed += 1) {
    const problem = drawnDay(6 + (seed % 6), 2, seed);
    const fits = (k: number, order: readonly string[]) => {
      const orders = problem.crews.map((_, c) => (c === k ? order : []));
      const told = dayAsChosen(problem, orders);
      return told.broken.length > 0 ? null : (told.routes[0]?.stops.at(-1)?.end ?? 0);
    };
    const greedy = dayAsChosen(problem, greedyDay(problem, fits));
    sound(problem, greedy);
    const plan = last(problem);
    expect(plan.left.length).toBeLessThanOrEqual(greedy.left.length);
    if (plan.left.length === greedy.left.length) expect(plan.minutes).toBeLessThanOrEqual(greedy.minutes);
  }
}, 60_000);

test('what is left out says why, and what would make it fit', () => {
  const day = drawnDay(1, 1, 3);
  const base: Stop = { ...day.stops[0]!, minutes: 60, window: null, hours: {}, licences: [], waits: '' };
  const crew = { ...day.crews[0]!, licences: [] };
  const why = (stop: Partial<typeof base>, crews = [crew]) => {
    const problem: DayProblem = { ...day, crews, stops: [{ ...base, ...stop }] };
    return whyLeft(problem, last(problem))[0];
  };
  expect(why({})).toBeUndefined();
  expect(why({}, [])?.why).toContain('Nobody works');
  expect(why({ waits: 'A contactor has not come.' })?.why).toContain('contactor');
  expect(why({ licences: ['refrigerant'] })?.why).toContain('refrigerant');
  const storm = Object.fromEntries(Array.from({ length: 24 }, (_, hour) => [hour, 'closed' as const]));
  expect(why({ hours: storm })?.why).toContain('No hour');
  expect(why({ hours: { ...storm, 15: 'good' }, window: { from: 480, to: 600 } })?.fits).toContain('Ask the owner');
  expect(why({ minutes: 300, window: { from: 900, to: 960 } })?.fits).toMatch(/works until .*, or the owner/);
  expect(why({ minutes: 1400 })?.fits).toContain('Another day');
  const three = [0, 1, 2].map((i) => ({ ...base, id: `s${i}`, minutes: 100 }));
  // A shift that two of them just fill.
  const two = last({ ...day, crews: [crew], stops: three.slice(0, 2) });
  const full: DayProblem = { ...day, crews: [{ ...crew, to: crew.from + two.minutes }], stops: three };
  const plan = last(full);
  expect(plan.left).toHaveLength(1);
  const { fits } = whyLeft(full, plan)[0]!;
  const until = /until (\d+):(\d+) (am|pm)/.exec(fits)!;
  const to = (Number(until[1]) % 12) * 60 + Number(until[2]) + (until[3] === 'pm' ? 720 : 0);
  expect(last({ ...full, crews: [{ ...crew, to }] }).left).toEqual([]);
  expect(last({ ...full, crews: [{ ...crew, to: to - 5 }] }).left).toHaveLength(1);
});

test('a day without visits, a crew of none and two visits at one place', () => {
  const day = drawnDay(2, 1, 5);
  expect(last({ ...day, stops: [] })).toMatchObject({ minutes: 0, left: [], routes: [] });
  expect(last({ ...day, crews: [] }).left).toEqual(['s0', 's1']);
  const one = { ...day.stops[0]!, window: null, hours: {}, licences: [], minutes: 60 };
  const [route] = last({ ...day, stops: [one, { ...one, id: 's9' }] }).routes;
  expect(route?.stops[1]).toMatchObject({ driveMin: 0, begin: route?.stops[0]?.end });
  expect(() => last({ ...day, roads: { factor: 9, kmh: 40 } })).toThrow(expect.objectContaining({ field: 'factor' }));
});
