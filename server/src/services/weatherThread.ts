import { parentPort } from 'node:worker_threads';
import { CoreError } from '@elm-mist/core/errors';
import {
  guessMatching,
  parseEpw,
  readWeatherRows,
  WEATHER_COLUMNS,
  WEATHER_NAMES,
  WEATHER_TABLE,
  type WeatherDays,
} from '@elm-mist/core/formats';
import { dayAir } from '@elm-mist/core/interval';
import Papa from 'papaparse';
import type * as t from '../store/schema';

/** A day's air as it is kept. */
export type WeatherRow = typeof t.weatherDay.$inferInsert;

/** Tells the thread what it is for. */
export const WEATHER_THREAD = 'weather';

/** What the thread is handed: the text of a file and how it is to be read. */
export interface WeatherWork {
  text: string;
  zone: string;
  /** A typical year stands for this one and the next. */
  year: number;
  /** Which heading fills which column of a table, null to go by the headings; left out for EPW. */
  matching?: Record<string, string> | null;
}

/** What it says: some days of the file, and the next once it is asked; that there are no more; or what is wrong with it. */
export type WeatherTold = { rows: WeatherRow[] } | { done: true } | { trouble: { field: string; code: string; message: string } };

/** Days that are handed over at a time: a large message holds up whoever receives it. */
const PART = 60;

/** Hours of the day that are kept: those that anybody washes in. */
const KEPT_HOURS = { from: 5, to: 21 };

function ofTable(text: string, zone: string, given: Record<string, string> | null): WeatherDays {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: 'greedy' });
  const headings = parsed.meta.fields ?? [];
  const matching = given ?? guessMatching(WEATHER_TABLE, headings, WEATHER_NAMES);
  const missing = WEATHER_TABLE.filter(({ name, needed }) => needed && !headings.includes(matching[name] ?? '')).map(({ name }) => name);
  if (missing.length > 0) throw new CoreError('missing', 'columns', `The file has no column for ${missing.join(', ')}.`);
  return readWeatherRows(
    parsed.data.map((row) => Object.fromEntries(WEATHER_COLUMNS.map((name) => [name, row[matching[name] ?? '']]))),
    zone,
  );
}

/**
 * The days of a file. @throws CoreError naming line or column
 */
function daysOf({ text, zone, year, matching }: WeatherWork): WeatherRow[] {
  const read = matching === undefined ? [parseEpw(text, zone, year), parseEpw(text, zone, year + 1)] : [ofTable(text, zone, matching)];
  return read.flatMap(({ source, days }) =>
    [...days].map(([day, hours]) => ({
      day,
      source,
      air: dayAir(hours),
      hours: hours.filter((_, hour) => hours.length < 24 || (hour >= KEPT_HOURS.from && hour <= KEPT_HOURS.to)),
    })),
  );
}

/** What the thread does. */
export function readWeather(work: WeatherWork): void {
  const tell = (told: WeatherTold) => parentPort?.postMessage(told);
  try {
    const rows = daysOf(work);
    let from = 0;
    const next = () => {
      tell(from < rows.length ? { rows: rows.slice(from, from + PART) } : { done: true });
      from += PART;
    };
    parentPort?.on('message', next);
    next();
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    const { field, code, message } = error;
    tell({ trouble: { field: field === 'columns' ? field : 'file', code, message } });
  }
}
