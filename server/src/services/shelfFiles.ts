import { v7 as uuidv7 } from 'uuid';
import type { Readable } from 'node:stream';
import { IMPORT_LIMIT, IMPORT_ROWS, type CleanerRecord, type ImportLine, type ImportProblem, type StockMove } from '@elm-mist/contract';
import {
  missingColumns,
  PRODUCT_TABLE,
  productRow,
  readProduct,
  readStock,
  reorderList,
  STOCK_TABLE,
  writeRow,
  type CellProblem,
  type CleanerEntry,
  type StockRow,
  type Table,
} from '@elm-mist/core';
import { eq } from 'drizzle-orm';
import Papa from 'papaparse';
import { Problem } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';
import * as shelf from '../store/shelf';
import { cleanerRow } from './shelf';
import { writeStock } from './stock';

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
  Papa.unparse(
    { fields: table.map((column) => column.name), data: rows.map((row) => writeRow(table, row)) },
    { escapeFormulae: true, newline: '\r\n' },
  ) + '\r\n';

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
    { escapeFormulae: true, newline: '\r\n' },
  ) + '\r\n';

type Row = Record<string, string | undefined>;
type Outcome = 'added' | 'changed' | 'same';

/** What rows of one kind are checked against and where they go. */
interface Sink {
  headings: (names: readonly string[]) => string[];
  /** Checks one row and holds it ready. @returns its problems, none when it is good */
  take: (row: Row, number: number) => CellProblem[];
  /** Writes all that was held ready. */
  write: (db: Db) => Record<Outcome, number>;
}

function productSink(db: Db): Sink {
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
    write: (tx) => {
      const count = { added: 0, changed: 0, same: 0 };
      for (const entry of ready) {
        const old = known.get(entry.name.toLowerCase());
        if (!old) {
          tx.insert(t.cleaner)
            .values({ ...cleanerRow(entry), id: uuidv7() })
            .run();
          count.added += 1;
        } else if (
          JSON.stringify(writeRow(PRODUCT_TABLE, productRow(entry))) ===
          JSON.stringify(writeRow(PRODUCT_TABLE, productRow(enteredLabel(old))))
        ) {
          count.same += 1;
        } else {
          tx.update(t.cleaner).set(cleanerRow(entry)).where(eq(t.cleaner.id, old.id)).run();
          count.changed += 1;
        }
      }
      return count;
    },
  };
}

function stockSink(db: Db, by: string, at: string): Sink {
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
    write: (tx) => {
      const count = { added: 0, changed: 0, same: 0 };
      const items: (typeof t.stockItem.$inferSelect)[] = [];
      const moves: Omit<StockMove, 'id'>[] = [];
      for (const { row, cleanerId } of ready) {
        const old = known.get(row.id);
        const leftL = row.leftL ?? old?.leftL ?? row.sizeL;
        const facts = { lot: row.lot, expires: row.expires, sizeL: row.sizeL };
        const itemId = old ? old.id : row.id || uuidv7();
        const moved = leftL - (old?.leftL ?? 0);
        if (!old) items.push({ id: itemId, cleanerId, ...facts });
        else if (old.lot !== row.lot || old.expires !== row.expires || old.sizeL !== row.sizeL)
          tx.update(t.stockItem).set(facts).where(eq(t.stockItem.id, itemId)).run();
        else if (Math.abs(moved) < 1e-9) {
          count.same += 1;
          continue;
        }
        if (Math.abs(moved) >= 1e-9) moves.push({ itemId, cleanerId, visitId: null, litres: moved, why: 'imported', by, at });
        count[old ? 'changed' : 'added'] += 1;
      }
      writeStock(tx, items, moves);
      return count;
    },
  };
}

/** Problems that are shown; the rest is counted. */
const MOST_PROBLEMS = 200;
const PROGRESS_ROWS = 2000;

/** Feeds rows to a sink, counts, and says how far it is. */
class Intake {
  rows = 0;
  bad = 0;
  readonly problems: ImportProblem[] = [];

  constructor(
    private readonly sink: Sink,
    private readonly tell: (line: ImportLine) => void,
  ) {}

  /** @throws Problem 422 when columns are missing */
  headings(names: readonly string[]): void {
    const missing = this.sink.headings(names);
    if (missing.length > 0)
      throw new Problem(422, 'missing', `The file has no column ${missing.map((name) => `"${name}"`).join(', ')}.`, {
        file: `Missing: ${missing.join(', ')}.`,
      });
  }

  row(cells: Row, broken?: string): void {
    this.rows += 1;
    const number = this.rows + 1;
    if (this.rows > IMPORT_ROWS)
      throw new Problem(413, 'too-large', `A file may have ${IMPORT_ROWS} rows at most.`, {
        file: `A file may have ${IMPORT_ROWS} rows at most.`,
      });
    const problems = broken ? [{ column: '', message: broken }] : this.sink.take(cells, number);
    if (problems.length > 0) {
      this.bad += 1;
      for (const problem of problems) if (this.problems.length < MOST_PROBLEMS) this.problems.push({ row: number, ...problem });
    }
    if (this.rows % PROGRESS_ROWS === 0) this.tell({ rows: this.rows });
  }
}

const lowerCase = (row: Record<string, unknown>): Row =>
  Object.fromEntries(
    Object.entries(row).map(([key, value]) => [
      key.trim().toLowerCase(),
      typeof value === 'boolean'
        ? value
          ? 'yes'
          : 'no'
        : Array.isArray(value)
          ? value.join(';')
          : typeof value === 'string' || typeof value === 'number'
            ? String(value)
            : '',
    ]),
  );

/** CSV as it streams in: any of comma, semicolon and tab; with or without a BOM; any line ending; quotes as RFC 4180 has them. */
function readCsv(stream: Readable, intake: Intake): Promise<void> {
  return new Promise((done, fail) => {
    let size = 0;
    stream.on('data', (chunk: Buffer | string) => {
      size += chunk.length;
      if (size > IMPORT_LIMIT)
        stop(new Problem(413, 'too-large', 'The file is larger than 25 MB.', { file: 'The file is larger than 25 MB.' }));
    });
    let headed = false;
    let over = false;
    const stop = (error: unknown) => {
      if (over) return;
      over = true;
      fail(error instanceof Error ? error : new Error(String(error)));
    };
    Papa.parse<Record<string, string>>(stream as unknown as Papa.LocalFile, {
      header: true,
      skipEmptyLines: 'greedy',
      transformHeader: (name) =>
        name
          .replace(/^\uFEFF/, '')
          .trim()
          .toLowerCase(),
      chunk: ({ data, errors, meta }, parser) => {
        if (over || (data.length === 0 && (meta.fields ?? []).length === 0)) return;
        try {
          if (!headed) intake.headings(meta.fields ?? []);
          headed = true;
          const broken = new Map(
            errors.filter((error) => error.code !== 'UndetectableDelimiter').map((error) => [error.row ?? -1, error.message]),
          );
          data.forEach((row, i) => intake.row(row, broken.get(i)));
        } catch (error) {
          stop(error);
          parser.abort();
        }
      },
      complete: () => {
        if (over) return;
        over = true;
        if (headed) done();
        else fail(new Problem(422, 'missing', 'The file is empty.', { file: 'The file is empty.' }));
      },
      error: stop,
    });
  });
}

async function readJson(stream: Readable, kind: FileKind, intake: Intake): Promise<void> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of stream) {
    chunks.push(chunk as Buffer);
    size += (chunk as Buffer).length;
    if (size > IMPORT_LIMIT)
      throw new Problem(413, 'too-large', 'The file is larger than 25 MB.', { file: 'The file is larger than 25 MB.' });
  }
  let parsed: unknown;
  try {
    parsed = JSON.parse(
      Buffer.concat(chunks)
        .toString('utf8')
        .replace(/^\uFEFF/, ''),
    );
  } catch {
    throw new Problem(422, 'unreadable', 'The file is not readable JSON.', { file: 'The file is not readable JSON.' });
  }
  const rows: unknown = Array.isArray(parsed) ? parsed : (parsed as Record<string, unknown> | null)?.[kind];
  if (!Array.isArray(rows))
    throw new Problem(422, 'missing', `The file has no list "${kind}".`, { file: `The file has no list "${kind}".` });
  intake.headings(rows.length > 0 ? Object.keys((rows[0] ?? {}) as object) : []);
  for (const row of rows)
    if (typeof row === 'object' && row !== null) intake.row(lowerCase(row as Record<string, unknown>));
    else intake.row({}, 'Not a row.');
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
 * Imports a file: every row is checked, then all good ones are written in one transaction, or none when any is bad and none may be skipped.
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
  const count = imported ? store.write((db) => sink.write(db)) : { added: 0, changed: 0, same: 0 };
  return { done: true, rows: intake.rows, bad: intake.bad, problems: intake.problems, imported, ...count };
}
