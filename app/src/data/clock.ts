import { useEffect, useState } from 'react';
import { sharedNow } from './sharedClock';

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

const two = (n: number) => String(n).padStart(2, '0');

/** This device's calendar day, ISO. */
export const dayOf = (at: Date): string => `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
export const today = (): string => dayOf(new Date());

/** Time of day as the trade writes it. @param minute after midnight */
export function clockTime(minute: number): string {
  const hour = Math.floor(minute / 60) % 24;
  return `${hour % 12 === 0 ? 12 : hour % 12}:${two(minute % 60)}${hour < 12 ? ' am' : ' pm'}`;
}
