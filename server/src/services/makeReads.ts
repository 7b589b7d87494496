import type { Store } from '../store/open';
import { indexAllPlaces } from '../store/places';
import * as v from '../store/visits';
import { settleOpen } from './open';
import { drawRead, READ_VERSION } from './reads';

/** Rows made in one slice, so that nobody else's request waits long. */
const SLICE = 5;

/**
 * Makes the rows that are missing, a few at a time, with room for requests between, and with them the list of what is open.
 * @param all makes every row anew, and the index of places with them
 * @returns how many were made
 */
export async function makeReads(store: Store, all = false): Promise<number> {
  let count = 0;
  if (all) {
    store.write((db) => {
      v.forgetReads(db);
      indexAllPlaces(db);
    });
  }
  for (;;) {
    const ids = v.withoutRead(store.db, READ_VERSION, SLICE);
    if (ids.length === 0) return count;
    store.write((db) => {
      for (const id of ids) v.writeRead(db, id, READ_VERSION, drawRead(db, id));
      for (const systemId of new Set(ids.flatMap((id) => v.findVisit(db, id)?.systemId ?? []))) settleOpen(db, systemId);
    });
    count += ids.length;
    await new Promise((done) => setImmediate(done));
  }
}
