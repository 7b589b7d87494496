import type { DayProblem } from './day';
import { driveMin } from './distance';

/** A visit that cannot begin when it was told. */
export interface LateStop {
  stopId: string;
  /** Minutes of the day. */
  was: number;
  now: number;
  /** Past the owner's hours by then. */
  tooLate: boolean;
}

/** Less is not worth a word, minutes. Common practice, no source. */
const WORTH_MIN = 15;

/**
 * What of a day cannot begin as it was told, each crew going on from where and when it is free, nothing begun before its time.
 * @param problem visits, crews (from when they are free) and roads
 * @param orders ids of visits by crew, in the order of the crews
 * @param told when each was to begin, minutes of the day
 * @returns late ones, soonest first
 * @throws CoreError roads out of range
 * @example runsLate({ stops: [], crews: [], roads: { factor: 1.3, kmh: 40 } }, [], {}) // []
 */
export function runsLate(problem: DayProblem, orders: readonly (readonly string[])[], told: Readonly<Record<string, number>>): LateStop[] {
  return problem.crews
    .flatMap((crew, k) => {
      let [at, from] = [crew.from, crew.leaves];
      return (orders[k] ?? []).flatMap((id): LateStop[] => {
        const stop = problem.stops.find((row) => row.id === id);
        if (!stop) return [];
        const was = told[id] ?? at;
        const now = Math.max(was, at + (from ? driveMin(from, stop, problem.roads) : 0));
        [at, from] = [now + stop.minutes, stop];
        const begins = Math.ceil(now / 5) * 5;
        return begins - was >= WORTH_MIN ? [{ stopId: id, was, now: begins, tooLate: stop.window !== null && now > stop.window.to }] : [];
      });
    })
    .sort((a, b) => a.now - b.now);
}
