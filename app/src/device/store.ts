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

/** What keeps this device from keeping anything: no storage at all, or no room left in it. Null while all is well. */
export type DeviceTrouble = 'none' | 'full' | null;

let opening: Promise<IDBPDatabase<DeviceSchema> | null> | null = null;
let trouble: DeviceTrouble = null;
const listeners = new Set<() => void>();

function setTrouble(next: DeviceTrouble): void {
  if (trouble === next) return;
  trouble = next;
  listeners.forEach((listener) => listener());
}

export const deviceTrouble = (): DeviceTrouble => trouble;
export const onDeviceTrouble = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The device's database; null where the browser allows none, as in some private windows. */
export function deviceStore(): Promise<IDBPDatabase<DeviceSchema> | null> {
  opening ??= openDB<DeviceSchema>(storeName, 1, {
    upgrade: (db) => {
      db.createObjectStore('facts');
      db.createObjectStore('queue', { autoIncrement: true }).createIndex('id', 'id');
      db.createObjectStore('refused');
      db.createObjectStore('photos');
      db.createObjectStore('answers');
    },
    // Another tab of a later version wants to change it: this one lets go, and asks anew when it needs it.
    blocking: (_current, _blocked, event) => {
      (event.target as unknown as { close: () => void }).close();
      opening = null;
    },
    terminated: () => (opening = null),
  }).catch(() => {
    setTrouble('none');
    return null;
  });
  return opening;
}

/**
 * Does something with the database; what cannot be kept is told, and never thrown.
 * @returns what it gives, or undefined where nothing can be kept
 */
export async function withStore<T>(work: (db: IDBPDatabase<DeviceSchema>) => Promise<T>): Promise<T | undefined> {
  const db = await deviceStore();
  if (!db) return undefined;
  try {
    const result = await work(db);
    if (trouble === 'full') setTrouble(null);
    return result;
  } catch (error) {
    if ((error as { name?: string } | null)?.name === 'QuotaExceededError') setTrouble('full');
    return undefined;
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
