import { instantIn } from '../clock';
import { CoreError, requireInRange } from '../errors';
import type { HourAir } from '../dryout';
import { parseSigned } from '../units';

/** Hourly air from a file, by day. */
export interface WeatherDays {
  /** `typical`: a year put together from many; `read`: measured on those days. */
  source: 'typical' | 'read';
  /** By ISO day, for a typical year by month and day as MM-DD. */
  days: Map<string, HourAir[]>;
  latitudeDeg: number | null;
  longitudeDeg: number | null;
}

/** One hour before it has a date in a year. */
interface Reading {
  month: number;
  date: number;
  hour: number;
  dryBulbC: number;
  rhPct: number;
  windMs: number;
  cloud: number;
}

const two = (n: number) => String(n).padStart(2, '0');
const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/**
 * A year of hourly weather in the EnergyPlus weather format (EPW): eight lines of heading, then a line an hour. Fields used, by their number in the
 * "Auxiliary EnergyPlus Programs" documentation (from memory): 2 month, 3 day, 4 hour 1–24, 7 dry bulb °C, 9 relative humidity %, 22 wind speed m/s,
 * 23 total sky cover in tenths. A storm of a typical year says nothing of this one: it is left out. Hours are of local standard time, the first from midnight to one.
 * @param text of the file
 * @param zone of the shop, IANA
 * @param year that the days are to be had for
 * @returns hours by day of that year, as a typical year
 * @throws CoreError unreadable `file`, naming the line
 * @example parseEpw(['LOCATION,,,,,,42.2,-100.6', ...Array(7).fill('x'), '2019,6,11,8,0,,21,,60,,,,,,,,,,,,,2,5'].join('\n'), 'UTC', 2026).days.get('2026-06-11')[0].cloud // 0.5
 */
export function parseEpw(text: string, zone: string, year: number): WeatherDays {
  requireInRange('year', year, 1900, 2200);
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '');
  const place = lines[0]?.split(',') ?? [];
  const bad = (line: number, message: string): never => {
    throw new CoreError('unreadable', 'file', `Line ${line}: ${message}`);
  };
  if (place[0]?.trim().toUpperCase() !== 'LOCATION' || lines.length < 9) bad(1, 'this is no EPW file: it begins with LOCATION.');
  const readings = lines.slice(8).map((line, i): Reading => {
    const cells = line.split(',');
    const number = (at: number, name: string, low: number, high: number): number => {
      const value = cells[at] === undefined || cells[at].trim() === '' ? NaN : Number(cells[at]);
      return Number.isFinite(value) && value >= low && value <= high ? value : bad(i + 9, `${name} must be between ${low} and ${high}.`);
    };
    return {
      month: number(1, 'month', 1, 12),
      date: number(2, 'day', 1, 31),
      hour: number(3, 'hour', 1, 24) - 1,
      dryBulbC: clamp(number(6, 'dry bulb', -70, 70), -10, 55),
      rhPct: clamp(number(8, 'relative humidity', 0, 110), 0, 100),
      windMs: clamp(number(21, 'wind speed', 0, 40), 0, 20),
      cloud: number(22, 'total sky cover', 0, 10) / 10,
    };
  });
  const ordinate = (text_: string | undefined) => (text_ === undefined || text_.trim() === '' ? null : Number(text_));
  const days = new Map<string, HourAir[]>();
  for (const { month, date, hour, ...air } of readings) {
    const day = `${year}-${two(month)}-${two(date)}`;
    // 29 February is in no other year.
    if (!new Date(`${day}T00:00:00Z`).toISOString().startsWith(day)) continue;
    const hours = days.get(day) ?? [];
    hours.push({ atMs: instantIn(zone, day, hour * 60), ...air });
    days.set(day, hours);
  }
  return { source: 'typical', days, latitudeDeg: ordinate(place[6]), longitudeDeg: ordinate(place[7]) };
}

/** Columns of a table of weather. */
export const WEATHER_COLUMNS = ['day', 'hour', 'temperature °C', 'humidity %', 'wind m/s', 'cloud %', 'storm'] as const;
/** The same as rows of a table: an hour without its cloud, and a table that says nothing of storms, still stand. */
export const WEATHER_TABLE: readonly { name: (typeof WEATHER_COLUMNS)[number]; needed: boolean }[] = WEATHER_COLUMNS.map((name) => ({
  name,
  needed: name !== 'cloud %' && name !== 'storm',
}));
/** Other headings that such tables have. */
export const WEATHER_NAMES: Readonly<Record<string, readonly string[]>> = {
  day: ['date'],
  hour: ['time', 'h'],
  'temperature °C': ['temperature', 'temp', 'air', 'dry bulb', 'temp c', 'dry bulb c'],
  'humidity %': ['humidity', 'rh', 'relative humidity'],
  'wind m/s': ['wind', 'wind speed', 'wind ms'],
  'cloud %': ['cloud', 'sky cover', 'cloud cover', 'clouds'],
  storm: ['thunder', 'thunderstorm', 'lightning'],
};

const YES = ['yes', 'y', 'true', '1', 'x'];
const NO = ['', 'no', 'n', 'false', '0'];
/** Whether a cell says that it storms; null for what says neither. */
const storms = (cell = ''): { storm?: true } | null => {
  const word = cell.trim().toLowerCase();
  return YES.includes(word) ? { storm: true } : NO.includes(word) ? {} : null;
};

/**
 * A table of hourly weather as it was read somewhere: a row an hour.
 * @param rows cells by column of `WEATHER_COLUMNS`; cloud and storm may be empty
 * @param zone that day and hour are told in, IANA
 * @returns hours by day
 * @throws CoreError unreadable, naming the row and the column
 * @example readWeatherRows([{ day: '2026-06-11', hour: '7', 'temperature °C': '21', 'humidity %': '60', 'wind m/s': '2', 'cloud %': '' }], 'UTC').days.size // 1
 */
export function readWeatherRows(rows: readonly Record<string, string | undefined>[], zone: string): WeatherDays {
  const days = new Map<string, HourAir[]>();
  rows.forEach((cells, i) => {
    const bad = (column: string, message: string): never => {
      throw new CoreError('unreadable', 'file', `Row ${i + 2}, ${column}: ${message}`);
    };
    const number = (column: (typeof WEATHER_COLUMNS)[number], low: number, high: number, none?: number): number => {
      const text = (cells[column] ?? '').trim();
      if (text === '' && none !== undefined) return none;
      let value = NaN;
      try {
        value = parseSigned(text, column);
      } catch {
        // Said below.
      }
      return value >= low && value <= high ? value : bad(column, `"${text}" is not a number between ${low} and ${high}.`);
    };
    const day = (cells['day'] ?? '').trim();
    const clock = /^(\d{1,2})(?::\d{2}){0,2}$/.exec((cells['hour'] ?? '').trim());
    const hour = clock ? Number(clock[1]) : NaN;
    if (!(hour >= 0 && hour <= 23)) bad('hour', `"${cells['hour'] ?? ''}" is not an hour from 0 to 23.`);
    const known = /^\d{4}-\d{2}-\d{2}$/.test(day) ? new Date(`${day}T00:00:00Z`) : null;
    if (!known || Number.isNaN(known.getTime()) || !known.toISOString().startsWith(day))
      bad('day', `"${day}" is not a day like 2026-06-11.`);
    const hours = days.get(day) ?? [];
    hours.push({
      atMs: instantIn(zone, day, hour * 60),
      dryBulbC: number('temperature °C', -10, 55),
      rhPct: number('humidity %', 0, 100),
      windMs: number('wind m/s', 0, 20),
      cloud: number('cloud %', 0, 100, 0) / 100,
      ...(storms(cells['storm']) ?? bad('storm', `"${cells['storm'] ?? ''}" is neither yes nor no.`)),
    });
    days.set(day, hours);
  });
  for (const hours of days.values()) hours.sort((a, b) => a.atMs - b.atMs);
  return { source: 'read', days, latitudeDeg: null, longitudeDeg: null };
}
