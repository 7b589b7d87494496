import { dayLater, instantIn } from '../clock';
import { CoreError } from '../errors';
import type { MeterSpan } from './meter';

/** Units that meters tell energy in, with what one of them is in kWh. */
export const METER_UNITS = { kWh: 1, Wh: 0.001, MWh: 1000 } as const;
/** One of `METER_UNITS`. */
export type MeterUnit = keyof typeof METER_UNITS;

/** Which column of a meter's file is what. */
export interface MeterMatching {
  /** When it begins; or the only time there is. */
  from: string | null;
  /** When it ends, where the file says. */
  to: string | null;
  /** Energy of the stretch, or where the register stood at its end. */
  use: string | null;
  unit: MeterUnit;
  /** The column is a register that counts up, not what each stretch took. */
  register: boolean;
}

const lower = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replaceAll(/[_.-]+/g, ' ');

/**
 * What the columns of a meter's file most likely are, by their headings.
 * @param headings as the file has them
 * @returns a guess, to be put right on the screen
 * @example guessMeter(['Date', 'Usage (kWh)']).use // 'Usage (kWh)'
 */
export function guessMeter(headings: readonly string[]): MeterMatching {
  const find = (...words: RegExp[]) => words.map((word) => headings.find((heading) => word.test(lower(heading)))).find(Boolean) ?? null;
  const from = find(/start|from|begin/, /^(date|day|time|timestamp|interval|month)/, /date|time|day/);
  const to = find(/\bend\b|\bto\b|until/);
  const use = find(/(usage|use|consumption|energy|import).*(kwh|mwh|wh)/, /\b(kwh|mwh|wh)\b/, /usage|consumption|energy|register|reading/);
  const words = lower(use ?? '');
  return {
    from,
    to: to === from ? null : to,
    use,
    unit: /\bmwh\b/.test(words) ? 'MWh' : /\bwh\b/.test(words) ? 'Wh' : 'kWh',
    register: /register|meter reading|cumulative|index|counter/.test(words),
  };
}

const DAY = /^(\d{4})-(\d{1,2})-(\d{1,2})$/;
const MONTH = /^(\d{4})-(\d{1,2})$/;
const WRITTEN = /^(\d{1,2})\/(\d{1,2})\/(\d{4})(.*)$/;
const CLOCK = /^[ T]?(\d{1,2}):(\d{2})(?::\d{2}(?:\.\d+)?)?\s*(am|pm)?$/i;

/** A moment as meters write it: with its zone, or on the shop's wall clock; a day alone is its beginning. */
function momentOf(cell: string, zone: string): { ms: number; of: 'month' | 'day' | 'time'; day: string } | null {
  const text = cell.trim();
  const month = MONTH.exec(text);
  const iso = (year: string, mm: string, dd: string) => `${year}-${mm.padStart(2, '0')}-${dd.padStart(2, '0')}`;
  const at = (day: string, minute: number, of: 'month' | 'day' | 'time') =>
    Number.isNaN(Date.parse(`${day}T00:00:00Z`)) ? null : { ms: instantIn(zone, day, minute), of, day };
  if (month) return at(iso(month[1] ?? '', month[2] ?? '', '1'), 0, 'month');
  const day = DAY.exec(text);
  if (day) return at(iso(day[1] ?? '', day[2] ?? '', day[3] ?? ''), 0, 'day');
  if (/(z|[+-]\d{2}:?\d{2})$/i.test(text) && text.includes(':')) {
    const ms = Date.parse(text);
    return Number.isNaN(ms) ? null : { ms, of: 'time', day: '' };
  }
  const written = WRITTEN.exec(text);
  const [head, rest] = written
    ? [iso(written[3] ?? '', written[1] ?? '', written[2] ?? ''), written[4] ?? '']
    : [text.slice(0, 10), text.slice(10)];
  if (!DAY.test(head)) return null;
  if (rest.trim() === '') return at(head, 0, 'day');
  const clock = CLOCK.exec(rest.trim());
  if (!clock) return null;
  const hour = clock[3] ? (Number(clock[1]) % 12) + (clock[3].toLowerCase() === 'pm' ? 12 : 0) : Number(clock[1]);
  return hour > 23 || Number(clock[2]) > 59 ? null : at(head, hour * 60 + Number(clock[2]), 'time');
}

const numberOf = (cell: string): number => {
  const text = cell.trim().replaceAll(/[ ,](?=\d{3}\b)/g, '');
  return /^[-+−]?\d+(\.\d+)?$/.test(text) ? Number(text.replace('−', '-')) : NaN;
};

const HOUR_MS = 3_600_000;
/** More are no help. */
const MOST_NAMED = 8;

/** What a table came to. */
export interface MeterTable {
  spans: MeterSpan[];
  /** Sentences: rows that could not be read, a register that fell. */
  notes: string[];
}

/**
 * Uses of energy out of a meter's table. Where only one time stands in a row, it ends where the next begins; on the wall clock's doubled hour of
 * autumn the second of two alike is the later one.
 * @param rows cells by heading
 * @param matching which column is what
 * @param zone of the shop, IANA: times without one are on its wall clock
 * @returns spans in kWh; a register's falls are named as a meter that was changed, and nothing is told across them
 * @throws CoreError `from` or `use` not matched, or no row that can be read
 * @example meterTable([{ d: '2026-01-01', k: '20' }, { d: '2026-01-02', k: '22' }], { from: 'd', to: null, use: 'k', unit: 'kWh', register: false }, 'UTC').spans.length // 2
 */
export function meterTable(
  rows: readonly Record<string, string | undefined>[],
  { from, to, use, unit, register }: MeterMatching,
  zone: string,
): MeterTable {
  if (!from) throw new CoreError('missing', 'from', 'Say which column is the time.');
  if (!use) throw new CoreError('missing', 'use', 'Say which column is the energy.');
  const notes: string[] = [];
  const bad: number[] = [];
  const read: { ms: number; end: number | null; of: 'month' | 'day' | 'time'; day: string; value: number }[] = [];
  rows.forEach((row, i) => {
    const at = momentOf(row[from] ?? '', zone);
    const until = to ? momentOf(row[to] ?? '', zone) : null;
    const value = numberOf(row[use] ?? '');
    if (!at || Number.isNaN(value) || (to && !until)) {
      // Headings are row 1.
      bad.push(i + 2);
      return;
    }
    let { ms } = at;
    // Clocks went back: the same wall time comes twice, an hour apart.
    const last = read.at(-1);
    if (
      at.of === 'time' &&
      at.day !== '' &&
      last &&
      last.ms === ms &&
      instantIn(zone, dayLater(at.day, 1), 0) - instantIn(zone, at.day, 0) > 24 * HOUR_MS
    )
      ms += HOUR_MS;
    // An end that is a day alone is that day's end.
    const end = until ? (until.of === 'time' ? until.ms : instantIn(zone, dayLater(until.day, 1), 0)) : null;
    read.push({ ms, end, of: at.of, day: at.day, value: value * METER_UNITS[unit] });
  });
  if (bad.length > 0)
    notes.push(
      `${bad.length} ${bad.length === 1 ? 'row' : 'rows'} cannot be read and are left out: ${bad.slice(0, MOST_NAMED).join(', ')}${bad.length > MOST_NAMED ? ' …' : ''}.`,
    );
  if (read.length === 0)
    throw new CoreError(
      'unreadable',
      'from',
      `No row of "${from}" is a time like 2026-06-11 or 2026-06-11 14:00 with a number in "${use}".`,
    );
  read.sort((a, b) => a.ms - b.ms);
  const steps = read.slice(1).map((row, i) => row.ms - (read[i]?.ms ?? 0));
  const forward = steps.filter((step) => step > 0).sort((a, b) => a - b);
  const usual = forward[Math.floor((forward.length - 1) / 2)] ?? 24 * HOUR_MS;
  const endOf = (row: (typeof read)[number], next: (typeof read)[number] | undefined): number => {
    if (row.end !== null) return row.end;
    // A month ends where the next begins.
    if (row.of === 'month') return instantIn(zone, `${dayLater(row.day, 31).slice(0, 7)}-01`, 0);
    if (row.of === 'day' && usual < 1.5 * 24 * HOUR_MS) return instantIn(zone, dayLater(row.day, 1), 0);
    // The last one, and one before a gap, are as long as usual.
    return next && next.ms > row.ms && next.ms - row.ms <= usual * 1.6 ? next.ms : row.ms + usual;
  };
  if (!register) return { spans: read.map((row, i) => ({ fromMs: row.ms, toMs: endOf(row, read[i + 1]), kWh: row.value })), notes };
  const spans: MeterSpan[] = [];
  read.slice(1).forEach((row, i) => {
    const before = read[i];
    if (!before || row.ms === before.ms) return;
    if (row.value < before.value)
      notes.push(`The register fell on ${new Date(row.ms).toISOString().slice(0, 10)}: the meter was changed; nothing is told across it.`);
    else spans.push({ fromMs: before.ms, toMs: row.ms, kWh: row.value - before.value });
  });
  return { spans, notes };
}
