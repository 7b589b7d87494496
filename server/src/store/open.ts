import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import * as schema from './schema';

export type Db = BetterSQLite3Database<typeof schema>;

export interface Store {
  db: Db;
  /** Runs `work` in one transaction; all of it is written or none. */
  write: <T>(work: (db: Db) => T) => T;
  close: () => void;
}

/**
 * Opens the database file, making its folder if need be, and brings it to the newest schema.
 * @param migrationsFolder where the steps from one schema to the next lie
 * @throws when the folder cannot be written or the file is no database of this program
 */
export function openStore(file: string, migrationsFolder: string): Store {
  mkdirSync(dirname(file), { recursive: true });
  const sqlite = new Database(file);
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('foreign_keys = ON');
  sqlite.pragma('busy_timeout = 5000');
  const db = drizzle(sqlite, { schema });
  migrate(db, { migrationsFolder });
  return {
    db,
    write: (work) => db.transaction((tx) => work(tx as unknown as Db), { behavior: 'immediate' }),
    close: () => {
      sqlite.pragma('wal_checkpoint(TRUNCATE)');
      sqlite.close();
    },
  };
}
