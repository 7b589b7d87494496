import { CoreError } from '../errors';
import { COIL_ROLES, ROLE_NAMES, type CoilRole } from '../equipment';
import { cells, columnOf, readRow, type CellProblem, type Table } from './table';

/** A row of a shop's older records: one coil on one day. */
export interface PastRow {
  place: string;
  /** Empty where the place's name is enough. */
  street: string;
  /** Empty where the place has one system. */
  system: string;
  /** ISO day. */
  day: string;
  coil: CoilRole;
  before: number | null;
  after: number | null;
  product: string;
  inside: boolean | null;
  by: string;
  note: string;
}

const row = columnOf<PastRow>();

/** Other words for the two coils. Common practice, no source. */
const COIL_WORDS: Readonly<Record<string, CoilRole>> = {
  '': 'condenser',
  outdoor: 'condenser',
  outside: 'condenser',
  indoor: 'evaporator',
  inside: 'evaporator',
};

const coil = () => ({
  read: (cell: string, column: string): CoilRole => {
    const word = cell.toLowerCase().replace(/ coil$/, '');
    const found = COIL_WORDS[word] ?? COIL_ROLES.find((role) => role === word || ROLE_NAMES[role].toLowerCase() === cell.toLowerCase());
    if (!found) throw new CoreError('unreadable', column, `${column}: "${cell}" is neither outdoor nor indoor.`);
    return found;
  },
  write: (value: CoilRole) => (value === 'condenser' ? 'outdoor' : 'indoor'),
});
const grade = () => ({
  read: (cell: string, column: string): number | null => {
    const value = cells.number(0, 4).read(cell, column);
    if (value !== null && !Number.isInteger(value)) throw new CoreError('unreadable', column, `${column}: a grade is 0, 1, 2, 3 or 4.`);
    return value;
  },
  write: (value: number | null) => (value === null ? '' : String(value)),
});
const day = () => ({
  read: (cell: string, column: string): string => {
    const value = cells.day().read(cell, column);
    if (value === null) throw new CoreError('missing', column, `${column} is missing.`);
    return value;
  },
  write: (value: string) => value,
});

/** Columns of the file of older records. */
export const PAST_TABLE: Table<PastRow> = [
  row('place', 'place', cells.words(60, true), true),
  row('street', 'street', cells.words(160)),
  row('system', 'system', cells.words(60)),
  row('day', 'day', day(), true),
  row('coil', 'coil', coil()),
  row('grade before', 'before', grade()),
  row('grade after', 'after', grade()),
  row('product', 'product', cells.words(80)),
  row('opened from inside', 'inside', cells.yesNo()),
  row('by', 'by', cells.words(60)),
  row('note', 'note', cells.words(2000)),
];

/** Other headings that such files have. */
export const PAST_NAMES: Readonly<Record<string, readonly string[]>> = {
  place: ['site', 'location', 'place name', 'property', 'customer'],
  street: ['address', 'street address'],
  system: ['system name', 'unit', 'equipment'],
  day: ['date', 'service date', 'washed', 'visit'],
  coil: ['side', 'which coil'],
  'grade before': ['before', 'found', 'grade found', 'as found', 'grade'],
  'grade after': ['after', 'left', 'grade left', 'as left'],
  product: ['cleaner', 'washed with', 'chemical'],
  'opened from inside': ['inside', 'opened'],
  by: ['technician', 'who'],
  note: ['notes', 'comment', 'comments', 'remarks'],
};

/**
 * A row of older records, read and judged: a day that is past, and something that it tells.
 * @param cellsByColumn by the column's name in lower case
 * @param today ISO day
 * @returns the row, or every cell at fault
 * @example readPastRow({ place: 'Fennick terrace', day: '2023-06-11', 'grade before': '3' }, '2026-06-11').value.before // 3
 */
export function readPastRow(
  cellsByColumn: Record<string, string | undefined>,
  today: string,
): { value: PastRow } | { problems: CellProblem[] } {
  const read = readRow(PAST_TABLE, cellsByColumn);
  if ('problems' in read) return read;
  const { value } = read;
  const problems: CellProblem[] = [];
  if (value.day >= today) problems.push({ column: 'day', message: `day: ${value.day} is not past.` });
  if (value.before === null && value.after === null && value.product === '' && value.note === '')
    problems.push({ column: 'grade before', message: 'grade before: the row tells nothing but a day; give a grade, a product or a note.' });
  return problems.length > 0 ? { problems } : { value };
}
