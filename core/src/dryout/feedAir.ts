import type { HourAir } from './ribbon';

const HOUR_MS = 3_600_000;

/**
 * The hour of a feed that holds at a moment; null outside of it.
 * @param hours of the feed
 * @param atMs UTC ms
 * @returns the hour, or null outside of the feed
 * @example feedHour([], 0) // null
 */
export const feedHour = (hours: readonly HourAir[], atMs: number): HourAir | null =>
  hours.find((hour) => hour.atMs <= atMs && atMs < hour.atMs + HOUR_MS) ?? null;
