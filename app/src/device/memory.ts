import { inPractice } from './realm';
import { onTabs, readStore, tellTabs, whileTrouble, writeStore } from './store';

/** Small things kept on this device only, at hand at once; each is written to the device's database as it changes. */
const facts = new Map<string, string>();
const OLD_PREFIX = 'elm-mist.';

/** Changed, and not known to be in the database. */
const unwritten = new Set<string>();

let loaded: Promise<void> | null = null;

/** Writes what has changed; what could not be written is tried again while the device is in trouble. */
async function writeFacts(): Promise<void> {
  const keys = [...unwritten];
  unwritten.clear();
  if (keys.length === 0) return;
  const written = await writeStore(async (db) => {
    const transaction = db.transaction('facts', 'readwrite');
    for (const key of keys) {
      const value = facts.get(key);
      void (value === undefined ? transaction.store.delete(key) : transaction.store.put(value, key));
    }
    await transaction.done;
  });
  if (!written) keys.forEach((key) => unwritten.add(key));
}
whileTrouble(() => void writeFacts());

/** Reads what was kept before; also what earlier versions kept elsewhere, which is then let go. */
export function loadFacts(): Promise<void> {
  loaded ??= (async () => {
    await readStore(async (db) => {
      const transaction = db.transaction('facts');
      const [keys, values] = await Promise.all([transaction.store.getAllKeys(), transaction.store.getAll()]);
      keys.forEach((key, i) => {
        if (!facts.has(key)) facts.set(key, values[i] ?? '');
      });
    });
    // What earlier versions kept is the shop's.
    if (!inPractice) takeOver();
    onTabs((message) => {
      if (message.kind !== 'fact') return;
      if (message.value === null) facts.delete(message.key);
      else facts.set(message.key, message.value);
    });
  })();
  return loaded;
}

function takeOver(): void {
  try {
    const old = Object.keys(window.localStorage).filter((key) => key.startsWith(OLD_PREFIX) && !key.startsWith(`${OLD_PREFIX}outbox`));
    for (const key of old) {
      const name = key.slice(OLD_PREFIX.length);
      if (!facts.has(name)) writeDevice(name, window.localStorage.getItem(key));
      window.localStorage.removeItem(key);
    }
  } catch {
    // Nothing was kept there.
  }
}

/** Forgets everything, here and on the device: for whoever wants to begin again. */
export function forgetFacts(): void {
  for (const key of [...facts.keys()]) writeDevice(key, null);
}

/** Names of what is kept that begin alike. */
export const factKeys = (prefix: string): string[] => [...facts.keys()].filter((key) => key.startsWith(prefix));

/** Forgets what is kept under names that begin alike. */
export function forgetUnder(prefix: string): void {
  for (const key of factKeys(prefix)) writeDevice(key, null);
}

export const readText = (key: string): string | null => facts.get(key) ?? null;

export function writeDevice(key: string, value: string | null): void {
  if (readText(key) === value) return;
  if (value === null) facts.delete(key);
  else facts.set(key, value);
  unwritten.add(key);
  void writeFacts();
  tellTabs({ kind: 'fact', key, value });
}

/** A stored word, if it is still one of the allowed ones. */
export function readDevice<T extends string>(key: string, allowed: readonly T[]): T | null {
  const value = readText(key);
  return allowed.find((word) => word === value) ?? null;
}

/** A stored JSON value, or null when there is none or it cannot be read. */
export function readJson<T>(key: string): T | null {
  const value = readText(key);
  if (value === null) return null;
  try {
    return JSON.parse(value) as T;
  } catch {
    return null;
  }
}
