import { requireInRange } from '../errors';
import type { Roads } from './day';

/** Mean radius of the earth, km (IUGG, from memory). */
const EARTH_KM = 6371;
const RAD = Math.PI / 180;

/** Somewhere on the earth, degrees. */
export interface Spot {
  latitudeDeg: number;
  longitudeDeg: number;
}

/**
 * Straight line between two places over the earth, by the haversine.
 * @param a one
 * @param b the other
 * @returns km
 * @example Math.round(greatCircleKm({ latitudeDeg: 0, longitudeDeg: 0 }, { latitudeDeg: 0, longitudeDeg: 1 })) // 111
 */
export function greatCircleKm(a: Spot, b: Spot): number {
  const [dLat, dLong] = [(b.latitudeDeg - a.latitudeDeg) * RAD, (b.longitudeDeg - a.longitudeDeg) * RAD];
  const h = Math.sin(dLat / 2) ** 2 + Math.cos(a.latitudeDeg * RAD) * Math.cos(b.latitudeDeg * RAD) * Math.sin(dLong / 2) ** 2;
  return 2 * EARTH_KM * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** Loading up and parking, minutes a drive. Common practice, no source. */
const PARK_MIN = 4;
/** Next door: nobody drives. */
const NEXT_DOOR_KM = 0.05;

/** Roads until a shop has said or shown otherwise: a third longer than the straight line, at town speed. Common practice, no source. */
export const USUAL_ROADS: Roads = { factor: 1.3, kmh: 40 };

/**
 * Minutes from one place to another: the straight line, as much longer as roads are, at their speed, and parking.
 * @param a from
 * @param b to
 * @param roads of the shop
 * @returns minutes; 0 next door
 * @throws CoreError `factor` out of 1 to 3, `kmh` out of 5 to 130
 * @example driveMin({ latitudeDeg: 42, longitudeDeg: -100 }, { latitudeDeg: 42, longitudeDeg: -100 }, { factor: 1.3, kmh: 40 }) // 0
 */
export function driveMin(a: Spot, b: Spot, roads: Roads): number {
  requireInRange('factor', roads.factor, 1, 3, '');
  requireInRange('kmh', roads.kmh, 5, 130, 'km/h');
  const km = greatCircleKm(a, b);
  return km < NEXT_DOOR_KM ? 0 : PARK_MIN + ((km * roads.factor) / roads.kmh) * 60;
}

/** A way driven between two visits of one crew on one day. */
export interface Gap {
  from: Spot;
  to: Spot;
  /** From the end of one to the start of the next. */
  minutes: number;
}

/** Fewer teach nothing. */
const LEAST_GAPS = 8;
/** Longer is a lunch or a merchant, not a drive, minutes; shorter ways are parking. Common practice, no source. */
const MOST_GAP_MIN = 90;
const LEAST_KM = 1;

/**
 * The road factor that a shop's own days show: the lower quartile of minutes driven over minutes expected, as many a gap holds more than the drive.
 * @param gaps between visits that followed each other
 * @param roads as set
 * @returns the factor, 1 to 3; null where too few gaps tell anything
 * @throws CoreError as `driveMin`
 * @example learnedFactor([], { factor: 1.3, kmh: 40 }) // null
 */
export function learnedFactor(gaps: readonly Gap[], roads: Roads): number | null {
  const told = gaps
    .filter(({ from, to, minutes }) => minutes > PARK_MIN && minutes <= MOST_GAP_MIN && greatCircleKm(from, to) >= LEAST_KM)
    .map(({ from, to, minutes }) => (minutes - PARK_MIN) / (driveMin(from, to, { ...roads, factor: 1 }) - PARK_MIN))
    .sort((x, y) => x - y);
  if (told.length < LEAST_GAPS) return null;
  return Math.min(3, Math.max(1, told[Math.floor(told.length / 4)] ?? roads.factor));
}
