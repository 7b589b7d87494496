import { inOneTab, readStore, writeStore } from '@/device/store';
import { fetchApi } from './api';
import { backoffMs } from './backoff';

/** Pictures that the server did not take, and when each is tried again. */
const held = new Map<string, { tries: number; untilMs: number }>();

/** @returns whether the server says that it has the picture: 201 with its id. A page of a hotel's network is no such answer. */
async function isTaken(answer: Response, id: string): Promise<boolean> {
  if (answer.status !== 201) return false;
  const told = (await answer.json().catch(() => null)) as { photoId?: unknown } | null;
  return told?.photoId === id;
}

/** Sends pictures that wait on the device, in one tab at a time; one that the server has is let go. The rest is tried again with later calls. */
export const sendPhotos = (): Promise<void> =>
  inOneTab('photos', async () => {
    try {
      const ids = (await readStore((db) => db.getAllKeys('photos'))) ?? [];
      for (const id of ids) {
        if ((held.get(id)?.untilMs ?? 0) > Date.now()) continue;
        const waiting = await readStore((db) => db.get('photos', id));
        if (!waiting) continue;
        const answer = await fetchApi(`/visits/${encodeURIComponent(waiting.visitId)}/photos/${id}`, {
          method: 'PUT',
          headers: { 'Content-Type': waiting.blob.type },
          body: waiting.blob,
        });
        if (await isTaken(answer, id)) {
          held.delete(id);
          await writeStore((db) => db.delete('photos', id));
        } else {
          const tries = (held.get(id)?.tries ?? 0) + 1;
          held.set(id, { tries, untilMs: Date.now() + backoffMs(tries) });
        }
      }
    } catch {
      // The server is away: the pictures stay on the device until the next try.
    }
  });
