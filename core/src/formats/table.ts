import { CoreError } from '../errors';
import { parseNumber, parseVolume } from '../units';

/** One column of a file: its heading, which key of the record it fills, and how a cell is read and written. */
export interface Column<T> {
  name: string;
  key: keyof T;
  /** Without this column a file is refused. */
  needed?: boolean;
  /** @throws CoreError naming the column; `cell` is trimmed */
  read: (cell: string, column: string) => T[keyof T];
  write: (value: T[keyof T]) => string;
}

/** Columns of a file, in order. */
export type Table<T> = readonly Column<T>[];

/** What is wrong with a cell. */
export interface CellProblem {
  column: string;
  message: string;
}

const bad = (column: string, message: string): CoreError => new CoreError('unreadable', column, `${column}: ${message}`);

type Cell<V> = { read: (cell: string, column: string) => V; write: (value: V) => string };

/** The kinds of cells that tables are made of. */
export const cells = {
  words: (max: number, needed = false): Cell<string> => ({
    read: (cell, column) => {
      if (needed && cell === '') throw new CoreError('missing', column, `${column} is missing.`);
      if (cell.length > max) throw bad(column, `${max} characters at most.`);
      return cell;
    },
    write: (value) => value,
  }),
  oneOf: <V extends string>(values: readonly V[]): Cell<V> => ({
    read: (cell, column) => {
      const found = values.find((value) => value === cell.toLowerCase());
      if (!found) throw bad(column, `"${cell}" is not one of: ${values.join(', ')}.`);
      return found;
    },
    write: (value) => value,
  }),
  list: <V extends string>(values: readonly V[]): Cell<V[] | null> => ({
    read: (cell, column) =>
      cell === ''
        ? null
        : cell.split(';').map((part) => {
            const found = values.find((value) => value === part.trim().toLowerCase());
            if (!found) throw bad(column, `"${part.trim()}" is not one of: ${values.join(', ')}.`);
            return found;
          }),
    write: (value) => (value ?? []).join(';'),
  }),
  yesNo: (): Cell<boolean | null> => ({
    read: (cell, column) => {
      const word = cell.toLowerCase();
      if (word === '') return null;
      if (['yes', 'y', 'true', '1'].includes(word)) return true;
      if (['no', 'n', 'false', '0'].includes(word)) return false;
      throw bad(column, `"${cell}" is neither yes nor no.`);
    },
    write: (value) => (value === null ? '' : value ? 'yes' : 'no'),
  }),
  number: (min: number, max: number): Cell<number | null> => ({
    read: (cell, column) => (cell === '' ? null : within(parseNumber(cell, column), min, max, column)),
    write: (value) => (value === null ? '' : String(value)),
  }),
  neededNumber: (min: number, max: number): Cell<number> => ({
    read: (cell, column) => {
      if (cell === '') throw new CoreError('missing', column, `${column} is missing.`);
      return within(parseNumber(cell, column), min, max, column);
    },
    write: String,
  }),
  /** Litres when no unit is given; "1 gal" is read too. */
  volume: (min: number, max: number): Cell<number | null> => ({
    read: (cell, column) => (cell === '' ? null : within(parseVolume(cell, 'L', column), min, max, column)),
    write: (value) => (value === null ? '' : String(value)),
  }),
  neededVolume: (min: number, max: number): Cell<number> => ({
    read: (cell, column) => within(parseVolume(cell, 'L', column), min, max, column),
    write: String,
  }),
  day: (): Cell<string | null> => ({
    read: (cell, column) => {
      if (cell === '') return null;
      const date = /^\d{4}-\d{2}-\d{2}$/.test(cell) ? new Date(`${cell}T00:00:00Z`) : null;
      if (!date || Number.isNaN(date.getTime()) || !date.toISOString().startsWith(cell))
        throw bad(column, `"${cell}" is not a day like 2026-06-11.`);
      return cell;
    },
    write: (value) => value ?? '',
  }),
};

function within(value: number, min: number, max: number, column: string): number {
  if (value < min || value > max)
    throw new CoreError('out-of-range', column, `${column}: must be between ${min} and ${max}; got ${value}.`);
  return value;
}

/** Makes a column of a table, tying its cell to the type of its key. */
export const columnOf =
  <T>() =>
  <K extends keyof T>(name: string, key: K, cell: Cell<T[K]>, needed = false): Column<T> => ({
    name,
    key,
    needed,
    read: cell.read,
    write: cell.write as Column<T>['write'],
  });

/**
 * Columns that a file must have and does not. Headings are matched without regard to case.
 * @param table columns, in order
 * @param headings of the file, in any case
 * @returns names of what the file lacks
 * @example missingColumns(STOCK_TABLE, []).length > 0 // true
 */
export const missingColumns = <T>(table: Table<T>, headings: readonly string[]): string[] => {
  const there = new Set(headings.map((heading) => heading.trim().toLowerCase()));
  return table.filter((column) => column.needed && !there.has(column.name.toLowerCase())).map((column) => column.name);
};

/** A leading apostrophe that guards a cell from being run as a formula by a spreadsheet is not part of it. */
const unguarded = (cell: string): string => cell.trim().replace(/^'(?=[=+\-@\t])/, '');

/**
 * One row of a file as a record, or every cell at fault.
 * @param row by heading in lower case; a column that is not there reads as empty
 */
export function readRow<T>(table: Table<T>, row: Record<string, string | undefined>): { value: T } | { problems: CellProblem[] } {
  const value: Partial<T> = {};
  const problems: CellProblem[] = [];
  for (const column of table) {
    try {
      value[column.key] = column.read(unguarded(row[column.name.toLowerCase()] ?? ''), column.name);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      problems.push({ column: column.name, message: error.message });
    }
  }
  return problems.length > 0 ? { problems } : { value: value as T };
}

/**
 * A record as cells in the order of the columns.
 * @param table columns, in order
 * @param record one of them, by key
 * @returns cells, in the order of the columns
 * @example writeRow(STOCK_TABLE, { id: 'a', product: 'Tansy', lot: '', expires: null, sizeL: 4, leftL: 3 }).length === STOCK_TABLE.length // true
 */
export const writeRow = <T>(table: Table<T>, record: T): string[] => table.map((column) => column.write(record[column.key]));

/** Which heading of a file fills which column: by the column's name. */
export type Matching = Readonly<Record<string, string>>;

const plain = (heading: string): string =>
  heading
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * Which heading of a file is probably meant by each column: the same words, or one of its other names.
 * @param table columns, in order
 * @param headings of the file
 * @param others other names of columns, by the column's name
 * @returns heading by column; columns that nothing fits are left out
 * @example guessMatching(PLACE_TABLE, ['Owner', 'Address'], PLACE_NAMES)['customer'] // "Owner"
 */
export function guessMatching(
  table: readonly { name: string }[],
  headings: readonly string[],
  others: Readonly<Record<string, readonly string[]>>,
): Matching {
  const free = new Map(headings.map((heading) => [plain(heading), heading]));
  const matching: Record<string, string> = {};
  // Every column by its own name first, so that another column's other name does not take it away.
  for (const names of [(name: string) => [name], (name: string) => others[name] ?? []])
    for (const { name } of table) {
      const found = name in matching ? undefined : names(name).find((candidate) => free.has(plain(candidate)));
      if (found === undefined) continue;
      matching[name] = free.get(plain(found)) ?? '';
      free.delete(plain(found));
    }
  return matching;
}

/**
 * A row of a file under the names of a table's columns.
 * @param table columns, in order
 * @param row by heading in lower case
 * @param matching which heading fills which column
 * @returns by column, in lower case
 * @example matchedRow(PLACE_TABLE, { owner: 'Fennick' }, { customer: 'Owner' })['customer'] // "Fennick"
 */
export const matchedRow = <T>(
  table: Table<T>,
  row: Record<string, string | undefined>,
  matching: Matching,
): Record<string, string | undefined> =>
  Object.fromEntries(table.map(({ name }) => [name.toLowerCase(), row[(matching[name] ?? '').trim().toLowerCase()]]));

/** A cell that a spreadsheet would take for a formula; a number below zero is none (OWASP, CSV Injection; from memory). */
const FORMULA = /^(?!-?\d+(?:[.,]\d+)?$)[=+\-@\t\r]/;

/** How tables go out: RFC 4180, with cells that would be formulas marked as text by an apostrophe. Options of the CSV library. */
export const CSV_OUT = { newline: '\r\n', escapeFormulae: FORMULA } as const;

/**
 * A cell as it was before it went out: without the apostrophe that kept it from being a formula.
 * @param cell as read
 * @returns what was written
 * @example plainCell("'=A1") // '=A1'
 */
export const plainCell = (cell: string): string => (cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell);
