import { PHOTO_TYPES } from '@elm-mist/contract';
import { eq } from 'drizzle-orm';
import pLimit from 'p-limit';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { notFound, Problem } from '../http/problem';
import type { Db, Store } from '../store/open';
import { NOTHING } from '../store/writes';
import * as t from '../store/schema';
import { findVisit } from '../store/visits';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** First bytes of each kind of picture (JPEG: ITU T.81, SOI and marker; PNG: W3C PNG, signature). */
const SIGNATURES: Record<(typeof PHOTO_TYPES)[number], readonly number[]> = {
  'image/jpeg': [0xff, 0xd8, 0xff],
  'image/png': [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
};

/** So many pictures are taken in together: the rest wait on the wire, where they take no memory. */
const intake = pLimit(16);
/** Pictures are written one at a time, and what else is asked has its turn between two. */
const turn = pLimit(1);

/**
 * Keeps a picture under the id that the device gave it. The same id again is taken as kept.
 * @param read takes the picture's bytes off the wire
 * @throws Problem 404 unknown visit · 415 neither JPEG nor PNG, by type and by its first bytes · 422 `photoId`
 */
export async function keepPhoto(
  store: Store,
  visitId: string,
  photoId: string,
  contentType: string,
  read: () => Promise<Buffer>,
  receivedAt: string,
): Promise<{ photoId: string }> {
  if (!UUID.test(photoId))
    throw new Problem(422, 'invalid', 'The photo’s id must be a UUID.', { photoId: 'The photo’s id must be a UUID.' });
  const mime = PHOTO_TYPES.find((type) => contentType.startsWith(type));
  await intake(async () => {
    const bytes = await read();
    if (!mime || !SIGNATURES[mime].every((byte, i) => bytes[i] === byte)) {
      throw new Problem(415, 'bad-type', 'A photo must be a JPEG or a PNG.', { body: 'A photo must be a JPEG or a PNG.' });
    }
    await turn(async () => {
      await nextTurn();
      store.write((db, only) => {
        only(NOTHING);
        if (!findVisit(db, visitId)) throw notFound('visit', visitId);
        const row = { id: photoId, visitId, mime, bytes, receivedAt };
        db.insert(t.photo).values(row).onConflictDoNothing().run();
      });
    });
  });
  return { photoId };
}

export function readPhoto(db: Db, id: string): { id: string; mime: string; bytes: Buffer } {
  const row = db.select().from(t.photo).where(eq(t.photo.id, id)).get();
  if (!row) throw notFound('photo', id);
  return row;
}
