import { createHash } from 'node:crypto';
import { closeSync, fsyncSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';
import { parentPort } from 'node:worker_threads';
import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { logFile } from '../services/filesOut';
import { exportCsv } from '../services/shelfFiles';
import { shopOf } from '../services/shop';
import { drizzleOver, openFile, type Sqlite } from '../store/sqlite';
import {
  filePath,
  FORM,
  FORM_VERSION,
  HEAD_NAME,
  ROWS_FOLDER,
  SUMS_NAME,
  type InFile,
  type TableSums,
  type WholeHead,
  type WholeSums,
} from './wholeShop';

/** Tells the thread what it is for. */
export const WHOLE_THREAD = 'whole';

export interface WholeWork {
  file: string;
  to: string;
  madeAt: string;
}

/** A ZIP of the plain kind cannot be larger (APPNOTE 6.3.10, 4.4.8). */
const MOST_BYTES = 4_000_000_000;
const LEVEL = 4;
/** Text of rows that is packed in one go, letters. */
const SLAB = 262_144;

/** Tables of a shop that hold what somebody entered; not the list of migrations, nor what is made again of the rest (the index of words, what meters tell), nor who is signed in. */
export const tablesOf = (sqlite: Sqlite): string[] =>
  (
    sqlite
      .prepare(
        `select name from sqlite_master where type = 'table' and name not like 'sqlite_%' and name not like '\\_\\_%' escape '\\'
         and name not like 'place_search%' and name not in ('session', 'meter_saving') order by name`,
      )
      .all() as { name: string }[]
  ).map(({ name }) => name);

interface Column {
  name: string;
  type: string;
  pk: number;
}

export const columnsOf = (sqlite: Sqlite, table: string): Column[] => sqlite.pragma(`table_info(${table})`) as Column[];

/** Writes the parts of a ZIP into a file as they come. */
class ZipFile {
  private readonly handle: number;
  private written = 0;
  private readonly zip: Zip;

  constructor(path: string) {
    this.handle = openSync(path, 'w', 0o600);
    this.zip = new Zip((error, chunk) => {
      if (error) throw error;
      this.written += chunk.length;
      if (this.written > MOST_BYTES) throw new Error('the shop is too large for one ZIP of 4 GB; copy a backup instead');
      writeSync(this.handle, chunk);
    });
  }

  /** @returns what takes the part's bytes; the last ones end it */
  part(name: string, packed = true): (bytes: Uint8Array, last: boolean) => void {
    const part = packed ? new ZipDeflate(name, { level: LEVEL }) : new ZipPassThrough(name);
    this.zip.add(part);
    return (bytes, last) => void part.push(bytes, last);
  }

  text(name: string, words: string): void {
    this.part(name)(strToU8(words), true);
  }

  end(): void {
    this.zip.end();
    fsyncSync(this.handle);
    closeSync(this.handle);
  }
}

const EMPTY = new Uint8Array(0);

/** One table, a row a line, and after it the bytes that its rows name. */
function tableOut(sqlite: Sqlite, zip: ZipFile, table: string): TableSums {
  const columns = columnsOf(sqlite, table);
  const key = columns.find((column) => column.pk === 1)?.name ?? 'rowid';
  const blobs = columns.filter((column) => column.type.toLowerCase() === 'blob').map((column) => column.name);
  const kind = columns.some((column) => column.name === 'mime') ? 'mime' : null;
  const plain = columns.filter((column) => !blobs.includes(column.name)).map((column) => `"${column.name}"`);
  const hash = createHash('sha256');
  const push = zip.part(`${ROWS_FOLDER}${table}.jsonl`);
  const files: { column: string; key: string; path: string }[] = [];
  let [rows, text] = [0, ''];
  const flush = () => {
    const bytes = strToU8(text);
    hash.update(bytes);
    push(bytes, false);
    text = '';
  };
  // Bytes are fetched one at a time afterwards, so that no more than one lies in memory.
  for (const row of sqlite.prepare(`select ${plain.join(', ')} from "${table}" order by "${key}"`).iterate() as Iterable<
    Record<string, string | number | null | InFile>
  >) {
    for (const column of blobs) {
      const of = row[key] as string;
      const path = filePath(table, column, of, kind && row[kind]);
      files.push({ column, key: of, path });
      row[column] = { $file: path };
    }
    text += `${JSON.stringify(row)}\n`;
    rows += 1;
    if (text.length > SLAB) flush();
  }
  flush();
  push(EMPTY, true);
  for (const { column, key: of, path } of files) {
    const row = sqlite.prepare(`select "${column}" as bytes from "${table}" where "${key}" = ?`).get(of) as { bytes: Buffer };
    const bytes = new Uint8Array(row.bytes);
    hash.update(bytes);
    // Pictures and papers are packed already.
    zip.part(path, false)(bytes, true);
  }
  return { rows, sha256: hash.digest('base64url'), files: files.length };
}

/**
 * Writes a whole shop into one ZIP, as it is at one moment: every row as JSON, every picture and sheet as a file, and for people the log, the
 * products and the stock as tables. The shop may be open meanwhile.
 * @throws Error when it cannot be written, or is too large; no file of that name is there then
 */
export async function wholeOut({ file, to, madeAt }: WholeWork): Promise<void> {
  const part = `${to}.part`;
  const sqlite = openFile(file, 30_000);
  try {
    const db = drizzleOver(sqlite);
    sqlite.exec('BEGIN');
    const schema = (sqlite.prepare('select max(created_at) as at from __drizzle_migrations').get() as { at: number }).at;
    const tables = tablesOf(sqlite);
    const head: WholeHead = { is: FORM, form: FORM_VERSION, schema, madeAt, shop: shopOf(db).name, tables };
    const zip = new ZipFile(part);
    zip.text(HEAD_NAME, `${JSON.stringify(head, null, 2)}\n`);
    const sums: WholeSums = {};
    for (const table of tables) sums[table] = tableOut(sqlite, zip, table);
    const log = zip.part('log.csv');
    for await (const text of logFile(db, 'csv', { from: '0001-01-01', to: '9999-12-31', systemId: null }))
      log(strToU8(String(text)), false);
    log(EMPTY, true);
    zip.text('products.csv', exportCsv(db, 'products'));
    zip.text('stock.csv', exportCsv(db, 'stock'));
    zip.text(SUMS_NAME, `${JSON.stringify(sums, null, 2)}\n`);
    zip.end();
    sqlite.exec('COMMIT');
    renameSync(part, to);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  } finally {
    sqlite.close();
  }
}

/** What the thread does. */
export async function takeWhole(work: WholeWork): Promise<void> {
  await wholeOut(work);
  parentPort?.postMessage('done');
}
