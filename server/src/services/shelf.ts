import {
  entryOf,
  type ApplicatorInput,
  type ApplicatorRecord,
  type CleanerDetail,
  type CleanerInput,
  type CleanerRecord,
} from '@elm-mist/contract';
import type { CleanerEntry } from '@elm-mist/core/formats';
import { completeLabel } from '@elm-mist/core/mix';
import { eq } from 'drizzle-orm';
import { notFound, Problem } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';
import * as shelf from '../store/shelf';
import { createIdempotent } from './made';

/** An entry as the row that is stored: what the label does not say is filled in, and remembered as assumed. */
export const cleanerRow = (entry: CleanerEntry): Omit<typeof t.cleaner.$inferInsert, 'id'> => {
  const { id: _id, ...row } = { id: '', ...entry, ...completeLabel(entry) };
  return row;
};

function checkName(db: Db, name: string, ownId: string | null): void {
  if (shelf.cleaners(db).some((cleaner) => cleaner.id !== ownId && cleaner.name.toLowerCase() === name.toLowerCase())) {
    throw new Problem(409, 'conflict', 'There is a cleaner of that name.', { name: 'There is a cleaner of that name.' });
  }
}

function readCleaner(db: Db, id: string): CleanerRecord {
  const record = shelf.findCleaner(db, id);
  if (!record) throw notFound('cleaner', id);
  return record;
}

/** Adds a cleaner from its label. @throws Problem 409 `name` when the name is taken */
export function addCleaner(store: Store, input: CleanerInput, at: string): CleanerRecord {
  return store.write((db) =>
    createIdempotent(
      db,
      'cleaner',
      input,
      at,
      (id) => shelf.findCleaner(db, id),
      (id) => {
        checkName(db, input.name, null);
        db.insert(t.cleaner)
          .values({ ...cleanerRow(entryOf(input)), id })
          .run();
        return readCleaner(db, id);
      },
    ),
  );
}

/** Changes what a label says. Plans already made keep what they followed. @throws Problem 404 · 409 `name` */
export function changeCleaner(store: Store, id: string, input: CleanerInput): CleanerRecord {
  return store.write((db) => {
    readCleaner(db, id);
    checkName(db, input.name, id);
    db.update(t.cleaner)
      .set(cleanerRow(entryOf(input)))
      .where(eq(t.cleaner.id, id))
      .run();
    return readCleaner(db, id);
  });
}

export const cleanerDetail = (db: Db, id: string): CleanerDetail => ({ cleaner: readCleaner(db, id), moves: shelf.movesOf(db, id) });

/** @throws Problem 409 `id` */
export function addApplicator(store: Store, input: ApplicatorInput, at: string): ApplicatorRecord {
  return store.write((db) =>
    createIdempotent(
      db,
      'applicator',
      input,
      at,
      (id) => shelf.applicators(db).find((row) => row.id === id),
      (id) => {
        const record = { ...input, id };
        db.insert(t.applicator).values(record).run();
        return record;
      },
    ),
  );
}

/** @throws Problem 404 */
export function changeApplicator(store: Store, id: string, input: ApplicatorInput): ApplicatorRecord {
  return store.write((db) => {
    const { changes } = db
      .update(t.applicator)
      .set({ ...input, id })
      .where(eq(t.applicator.id, id))
      .run();
    if (changes === 0) throw notFound('applicator', id);
    return { ...input, id };
  });
}

/** First bytes of each kind of sheet (PDF: ISO 32000-1, 7.5.2; JPEG: ITU T.81; PNG: W3C PNG). */
const SHEET_KINDS: Record<string, readonly number[]> = {
  'application/pdf': [0x25, 0x50, 0x44, 0x46],
  'image/jpeg': [0xff, 0xd8, 0xff],
  'image/png': [0x89, 0x50, 0x4e, 0x47],
};

/** Keeps the safety sheet of a cleaner in place of the one before. @throws Problem 404 · 415 neither PDF nor picture, by its first bytes */
export function keepSheet(store: Store, cleanerId: string, contentType: string, bytes: Buffer, receivedAt: string): CleanerRecord {
  const mime = Object.keys(SHEET_KINDS).find((kind) => contentType.startsWith(kind));
  if (!mime || !SHEET_KINDS[mime]?.every((byte, i) => bytes[i] === byte)) {
    throw new Problem(415, 'bad-type', 'A safety sheet must be a PDF, a JPEG or a PNG.', {
      body: 'A safety sheet must be a PDF, a JPEG or a PNG.',
    });
  }
  return store.write((db) => {
    readCleaner(db, cleanerId);
    const row = { mime, bytes, receivedAt };
    db.insert(t.safetySheet)
      .values({ cleanerId, ...row })
      .onConflictDoUpdate({ target: t.safetySheet.cleanerId, set: row })
      .run();
    return readCleaner(db, cleanerId);
  });
}

/** @throws Problem 404 when none is kept */
export function readSheet(db: Db, cleanerId: string): { mime: string; bytes: Buffer } {
  const row = db.select().from(t.safetySheet).where(eq(t.safetySheet.cleanerId, cleanerId)).get();
  if (!row) throw notFound('safety sheet for', cleanerId);
  return row;
}
