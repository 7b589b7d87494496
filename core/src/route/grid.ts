import { DAY_STEPS, DRY_SHARE, STEP_MIN, type Crew, type DayProblem, type HourWord } from './day';
import { driveMin } from './distance';

/** No way to be done that day. */
export const NEVER = 1 << 20;

/** A day on steps of five minutes: what is asked of it again and again, reckoned once. */
export interface Grid {
  n: number;
  /** Steps from stop to stop: `drive[i * n + j]`. */
  drive: Int32Array;
  /** By stop and step of arrival: the step at which it is over, at the earliest; `NEVER` where it cannot be begun any more. */
  over: Int32Array[];
  /** The same: the step at which work begins then. */
  begins: Int32Array[];
  crews: GridCrew[];
}

/** A crew on the grid. */
export interface GridCrew {
  crew: Crew;
  from: number;
  to: number;
  /** Steps from where it leaves to each stop, and from each back. */
  out: Int32Array;
  home: Int32Array;
  /** Stops that it may do. */
  may: boolean[];
  /** The same for two crews that differ only in name. */
  kind: string;
}

const STEPS_AN_HOUR = 60 / STEP_MIN;
const steps = (minutes: number): number => Math.ceil(minutes / STEP_MIN - 1e-9);

/** What the hour of a step is for a stop. */
export const wordAt = (hours: DayProblem['stops'][number]['hours'], step: number): HourWord =>
  hours[Math.floor(step / STEPS_AN_HOUR)] ?? 'good';

/**
 * Puts a day on the grid.
 * @throws CoreError roads out of range
 */
export function gridOf({ stops, crews, roads }: DayProblem): Grid {
  const n = stops.length;
  const drive = new Int32Array(n * n);
  stops.forEach((a, i) => {
    stops.forEach((b, j) => {
      if (i !== j) drive[i * n + j] = steps(driveMin(a, b, roads));
    });
  });
  const over: Int32Array[] = [];
  const begins: Int32Array[] = [];
  for (const stop of stops) {
    const [end, begin] = [new Int32Array(DAY_STEPS + 1).fill(NEVER), new Int32Array(DAY_STEPS + 1).fill(NEVER)];
    const first = stop.window ? steps(stop.window.from) : 0;
    const last = stop.window ? Math.floor(stop.window.to / STEP_MIN) : DAY_STEPS;
    // Backwards: to begin now, or to wait for what comes after; of two as early the one that begins first.
    for (let t = DAY_STEPS - 1; t >= 0; t -= 1) {
      const word = wordAt(stop.hours, t);
      const now =
        stop.waits !== '' || t < first || t > last || word === 'closed'
          ? NEVER
          : t + steps(stop.minutes * (word === 'dry' ? DRY_SHARE : 1));
      const later = end[t + 1] as number;
      end[t] = Math.min(now, later);
      begin[t] = now <= later && now < NEVER ? t : (begin[t + 1] as number);
    }
    over.push(end);
    begins.push(begin);
  }
  const kinds = new Map<string, string>();
  return {
    n,
    drive,
    over,
    begins,
    crews: crews.map((crew): GridCrew => {
      const { leaves, returns } = crew;
      const may = stops.map(({ licences }) => licences.every((licence) => crew.licences.includes(licence)));
      const key = JSON.stringify([crew.from, crew.to, leaves, returns, may]);
      kinds.set(key, kinds.get(key) ?? crew.id);
      return {
        crew,
        from: steps(crew.from),
        to: Math.floor(crew.to / STEP_MIN),
        out: Int32Array.from(stops, (stop) => (leaves ? steps(driveMin(leaves, stop, roads)) : 0)),
        home: Int32Array.from(stops, (stop) => (returns ? steps(driveMin(stop, returns, roads)) : 0)),
        may,
        kind: kinds.get(key) ?? crew.id,
      };
    }),
  };
}

/** The step at which a stop is over for who comes at a step. */
export const overAt = (grid: Grid, i: number, step: number): number =>
  step > DAY_STEPS ? NEVER : ((grid.over[i] as Int32Array)[step] as number);

/** An order of stops with when to leave for it to take least. */
export interface TimedOrder {
  leave: number;
  back: number;
}

/**
 * When to leave so that an order takes the fewest steps from leaving to being back; of two the sooner back.
 * @returns null where the order cannot be kept
 */
export function timed(grid: Grid, own: GridCrew, order: readonly number[]): TimedOrder | null {
  let best: TimedOrder | null = null;
  const first = order[0];
  if (first === undefined) return null;
  for (const i of order) if (!own.may[i]) return null;
  for (let leave = own.from; leave <= own.to; leave += 1) {
    let at = overAt(grid, first, leave + (own.out[first] as number));
    let from = first;
    for (let k = 1; k < order.length && at < NEVER; k += 1) {
      const to = order[k] as number;
      at = overAt(grid, to, at + (grid.drive[from * grid.n + to] as number));
      from = to;
    }
    // Leaving later is never over sooner.
    if (at >= NEVER) break;
    const back = at + (own.home[from] as number);
    if (back > own.to) break;
    if (!best || back - leave < best.back - best.leave) best = { leave, back };
  }
  return best;
}
