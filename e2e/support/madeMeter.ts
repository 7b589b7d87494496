import { dayLater } from '@elm-mist/core/clock';
import { normals, uniforms } from '@elm-mist/core/random';
import { simulatedDay } from '../../server/src/standins/weather';

/** The day on which the demo's terrace was washed a year before the demo's own day. */
export const METER_WASHED = '2025-06-24';
/** One draw in ten lies outside of its interval, as the interval says; this is none of those. */
const SEED = 12;

/**
 * A made-up meter by the demo's own simulated air: cooling over 18 °C, with another slope after the wash. Seeded, and its truth known.
 * @param noise spread of a day that no weather explains, kWh
 */
export function madeMeter(before: number, after: number, first: string, days: number, noise = 1): { day: string; days: 1; kWh: number }[] {
  const normal = normals(uniforms(SEED));
  return Array.from({ length: days }, (_, n) => {
    const day = dayLater(first, n);
    const hours = simulatedDay(day, 'America/Chicago', 42.2);
    const meanC = hours.reduce((sum, hour) => sum + hour.dryBulbC, 0) / hours.length;
    const slope = day < METER_WASHED ? before : after;
    return { day, days: 1, kWh: Math.max(0, 12 + slope * Math.max(0, meanC - 18) + noise * normal()) };
  });
}
