import { chmodSync, closeSync, fsyncSync, openSync, renameSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { parentPort } from 'node:worker_threads';
import { openFile } from '../store/sqlite';

/** Tells the thread what it is for. */
export const BACKUP_THREAD = 'backup';

/** What the thread is handed: the file of the shop, and where its copy goes. */
export interface BackupWork {
  file: string;
  to: string;
}

const BUSY_MS = 30_000;

function onDisk(path: string): void {
  const handle = openSync(path, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

/**
 * Copies an open shop into a file of its own and looks at the copy from end to end before it gets its name. What is written meanwhile is in the
 * next one (SQLite, "VACUUM INTO").
 * @throws Error when it cannot be copied, or the copy is not whole; no file of that name is there then
 */
export function copyWhole({ file, to }: BackupWork): void {
  const part = `${to}.part`;
  rmSync(part, { force: true });
  try {
    const shop = openFile(file, BUSY_MS);
    try {
      shop.exec(`VACUUM INTO '${part.replaceAll("'", "''")}'`);
    } finally {
      shop.close();
    }
    const copy = openFile(part, BUSY_MS);
    try {
      const found = copy.pragma('integrity_check') as { integrity_check: string }[];
      if (found[0]?.integrity_check !== 'ok') throw new Error(`the copy is not whole: ${found[0]?.integrity_check}`);
    } finally {
      copy.close();
    }
    chmodSync(part, 0o600);
    onDisk(part);
    renameSync(part, to);
    onDisk(dirname(to));
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

/** What the thread does. */
export function backUp(work: BackupWork): void {
  copyWhole(work);
  parentPort?.postMessage('done');
}
