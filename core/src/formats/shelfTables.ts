import { CoreError } from '../errors';
import { CONSTRUCTIONS } from '../equipment';
import {
  CHEMISTRIES,
  CLEANER_FORMS,
  COUNTS_AGAINST,
  LABEL_LINES,
  parseRatio,
  type CountsAgainst,
  type LabelLine,
  type LabelRead,
} from '../mix';
import { formatRatio } from '../units';
import { cells, columnOf, readRow, type CellProblem, type Table } from './table';

/** Limits that a cleaner's figures are held to everywhere: L, s, the shop's money. */
export const CLEANER_LIMITS = { packL: [0.01, 250], price: [0, 10_000], dwellS: [0, 7200], pH: [0, 14], lowL: [0, 1000] } as const;
/** Longest name, characters. */
export const NAME_LENGTH = 60;

/** A cleaner as it is entered or comes out of a file: the label as far as it could be read, and the shop's own facts. */
export interface CleanerEntry extends LabelRead {
  name: string;
  countsAgainst: CountsAgainst | null;
  waterFirst: boolean;
  /** Lines about handling; empty where the label has none. */
  handling: LabelLine[];
  phLow: number | null;
  phHigh: number | null;
  packL: number;
  packPrice: number;
  /** Below this the cleaner is low; null for never. */
  lowL: number | null;
}

/** A product row: strengths stay text until it is known what the label counts against. */
export type ProductRow = Omit<CleanerEntry, 'chart'> & { light: string; medium: string; heavy: string };

/** One bottle of stock as a file has it. */
export interface StockRow {
  id: string;
  product: string;
  lot: string;
  expires: string | null;
  sizeL: number;
  leftL: number | null;
}

const product = columnOf<ProductRow>();
const optional = <V extends string>(values: readonly V[]) => {
  const cell = cells.oneOf(values);
  return {
    read: (text: string, column: string): V | null => (text === '' ? null : cell.read(text, column)),
    write: (value: V | null) => value ?? '',
  };
};
const yesUnlessNo = () => {
  const cell = cells.yesNo();
  return { read: (text: string, column: string) => cell.read(text, column) ?? true, write: (value: boolean) => cell.write(value) };
};

const noneIfEmpty = <V extends string>(cell: ReturnType<typeof cells.list<V>>) => ({
  read: (text: string, column: string): V[] => cell.read(text, column) ?? [],
  write: (value: V[]) => cell.write(value),
});

/** Columns of the file of products. */
export const PRODUCT_TABLE: Table<ProductRow> = [
  product('name', 'name', cells.words(NAME_LENGTH, true), true),
  product('chemistry', 'chemistry', cells.oneOf(CHEMISTRIES), true),
  product('form', 'form', cells.oneOf(CLEANER_FORMS), true),
  product('light', 'light', cells.words(60)),
  product('medium', 'medium', cells.words(60)),
  product('heavy', 'heavy', cells.words(60)),
  product('counts against', 'countsAgainst', optional(COUNTS_AGAINST)),
  product('shortest dwell s', 'dwellMinS', cells.number(...CLEANER_LIMITS.dwellS)),
  product('longest dwell s', 'dwellMaxS', cells.number(...CLEANER_LIMITS.dwellS)),
  product('materials', 'allowedConstructions', cells.list(CONSTRUCTIONS)),
  product('indoor', 'indoor', cells.yesNo()),
  product('outdoor', 'outdoor', cells.yesNo()),
  product('rinse', 'rinseNeeded', cells.yesNo()),
  product('water first', 'waterFirst', yesUnlessNo()),
  product('hazards', 'hazardWords', cells.words(200)),
  product('handling', 'handling', noneIfEmpty(cells.list(LABEL_LINES))),
  product('pH low', 'phLow', cells.number(...CLEANER_LIMITS.pH)),
  product('pH high', 'phHigh', cells.number(...CLEANER_LIMITS.pH)),
  product('pack L', 'packL', cells.neededVolume(...CLEANER_LIMITS.packL), true),
  product('price', 'packPrice', cells.neededNumber(...CLEANER_LIMITS.price), true),
  product('low at L', 'lowL', cells.volume(...CLEANER_LIMITS.lowL)),
];

const stock = columnOf<StockRow>();
/** Columns of the file of stock. */
export const STOCK_TABLE: Table<StockRow> = [
  stock('id', 'id', cells.words(64)),
  stock('product', 'product', cells.words(NAME_LENGTH, true), true),
  stock('lot', 'lot', cells.words(40)),
  stock('expires', 'expires', cells.day()),
  stock('size L', 'sizeL', cells.neededVolume(...CLEANER_LIMITS.packL), true),
  stock('left L', 'leftL', cells.volume(0, CLEANER_LIMITS.packL[1])),
];

/** Faults that need more than one cell to see. */
export function entryProblems(entry: Pick<CleanerEntry, 'dwellMinS' | 'dwellMaxS' | 'phLow' | 'phHigh'>): CellProblem[] {
  const problems: CellProblem[] = [];
  if (entry.dwellMinS !== null && entry.dwellMaxS !== null && entry.dwellMaxS < entry.dwellMinS)
    problems.push({ column: 'longest dwell s', message: 'longest dwell s: must not be below the shortest.' });
  if (entry.phLow !== null && entry.phHigh !== null && entry.phHigh < entry.phLow)
    problems.push({ column: 'pH high', message: 'pH high: must not be below pH low.' });
  return problems;
}

/**
 * A row of a product file as an entry for the shelf, or every cell at fault.
 * @param row cells by heading, in small letters
 * @returns the cleaner, or what is wrong with each cell
 * @example 'problems' in readProduct({ name: '' }) // true
 */
export function readProduct(row: Record<string, string | undefined>): { value: CleanerEntry } | { problems: CellProblem[] } {
  const read = readRow(PRODUCT_TABLE, row);
  if ('problems' in read) return read;
  const { light, medium, heavy, ...rest } = read.value;
  const problems = entryProblems(rest);
  const figure = (text: string, column: string): number | null => {
    if (text === '') return null;
    try {
      return parseRatio(text, column, rest.countsAgainst).waterParts;
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      problems.push({ column, message: error.message });
      return null;
    }
  };
  const chart = { light: figure(light, 'light'), medium: figure(medium, 'medium'), heavy: figure(heavy, 'heavy') };
  return problems.length > 0 ? { problems } : { value: { ...rest, chart } };
}

const exactRatio = (figure: number | null): string =>
  figure === null ? '' : Number.isInteger(figure * 10) ? formatRatio(figure).replace(/ /g, '') : `${figure}:1`;

/**
 * An entry as the row of a product file that reads back to the same entry.
 * @param entry of a cleaner
 * @returns the same with its strengths as text
 * @example productRow({ name: 'Tansy', chemistry: 'neutral', form: 'concentrate', chart: { light: 20, medium: 10, heavy: null }, countsAgainst: null, dwellMinS: null, dwellMaxS: null, allowedConstructions: null, indoor: null, outdoor: true, rinseNeeded: true, waterFirst: true, hazardWords: '', handling: [], phLow: null, phHigh: null, packL: 4, packPrice: 22, lowL: null }).name // 'Tansy'
 */
export const productRow = ({ chart, ...rest }: CleanerEntry): ProductRow => ({
  ...rest,
  light: exactRatio(chart.light),
  medium: exactRatio(chart.medium),
  heavy: exactRatio(chart.heavy),
});

/**
 * A row of a stock file, or every cell at fault.
 * @param row cells by heading, in small letters
 * @returns the bottle, or what is wrong with each cell
 * @example 'problems' in readStock({ 'size l': '1 L', 'left l': '2 L' }) // true
 */
export function readStock(row: Record<string, string | undefined>): { value: StockRow } | { problems: CellProblem[] } {
  const read = readRow(STOCK_TABLE, row);
  if ('value' in read && read.value.leftL !== null && read.value.leftL > read.value.sizeL + 1e-9)
    return { problems: [{ column: 'left L', message: 'left L: more than the bottle holds.' }] };
  return read;
}
