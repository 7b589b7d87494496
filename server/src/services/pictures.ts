import { PassThrough, type Readable } from 'node:stream';
import { coilName } from '@elm-mist/core/equipment';
import { foldVisit } from '@elm-mist/core/run';
import { eq } from 'drizzle-orm';
import { Zip, ZipPassThrough } from 'fflate';
import { taken } from '../http/taken';
import type { Db } from '../store/open';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { cleanPicture } from './cleanPicture';
import { visitFrame } from './visitFrame';

/** Words as a part of a file's name. */
const plain = (words: string): string =>
  words
    .replace(/[\\/:*?"<>|\s\p{Cc}]+/gu, ' ')
    .trim()
    .slice(0, 80);

/**
 * The pictures of a visit as they were kept, in one ZIP, named by their order, coil, side and caption; without place and time that a camera wrote
 * into them, unless they are wanted.
 * @throws Problem 404
 */
export function picturesFile(db: Db, visitId: string, keepsMeta: boolean): Readable {
  const { system, coils } = visitFrame(db, visitId);
  const state = foldVisit(visitId, system.configuration, v.eventsOf(db, visitId));
  const out = new PassThrough();
  const zip = new Zip((error, chunk, final) => {
    if (error) out.destroy(error);
    else out.write(chunk);
    if (final) out.end();
  });
  const run = async () => {
    for (const [i, { value }] of state.photos.entries()) {
      const row = db.select().from(t.photo).where(eq(t.photo.id, value.photoId)).get();
      // A phone that has not sent it yet.
      if (!row) continue;
      const coil = coils.find((each) => each.id === value.coilId);
      const name = [String(i + 1).padStart(2, '0'), coil ? coilName(coil) : 'unit', value.when, value.caption]
        .map(plain)
        .filter(Boolean)
        .join(' ');
      // A picture does not get smaller by packing.
      const file = new ZipPassThrough(`${name}.${row.mime === 'image/png' ? 'png' : 'jpg'}`);
      zip.add(file);
      file.push(keepsMeta ? row.bytes : cleanPicture(row.bytes, row.mime), true);
      await taken(out);
    }
    zip.end();
  };
  run().catch((error: Error) => out.destroy(error));
  return out;
}
