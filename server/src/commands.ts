import { resolve } from 'node:path';
import { verifyFile } from './services/record';
import { chosenShop, shopFile, shopFiles, type ShopFolders, type WhichShop } from './shops';
import { codeOf, FolderError } from './store/open';
import { backupFolder } from './upkeep/backupFiles';
import { doctor, tellFindings } from './upkeep/doctor';
import { restoreShop, tellBackups } from './upkeep/restore';
import { bringWholeIn } from './upkeep/wholeIn';
import { wholeOut } from './upkeep/wholeOut';

/** What was said, and how it ended: 0 well, 1 not, 2 could not be looked at. */
interface Ended {
  words: string;
  code: 0 | 1;
}

interface Asked {
  folders: ShopFolders;
  /** What follows the command; empty for nothing. */
  what: string;
  which: WhichShop;
  file: string;
  backups: string;
  webRoot: string;
}

const well = (words: string): Ended => ({ words, code: 0 });

const named = (what: string, how: string): string => {
  if (what === '') throw new FolderError(`Name the file: ${how}`);
  return resolve(what);
};

/** Commands that do one thing to a data folder and end, each by its flag. */
const COMMANDS: Record<string, (asked: Asked) => Ended | Promise<Ended>> = {
  '--verify': async ({ what, folders }) => {
    const { words, holds } = await verifyFile(named(what, 'npm run verify -- record.json'), shopFiles(folders.root));
    return { words, code: holds ? 0 : 1 };
  },
  '--doctor': ({ file, backups, folders, webRoot }) =>
    tellFindings(doctor({ file, backups, migrationsFolder: folders.migrations, webRoot, nowMs: Date.now() })),
  '--restore': ({ what, file, backups, folders }) =>
    well(what === '' ? tellBackups(backups) : restoreShop(file, backups, what, folders.migrations, Date.now())),
  '--shop-out': async ({ what, file }) => {
    const to = named(what, 'npm run shop-out -- shop.zip');
    await wholeOut({ file, to, madeAt: new Date().toISOString() });
    return well(`The whole shop is in ${to}`);
  },
  '--shop-in': async ({ what, file, folders }) =>
    well(await bringWholeIn(named(what, 'npm run shop-in -- shop.zip'), file, folders.migrations, Date.now())),
};

/** Which of the two shops of a folder is meant: as `--shop` says, else the one that is open. @throws FolderError */
function meant(args: readonly string[], folders: ShopFolders): WhichShop {
  const at = args.indexOf('--shop');
  if (at < 0) return folders.seeds ? chosenShop(folders) : 'demo';
  const which = args[at + 1];
  if (which !== 'demo' && which !== 'own') throw new FolderError('After --shop stands demo or own.');
  return which;
}

/**
 * Runs the command that is asked for, and ends the program with what it says.
 * @param args of the command line
 * @returns whether there was one; it does not return where there was
 */
export async function runCommand(args: readonly string[], folders: ShopFolders, webRoot: string): Promise<false> {
  const flag = args.find((arg) => arg in COMMANDS);
  const run = flag === undefined ? undefined : COMMANDS[flag];
  if (flag === undefined || !run) return false;
  const next = args[args.indexOf(flag) + 1] ?? '';
  try {
    const which = meant(args, folders);
    const file = shopFile(folders.root, which);
    const { words, code } = await run({
      folders,
      what: next.startsWith('--') ? '' : next,
      which,
      file,
      backups: backupFolder(file, folders.backups, which),
      webRoot,
    });
    process.stdout.write(`${words}\n`);
    return process.exit(code);
  } catch (error) {
    const full = codeOf(error) === 'ENOSPC' || codeOf(error) === 'SQLITE_FULL';
    if (!(error instanceof FolderError) && !full) throw error;
    process.stderr.write(`${full ? 'The disk is full. Nothing was changed.' : (error as Error).message}\n`);
    return process.exit(2);
  }
}
