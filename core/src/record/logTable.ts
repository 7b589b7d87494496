import type { TrendFigures } from '../judgment';
import type { VisitSummary } from '../visit';
import { coilName, type CoilRole, type Configuration, type Construction } from '../equipment';
import type { ReceivedEvent } from './chain';

/** A column of a file that goes out: its heading, and what stands in it. */
export interface OutColumn<T> {
  name: string;
  /** What it is, with its unit. */
  says: string;
  value: (row: T) => string | number | null;
}

/** One coil on one closed visit. */
export interface LogRow {
  visitId: string;
  /** ISO day. */
  day: string;
  place: string;
  street: string;
  customer: string;
  system: { id: string; name: string; model: string; configuration: Configuration };
  coil: { id: string; name?: string; role: CoilRole; construction: Construction };
  read: VisitSummary;
}

const seen = ({ coil, read }: LogRow) => read.coils.find((row) => row.coilId === coil.id);
const litres = (value: number | undefined): number | null => (value === undefined ? null : Math.round(value * 1000) / 1000);
const figure =
  (when: 'before' | 'after', id: keyof TrendFigures) =>
  ({ read }: LogRow): number | null => {
    const value = read.figures[when][id];
    return value === undefined ? null : Math.round(value * 100) / 100;
  };

/** The log: a line for each coil of each closed visit. */
export const LOG_COLUMNS: readonly OutColumn<LogRow>[] = [
  { name: 'day', says: 'Day of the visit, by the shop’s calendar', value: (row) => row.day },
  { name: 'customer', says: 'Whose place it is', value: (row) => row.customer },
  { name: 'place', says: 'What the crew calls it', value: (row) => row.place },
  { name: 'street', says: 'Street and number', value: (row) => row.street },
  { name: 'system', says: 'Name of the system', value: (row) => row.system.name },
  { name: 'model', says: 'Model number', value: (row) => row.system.model },
  { name: 'kind', says: 'How the system is put together', value: (row) => row.system.configuration },
  { name: 'coil', says: 'Which coil', value: (row) => coilName(row.coil) },
  { name: 'construction', says: 'How the coil is built', value: (row) => row.coil.construction },
  { name: 'grade before', says: 'Worst grade as found, 0 clean to 4 packed', value: (row) => seen(row)?.worstBefore ?? null },
  { name: 'grade after', says: 'Worst grade as left', value: (row) => seen(row)?.worstAfter ?? null },
  { name: 'light before', says: 'Light through it as found, %, where it was measured', value: (row) => seen(row)?.light.before ?? null },
  { name: 'light after', says: 'Light through it as left, %', value: (row) => seen(row)?.light.after ?? null },
  { name: 'product', says: 'What was planned for it', value: (row) => seen(row)?.cleanerName ?? '' },
  { name: 'soils', says: 'What was on it, semicolons between', value: (row) => (seen(row)?.soils ?? []).join(';') },
  {
    name: 'concentrate l',
    says: 'All cleaners that the visit took, L',
    value: ({ read }) => litres(Object.values(read.cost.used).reduce((sum, one) => sum + one, 0)),
  },
  { name: 'water l', says: 'Water of the whole visit, mixing and rinsing, L', value: ({ read }) => litres(read.cost.waterL) },
  { name: 'minutes', says: 'From the start to the closing, min', value: ({ read }) => Math.round(read.cost.minutes) },
  { name: 'air drop before k', says: 'Return less supply air, K, before', value: figure('before', 'drop') },
  { name: 'air drop after k', says: 'Return less supply air, K, after', value: figure('after', 'drop') },
  {
    name: 'condensing over outdoor before k',
    says: 'Condensing temperature over outdoor air, K, before',
    value: figure('before', 'condensingOver'),
  },
  {
    name: 'condensing over outdoor after k',
    says: 'Condensing temperature over outdoor air, K, after',
    value: figure('after', 'condensingOver'),
  },
  { name: 'capacity before w', says: 'Heat taken out of the air, W, before', value: figure('before', 'capacity') },
  { name: 'capacity after w', says: 'Heat taken out of the air, W, after', value: figure('after', 'capacity') },
  { name: 'power before w', says: 'Power of the whole unit, W, before', value: figure('before', 'watts') },
  { name: 'power after w', says: 'Power of the whole unit, W, after', value: figure('after', 'watts') },
  { name: 'findings', says: 'How many were noted on the visit', value: ({ read }) => read.findings.length },
  {
    name: 'due again',
    says: 'Day that the coil, or else the system, is due again',
    value: (row) => seen(row)?.nextDue ?? row.read.nextDue,
  },
  { name: 'by', says: 'Who closed the visit', value: ({ read }) => read.by },
  { name: 'note', says: 'Note of the closing', value: ({ read }) => read.note },
  { name: 'visit id', says: 'Id of the visit', value: (row) => row.visitId },
  { name: 'coil id', says: 'Id of the coil', value: (row) => row.coil.id },
];

/** One entry of a visit, with its link of the chain. */
export interface EntryRow {
  nth: number;
  event: ReceivedEvent;
  words: string;
  hash: string;
}

/** The entries of a visit, in the order the shop received them. */
export const ENTRY_COLUMNS: readonly OutColumn<EntryRow>[] = [
  { name: 'nth', says: 'Its number in the chain, from 1', value: (row) => row.nth },
  { name: 'at', says: 'When, UTC, ISO 8601', value: (row) => row.event.at },
  { name: 'received', says: 'When the server received it, UTC, ISO 8601', value: (row) => row.event.receivedAt },
  { name: 'said', says: 'The time that the phone gave, where its clock was ahead', value: (row) => row.event.saidAt ?? null },
  { name: 'by', says: 'Who', value: (row) => row.event.by },
  { name: 'kind', says: 'What kind of entry', value: (row) => row.event.kind },
  { name: 'words', says: 'The same in words', value: (row) => row.words },
  { name: 'data', says: 'All that it holds, JSON, SI', value: (row) => JSON.stringify(row.event.data) },
  { name: 'id', says: 'Its id', value: (row) => row.event.id },
  { name: 'hash', says: 'SHA-256 over it and the hash before it', value: (row) => row.hash },
];

/**
 * A line of a file that goes out.
 * @param columns of the file
 * @param row what the line is of
 * @returns cells in the order of the columns; nothing where nothing is known
 * @example outLine([{ name: 'n', says: '', value: (row) => row }], 3) // [3]
 */
export const outLine = <T>(columns: readonly OutColumn<T>[], row: T): (string | number)[] => columns.map(({ value }) => value(row) ?? '');

/**
 * The same as an object by its headings, for JSON.
 * @param columns of the file
 * @param row what it is of
 * @returns members in the order of the columns; null where nothing is known
 * @example outRecord([{ name: 'n', says: '', value: (row) => row }], 3) // { n: 3 }
 */
export const outRecord = <T>(columns: readonly OutColumn<T>[], row: T): Record<string, string | number | null> =>
  Object.fromEntries(columns.map(({ name, value }) => [name, value(row)]));
