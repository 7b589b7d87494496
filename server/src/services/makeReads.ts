import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Store } from '../store/open';
import { indexAllPlaces } from '../store/places';
import * as t from '../store/schema';
import { readMeta, writeMeta } from '../store/settings';
import * as v from '../store/visits';
import { settleClocks } from './clocks';
import { settleOpen } from './open';
import { drawRead, READ_VERSION } from './reads';

/** Marks a folder whose lists of what is open and what is due were drawn from rows of this shape. */
const OPEN_DRAWN = 'open-drawn';

/** Rows made in one slice, and visits looked through for rows that lack, so that nobody else's request waits long. */
const SLICE = 5;
const LOOKED = 200;

/**
 * Makes the rows that are missing, a few at a time, with room for requests between, and with them the lists of what is open and what is due.
 * @param all makes every row again, and the index of places with them
 * @param looked visits looked through at a time for rows that lack
 * @returns how many were made
 */
export async function makeReads(store: Store, all = false, looked = LOOKED): Promise<number> {
  let count = 0;
  if (all) {
    store.write((db) => {
      v.forgetReads(db);
      indexAllPlaces(db);
    });
  }
  for (let after: string | null = ''; after !== null;) {
    const { ids, last } = v.withoutRead(store.db, READ_VERSION, after, looked);
    for (let from = 0; from < ids.length; from += SLICE) {
      const some = ids.slice(from, from + SLICE);
      store.write((db) => {
        for (const id of some) v.writeRead(db, id, READ_VERSION, drawRead(db, id));
      });
      await nextTurn();
    }
    count += ids.length;
    after = last;
    await nextTurn();
  }
  // What is open is drawn once every row is there, a system at a time, and again after a stop in the middle of it.
  if (!all && readMeta(store.db, OPEN_DRAWN) === String(READ_VERSION)) return count;
  const systems = store.db.select({ id: t.system.id }).from(t.system).all();
  for (let from = 0; from < systems.length; from += SLICE) {
    store.write((db) => {
      for (const { id } of systems.slice(from, from + SLICE)) {
        settleOpen(db, id);
        settleClocks(db, id);
      }
    });
    await nextTurn();
  }
  store.write((db) => writeMeta(db, OPEN_DRAWN, String(READ_VERSION)));
  return count;
}
