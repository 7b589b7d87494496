import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { storeName } from './realm';

/** Everything that this device keeps, in one database: a record for each entry, picture, draft and answer. */
export interface DeviceSchema extends DBSchema {
  /** Small things by name: choices, drafts, what was called out. */
  facts: { key: string; value: string };
  /** What waits to be sent, in the order it was entered. */
  queue: { key: number; value: unknown; indexes: { id: string } };
  /** What the server would not take, by its id. */
  refused: { key: string; value: unknown };
  photos: { key: string; value: { visitId: string; blob: Blob } };
  /** What the server said last, by question. */
  answers: { key: string; value: { key: readonly unknown[]; data: unknown; at: number; shape: string } };
}

/** Why this device keeps nothing new: no storage that works, or no room left in it. Null while writes succeed. */
export type DeviceTrouble = 'none' | 'full' | null;

/** How long the browser may take to open the database before the page goes on without it, ms. */
const PATIENCE_MS = 4_000;
/** How often what could not be written is tried again, ms. */
const AGAIN_MS = 5_000;

let db: IDBPDatabase<DeviceSchema> | null = null;
let opening: Promise<IDBPDatabase<DeviceSchema> | null> | null = null;
/** The browser has not answered in time: nobody else waits for it. */
let late = false;
let trouble: DeviceTrouble = null;
let again: ReturnType<typeof setInterval> | null = null;
const listeners = new Set<() => void>();
const retries = new Set<() => void>();

function setTrouble(next: DeviceTrouble): void {
  if (trouble === next) return;
  trouble = next;
  if (next && !again) again = setInterval(tryAgain, AGAIN_MS);
  if (!next && again) {
    clearInterval(again);
    again = null;
  }
  listeners.forEach((listener) => listener());
}

const troubleOf = (error: unknown): DeviceTrouble => ((error as { name?: string } | null)?.name === 'QuotaExceededError' ? 'full' : 'none');

/** Writes again what could not be written; a small write tells whether there is room where nothing waits. */
function tryAgain(): void {
  retries.forEach((retry) => retry());
  void writeStore((store) => store.put('facts', '-'.repeat(1000), 'room'));
}

export const deviceTrouble = (): DeviceTrouble => trouble;
export const onDeviceTrouble = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
/** Called every few seconds while the device keeps nothing new, to write again what is in memory only. */
export const whileTrouble = (retry: () => void): void => void retries.add(retry);

const opened = async (): Promise<IDBPDatabase<DeviceSchema> | null> => {
  try {
    db = await openDB<DeviceSchema>(storeName, 1, {
      upgrade: (made) => {
        made.createObjectStore('facts');
        made.createObjectStore('queue', { autoIncrement: true }).createIndex('id', 'id');
        made.createObjectStore('refused');
        made.createObjectStore('photos');
        made.createObjectStore('answers');
      },
      // A tab of a later version changes the database: this one lets go, and opens it again when it needs it.
      blocking: () => {
        db?.close();
        db = opening = null;
      },
      terminated: () => {
        db = opening = null;
      },
    });
  } catch (error) {
    opening = null;
    setTrouble(troubleOf(error));
  }
  late = false;
  return db;
};

/** The device's database; null where the browser allows none, as in some private windows, or does not answer in time. */
export async function deviceStore(): Promise<IDBPDatabase<DeviceSchema> | null> {
  if (db) return db;
  opening ??= opened();
  if (late) return null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const patience = new Promise<null>((done) => {
    timer = setTimeout(() => {
      late = true;
      setTrouble('none');
      done(null);
    }, PATIENCE_MS);
  });
  const found = await Promise.race([opening, patience]);
  clearTimeout(timer);
  return found;
}

/** Reads from the database. @returns undefined where nothing can be read */
export async function readStore<T>(work: (store: IDBPDatabase<DeviceSchema>) => Promise<T>): Promise<T | undefined> {
  const store = await deviceStore();
  return store ? work(store).catch(() => undefined) : undefined;
}

/**
 * Writes to the database. A write that fails is the device's trouble until one succeeds.
 * @returns whether it was written
 */
export async function writeStore(work: (store: IDBPDatabase<DeviceSchema>) => Promise<unknown>): Promise<boolean> {
  const store = await deviceStore();
  if (!store) return false;
  try {
    await work(store);
    setTrouble(null);
    return true;
  } catch (error) {
    setTrouble(troubleOf(error));
    return false;
  }
}

/** Asks the browser not to throw away what is kept when room runs short. */
export async function askToPersist(): Promise<void> {
  try {
    if (!(await navigator.storage.persisted())) await navigator.storage.persist();
  } catch {
    // Not every browser can be asked; what is kept is kept as long as it pleases.
  }
}

/** What the tabs of this device tell one another. */
export type TabMessage =
  | { kind: 'fact'; key: string; value: string | null }
  | { kind: 'queue' }
  | { kind: 'sent'; events: unknown[]; made: boolean };

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(storeName);
export const tellTabs = (message: TabMessage): void => channel?.postMessage(message);
export const onTabs = (listen: (message: TabMessage) => void): void =>
  channel?.addEventListener('message', (event: MessageEvent<TabMessage>) => listen(event.data));

/** Does something in one tab at a time; where another is at it, nothing. */
export async function inOneTab(name: string, work: () => Promise<void>): Promise<void> {
  const locks = (navigator as Partial<Navigator>).locks;
  if (!locks) return work();
  await locks.request(`${storeName}.${name}`, { ifAvailable: true }, async (lock) => {
    if (lock) await work();
  });
}
