import { requireInRange } from '../errors';
import { sunPosition, type SunPosition } from './sun';

/** The sun at one moment of a day. */
export interface SunPoint extends SunPosition {
  atMs: number;
}

/** The way of the sun over a place on one day. */
export interface SunPath {
  /** Every quarter of an hour that it is up. */
  points: SunPoint[];
  /** When it comes up and goes down; null where it does not on this day. */
  rise: SunPoint | null;
  set: SunPoint | null;
  /** Where it stands highest; null where it does not come up. */
  highest: SunPoint | null;
}

/**
 * The altitude that the sun is given when its upper edge shows, degrees: −0.833° of the almanacs, which hold half its width and how far air bends its light
 * at the horizon; less the 0.484° of bending that the altitude below has added already (Sæmundsson’s formula at the horizon). Source: usual almanac
 * definition, from memory.
 */
const HORIZON_DEG = -0.833 + 0.484;
/** Longest span that is asked for. */
const MOST_MS = 370 * 86_400_000;
const STEP_MS = 15 * 60_000;

/**
 * The way of the sun over a place between two moments, as from one midnight to the next.
 * @param fromMs UTC ms
 * @param toMs UTC ms
 * @param latitudeDeg degrees, north above 0
 * @param longitudeDeg degrees, east above 0
 * @returns where it stands while it is up
 * @throws CoreError out-of-range, naming the argument
 * @example sunPath(Date.UTC(2026, 5, 21), Date.UTC(2026, 5, 22), -43.5, 0).highest.azimuthDeg.toFixed(0) // "0"
 */
export function sunPath(fromMs: number, toMs: number, latitudeDeg: number, longitudeDeg: number): SunPath {
  requireInRange('time', toMs - fromMs, 0, MOST_MS);
  const at = (atMs: number): SunPoint => ({ atMs, ...sunPosition(atMs, latitudeDeg, longitudeDeg) });
  const up = (point: SunPoint) => point.altitudeDeg > HORIZON_DEG;
  const all: SunPoint[] = [];
  for (let atMs = fromMs; atMs <= toMs; atMs += STEP_MS) all.push(at(atMs));
  /** The moment between two at which it crosses the horizon, to a second. */
  const crossing = (before: SunPoint, after: SunPoint): SunPoint => {
    let [low, high] = [before, after];
    while (high.atMs - low.atMs > 1000) {
      const middle = at((low.atMs + high.atMs) / 2);
      if (up(middle) === up(before)) low = middle;
      else high = middle;
    }
    return high;
  };
  const pairs = all.slice(1).map((after, i) => [all[i] as SunPoint, after] as const);
  const rising = pairs.find(([before, after]) => !up(before) && up(after));
  const setting = pairs.filter(([before, after]) => up(before) && !up(after)).at(-1);
  const points = all.filter(up);
  return {
    points,
    rise: rising ? crossing(...rising) : null,
    set: setting ? crossing(...setting) : null,
    highest: points.reduce<SunPoint | null>((best, point) => (best && best.altitudeDeg >= point.altitudeDeg ? best : point), null),
  };
}
