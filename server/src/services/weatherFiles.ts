import { Worker } from 'node:worker_threads';
import type { WeatherKept } from '@elm-mist/contract';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { refused } from '../http/problem';
import { eq } from 'drizzle-orm';
import type { Store } from '../store/open';
import * as t from '../store/schema';
import { writeMeta } from '../store/settings';
import { shopOf, todayOf } from './shop';
import { WEATHER_THREAD, type WeatherRow, type WeatherTold, type WeatherWork } from './weatherThread';

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

/** When air was last put in: what rests on it is reckoned again after that. */
export const AIR_READ_AT = 'air-read-at';

/**
 * Reads a file on a thread, and hands over its days some at a time.
 * @throws Problem 422 `file` | `columns`, naming line or column
 */
async function daysFrom(script: URL, work: WeatherWork, take: (rows: WeatherRow[]) => Promise<void>): Promise<void> {
  const worker = new Worker(script, { workerData: { is: WEATHER_THREAD, work } });
  try {
    await new Promise<void>((done, failed) => {
      worker.on('error', failed);
      worker.on('message', (told: WeatherTold) => {
        if ('trouble' in told) failed(refused(told.trouble.field, told.trouble.message, told.trouble.code));
        else if ('done' in told) done();
        else take(told.rows).then(() => worker.postMessage('next'), failed);
      });
    });
  } finally {
    await worker.terminate();
  }
}

/**
 * Keeps the hourly air of a file in place of the simulated feed. A typical year stands for this year and the next. The file is read on a thread; its
 * days are written some at a time, and the same file again completes what a killed server left.
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
  const kept: WeatherKept = { days: 0, from: '', to: '', source: 'read' };
  await daysFrom(script, work, async (rows) => {
    await nextTurn();
    store.write((db) => {
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
    });
    for (const { day, source } of rows) {
      kept.days += 1;
      kept.source = source;
      if (kept.from === '' || day < kept.from) kept.from = day;
      if (day > kept.to) kept.to = day;
    }
  });
  if (kept.days === 0) throw refused('file', 'The file has no hours in it.', 'missing');
  return kept;
}
