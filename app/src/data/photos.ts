import { inOneTab, withStore } from '@/device/store';
import { fetchApi } from './api';

/** Sends pictures that wait on the device, in one tab at a time; one that the server has is let go. Tries again with every call. */
export const sendPhotos = (): Promise<void> =>
  inOneTab('photos', async () => {
    try {
      const ids = (await withStore((db) => db.getAllKeys('photos'))) ?? [];
      for (const id of ids) {
        const waiting = await withStore((db) => db.get('photos', id));
        if (!waiting) continue;
        const answer = await fetchApi(`/visits/${encodeURIComponent(waiting.visitId)}/photos/${id}`, {
          method: 'PUT',
          headers: { 'Content-Type': waiting.blob.type },
          body: waiting.blob,
        });
        if (answer.ok) await withStore((db) => db.delete('photos', id));
      }
    } catch {
      // The server is away: the pictures stay on the device until the next try.
    }
  });
