import { uniforms } from '../random';
import type { DayProblem, HourWord, Stop } from '../route';

/**
 * A made-up day: houses in a town, some with hours of their own, some in the sun at noon, some for a licence.
 * @param stops how many visits
 * @param crews how many crews
 * @param seed of the draw
 * @returns the day
 * @example drawnDay(3, 1, 1).stops.length // 3
 */
export function drawnDay(stops: number, crews: number, seed: number): DayProblem {
  const random = uniforms(seed);
  const near = () => ({ latitudeDeg: 42 + (random() - 0.5) * 0.3, longitudeDeg: -100 + (random() - 0.5) * 0.4 });
  const home = near();
  return {
    roads: { factor: 1.3, kmh: 40 },
    crews: Array.from({ length: crews }, (_, k) => ({
      id: `c${k}`,
      name: `Crew ${k + 1}`,
      licences: k === 0 ? (['refrigerant', 'electrical'] as const) : [],
      from: 420,
      to: 1080,
      leaves: home,
      returns: home,
    })),
    stops: Array.from({ length: stops }, (_, i): Stop => {
      const from = 480 + Math.floor(random() * 6) * 60;
      const noon: Partial<Record<number, HourWord>> =
        random() < 0.4 ? { 12: 'dry', 13: 'dry', 14: 'dry' } : random() < 0.1 ? { 7: 'closed', 8: 'closed' } : {};
      return {
        id: `s${i}`,
        name: `House ${i + 1}`,
        ...near(),
        minutes: 40 + Math.floor(random() * 9) * 10,
        window: random() < 0.4 ? { from, to: from + 120 } : null,
        hours: noon,
        licences: random() < 0.15 ? ['refrigerant'] : [],
        waits: '',
      };
    }),
  };
}

/**
 * What a dispatcher does who always sends whoever is free first to the nearest house that can still be done.
 * @param problem the day
 * @param fits whether an order can be kept, and when it is back
 * @returns orders by crew
 * @example greedyDay({ stops: [], crews: [], roads: { factor: 1.3, kmh: 40 } }, () => null) // []
 */
export function greedyDay(problem: DayProblem, fits: (crew: number, order: readonly string[]) => number | null): string[][] {
  const orders = problem.crews.map((): string[] => []);
  const left = new Set(problem.stops.map((stop) => stop.id));
  const done = problem.crews.map(() => false);
  for (;;) {
    let crew = -1;
    let soonest = Infinity;
    problem.crews.forEach((_, k) => {
      const back = orders[k]?.length ? (fits(k, orders[k]) ?? Infinity) : 0;
      if (!done[k] && back < soonest) [crew, soonest] = [k, back];
    });
    if (crew < 0) return orders;
    const own = orders[crew] ?? [];
    let [best, back] = ['', Infinity];
    for (const id of left) {
      const would = fits(crew, [...own, id]);
      if (would !== null && would < back) [best, back] = [id, would];
    }
    if (best === '') done[crew] = true;
    else {
      own.push(best);
      left.delete(best);
    }
  }
}
