import { instantIn } from '@elm-mist/core/clock';
import { saturationVapourPressureKPa, type HourAir } from '@elm-mist/core/dryout';

/** First hour of the feed, and the last. */
const HOURS = { from: 7, to: 18 } as const;

/** Of warm days so many end in a storm, and when, by the shop's clock. */
const STORMS = { of: 0.12, from: 15, to: 17, meanC: 14 } as const;

/** A number from 0 to 1 that is always the same for the same words (FNV-1a, 32 bits). */
function chance(words: string): number {
  let hash = 0x811c9dc5;
  for (const character of words) hash = Math.imul(hash ^ character.charCodeAt(0), 0x01000193) >>> 0;
  return hash / 2 ** 32;
}

const [DAY_MS, HOUR_MS] = [86_400_000, 3_600_000];
/** By the shop's clock. */
const SHOWN = Array.from({ length: HOURS.to - HOURS.from + 1 }, (_, i) => HOURS.from + i);

/** How warm a simulated day is, before its hours. */
function warmth(day: string, latitudeDeg: number): { meanC: number; swingC: number } {
  const sinceNewYear = (Date.parse(`${day}T00:00:00Z`) - Date.parse(`${day.slice(0, 4)}-01-01T00:00:00Z`)) / DAY_MS;
  const dayOfYear = sinceNewYear + (latitudeDeg < 0 ? 182 : 0);
  return {
    meanC: 11 + 14 * Math.cos((2 * Math.PI * (dayOfYear - 200)) / 365) + 5 * (chance(`${day} mean`) - 0.5),
    swingC: 7 + 3 * chance(`${day} swing`),
  };
}

/** From −1 to 1: coolest at four, warmest at sixteen. */
const warmthAt = (hour: number): number => Math.sin((Math.PI * (hour - 10)) / 12);
const shownC = (dryBulbC: number): number => Number(dryBulbC.toFixed(1));

/**
 * The mean of the hours that `simulatedDay` tells, without the rest of them: what a year of a meter is held against.
 * @param day ISO
 * @param latitudeDeg of the shop, degrees, north above 0
 * @returns °C
 */
export function simulatedMeanC(day: string, latitudeDeg: number): number {
  const { meanC, swingC } = warmth(day, latitudeDeg);
  return SHOWN.reduce((sum, hour) => sum + shownC(meanC + swingC * warmthAt(hour)), 0) / SHOWN.length;
}

/**
 * A simulated hourly feed in place of a weather service: a prairie town with hot, dry, breezy summer afternoons, its summer in the southern
 * hemisphere half a year off, and a storm on some warm afternoons. The same day always has the same weather. Shown as simulated wherever it is used.
 * @param day ISO
 * @param zone of the shop, IANA
 * @param latitudeDeg of the shop, degrees, north above 0
 * @returns one row for each hour from 7 to 18 by the shop's clock
 */
export function simulatedDay(day: string, zone: string, latitudeDeg: number): HourAir[] {
  const { meanC, swingC } = warmth(day, latitudeDeg);
  const cloudy = chance(`${day} cloud`) ** 2;
  const storms = meanC >= STORMS.meanC && chance(`${day} storm`) > 1 - STORMS.of;
  const breeze = 1.5 + 3 * chance(`${day} wind`);
  const vapourKPa = saturationVapourPressureKPa(meanC - swingC - 3);
  const firstMs = instantIn(zone, day, HOURS.from * 60);
  // No clock is changed between them but where it says so.
  const even = instantIn(zone, day, HOURS.to * 60) - firstMs === (HOURS.to - HOURS.from) * HOUR_MS;
  return SHOWN.map((hour) => {
    const warm = warmthAt(hour);
    const dryBulbC = meanC + swingC * warm;
    const flicker = chance(`${day} ${hour}`) - 0.5;
    const storm = storms && hour >= STORMS.from && hour <= STORMS.to;
    const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));
    return {
      atMs: even ? firstMs + (hour - HOURS.from) * HOUR_MS : instantIn(zone, day, hour * 60),
      dryBulbC: shownC(dryBulbC),
      rhPct: Math.round(clamp((vapourKPa / saturationVapourPressureKPa(dryBulbC)) * 100, 5, 98)),
      windMs: Number(clamp(breeze * (0.6 + 0.5 * Math.max(0, warm)) + flicker, 0.2, 15).toFixed(1)),
      cloud: storm ? 1 : Number(clamp(cloudy + 0.3 * flicker, 0, 1).toFixed(2)),
      ...(storm ? { storm } : {}),
    };
  });
}
