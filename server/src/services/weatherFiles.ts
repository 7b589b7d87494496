import type { WeatherKept } from '@elm-mist/contract';
import { othersTurn } from '../http/othersTurn';
import { refused } from '../http/problem';
import { eq } from 'drizzle-orm';
import type { Store } from '../store/open';
import * as t from '../store/schema';
import { writeMeta } from '../store/settings';
import { inThread } from '../upkeep/inThread';
import { shopOf, todayOf } from './shop';
import { WEATHER_THREAD, type WeatherTold, type WeatherWork } from './weatherThread';

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

/** When air was last put in: what rests on it is reckoned anew after that. */
export const AIR_READ_AT = 'air-read-at';

/** Days that are written before others have their turn: some milliseconds. */
const PART = 60;

/**
 * Keeps the hourly air of a file in place of the simulated feed. A typical year stands for this year and the next. The file is read on a thread of
 * its own; its days are written some at a time, and the same file again puts right what a killed server left.
 * @param script of the thread: the program's own file
 * @param text of an EPW file, or of a table
 * @param matching which heading fills which column of a table; undefined for EPW
 * @throws Problem 422 `file` | `columns`, naming line or column
 */
export async function keepWeather(
  store: Store,
  script: URL,
  text: string,
  matching: Record<string, string> | null | undefined,
): Promise<WeatherKept> {
  const { zone } = shopOf(store.db);
  const year = Number(todayOf(store.db, new Date()).slice(0, 4));
  const work: WeatherWork = { text, zone, year, ...(matching === undefined ? {} : { matching }) };
  const told = await inThread<WeatherTold>(script, WEATHER_THREAD, work);
  if ('trouble' in told) throw refused(told.trouble.field, told.trouble.message, told.trouble.code);
  const { rows } = told;
  if (rows.length === 0) throw refused('file', 'The file has no hours in it.', 'missing');
  for (let from = 0; from < rows.length; from += PART) {
    await othersTurn();
    store.write((db, touches) => {
      for (const row of rows.slice(from, from + PART))
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
  }
  const days = rows.map((row) => row.day).sort();
  return { days: rows.length, from: days[0] ?? '', to: days.at(-1) ?? '', source: rows[0]?.source ?? 'read' };
}
