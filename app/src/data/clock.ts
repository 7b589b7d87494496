import { dayIn, instantIn, wallMs } from '@elm-mist/core/clock';
import { useEffect, useState } from 'react';
import { sharedNow } from './sharedClock';
import { shopZone } from './shop';

/** The shop's time, UTC ms, fresh every second and at once when the page is looked at again. */
export function useNow(running = true): number {
  const [now, setNow] = useState(sharedNow);
  useEffect(() => {
    if (!running) return undefined;
    const look = () => setNow(sharedNow());
    look();
    const timer = setInterval(look, 1000);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, [running]);
  return now;
}

type Moment = number | string | Date;
const msOf = (at: Moment): number => (typeof at === 'string' ? Date.parse(at) : Number(at));

/** The shop's calendar day of a moment, ISO. */
export const dayOf = (at: Moment): string => dayIn(shopZone(), msOf(at));

/** The shop's calendar day now, ISO. */
export const today = (): string => dayIn(shopZone(), sharedNow());

/** When the shop's wall clock shows a minute of a day, UTC ms. */
export const instantOf = (day: string, minute: number): number => instantIn(shopZone(), day, minute);

const two = (n: number) => String(n).padStart(2, '0');
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;
const PARTS: Readonly<Record<string, (wall: Date) => string>> = {
  yyyy: (wall) => String(wall.getUTCFullYear()),
  MMM: (wall) => MONTHS[wall.getUTCMonth()] ?? '',
  d: (wall) => String(wall.getUTCDate()),
  h: (wall) => String(wall.getUTCHours() % 12 || 12),
  mm: (wall) => two(wall.getUTCMinutes()),
  ss: (wall) => two(wall.getUTCSeconds()),
  a: (wall) => (wall.getUTCHours() < 12 ? 'AM' : 'PM'),
};

/** A moment by the shop's wall clock, whatever zone the device is set to. @param pattern of yyyy, MMM, d, h, mm, ss and a, as in "d MMM, h:mm a" */
export function wallClock(moment: Moment, pattern: string): string {
  const wall = new Date(wallMs(shopZone(), msOf(moment)));
  return pattern.replace(/yyyy|MMM|mm|ss|[dha]/g, (part) => PARTS[part]?.(wall) ?? part);
}

/** Time of day as the trade writes it. @param minute after midnight */
export function clockTime(minute: number): string {
  const hour = Math.floor(minute / 60) % 24;
  return `${hour % 12 === 0 ? 12 : hour % 12}:${two(minute % 60)}${hour < 12 ? ' am' : ' pm'}`;
}
