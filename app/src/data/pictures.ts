import { PHOTO_LIMIT } from '@elm-mist/contract';
import { useEffect, useState } from 'react';
import { v4 as uuid } from 'uuid';
import { readStore, writeStore } from '@/device/store';
import { sendPhotos } from './photos';
import { fetchApi } from './api';
import { apiAddress } from '@/device/realm';

const LONGEST_SIDE_PX = 1600;
const QUALITIES = [0.85, 0.7, 0.55, 0.4];

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

/**
 * Keeps a picture on the device and starts sending it.
 * @returns the id it has from now on
 * @throws Error when it is no picture, or this device has no room for it
 */
export async function keepPhoto(visitId: string, file: Blob): Promise<string> {
  const photoId = uuid();
  const photo = { visitId, blob: await shrink(file) };
  const kept = await writeStore((db) => db.put('photos', photo, photoId));
  if (!kept) throw new Error('This device has no room left for the picture.');
  void sendPhotos();
  return photoId;
}

/**
 * A picture itself: the device's own copy while it waits, else the server's.
 * @throws Error when it is on neither, or the server is away
 */
export async function photoBlob(photoId: string): Promise<Blob> {
  const waiting = await readStore((db) => db.get('photos', photoId));
  if (waiting) return waiting.blob;
  const answer = await fetchApi(`/photos/${photoId}`).catch(() => null);
  if (!answer?.ok) throw new Error('The picture is not on this device, and the server cannot be reached. It can be measured with signal.');
  return answer.blob();
}

/** Address of a picture: the device's own copy while it waits, else the server's. */
export function usePhoto(photoId: string): string {
  const [address, setAddress] = useState(apiAddress(`/photos/${photoId}`));
  useEffect(() => {
    let own: string | null = null;
    void readStore((db) => db.get('photos', photoId)).then((waiting) => {
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
