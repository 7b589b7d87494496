import Database from 'libsql';
import { BaseSQLiteDatabase, SQLiteSyncDialect } from 'drizzle-orm/sqlite-core';
import { BetterSQLiteSession } from 'drizzle-orm/better-sqlite3/session';

/** What a statement that wrote says of itself. */
interface Written {
  changes: number;
  lastInsertRowid: number | bigint;
}

export type Db = BaseSQLiteDatabase<'sync', Written>;

/** The open file, as its driver has it. */
export type Sqlite = InstanceType<typeof Database>;

/** Opens a file with the driver; another that holds it is waited for so long, ms. */
export const openFile = (file: string, waitMs: number): Sqlite => new Database(file, { timeout: waitMs });

/**
 * Drizzle over the driver. The driver has the face that Drizzle's session for synchronous SQLite expects; the session is taken without the
 * driver that it is named after, which would have to be compiled.
 */
export function drizzleOver(sqlite: Sqlite): Db {
  const dialect = new SQLiteSyncDialect();
  const session = new BetterSQLiteSession(sqlite, dialect, undefined);
  return new BaseSQLiteDatabase('sync', dialect, session as never, undefined) as Db;
}
