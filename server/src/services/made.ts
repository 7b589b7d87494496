import { createHash, randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { Problem } from '../http/problem';
import type { Db } from '../store/open';
import * as t from '../store/schema';

const digestOf = (what: string, input: unknown): string =>
  createHash('sha256')
    .update(`${what} ${JSON.stringify(input)}`)
    .digest('base64');

/**
 * Makes a record once, however often its request comes: the device gave it an id, and the same request with the same id finds what it made.
 * @param what kind of record
 * @param input with the id, if the device gave one
 * @param read the record of an id, or undefined
 * @throws Problem 409 `id` when the id was used for something else
 */
export function createIdempotent<T, I extends { id?: string | undefined }>(
  db: Db,
  what: string,
  input: I,
  at: string,
  read: (id: string) => T | undefined,
  make: (id: string) => T,
): T {
  const id = input.id;
  if (id === undefined) return make(randomUUID());
  const digest = digestOf(what, input);
  const before = db.select().from(t.made).where(eq(t.made.id, id)).get();
  const there = read(id);
  if (before?.digest === digest && there !== undefined) return there;
  if (before || there !== undefined)
    throw new Problem(409, 'conflict', 'Something else was made under this id.', { id: 'Something else was made under this id.' });
  const made = make(id);
  db.insert(t.made).values({ id, digest, at }).run();
  return made;
}
