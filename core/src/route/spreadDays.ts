import { driveMin, type Spot } from './distance';
import type { Roads } from './day';

/** Something due that is to be put on a day. */
export interface DueStop extends Spot {
  id: string;
  minutes: number;
  /** ISO day. */
  due: string;
}

/** A day with what is planned on it already. */
export interface OpenDay {
  /** ISO. */
  day: string;
  /** Crews' minutes of it, all crews together. */
  crewMin: number;
  visits: readonly (Spot & { minutes: number })[];
}

/** What was put on one day. */
export interface SpreadDay {
  day: string;
  ids: string[];
  /** Work and driving of all that is on it, minutes. */
  minutes: number;
}

/** A week overdue is worth so much driving, minutes, up to half a year. Common practice, no source. */
const WEEK_WORTH_MIN = 1;
const MOST_WEEKS = 26;

const daysOver = (due: string, day: string): number => Math.max(0, (Date.parse(day) - Date.parse(due)) / 86_400_000);

/** A way out from the shop and back, with the cheapest place for one more. */
class Tour {
  readonly stops: Spot[] = [];
  workMin = 0;
  driveMin = 0;
  constructor(
    private readonly shop: Spot | null,
    private readonly roads: Roads,
  ) {}

  private way(a: Spot | null | undefined, b: Spot | null | undefined): number {
    return a && b ? driveMin(a, b, this.roads) : 0;
  }

  /** Where one more is put with the least driving, and how much that is. */
  cheapest(stop: Spot): { at: number; moreMin: number } {
    let best = { at: 0, moreMin: Infinity };
    for (let at = 0; at <= this.stops.length; at += 1) {
      const [before, after] = [this.stops[at - 1] ?? this.shop, this.stops[at] ?? this.shop];
      const moreMin = this.way(before, stop) + this.way(stop, after) - this.way(before, after);
      if (moreMin < best.moreMin) best = { at, moreMin };
    }
    return best;
  }

  add(stop: Spot & { minutes: number }): void {
    const { at, moreMin } = this.cheapest(stop);
    this.stops.splice(at, 0, stop);
    this.workMin += stop.minutes;
    this.driveMin += moreMin;
  }

  get minutes(): number {
    return this.workMin + this.driveMin;
  }
}

/**
 * Puts what is due on the days of a week: each day takes first what is longest overdue, then what lies nearest to what is on it, as long as crews
 * have time. A first share-out, not the best there is: the order of each day is found by `planDay`.
 * @param stops that are due and not planned
 * @param days in their order, with what is on them
 * @param roads of the shop
 * @param shop where crews leave from and come back to; null where nobody said, and those ways are not counted
 * @returns a row for each day; what fits on none of them is in none
 * @throws CoreError as `driveMin`
 * @example spreadDays([{ id: 'a', latitudeDeg: 42, longitudeDeg: -93, minutes: 60, due: '2026-06-01' }], [{ day: '2026-06-15', crewMin: 480, visits: [] }], { factor: 1.3, kmh: 40 }, null)[0]?.ids // ['a']
 */
export function spreadDays(stops: readonly DueStop[], days: readonly OpenDay[], roads: Roads, shop: Spot | null): SpreadDay[] {
  const waiting = [...stops].sort((a, b) => (a.due < b.due ? -1 : a.due > b.due ? 1 : a.id < b.id ? -1 : 1));
  return days.map(({ day, crewMin, visits }): SpreadDay => {
    const tour = new Tour(shop, roads);
    for (const visit of visits) tour.add(visit);
    const ids: string[] = [];
    for (;;) {
      let best: { i: number; cost: number } | null = null;
      for (const [i, stop] of waiting.entries()) {
        const { moreMin } = tour.cheapest(stop);
        if (tour.minutes + stop.minutes + moreMin > crewMin) continue;
        // An empty day begins with what waits longest: it is the first of the list.
        if (tour.stops.length === 0) {
          best = { i, cost: 0 };
          break;
        }
        const cost = moreMin - WEEK_WORTH_MIN * Math.min(MOST_WEEKS, daysOver(stop.due, day) / 7);
        if (!best || cost < best.cost) best = { i, cost };
      }
      if (!best) break;
      const [stop] = waiting.splice(best.i, 1);
      if (!stop) break;
      tour.add(stop);
      ids.push(stop.id);
    }
    return { day, ids, minutes: Math.round(tour.minutes) };
  });
}
