import { dayIn, wallMs } from './shopClock';

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'];

/**
 * A day as people write it.
 * @param day ISO day
 * @returns words
 * @example longDay('2026-06-11') // "11 June 2026"
 */
export const longDay = (day: string): string =>
  `${Number(day.slice(8, 10))} ${MONTHS[Number(day.slice(5, 7)) - 1] ?? ''} ${day.slice(0, 4)}`;

/**
 * A moment by the clock of a zone.
 * @param zone IANA
 * @param at ISO instant
 * @returns hours and minutes
 * @example clockIn('America/Chicago', '2026-06-11T14:30:00.000Z') // "9:30 am"
 */
export function clockIn(zone: string, at: string): string {
  const wall = new Date(wallMs(zone, Date.parse(at)));
  const hours = wall.getUTCHours();
  return `${hours % 12 || 12}:${String(wall.getUTCMinutes()).padStart(2, '0')} ${hours < 12 ? 'am' : 'pm'}`;
}

/**
 * A moment by the calendar and clock of a zone.
 * @param zone IANA
 * @param at ISO instant
 * @returns day and hour
 * @example stampIn('America/Chicago', '2026-06-11T14:30:00.000Z') // "11 June 2026, 9:30 am"
 */
export const stampIn = (zone: string, at: string): string => `${longDay(dayIn(zone, Date.parse(at)))}, ${clockIn(zone, at)}`;
