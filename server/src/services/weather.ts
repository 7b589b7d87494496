import type { WeatherRecord, WeatherSource } from '@elm-mist/contract';
import { dayLater } from '@elm-mist/core/clock';
import type { YearDay } from '@elm-mist/core/savings';
import { simulatedDay, simulatedMeanC } from '../standins/weather';
import type { Db } from '../store/open';
import { storedWeather, storedWeathers } from '../store/settings';
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

/** Where the simulated town lies for a shop that has not said where it is, degrees. */
const USUAL_DEG = 42;

/** The air of a day: what was put in, else the simulated feed. */
export function weatherOf(db: Db, day: string): WeatherRecord {
  const { zone, latitudeDeg } = shopOf(db);
  const feeds = [storedFeed(db), simulatedFeed(zone, latitudeDeg ?? USUAL_DEG)];
  for (const feed of feeds) {
    const found = feed.of(day);
    if (found) return found;
  }
  return { source: 'simulated', hours: [] };
}

/**
 * The mean outdoor air of the days from one on, up to another, by the same rule as `weatherOf`; days of which nothing is known are left out.
 * @param from ISO day
 * @param until ISO day, the first that is not told
 */
export function* meanAirs(db: Db, from: string, until: string): Generator<YearDay & { source: WeatherSource }> {
  const latitudeDeg = shopOf(db).latitudeDeg ?? USUAL_DEG;
  const stored = new Map(storedWeathers(db, from, until).map((row) => [row.day, row]));
  for (let day = from; day < until; day = dayLater(day, 1)) {
    const row = stored.get(day);
    if (!row) yield { day, source: 'simulated', meanC: simulatedMeanC(day, latitudeDeg) };
    // Of all its hours where the file told them; else of those of daylight, which are what there is.
    else if (row.air) yield { day, source: row.source, meanC: row.air.meanC };
    else if (row.hours.length > 0)
      yield { day, source: row.source, meanC: row.hours.reduce((sum, hour) => sum + hour.dryBulbC, 0) / row.hours.length };
  }
}
