import type { UnitSystem } from '../units';
import { greatCircleKm, type Spot } from './distance';

/** Edges of the rings round a shop, km. Common practice, no source: a few streets, the town, the villages, further. */
const RINGS_KM = [2, 5, 10, 20, 50] as const;
const TOWARDS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'] as const;

/** Where a place lies from the shop: a ring, and a side of it; close by there are no sides. */
export interface Neighborhood {
  /** km; null beyond the last ring. */
  fromKm: number;
  toKm: number | null;
  towards: (typeof TOWARDS)[number] | null;
}

/**
 * In which neighborhood of a shop a place lies: what lies in one is driven to in one morning.
 * @param shop where it works from
 * @param place degrees
 * @returns ring and side
 * @throws CoreError latitude out of −90 to 90
 * @example neighborhoodOf({ latitudeDeg: 42, longitudeDeg: -93 }, { latitudeDeg: 42.1, longitudeDeg: -93 }) // { fromKm: 10, toKm: 20, towards: 'north' }
 */
export function neighborhoodOf(shop: Spot, place: Spot): Neighborhood {
  const km = greatCircleKm(shop, place);
  const ring = RINGS_KM.findIndex((edge) => km < edge);
  if (ring === 0) return { fromKm: 0, toKm: RINGS_KM[0], towards: null };
  const rad = Math.PI / 180;
  const [a, b] = [shop.latitudeDeg * rad, place.latitudeDeg * rad];
  const turn = (place.longitudeDeg - shop.longitudeDeg) * rad;
  // Great-circle initial bearing, as spherical trigonometry has it.
  const bearing = Math.atan2(Math.sin(turn) * Math.cos(b), Math.cos(a) * Math.sin(b) - Math.sin(a) * Math.cos(b) * Math.cos(turn)) / rad;
  const towards = TOWARDS[Math.round((bearing + 360) / 45) % TOWARDS.length] ?? null;
  const before = ring < 0 ? RINGS_KM.length - 1 : ring - 1;
  return { fromKm: RINGS_KM[before] ?? 0, toKm: ring < 0 ? null : (RINGS_KM[ring] ?? null), towards };
}

/** International mile, exact. */
const KM_PER_MILE = 1.609344;

/**
 * A neighborhood in words.
 * @param where ring and side
 * @param units of the reader
 * @returns how far, and on which side of the shop
 * @example neighborhoodWords({ fromKm: 5, toKm: 10, towards: 'north' }, 'us') // '3 to 6 mi north'
 */
export function neighborhoodWords({ fromKm, toKm, towards }: Neighborhood, units: UnitSystem): string {
  const show = (km: number) => (units === 'us' ? km / KM_PER_MILE : km).toFixed(0);
  const unit = units === 'us' ? 'mi' : 'km';
  const far =
    toKm === null
      ? `More than ${show(fromKm)} ${unit}`
      : fromKm === 0
        ? `Within ${show(toKm)} ${unit}`
        : `${show(fromKm)} to ${show(toKm)} ${unit}`;
  return towards ? `${far} ${towards}` : far;
}
