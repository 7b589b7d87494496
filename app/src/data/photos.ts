import { PHOTO_LIMIT } from '@elm-mist/contract';
import { del, get, keys as storedKeys, set } from 'idb-keyval';
import { useEffect, useState } from 'react';
import { v4 as uuid } from 'uuid';

const PREFIX = 'elm-mist.photo.';
const LONGEST_SIDE_PX = 1600;
const QUALITIES = [0.85, 0.7, 0.55, 0.4];

interface WaitingPhoto {
  visitId: string;
  blob: Blob;
}

const blobOf = (canvas: HTMLCanvasElement, quality: number): Promise<Blob | null> =>
  new Promise((done) => canvas.toBlob(done, 'image/jpeg', quality));

/** A picture small enough to keep and send: longest side 1600 px, JPEG, under the server's limit. @throws Error when it is no picture */
export async function shrink(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) throw new Error('That file is not a picture this device can read.');
  const scale = Math.min(1, LONGEST_SIDE_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  for (const quality of QUALITIES) {
    const blob = await blobOf(canvas, quality);
    if (blob && blob.size <= PHOTO_LIMIT) return blob;
  }
  throw new Error('The picture is too large to keep.');
}

/** Keeps a picture on the device and starts sending it. @returns the id it has from now on */
export async function keepPhoto(visitId: string, file: Blob): Promise<string> {
  const photoId = uuid();
  await set(PREFIX + photoId, { visitId, blob: await shrink(file) } satisfies WaitingPhoto);
  void sendPhotos();
  return photoId;
}

let sending = false;

/** Sends pictures that wait on the device; one that the server has is let go. Tries again with every call. */
export async function sendPhotos(): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (const key of await storedKeys()) {
      if (typeof key !== 'string' || !key.startsWith(PREFIX)) continue;
      const waiting = await get<WaitingPhoto>(key);
      if (!waiting) continue;
      const answer = await fetch(`/api/visits/${encodeURIComponent(waiting.visitId)}/photos/${key.slice(PREFIX.length)}`, {
        method: 'PUT',
        headers: { 'Content-Type': waiting.blob.type },
        body: waiting.blob,
      });
      if (answer.ok) await del(key);
    }
  } catch {
    // The server is away: the pictures stay on the device until the next try.
  } finally {
    sending = false;
  }
}

/** Address of a picture: the device's own copy while it waits, else the server's. */
export function usePhoto(photoId: string): string {
  const [address, setAddress] = useState(`/api/photos/${photoId}`);
  useEffect(() => {
    let own: string | null = null;
    void get<WaitingPhoto>(PREFIX + photoId).then((waiting) => {
      if (!waiting) return;
      own = URL.createObjectURL(waiting.blob);
      setAddress(own);
    });
    return () => {
      if (own) URL.revokeObjectURL(own);
    };
  }, [photoId]);
  return address;
}
