import { copyFileSync, existsSync, renameSync, rmSync } from 'node:fs';
import { dirname, isAbsolute, join } from 'node:path';
import { FolderError, lockFolder, openStore } from '../store/open';
import * as t from '../store/schema';
import { backupsIn, madeFolder } from './backupFiles';
import { setAside } from './setAside';
import { lookThrough } from './wholeFile';

const MB = 1e6;

/** The backups of a folder, a line each. */
export function tellBackups(folder: string): string {
  const there = backupsIn(folder);
  if (there.length === 0) return `There is no backup in ${folder}.`;
  return [
    `Backups in ${folder}, newest first:`,
    ...there.map(({ name, atMs, bytes }) => `  ${name}  ${new Date(atMs).toUTCString()}  ${(bytes / MB).toFixed(1)} MB`),
    'Put one back: npm run restore -- <name>, or -- latest',
  ].join('\n');
}

/** The path that was asked for: the newest, one by its name, or any file. @throws FolderError */
function chosen(asked: string, folder: string): string {
  if (asked === 'latest') {
    const [newest] = backupsIn(folder);
    if (!newest) throw new FolderError(`There is no backup in ${folder}.`);
    return join(folder, newest.name);
  }
  const named = join(folder, asked);
  const path = !isAbsolute(asked) && existsSync(named) ? named : asked;
  if (!existsSync(path)) throw new FolderError(`There is no backup ${asked}, neither in ${folder} nor as a file.`);
  return path;
}

/**
 * Puts a backup in the place of a shop's file. The backup is copied, looked through from end to end and brought to the newest schema before anything is
 * swapped; the file that was there is kept beside it. Power may fail at any point: either the old file stands or the new one does.
 * @param file of the shop
 * @param asked a backup's name, `latest`, or a path
 * @returns what was done, for whoever asked
 * @throws FolderError with nothing changed: no such file, not whole, newer than the program, or the server is running
 */
export function restoreShop(file: string, folder: string, asked: string, migrationsFolder: string, nowMs: number): string {
  const from = chosen(asked, folder);
  // What waits in a log beside it is part of it, and is not copied.
  if (existsSync(`${from}-wal`))
    throw new FolderError(`${from} is open, or was not closed in order. Name a backup, or stop what has it open.`);
  const home = dirname(file);
  const work = join(madeFolder(home), 'restoring');
  rmSync(work, { recursive: true, force: true });
  const fresh = join(madeFolder(work), 'elm-mist.db');
  const held = lockFolder(home);
  try {
    copyFileSync(from, fresh);
    const { pages, orphans, counts } = lookThrough(fresh, migrationsFolder);
    if (pages.length > 0) throw new FolderError(`${from} is not whole: ${pages[0]}. Nothing was changed.`);
    if (Object.keys(orphans).length > 0)
      throw new FolderError(`${from} is not whole: rows of ${Object.keys(orphans).join(', ')} point at nothing. Nothing was changed.`);
    const tried = openStore(fresh, migrationsFolder);
    // A device that was signed out since the backup stays out: everybody signs in again.
    tried.db.delete(t.session).run();
    tried.close();
    const before = existsSync(file) ? setAside(file, nowMs) : null;
    renameSync(fresh, file);
    return [
      `Put back: ${from}`,
      `It holds ${counts.customers} customers, ${counts.visits} visits and ${counts.entries} entries. Everybody signs in again.`,
      before === null ? 'There was no file before.' : `What was there is kept: ${before}\nTo go back to it: npm run restore -- "${before}"`,
    ].join('\n');
  } finally {
    held.close();
    rmSync(work, { recursive: true, force: true });
  }
}
