import { createHash, type Hash } from 'node:crypto';
import { existsSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import yauzl from 'yauzl';
import { FolderError, lockFolder, openStore } from '../store/open';
import { indexAllPlaces } from '../store/places';
import { openFile, type Sqlite } from '../store/sqlite';
import { madeFolder } from './backupFiles';
import { setAside } from './setAside';
import { lookThrough } from './wholeFile';
import { columnsOf, tablesOf } from './wholeOut';
import { fileOf, FORM, FORM_VERSION, HEAD_NAME, ROWS_FOLDER, SUMS_NAME, type WholeHead, type WholeSums } from './wholeShop';

/** Makes an empty shop at the step that the rows stand at. */
function emptyAt(file: string, schema: number, migrationsFolder: string): Sqlite {
  const steps = readMigrationFiles({ migrationsFolder });
  if (!steps.some((step) => step.folderMillis === schema))
    throw new FolderError('It was made by a newer version of this program, or by none. Start that version, or a newer one.');
  const sqlite = openFile(file, 5000);
  sqlite.exec('CREATE TABLE __drizzle_migrations (id SERIAL PRIMARY KEY, hash text NOT NULL, created_at numeric)');
  const done = sqlite.prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)');
  for (const step of steps) {
    if (step.folderMillis > schema) break;
    for (const statement of step.sql) sqlite.exec(statement);
    done.run(step.hash, step.folderMillis);
  }
  return sqlite;
}

/** Bounds of a ZIP, so that a small one cannot fill memory or the disk. A picture has 2 MB, a sheet 5, an entry 1; rows of a shop pack to a tenth. */
const MOST = { lineChars: 16_000_000, headChars: 16_000_000, fileBytes: 32_000_000, ratio: 150, unboundBytes: 64_000_000 } as const;

const tooMuch = (what: string): FolderError => new FolderError(`It holds ${what}, which no shop has. Nothing was taken in.`);

/** Puts parts of the ZIP into a new file as they come. */
class Taking {
  private head: WholeHead | null = null;
  private sums: WholeSums | null = null;
  private sqlite: Sqlite | null = null;
  private readonly found: Record<string, { rows: number; files: number; hash: Hash }> = {};

  constructor(
    private readonly fresh: string,
    private readonly migrationsFolder: string,
  ) {}

  /** @returns what takes the bytes of a part; null for one that is for people alone */
  part(name: string): ((bytes: Uint8Array, last: boolean) => void) | null {
    if (name === HEAD_NAME) return gathered((text) => this.begin(JSON.parse(text) as WholeHead));
    if (name === SUMS_NAME) return gathered((text) => (this.sums = JSON.parse(text) as WholeSums));
    if (name.startsWith(ROWS_FOLDER)) return this.rows(name.slice(ROWS_FOLDER.length).replace(/\.jsonl$/, ''));
    const file = fileOf(name);
    return file && this.file(file);
  }

  private begin(head: WholeHead): void {
    if (head.is !== FORM || head.form !== FORM_VERSION) throw new FolderError('It is no whole shop of this program.');
    this.head = head;
    this.sqlite = emptyAt(this.fresh, head.schema, this.migrationsFolder);
    this.sqlite.exec('PRAGMA foreign_keys = OFF');
    this.sqlite.exec('BEGIN');
    // A step may have written rows of its own into an empty shop.
    for (const table of tablesOf(this.sqlite)) this.sqlite.exec(`delete from "${table}"`);
  }

  private begun(): Sqlite {
    if (!this.sqlite) throw new FolderError(`It is no whole shop: its first part is not ${HEAD_NAME}.`);
    return this.sqlite;
  }

  private columns(table: string): string[] {
    const names = columnsOf(this.begun(), table).map(({ name }) => name);
    if (names.length === 0 || !this.head?.tables.includes(table)) throw new FolderError(`It holds rows of "${table}", which no shop has.`);
    return names;
  }

  private rows(table: string): (bytes: Uint8Array, last: boolean) => void {
    const names = this.columns(table);
    const put = this.begun().prepare(
      `insert into "${table}" (${names.map((name) => `"${name}"`).join(', ')}) values (${names.map(() => '?').join(', ')})`,
    );
    const found = (this.found[table] = { rows: 0, files: 0, hash: createHash('sha256') });
    const letters = new TextDecoder();
    let rest = '';
    const line = (text: string) => {
      const row = JSON.parse(text) as Record<string, unknown>;
      // Bytes follow in a part of their own.
      put.run(...names.map((name) => (row[name] !== null && typeof row[name] === 'object' ? Buffer.alloc(0) : (row[name] ?? null))));
      found.rows += 1;
    };
    return (bytes, last) => {
      found.hash.update(bytes);
      const lines = (rest + letters.decode(bytes, { stream: !last })).split('\n');
      rest = lines.pop() ?? '';
      if (rest.length > MOST.lineChars) throw tooMuch(`a row of "${table}" of ${Math.round(rest.length / 1e6)} MB`);
      lines.forEach(line);
    };
  }

  private file({ table, column, key }: NonNullable<ReturnType<typeof fileOf>>): (bytes: Uint8Array, last: boolean) => void {
    if (!this.columns(table).includes(column)) throw new FolderError(`It holds a file of "${table}", which no shop has.`);
    const sqlite = this.begun();
    const own = columnsOf(sqlite, table).find(({ pk }) => pk === 1)?.name ?? 'rowid';
    const parts: Uint8Array[] = [];
    let size = 0;
    return (bytes, last) => {
      parts.push(bytes);
      size += bytes.length;
      if (size > MOST.fileBytes) throw tooMuch(`a file of more than ${MOST.fileBytes / 1e6} MB`);
      if (!last) return;
      const { changes } = sqlite.prepare(`update "${table}" set "${column}" = ? where "${own}" = ?`).run(Buffer.concat(parts), key);
      const found = this.found[table];
      if (changes !== 1 || !found) throw new FolderError(`It holds a file of "${table}" that no row names: ${key}.`);
      found.files += 1;
      for (const bytes_ of parts) found.hash.update(bytes_);
    };
  }

  /** Holds what came to the sums, and ends. @returns the head */
  end(): WholeHead {
    const sqlite = this.begun();
    if (!this.sums || !this.head) throw new FolderError(`It was cut off: its last part, ${SUMS_NAME}, is missing.`);
    for (const table of this.head.tables) {
      const [was, is] = [this.sums[table], this.found[table]];
      if (!was || was.rows !== is?.rows || was.files !== is.files || was.sha256 !== is.hash.digest('base64url'))
        throw new FolderError(`What it holds of "${table}" was changed, or is not all there.`);
    }
    sqlite.exec('COMMIT');
    sqlite.close();
    this.sqlite = null;
    return this.head;
  }

  drop(): void {
    this.sqlite?.close();
  }
}

function gathered(use: (text: string) => void): (bytes: Uint8Array, last: boolean) => void {
  const letters = new TextDecoder();
  let text = '';
  return (bytes, last) => {
    text += letters.decode(bytes, { stream: !last });
    if (text.length > MOST.headChars) throw tooMuch('a head of many megabytes');
    if (last) use(text);
  };
}

/** Reads a ZIP from its file, part after part in the order of its list. */
async function readZip(path: string, taking: Taking): Promise<void> {
  const zip = await yauzl.openPromise(path, { autoClose: false });
  try {
    for await (const part of zip.eachEntry()) {
      // The reader holds each part to the size that its list names.
      if (part.uncompressedSize > MOST.unboundBytes && part.uncompressedSize > part.compressedSize * MOST.ratio)
        throw tooMuch(`a part that unpacks to ${Math.round(part.uncompressedSize / Math.max(1, part.compressedSize))} times its size`);
      const take = taking.part(part.fileName);
      if (!take) continue;
      for await (const bytes of await zip.openReadStreamPromise(part)) take(bytes as Buffer, false);
      take(Buffer.alloc(0), true);
    }
  } finally {
    zip.close();
  }
}

/**
 * Brings a whole shop in from its ZIP in the place of a shop's file, all of it or nothing; a file that was there is kept beside it.
 * @returns what was done, for whoever asked
 * @throws FolderError with nothing changed: no such file, no whole shop, cut off, changed, newer than the program, or the server is running
 */
export async function bringWholeIn(path: string, file: string, migrationsFolder: string, nowMs: number): Promise<string> {
  if (!existsSync(path)) throw new FolderError(`There is no file ${path}.`);
  const home = madeFolder(dirname(file));
  const work = join(home, 'restoring');
  const held = lockFolder(home);
  try {
    rmSync(work, { recursive: true, force: true });
    const fresh = join(madeFolder(work), 'elm-mist.db');
    const taking = new Taking(fresh, migrationsFolder);
    let head: WholeHead;
    try {
      await readZip(path, taking);
      head = taking.end();
    } catch (error) {
      taking.drop();
      const why = error instanceof Error ? error.message : String(error);
      throw new FolderError(`${path} was not brought in. ${error instanceof FolderError ? why : `It cannot be read: ${why}.`}`);
    }
    const { pages, orphans } = lookThrough(fresh, migrationsFolder);
    const wrong = [...pages, ...Object.keys(orphans).map((table) => `rows of ${table} point at nothing`)];
    if (wrong.length > 0) throw new FolderError(`${path} was not brought in: ${wrong[0]}.`);
    const store = openStore(fresh, migrationsFolder);
    store.write((db) => indexAllPlaces(db));
    store.close();
    const before = existsSync(file) ? setAside(file, nowMs) : null;
    renameSync(fresh, file);
    return [
      `Brought in: ${head.shop || 'a shop without a name'}, as it was on ${new Date(head.madeAt).toUTCString()}, into ${file}`,
      ...(before === null ? [] : [`What was there is kept: ${before}`]),
    ].join('\n');
  } finally {
    held.close();
    rmSync(work, { recursive: true, force: true });
  }
}
