import type { WeatherRecord } from '@elm-mist/contract';
import { simulatedDay } from '../standins/weather';
import type { Db } from '../store/open';
import { storedWeather } from '../store/settings';
import { shopOf } from './shop';

/** Hourly air of a day at a place, from wherever it is had. */
export interface WeatherFeed {
  /** Null where this feed knows nothing of the day. */
  of: (day: string) => WeatherRecord | null;
}

/** Air that somebody put in from a file. */
export const storedFeed = (db: Db): WeatherFeed => ({
  of: (day) => {
    const row = storedWeather(db, day);
    return row ? { source: row.source, hours: row.hours, ...(row.air ? { meanC: row.air.meanC } : {}) } : null;
  },
});

/** Air made up, always the same for the same day. @param zone the shop's, IANA */
export const simulatedFeed = (zone: string, latitudeDeg: number): WeatherFeed => ({
  of: (day) => ({ source: 'simulated', hours: simulatedDay(day, zone, latitudeDeg) }),
});

/** The air of a day: what was put in, else the simulated feed. */
export function weatherOf(db: Db, day: string): WeatherRecord {
  const { zone, latitudeDeg } = shopOf(db);
  const feeds = [storedFeed(db), simulatedFeed(zone, latitudeDeg ?? 42)];
  for (const feed of feeds) {
    const found = feed.of(day);
    if (found) return found;
  }
  return { source: 'simulated', hours: [] };
}
