import type { VisitEvent } from '@elm-mist/core/run';
import { deleteDB, openDB, type IDBPDatabase } from 'idb';
import { writeStore } from '@/device/store';

/** Where earlier versions of the program kept what waited on the device. */
const OLD = { outbox: 'elm-mist-outbox', entries: 'entries', queue: 'elm-mist.outbox', journal: 'elm-mist.outbox.journal' } as const;
const OLD_PHOTOS = { name: 'keyval-store', store: 'keyval', prefix: 'elm-mist.photo.' } as const;

/** A database of before; null where there is none, and none is made. */
async function oldDatabase(name: string): Promise<IDBPDatabase | null> {
  const known = await (indexedDB as Partial<IDBFactory>).databases?.call(indexedDB).catch(() => []);
  if (!known?.some((database) => database.name === name)) return null;
  return openDB(name).catch(() => null);
}

/** Brings what an earlier version left waiting on this device into the one store, once, in its order; then the old places are let go. */
export async function fromBefore(): Promise<void> {
  if (typeof indexedDB === 'undefined') return;
  const journal = JSON.parse(readOld(OLD.journal) ?? '[]') as VisitEvent[];
  const old = await oldDatabase(OLD.outbox);
  const kept =
    old && old.objectStoreNames.contains(OLD.entries)
      ? ((await old.get(OLD.entries, OLD.queue)) as
          | { waiting?: VisitEvent[]; refused?: { event: VisitEvent; message: string }[] }
          | undefined)
      : undefined;
  const waiting = new Map([...(kept?.waiting ?? []), ...journal].map((event) => [event.id, event]));
  const photosOf = await oldDatabase(OLD_PHOTOS.name);
  const photos: [string, { visitId: string; blob: Blob }][] = [];
  if (photosOf?.objectStoreNames.contains(OLD_PHOTOS.store))
    for (const key of await photosOf.getAllKeys(OLD_PHOTOS.store))
      if (typeof key === 'string' && key.startsWith(OLD_PHOTOS.prefix))
        photos.push([key.slice(OLD_PHOTOS.prefix.length), (await photosOf.get(OLD_PHOTOS.store, key)) as { visitId: string; blob: Blob }]);
  const moved = await writeStore(async (db) => {
    const transaction = db.transaction(['queue', 'refused', 'photos'], 'readwrite');
    for (const event of waiting.values()) void transaction.objectStore('queue').add({ id: event.id, kind: 'event', event });
    for (const { event, message } of kept?.refused ?? [])
      void transaction.objectStore('refused').put({ id: event.id, kind: 'event', event, message }, event.id);
    for (const [id, photo] of photos) void transaction.objectStore('photos').put(photo, id);
    await transaction.done;
  });
  old?.close();
  photosOf?.close();
  if (!moved) return;
  forgetOld(OLD.journal);
  if (old) await deleteDB(OLD.outbox);
  if (photosOf) await deleteDB(OLD_PHOTOS.name);
}

function readOld(key: string): string | null {
  try {
    return window.localStorage.getItem(key);
  } catch {
    return null;
  }
}

function forgetOld(key: string): void {
  try {
    window.localStorage.removeItem(key);
  } catch {
    // Nothing was kept there.
  }
}
