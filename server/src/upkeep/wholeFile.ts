import { existsSync, statSync } from 'node:fs';
import { FolderError, asFolderError, notNewer } from '../store/open';
import { drizzleOver, openFile } from '../store/sqlite';

/** What was found wrong inside a file; empty for none. */
export interface FileLook {
  /** First faults of its pages, as the file itself tells them. */
  pages: string[];
  /** Rows that point at rows that are not there, by table. */
  orphans: Record<string, number>;
  /** How many rows there are of what a shop is about. */
  counts: { customers: number; visits: number; entries: number };
}

/**
 * Looks at a shop's file from end to end.
 * @param migrationsFolder where the steps from one schema to the next lie
 * @throws FolderError for a file that is not there, is empty or no database, is another program's, holds no shop, or is newer than this one
 */
export function lookThrough(file: string, migrationsFolder: string): FileLook {
  if (!existsSync(file)) throw new FolderError(`There is no file ${file}.`);
  if (statSync(file).size === 0) throw new FolderError(`The file ${file} is empty.`);
  try {
    const sqlite = openFile(file, 5000);
    try {
      notNewer(drizzleOver(sqlite), file, migrationsFolder);
      const pages = (sqlite.pragma('integrity_check(5)') as { integrity_check: string }[])
        .map((row) => row.integrity_check)
        .filter((words) => words !== 'ok');
      const orphans: Record<string, number> = {};
      for (const { table } of sqlite.pragma('foreign_key_check') as { table: string }[]) orphans[table] = (orphans[table] ?? 0) + 1;
      const has = sqlite
        .prepare("select count(*) as n from sqlite_master where type = 'table' and name in ('visit', 'event', 'customer')")
        .get();
      if ((has as { n: number }).n < 3) throw new FolderError(`The file ${file} holds no shop.`);
      const counted = (table: string) => (sqlite.prepare(`select count(*) as n from ${table}`).get() as { n: number }).n;
      return { pages, orphans, counts: { customers: counted('customer'), visits: counted('visit'), entries: counted('event') } };
    } finally {
      sqlite.close();
    }
  } catch (error) {
    throw asFolderError(error, file);
  }
}
