import { feedHour, type HourAir } from '../dryout';
import type { SiteConditions } from './survey';

/** Cloud that still leaves full sun, and that leaves none, share of the sky. Common practice, no source. */
const CLEAR = 0.3;
const COVERED = 0.8;

/**
 * The air of the feed at a moment as it would be typed on the spot, to start from.
 * @param hours of the day's feed
 * @param atMs UTC ms
 * @returns undefined outside of the feed's hours
 * @example feedSite([], 0) // undefined
 */
export function feedSite(hours: readonly HourAir[], atMs: number): SiteConditions | undefined {
  const hour = feedHour(hours, atMs);
  return (
    (hour && {
      dryBulbC: hour.dryBulbC,
      rhPct: hour.rhPct,
      windMs: hour.windMs,
      sun: hour.cloud < CLEAR ? ('full' as const) : hour.cloud < COVERED ? ('broken' as const) : ('shade' as const),
    }) ??
    undefined
  );
}
