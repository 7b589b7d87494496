import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { seedDemoOnce } from './demo/seed';
import { finishImports } from './services/importParts';
import { FolderError, openStore, type Store } from './store/open';
import { backupFolder, backupName, madeFolder } from './upkeep/backupFiles';
import { copyWhole } from './upkeep/backupThread';

/** The shop that is open: the demo, or one's own. Each has a data folder of its own, so that neither ever gets into the other. */
export type WhichShop = 'demo' | 'own';

export interface ShopFolders {
  /** The data folder. The demo lies in it, and so does a shop of one's own that was started without the demo. */
  root: string;
  migrations: string;
  /** Whether an empty folder gets the demo shop. */
  seeds: boolean;
  demoDay: string | undefined;
  /** Where backups of all shops lie, each in a folder of its own; beside their files where it is not named. */
  backups: string | undefined;
}

const FILE = 'elm-mist.db';
/** Where one's own shop lies beside the demo, and which of the two is open. */
const OWN = 'own';
const CHOICE = 'open.json';

const choiceFile = (root: string): string => join(root, CHOICE);

/** Which shop is to be opened: what was chosen last. A file that cannot be read chooses nothing. */
export function chosenShop({ root }: Pick<ShopFolders, 'root'>): WhichShop {
  try {
    const { which } = JSON.parse(readFileSync(choiceFile(root), 'utf8')) as { which?: unknown };
    return which === 'own' ? 'own' : 'demo';
  } catch {
    return 'demo';
  }
}

/** Remembers which shop is open, all of it or nothing. */
export function chooseShop({ root }: Pick<ShopFolders, 'root'>, which: WhichShop): void {
  const fresh = `${choiceFile(root)}.new`;
  writeFileSync(fresh, JSON.stringify({ which }));
  renameSync(fresh, choiceFile(root));
}

/** Where data of a shop lies. */
export const shopFile = (root: string, which: WhichShop): string => (which === 'own' ? join(root, OWN, FILE) : join(root, FILE));

/** The same for both. */
export const shopFiles = (root: string): string[] => [shopFile(root, 'own'), shopFile(root, 'demo')];

/** Whether a shop of one's own has been started beside the demo. */
export const ownIsThere = ({ root }: Pick<ShopFolders, 'root'>): boolean => existsSync(shopFile(root, 'own'));

/**
 * Opens a shop's folder, backs its file up where a newer program is about to change its schema, and puts the demo into it where that is wanted and nothing is in it yet.
 * @returns the store, and how many visits of the demo were made
 * @throws FolderError
 */
export function openShop(folders: ShopFolders, which: WhichShop, nowMs: number): { store: Store; seeded: number | null } {
  const file = shopFile(folders.root, which);
  const store = openStore(file, folders.migrations, () => {
    const folder = madeFolder(backupFolder(file, folders.backups, which));
    copyWhole({ file, to: join(folder, backupName(nowMs)) });
  });
  finishImports(store);
  if (which === 'own' || !folders.seeds) return { store, seeded: null };
  try {
    return { store, seeded: seedDemoOnce(store, nowMs, folders.demoDay)?.visits ?? null };
  } catch (error) {
    store.close();
    throw error instanceof Error && 'code' in error && String(error.code).startsWith('SQLITE_')
      ? new FolderError(`The demo could not be written into ${folders.root}: ${error.message}.`)
      : error;
  }
}
