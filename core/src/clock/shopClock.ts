import { tzOffset } from '@date-fns/tz';
import { CoreError, requireInRange } from '../errors';

const MINUTE_MS = 60_000;
const DAY_MS = 86_400_000;
const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;

const zones = new Map<string, boolean>();

/**
 * Whether a name is a time zone that this machine knows (IANA time zone database, as Intl has it).
 * @param name for example "America/Chicago"
 * @returns true where clocks can be told by it
 * @example isZone('Pacific/Auckland') // true
 * @example isZone('Moon/Base') // false
 */
export function isZone(name: string): boolean {
  const known = zones.get(name);
  if (known !== undefined) return known;
  let found: boolean;
  try {
    found = name.trim() !== '' && new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== '';
  } catch {
    found = false;
  }
  // Asked of every clock: there are some hundred of them, and whatever else is asked about is not kept.
  if (found) zones.set(name, true);
  return found;
}

function requireZone(zone: string): string {
  if (!isZone(zone)) throw new CoreError('unknown', 'zone', `"${zone}" is not a time zone, such as America/Chicago.`);
  return zone;
}

/** As far from 1970 as a calendar goes, with a day to spare for zones, ms; and as many days as anybody reckons ahead or back. */
const [MOST_MS, MOST_DAYS] = [8.6e15, 1e6];

function partsOf(day: string): [year: number, month: number, date: number] {
  const match = DAY.exec(day);
  const parts: [number, number, number] = [Number(match?.[1]), Number(match?.[2]), Number(match?.[3])];
  const date = new Date(Date.UTC(parts[0], parts[1] - 1, parts[2]));
  if (!match || !date.toISOString().startsWith(day)) throw new CoreError('unreadable', 'day', `"${day}" is not a day like 2026-06-11.`);
  return parts;
}

const aheadMin = (zone: string, atMs: number): number => tzOffset(requireZone(zone), new Date(atMs));

/**
 * What a clock on the wall of a place shows at a moment, as the moment at which one in Greenwich shows the same.
 * @param zone of the place, IANA
 * @param atMs UTC ms
 * @returns ms whose UTC fields are those of the wall clock
 * @throws CoreError unknown `zone`
 * @example wallMs('America/Chicago', Date.UTC(2026, 5, 11, 12)) // Date.UTC(2026, 5, 11, 7)
 */
export const wallMs = (zone: string, atMs: number): number => atMs + aheadMin(zone, atMs) * MINUTE_MS;

/**
 * A moment as it is stored.
 * @param atMs UTC ms
 * @returns ISO 8601, UTC
 * @throws CoreError a `time` that is none
 * @example isoAt(0) // "1970-01-01T00:00:00.000Z"
 */
export const isoAt = (atMs: number): string => new Date(requireInRange('time', atMs, -MOST_MS, MOST_MS)).toISOString();

/**
 * The calendar day at a place.
 * @param zone of the place, IANA
 * @param atMs UTC ms
 * @returns ISO day
 * @throws CoreError unknown `zone`; a `time` that is none
 * @example dayIn('Pacific/Auckland', Date.UTC(2026, 5, 11, 20)) // "2026-06-12"
 */
export const dayIn = (zone: string, atMs: number): string =>
  new Date(wallMs(zone, requireInRange('time', atMs, -MOST_MS, MOST_MS))).toISOString().slice(0, 10);

/**
 * The minute that a clock on the wall of a place shows.
 * @param zone of the place, IANA
 * @param atMs UTC ms
 * @returns minutes after midnight, as the wall clock has it
 * @throws CoreError unknown `zone`
 * @example minuteIn('America/Chicago', Date.UTC(2026, 5, 11, 12)) // 420
 */
export function minuteIn(zone: string, atMs: number): number {
  const at = new Date(wallMs(zone, atMs));
  return at.getUTCHours() * 60 + at.getUTCMinutes();
}

/**
 * The moment at which a wall clock shows a time. Where clocks were put forward over it, it is as much later; where they were put back and it
 * comes twice, the first.
 * @param zone of the place, IANA
 * @param day ISO
 * @param minute after midnight by the wall clock, 0–1440; 1440 is the midnight that ends the day
 * @returns UTC ms
 * @throws CoreError unknown `zone` · unreadable `day`
 * @example instantIn('America/Chicago', '2026-06-11', 420) // Date.UTC(2026, 5, 11, 12)
 */
export function instantIn(zone: string, day: string, minute: number): number {
  const [year, month, date] = partsOf(day);
  const wanted = Date.UTC(year, month - 1, date) + Math.floor(minute) * MINUTE_MS;
  const aheadMs = (atMs: number) => aheadMin(zone, atMs) * MINUTE_MS;
  // Clocks change by hours, and never twice within a day: the offsets of the day before and after are all there can be.
  const [before, after] = [aheadMs(wanted - DAY_MS), aheadMs(wanted + DAY_MS)];
  const shown = [wanted - before, wanted - after].filter((atMs) => atMs + aheadMs(atMs) === wanted);
  return shown.length > 0 ? Math.min(...shown) : wanted - before;
}

/**
 * A day so many days on, by the calendar.
 * @param day ISO
 * @param days ahead; back when below zero
 * @returns ISO day
 * @throws CoreError unreadable `day`
 * @example dayLater('2026-02-27', 2) // "2026-03-01"
 */
export function dayLater(day: string, days: number): string {
  const [year, month, date] = partsOf(day);
  return new Date(Date.UTC(year, month - 1, date + requireInRange('days', days, -MOST_DAYS, MOST_DAYS))).toISOString().slice(0, 10);
}

/**
 * How far two zones are apart at a moment.
 * @param zone one of them, IANA
 * @param other the other
 * @param atMs UTC ms
 * @returns minutes that the wall clocks of `zone` are ahead of those of `other`
 * @throws CoreError unknown `zone`
 * @example zoneAheadMin('America/Chicago', 'UTC', Date.UTC(2026, 5, 11)) // -300
 */
export const zoneAheadMin = (zone: string, other: string, atMs: number): number => aheadMin(zone, atMs) - aheadMin(other, atMs);
