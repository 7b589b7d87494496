import type { Query } from '@tanstack/react-query';
import { writeStore } from '@/device/store';
import { FRESH_MS, KEPT_MS, queryClient } from './client';
import { putLeftAside } from './leftBehind';

/** Counted up whenever the shape of what is read changes: an older copy is let go rather than misread. */
const SHAPE = '5';
/** Changes of one moment are written together, ms. */
const GATHER_MS = 400;

/** The service worker's name for pictures (`scripts/lib/shell`). */
const PICTURES = 'elm-mist-pictures';

const changed = new Map<string, Query>();
let timer: ReturnType<typeof setTimeout> | null = null;

/** Writes what has changed since the last time. */
export async function keepAnswers(): Promise<void> {
  timer = null;
  const some = [...changed.values()];
  changed.clear();
  await writeStore(async (db) => {
    const transaction = db.transaction('answers', 'readwrite');
    for (const { queryHash, queryKey, state } of some) {
      if (state.data === undefined) continue;
      void transaction.store.put({ key: queryKey, data: state.data, at: state.dataUpdatedAt, shape: SHAPE }, queryHash);
    }
    await transaction.done;
  });
}

let opened: Promise<void> | null = null;

/** Gives back what was read before, so that it opens with no signal, and keeps what is read from now on: a record for each question. */
export function openAnswers(): Promise<void> {
  opened ??= (async () => {
    await writeStore(async (db) => {
      const transaction = db.transaction('answers', 'readwrite');
      const oldest = Date.now() - KEPT_MS;
      for (let cursor = await transaction.store.openCursor(); cursor; cursor = await cursor.continue()) {
        const { key, data, at, shape } = cursor.value;
        if (shape !== SHAPE || at < oldest) void cursor.delete();
        // What was written down last may be older than what was shown last: a page that opens asks once more.
        else if (queryClient.getQueryData(key) === undefined)
          queryClient.setQueryData(key, data, { updatedAt: Math.min(at, Date.now() - FRESH_MS) });
      }
      await transaction.done;
    });
    queryClient.getQueryCache().subscribe(({ type, query }) => {
      if (type !== 'updated' || query.state.data === undefined) return;
      changed.set(query.queryHash, query as Query);
      timer ??= setTimeout(() => void keepAnswers(), GATHER_MS);
    });
    // A page that is left writes what it has at once.
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'hidden' && changed.size > 0) void keepAnswers();
    });
  })();
  return opened;
}

/** Lets go of what is kept of answers on the device: rows, and pictures as the service worker has them (there is none without a secure context). */
async function forgetKept(): Promise<void> {
  await writeStore((db) => db.clear('answers'));
  if (typeof caches !== 'undefined') await caches.delete(PICTURES).catch(() => false);
}

/** Drops every answer that no open screen shows, and asks again for those: an open visit goes on meanwhile with what it has. */
export async function renewAnswers(): Promise<void> {
  changed.clear();
  queryClient.removeQueries({ type: 'inactive' });
  await forgetKept();
  void queryClient.invalidateQueries();
}

/** Lets go of every answer, and of what came to nothing: another shop is open now, or somebody else is at it. */
export async function forgetAnswers(): Promise<void> {
  changed.clear();
  queryClient.clear();
  putLeftAside();
  await forgetKept();
}
