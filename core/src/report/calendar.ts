import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';

/** A day that something is due or promised on. */
export interface CalendarDay {
  /** Stays the same when the day moves, so that a calendar moves its entry instead of adding one. */
  id: string;
  /** ISO day. */
  day: string;
  title: string;
  words: string;
  where: string;
  /** Counts up with every change. */
  version: number;
  /** From when to when within the day, UTC ms; left out, it is the whole day. */
  hours?: { fromMs: number; toMs: number };
}

const DAY_S = 86_400;
/** Told so long before. */
const REMIND_DAYS = 7;

/**
 * Days that are due or promised as a calendar file (iCalendar, RFC 5545): whole days, each told a week before, and visits
 * with their hours; an entry that moved keeps its UID and counts its SEQUENCE up.
 * @param shop whose calendar it is
 * @param days what is due
 * @param stampedMs when it is made, UTC ms
 * @returns the file
 * @example calendarFile('Cotter & Vane', [], 0).startsWith('BEGIN:VCALENDAR') // true
 */
export function calendarFile(shop: string, days: readonly CalendarDay[], stampedMs: number): string {
  const calendar = ical({
    name: shop,
    prodId: { company: 'Elm Mist', product: 'Elm Mist', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { id, day, title, words, where, version, hours } of days) {
    const midnightMs = Date.parse(`${day}T00:00:00Z`);
    calendar.createEvent({
      id: `${id}@elm-mist.local`,
      start: new Date(hours?.fromMs ?? midnightMs),
      end: new Date(hours?.toMs ?? midnightMs + DAY_S * 1000),
      allDay: !hours,
      timezone: null,
      stamp: new Date(stampedMs),
      sequence: version,
      summary: title,
      description: words,
      location: where,
      alarms: hours ? [] : [{ type: ICalAlarmType.display, trigger: REMIND_DAYS * DAY_S, description: title }],
    });
  }
  return calendar.toString();
}
