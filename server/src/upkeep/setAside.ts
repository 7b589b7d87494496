import { existsSync, linkSync, renameSync } from 'node:fs';
import { openFile } from '../store/sqlite';

/** Gives a shop's file a second name, with all that was written to it in it, so that no moment is without a file. @returns the name */
export function setAside(file: string, nowMs: number): string {
  const aside = `${file.replace(/\.db$/, '')} before ${new Date(nowMs).toISOString().slice(0, 19).replace(/:/g, '-')}.db`;
  try {
    const old = openFile(file, 5000);
    old.pragma('wal_checkpoint(TRUNCATE)');
    old.pragma('journal_mode = DELETE');
    old.close();
  } catch {
    // Damaged: it is kept as it lies, its log with it, or the log would be taken for the new file's.
    for (const part of ['-wal', '-shm']) if (existsSync(file + part)) renameSync(file + part, aside + part);
  }
  linkSync(file, aside);
  return aside;
}
