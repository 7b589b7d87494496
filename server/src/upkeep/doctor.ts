import { accessSync, constants, existsSync, readdirSync, statfsSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { FolderError, lockFolder } from '../store/open';
import { openFile } from '../store/sqlite';
import { backupsIn } from './backupFiles';
import { lookThrough } from './wholeFile';

/** One thing that was looked at. */
export interface Finding {
  is: 'well' | 'heed' | 'wrong';
  words: string;
  /** What to do about it. */
  remedy?: string;
}

const HOUR_MS = 3_600_000;
const gb = (bytes: number): string => (bytes >= 1e9 ? `${(bytes / 1e9).toFixed(2)} GB` : `${(bytes / 1e6).toFixed(1)} MB`);

const well = (words: string): Finding => ({ is: 'well', words });
const heed = (words: string, remedy: string): Finding => ({ is: 'heed', words, remedy });
const wrong = (words: string, remedy: string): Finding => ({ is: 'wrong', words, remedy });

/** Bytes of a file and of its log. */
const sizeWith = (file: string): number =>
  [file, `${file}-wal`].reduce((sum, path) => sum + (existsSync(path) ? statSync(path).size : 0), 0);

export interface DoctorAsked {
  /** The shop's file. */
  file: string;
  /** Where its backups lie. */
  backups: string;
  migrationsFolder: string;
  /** Folder of the built interface. */
  webRoot: string;
  nowMs: number;
}

function folderFindings({ file }: DoctorAsked): Finding[] {
  const folder = dirname(file);
  if (!existsSync(folder)) return [wrong(`The data folder ${folder} is not there.`, 'npm start makes it, or set ELM_MIST_DATA.')];
  try {
    accessSync(folder, constants.W_OK | constants.X_OK);
  } catch {
    return [wrong(`The data folder ${folder} cannot be written by this user.`, `Give it to this user: chown -R "$USER" "${folder}"`)];
  }
  const found = [well(`The data folder is ${folder}, and can be written.`)];
  const { bavail, bsize } = statfsSync(folder);
  const free = bavail * bsize;
  const size = sizeWith(file);
  // A backup, and a restore beside the file that is there, need its size again.
  if (free < 200e6) found.push(wrong(`Only ${gb(free)} are free on its disk.`, 'Make room: below some MB nothing can be written at all.'));
  else if (free < 3 * size) found.push(heed(`${gb(free)} are free, the shop takes ${gb(size)}.`, 'Backups need three times its size.'));
  else found.push(well(`${gb(free)} are free on its disk.`));
  const left = readdirSync(folder).filter((name) => name === 'restoring' || name.endsWith('.part'));
  if (left.length > 0) found.push(heed(`Left over from something that was cut off: ${left.join(', ')}.`, 'They can be deleted.'));
  return found;
}

function runningFinding(file: string): Finding {
  try {
    lockFolder(dirname(file), 100).close();
    return well('No server has the folder open.');
  } catch (error) {
    if (!(error instanceof FolderError)) throw error;
    return well('A server has the folder open; it is read beside it.');
  }
}

function fileFindings({ file, migrationsFolder }: DoctorAsked): Finding[] {
  if (!existsSync(file))
    return [wrong(`There is no shop in it: ${file} is missing.`, 'npm start makes one; npm run restore puts a backup back.')];
  const found: Finding[] = [];
  try {
    const { pages, orphans } = lookThrough(file, migrationsFolder);
    found.push(
      pages.length === 0
        ? well(`The file is whole, ${gb(sizeWith(file))}.`)
        : wrong(`The file is damaged: ${pages[0]}.`, 'Stop the server and put a backup back: npm run restore -- latest'),
    );
    const loose = Object.entries(orphans);
    if (loose.length > 0)
      found.push(
        wrong(
          `Rows point at nothing: ${loose.map(([table, n]) => `${n} of ${table}`).join(', ')}.`,
          'Put a backup back, and keep this file.',
        ),
      );
  } catch (error) {
    if (!(error instanceof FolderError)) throw error;
    return [wrong(error.message, 'npm run restore puts a backup back.')];
  }
  const log = `${file}-wal`;
  if (existsSync(log) && statSync(log).size > 500e6)
    found.push(heed(`Its log has grown to ${gb(statSync(log).size)}.`, 'Start and stop the server once: it is brought into the file.'));
  const sqlite = openFile(file, 5000);
  try {
    const count = (table: string) => (sqlite.prepare(`select count(*) as n from ${table}`).get() as { n: number }).n;
    const places = count('place_search');
    found.push(well(`${count('visit')} visits, ${count('event')} entries, ${count('place')} places.`));
    if (places !== count('place')) found.push(wrong(`Only ${places} places can be found by words.`, 'npm run rebuild'));
  } finally {
    sqlite.close();
  }
  return found;
}

function backupFindings({ backups, nowMs }: DoctorAsked): Finding[] {
  const [newest] = backupsIn(backups);
  if (!newest)
    return [heed(`There is no backup in ${backups}.`, 'Leave the server running over a night, or press “Back up now” under Upkeep.')];
  const hours = Math.round((nowMs - newest.atMs) / HOUR_MS);
  const words = `The newest of ${backupsIn(backups).length} backups is ${hours} h old, ${gb(newest.bytes)}, in ${backups}.`;
  return [hours > 48 ? heed(words, 'The server makes one each night that it runs.') : well(words)];
}

/** Looks at a shop's folder and says in plain words what is well, what to heed and what is wrong. It changes nothing. */
export function doctor(asked: DoctorAsked): Finding[] {
  const folder = folderFindings(asked);
  if (folder.some(({ is }) => is === 'wrong') && !existsSync(dirname(asked.file))) return folder;
  return [
    ...folder,
    runningFinding(asked.file),
    ...fileFindings(asked),
    ...backupFindings(asked),
    existsSync(join(asked.webRoot, 'index.html'))
      ? well('The interface is built.')
      : heed('The interface is not built.', 'npm start builds it.'),
  ];
}

const SIGNS = { well: '  well ', heed: '  heed ', wrong: '  WRONG' } as const;

/** Findings as lines, and how it ends: 0 for a shop that is well, 1 where something is wrong. */
export function tellFindings(findings: readonly Finding[]): { words: string; code: 0 | 1 } {
  const wrongs = findings.filter(({ is }) => is === 'wrong').length;
  const lines = findings.map(({ is, words, remedy }) => `${SIGNS[is]}  ${words}${remedy ? `\n           ${remedy}` : ''}`);
  return {
    words: [...lines, wrongs === 0 ? 'Nothing is wrong.' : `${wrongs} ${wrongs === 1 ? 'thing is' : 'things are'} wrong.`].join('\n'),
    code: wrongs === 0 ? 0 : 1,
  };
}
