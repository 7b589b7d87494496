import type { WeatherKept } from '@elm-mist/contract';
import {
  CoreError,
  dayAir,
  guessMatching,
  parseEpw,
  readWeatherRows,
  WEATHER_COLUMNS,
  WEATHER_NAMES,
  WEATHER_TABLE,
  type WeatherDays,
} from '@elm-mist/core';
import Papa from 'papaparse';
import { refused } from '../http/problem';
import { eq } from 'drizzle-orm';
import type { Store } from '../store/open';
import * as t from '../store/schema';
import { writeMeta } from '../store/settings';
import { shopOf, todayOf } from './shop';

/** Which heading fills which column of a weather table; an empty text leaves it to the headings. @throws Problem 422 `columns` */
export function readWeatherMatching(text: string): Record<string, string> | null {
  if (text === '') return null;
  try {
    const value = JSON.parse(text) as unknown;
    if (value && typeof value === 'object' && !Array.isArray(value) && Object.values(value).every((cell) => typeof cell === 'string'))
      return value as Record<string, string>;
  } catch {
    // Said below.
  }
  throw refused('columns', 'columns must say which heading fills which column.', 'unreadable');
}

function ofTable(text: string, zone: string, given: Record<string, string> | null): WeatherDays {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: 'greedy' });
  const headings = parsed.meta.fields ?? [];
  const matching = given ?? guessMatching(WEATHER_TABLE, headings, WEATHER_NAMES);
  const missing = WEATHER_TABLE.filter(({ name, needed }) => needed && !headings.includes(matching[name] ?? '')).map(({ name }) => name);
  if (missing.length > 0) throw refused('columns', `The file has no column for ${missing.join(', ')}.`, 'missing');
  return readWeatherRows(
    parsed.data.map((row) => Object.fromEntries(WEATHER_COLUMNS.map((name) => [name, row[matching[name] ?? '']]))),
    zone,
  );
}

/** When air was last put in: what rests on it is reckoned anew after that. */
export const AIR_READ_AT = 'air-read-at';

/** Hours of the day that are kept: those that anybody washes in. */
const KEPT_HOURS = { from: 5, to: 21 };

/**
 * Keeps the hourly air of a file in place of the simulated feed. A typical year stands for this year and the next.
 * @param text of an EPW file, or of a table
 * @param matching which heading fills which column of a table; undefined for EPW
 * @throws Problem 422 `file` | `columns`, naming line or column
 */
export function keepWeather(store: Store, text: string, matching: Record<string, string> | null | undefined): WeatherKept {
  const { zone } = shopOf(store.db);
  const year = Number(todayOf(store.db, new Date()).slice(0, 4));
  let read: WeatherDays[];
  try {
    read = matching === undefined ? [parseEpw(text, zone, year), parseEpw(text, zone, year + 1)] : [ofTable(text, zone, matching)];
  } catch (error) {
    if (error instanceof CoreError) throw refused('file', error.message, error.code);
    throw error;
  }
  const rows = read.flatMap(({ source, days }) =>
    [...days].map(([day, hours]) => ({
      day,
      source,
      air: dayAir(hours),
      hours: hours.filter((_, hour) => hours.length < 24 || (hour >= KEPT_HOURS.from && hour <= KEPT_HOURS.to)),
    })),
  );
  if (rows.length === 0) throw refused('file', 'The file has no hours in it.', 'missing');
  store.write((db, touches) => {
    for (const row of rows)
      db.insert(t.weatherDay)
        .values(row)
        .onConflictDoUpdate({
          target: t.weatherDay.day,
          set: { source: row.source, hours: row.hours, air: row.air },
          // What was read on a day is that day's own: a typical one does not take its place.
          setWhere: row.source === 'typical' ? eq(t.weatherDay.source, 'typical') : undefined,
        })
        .run();
    writeMeta(db, AIR_READ_AT, new Date().toISOString());
    touches.push('weather');
  });
  const days = rows.map((row) => row.day).sort();
  return { days: rows.length, from: days[0] ?? '', to: days.at(-1) ?? '', source: rows[0]?.source ?? 'read' };
}
