import { accessSync, chmodSync, constants, existsSync, mkdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { drizzleOver, openFile, type Db, type Sqlite } from './sqlite';
import { Writes, type Touched } from './writes';

export type { Db } from './sqlite';

/** Work of a transaction. @param only says what it changed for others, where that is less than the whole shop */
type Work<T> = (db: Db, only: (touched: Touched) => void) => T;

export interface Store {
  db: Db;
  /** Path of the file. */
  file: string;
  /**
   * Runs `work` in one transaction; all of it is written or none.
   * @param work may say what it changed for others; it counts as the whole shop where it does not
   */
  write: <T>(work: Work<T>) => T;
  /**
   * The same for small writes that may come many at once: those of one moment share a transaction and its flush to the disk, each all or none
   * for itself. It is done, and on the disk, when the promise is kept.
   */
  writeTogether: <T>(work: Work<T>) => Promise<T>;
  writes: Writes;
  close: () => void;
}

/** Why a data folder cannot be opened, in a sentence for whoever starts the program. Nothing in it has been changed. */
export class FolderError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'FolderError';
  }
}

/** Another start waits so long for the one before to end, ms. */
const HANDOVER_MS = 3000;
const BUSY_MS = 5000;
/**
 * Every commit is on the disk before it is answered. Pages are kept in memory, kB below zero, and brought from the log into the file by 4,000 at a time.
 * What is deleted or written over is zeroed, so that somebody who is erased is not left in the gaps of the file.
 */
const PRAGMAS = [
  'journal_mode = WAL',
  'synchronous = FULL',
  'foreign_keys = ON',
  'secure_delete = ON',
  'cache_size = -32000',
  'wal_autocheckpoint = 4000',
];

/** The code that an error carries; empty where it has none. */
export const codeOf = (error: unknown): string => {
  const { code } = (error ?? {}) as { code?: unknown };
  return typeof code === 'string' ? code : '';
};

function ownFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK | constants.X_OK);
  } catch (error) {
    throw new FolderError(`The data folder ${folder} cannot be written (${codeOf(error)}). Give it to this user, or name another.`);
  }
}

/**
 * Takes the folder for this process alone: a lock of the operating system, so that it ends with the process however that ends.
 * @throws FolderError when another server has it
 */
export function lockFolder(folder: string, waitMs = HANDOVER_MS): Sqlite {
  const held = openFile(join(folder, 'elm-mist.lock'), waitMs);
  try {
    held.exec('BEGIN EXCLUSIVE');
    return held;
  } catch (error) {
    held.close();
    if (!codeOf(error).startsWith('SQLITE_BUSY')) throw asFolderError(error, folder);
    throw new FolderError(
      `Another server has the data folder ${folder} open. One folder is for one server: stop that one, or name another.`,
    );
  }
}

/** The driver's refusal as a sentence. */
export function asFolderError(error: unknown, file: string): unknown {
  const code = codeOf(error);
  if (code === 'SQLITE_NOTADB' || code.startsWith('SQLITE_CORRUPT'))
    return new FolderError(
      `The file ${file} is damaged, or is no database of this program. It was left as it is. Put a copy of it from a backup in its place.`,
    );
  if (code.startsWith('SQLITE_READONLY') || code === 'SQLITE_CANTOPEN' || code === 'SQLITE_PERM')
    return new FolderError(`The file ${file} cannot be written. Give it and its folder to this user.`);
  if (code === 'SQLITE_FULL' || code.startsWith('SQLITE_IOERR'))
    return new FolderError(`The file ${file} cannot be written: the disk is full, or fails.`);
  return error;
}

/**
 * Whether steps are still to be done to a file.
 * @throws FolderError for a file that a later version of the program has brought further than this one knows, or of another program
 */
export function notNewer(db: Db, file: string, migrationsFolder: string): boolean {
  const known = Math.max(...readMigrationFiles({ migrationsFolder }).map((step) => step.folderMillis));
  const tables = db.all<{ name: string }>(sql`select name from sqlite_master where type = 'table'`).map((row) => row.name);
  if (!tables.includes('__drizzle_migrations')) {
    if (tables.length > 0) throw new FolderError(`The file ${file} is a database of another program. It was left as it is.`);
    return true;
  }
  const done = db.get<{ at: number | null }>(sql`select max(created_at) as at from __drizzle_migrations`)?.at ?? 0;
  if (done > known)
    throw new FolderError(
      `The file ${file} was written by a newer version of this program. It was left as it is. Start that version, or a newer one.`,
    );
  return done < known;
}

/** Takes from a file what group and others may, and leaves its owner what it has. */
function closeToOthers(file: string): void {
  try {
    chmodSync(file, statSync(file).mode & 0o700);
  } catch {
    // Not there, or somebody else's: whether it can be written is seen soon enough.
  }
}

/** @throws FolderError for what is no file, or an empty one: SQLite would begin a new shop in it without a word */
function mayBeOpened(file: string): void {
  const found = statSync(file);
  if (found.isDirectory()) throw new FolderError(`${file} is a folder. The shop’s file belongs in its place.`);
  if (found.size === 0)
    throw new FolderError(
      `The file ${file} is empty (0 bytes), so what was in it is gone. Put a backup back: npm run restore -- latest. To begin a new shop, delete the file.`,
    );
}

/**
 * Opens the database file, making its folder if need be, and brings it to the newest schema.
 * @param migrationsFolder where the steps from one schema to the next lie
 * @param beforeSteps called for a file that is about to be brought to a newer schema
 * @throws FolderError when the folder cannot be written, another server has it, or the file is damaged, foreign or newer
 */
export function openStore(file: string, migrationsFolder: string, beforeSteps: () => void = () => undefined): Store {
  const folder = dirname(file);
  ownFolder(folder);
  const held = lockFolder(folder);
  const fresh = !existsSync(file);
  let sqlite: Sqlite | null = null;
  try {
    if (!fresh) mayBeOpened(file);
    const opened = openFile(file, BUSY_MS);
    sqlite = opened;
    // Names, addresses and hashes of passwords: for nobody else on the machine. SQLite gives its log the same mode.
    for (const part of ['', '-wal', '-shm']) closeToOthers(file + part);
    const db = drizzleOver(opened);
    if (!fresh && notNewer(db, file, migrationsFolder)) beforeSteps();
    for (const pragma of PRAGMAS) opened.pragma(pragma);
    migrate(db as never, { migrationsFolder });
    const writes = new Writes();
    const words = transactionWords(opened);
    return {
      db,
      file,
      writes,
      write: (work) => {
        let touched: Touched | null = null;
        const result = inTransaction(opened, words, () =>
          work(db, (only) => {
            touched = only;
          }),
        );
        writes.note(touched);
        return result;
      },
      writeTogether: together(opened, words, db, writes),
      close: () => close(opened, held),
    };
  } catch (error) {
    sqlite?.close();
    held.close();
    throw asFolderError(error, file);
  }
}

/** What begins and ends a transaction, prepared once: read again with every entry it costs as much as writing one. */
function transactionWords(sqlite: Sqlite) {
  const said = (words: string): (() => void) => {
    const statement = sqlite.prepare(words);
    return () => void statement.run();
  };
  return {
    begin: said('BEGIN IMMEDIATE'),
    commit: said('COMMIT'),
    savepoint: said('SAVEPOINT one'),
    release: said('RELEASE one'),
    rollbackOne: said('ROLLBACK TO one'),
  };
}
type TransactionWords = ReturnType<typeof transactionWords>;

/** All of it or none. What fails in the middle is undone, by the file itself where it could not even be ended. */
function inTransaction<T>(sqlite: Sqlite, { begin, commit }: TransactionWords, work: () => T): T {
  begin();
  try {
    const result = work();
    commit();
    return result;
  } catch (error) {
    if (sqlite.inTransaction) sqlite.exec('ROLLBACK');
    throw error;
  }
}

interface Waiting {
  work: Work<unknown>;
  done: (result: unknown) => void;
  failed: (error: unknown) => void;
}

/** Gathers the writes of one moment into one transaction, each in a savepoint of its own. */
function together(sqlite: Sqlite, words: TransactionWords, db: Db, writes: Writes): Store['writeTogether'] {
  let waiting: Waiting[] = [];
  const run = () => {
    const batch = waiting;
    waiting = [];
    const touched: (Touched | null)[] = [];
    const ends: (() => void)[] = [];
    try {
      inTransaction(sqlite, words, () => {
        for (const { work, done, failed } of batch) {
          let own: Touched | null = null;
          words.savepoint();
          try {
            const result = work(db, (only) => {
              own = only;
            });
            words.release();
            touched.push(own);
            ends.push(() => done(result));
          } catch (error) {
            // A full disk may have ended the whole transaction already: then none of them is written.
            if (!sqlite.inTransaction) throw error;
            words.rollbackOne();
            words.release();
            ends.push(() => failed(error));
          }
        }
      });
    } catch (error) {
      // Nothing of it was written, and whatever was read meanwhile may have been of it.
      writes.note(null);
      for (const { failed } of batch) failed(error);
      return;
    }
    for (const own of touched) writes.note(own);
    for (const end of ends) end();
  };
  return <T>(work: Work<T>) =>
    new Promise<T>((done, failed) => {
      if (waiting.length === 0) setImmediate(run);
      waiting.push({ work, done: done as (result: unknown) => void, failed });
    });
}

function close(sqlite: Sqlite, held: Sqlite): void {
  sqlite.pragma('wal_checkpoint(TRUNCATE)');
  sqlite.close();
  held.close();
}
