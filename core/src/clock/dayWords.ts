import { CoreError } from '../errors';
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
 * A day of every year as people write it.
 * @param yearDay month and day, MM-dd
 * @returns words
 * @example yearDayWords('05-25') // "25 May"
 */
export const yearDayWords = (yearDay: string): string => `${Number(yearDay.slice(3, 5))} ${MONTHS[Number(yearDay.slice(0, 2)) - 1] ?? ''}`;

/**
 * The name of a month.
 * @param month 1 to 12
 * @returns its name; empty for what is no month
 * @example monthName(5) // "May"
 */
export const monthName = (month: number): string => MONTHS[month - 1] ?? '';

/**
 * A month by its name or the beginning of it.
 * @param text three letters of it at least, or its number
 * @param field named in the error
 * @returns 1 to 12
 * @throws CoreError unreadable, naming the field
 * @example readMonth('sept') // 9
 */
export function readMonth(text: string, field = 'month'): number {
  const typed = text.trim().toLowerCase();
  const named = typed.length >= 3 ? MONTHS.findIndex((name) => name.toLowerCase().startsWith(typed.replace(/\.$/, ''))) + 1 : 0;
  const month = named || (/^\d{1,2}$/.test(typed) ? Number(typed) : 0);
  if (month < 1 || month > 12) throw new CoreError('unreadable', field, `"${text.trim()}" is no month, such as May.`);
  return month;
}

/** Longest months, January first: a day of every year may be the last of February in a leap year. */
const MOST_DAYS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/**
 * A day of every year as people type it: a day and the name of its month, either first.
 * @param text such as "25 May" or "May 25"
 * @param field named in the error
 * @returns month and day, MM-dd
 * @throws CoreError unreadable, naming the field
 * @example readYearDay('May 25') // "05-25"
 */
export function readYearDay(text: string, field = 'day'): string {
  const parts = /^(\d{1,2})[.\s]+([a-z]{3,9})\.?$|^([a-z]{3,9})\.?[\s]+(\d{1,2})$/i.exec(text.trim());
  const unreadable = () => new CoreError('unreadable', field, `"${text.trim()}" is no day of a year, such as 25 May.`);
  if (!parts) throw unreadable();
  const [day, month] = [Number(parts[1] ?? parts[4]), readMonth(parts[2] ?? parts[3] ?? '', field)];
  if (day < 1 || day > (MOST_DAYS[month - 1] ?? 0)) throw unreadable();
  return `${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
}

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
