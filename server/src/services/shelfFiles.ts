import { v7 as uuidv7 } from 'uuid';
import type { Readable } from 'node:stream';
import type { CleanerRecord, ImportLine } from '@elm-mist/contract';
import {
  CSV_OUT,
  missingColumns,
  PRODUCT_TABLE,
  productRow,
  readProduct,
  readStock,
  STOCK_TABLE,
  writeRow,
  type CleanerEntry,
  type StockRow,
  type Table,
} from '@elm-mist/core/formats';
import { reorderList } from '@elm-mist/core/mix';
import Papa from 'papaparse';
import type { Db, Store } from '../store/open';
import * as shelf from '../store/shelf';
import { writeInParts, type ShelfWork } from './importParts';
import { Intake, readCsv, readJson, type Outcome, type Sink } from './fileIntake';
import { cleanerRow } from './shelf';

export const FILE_KINDS = ['products', 'stock'] as const;
export type FileKind = (typeof FILE_KINDS)[number];

/** A label as it was entered: what was assumed for it is left out again. */
function enteredLabel(cleaner: CleanerRecord): CleanerEntry {
  const said = (gap: CleanerRecord['assumed'][number]) => !cleaner.assumed.includes(gap);
  return {
    ...cleaner,
    chart: said('chart') ? cleaner.chart : { light: null, medium: null, heavy: null },
    dwellMinS: said('dwell') ? cleaner.dwellMinS : null,
    dwellMaxS: said('dwell') ? cleaner.dwellMaxS : null,
    allowedConstructions: said('materials') ? cleaner.allowedConstructions : null,
    indoor: said('indoor') ? cleaner.indoor : null,
    outdoor: said('outdoor') ? cleaner.outdoor : null,
    rinseNeeded: said('rinse') ? cleaner.rinseNeeded : null,
    hazardWords: said('hazard') ? cleaner.hazardWords : '',
  };
}

const csv = <T>(table: Table<T>, rows: readonly T[]): string =>
  Papa.unparse({ fields: table.map((column) => column.name), data: rows.map((row) => writeRow(table, row)) }, CSV_OUT) + '\r\n';

const stockRows = (db: Db): StockRow[] => {
  const names = new Map(shelf.cleaners(db).map((cleaner) => [cleaner.id, cleaner.name]));
  return shelf.stock(db).map((item) => ({ ...item, product: names.get(item.cleanerId) ?? '' }));
};
const productRows = (db: Db) => shelf.cleaners(db).map((cleaner) => productRow(enteredLabel(cleaner)));

/** The products or the stock as RFC 4180 CSV that imports back to itself. */
export const exportCsv = (db: Db, kind: FileKind): string =>
  kind === 'products' ? csv(PRODUCT_TABLE, productRows(db)) : csv(STOCK_TABLE, stockRows(db));

const asObjects = <T>(table: Table<T>, rows: readonly T[]): Record<string, string>[] =>
  rows.map((row) => Object.fromEntries(writeRow(table, row).map((cell, i) => [table[i]?.name ?? '', cell])));

/** The same two tables as JSON, cells as text under the same headings. */
export const exportJson = (db: Db) => ({
  products: asObjects(PRODUCT_TABLE, productRows(db)),
  stock: asObjects(STOCK_TABLE, stockRows(db)),
});

/** What is low and how many packs to buy, as CSV. */
export const reorderCsv = (db: Db, today: string): string =>
  Papa.unparse(
    {
      fields: ['product', 'packs', 'pack L', 'left L', 'low at L', 'price'],
      data: reorderList(shelf.cleaners(db), shelf.stock(db), today).map((row) => [
        row.name,
        row.packs,
        row.packL,
        row.leftL,
        row.lowL,
        row.price.toFixed(2),
      ]),
    },
    CSV_OUT,
  ) + '\r\n';

/** Rows that are held ready, and what they come to. */
interface ShelfSink extends Sink {
  /** What each row that changes something comes to; counts them as they are taken. */
  work: (count: Record<Outcome, number>) => Generator<ShelfWork[]>;
}

function productSink(db: Db): ShelfSink {
  const known = new Map(shelf.cleaners(db).map((cleaner) => [cleaner.name.toLowerCase(), cleaner]));
  const ready: CleanerEntry[] = [];
  const firstRow = new Map<string, number>();
  return {
    headings: (names) => missingColumns(PRODUCT_TABLE, names),
    take: (row, number) => {
      const read = readProduct(row);
      if ('problems' in read) return read.problems;
      const name = read.value.name.toLowerCase();
      const before = firstRow.get(name);
      if (before !== undefined) return [{ column: 'name', message: `name: "${read.value.name}" stands in row ${before} already.` }];
      firstRow.set(name, number);
      ready.push(read.value);
      return [];
    },
    *work(count) {
      for (const entry of ready) {
        const old = known.get(entry.name.toLowerCase());
        const as = (label: CleanerEntry) => JSON.stringify(writeRow(PRODUCT_TABLE, productRow(label)));
        if (old && as(entry) === as(enteredLabel(old))) {
          count.same += 1;
          continue;
        }
        count[old ? 'changed' : 'added'] += 1;
        yield [{ does: 'cleaner', row: { ...cleanerRow(entry), id: old?.id ?? uuidv7() }, isNew: !old }];
      }
    },
  };
}

function stockSink(db: Db, by: string, at: string): ShelfSink {
  const cleaners = new Map(shelf.cleaners(db).map((cleaner) => [cleaner.name.toLowerCase(), cleaner]));
  const known = new Map(shelf.stock(db).map((item) => [item.id, item]));
  const ready: { row: StockRow; cleanerId: string }[] = [];
  const seen = new Set<string>();
  return {
    headings: (names) => missingColumns(STOCK_TABLE, names),
    take: (row) => {
      const read = readStock(row);
      if ('problems' in read) return read.problems;
      const cleaner = cleaners.get(read.value.product.toLowerCase());
      if (!cleaner)
        return [
          { column: 'product', message: `product: there is no cleaner "${read.value.product}" on the shelf. Import the products first.` },
        ];
      const { id } = read.value;
      if (id !== '' && !/^[A-Za-z0-9-]{1,64}$/.test(id))
        return [{ column: 'id', message: `id: "${id}" is not an id. Leave it empty for a new bottle.` }];
      if (id !== '' && seen.has(id)) return [{ column: 'id', message: `id: "${id}" stands in an earlier row already.` }];
      const old = known.get(id);
      if (old && old.cleanerId !== cleaner.id) return [{ column: 'product', message: 'product: this bottle holds another cleaner.' }];
      if (id !== '') seen.add(id);
      ready.push({ row: read.value, cleanerId: cleaner.id });
      return [];
    },
    *work(count) {
      for (const { row, cleanerId } of ready) {
        const old = known.get(row.id);
        const leftL = row.leftL ?? old?.leftL ?? row.sizeL;
        const facts = { lot: row.lot, expires: row.expires, sizeL: row.sizeL };
        const itemId = old ? old.id : row.id || uuidv7();
        const moved = leftL - (old?.leftL ?? 0);
        const work: ShelfWork[] = [];
        if (!old) work.push({ does: 'bottle', row: { id: itemId, cleanerId, ...facts } });
        else if (old.lot !== row.lot || old.expires !== row.expires || old.sizeL !== row.sizeL)
          work.push({ does: 'facts', row: { id: itemId, ...facts } });
        if (Math.abs(moved) >= 1e-9)
          work.push({ does: 'move', row: { itemId, cleanerId, visitId: null, litres: moved, why: 'imported', by, at } });
        count[work.length === 0 ? 'same' : old ? 'changed' : 'added'] += 1;
        if (work.length > 0) yield work;
      }
    },
  };
}

export interface ImportRequest {
  kind: FileKind;
  format: 'csv' | 'json';
  /** With bad rows: leave them out, or refuse the whole file. */
  onBad: 'refuse' | 'skip';
  by: string;
  at: string;
}

/**
 * Imports a file: every row is checked, then all good ones are written, or none when any is bad and none may be skipped.
 * A product is matched by its name, a bottle by its id; what is new is added.
 * @param tell called with how many rows have been read, from time to time
 * @throws Problem 413 too large · 422 not such a file, columns missing
 */
export async function importFile(
  store: Store,
  stream: Readable,
  request: ImportRequest,
  tell: (line: ImportLine) => void,
): Promise<ImportLine> {
  const sink = request.kind === 'products' ? productSink(store.db) : stockSink(store.db, request.by, request.at);
  const intake = new Intake(sink, tell);
  await (request.format === 'csv' ? readCsv(stream, intake) : readJson(stream, request.kind, intake));
  const imported = intake.bad === 0 || request.onBad === 'skip';
  const count = { added: 0, changed: 0, same: 0 };
  if (imported) await writeInParts(store, sink.work(count));
  return { done: true, rows: intake.rows, bad: intake.bad, problems: intake.problems, imported, ...count };
}
