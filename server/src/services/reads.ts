import { foldVisit, visitRead, type VisitRead } from '@elm-mist/core';
import type { Db, Store } from '../store/open';
import * as v from '../store/visits';
import { indexAllPlaces } from '../store/places';
import { visitFrame } from './visitFrame';

/** Counted up whenever what is drawn from a visit changes its shape or meaning: rows of before are then made anew. */
export const READ_VERSION = 2;

/** What is kept of a visit, drawn from its entries anew. */
export function drawRead(db: Db, visitId: string): VisitRead {
  const { system, place, coils } = visitFrame(db, visitId);
  const events = v.eventsOf(db, visitId);
  return visitRead(foldVisit(visitId, system.configuration, events), events, coils, { ...system, altitudeM: place.altitudeM });
}

/** What is kept of visits, in the order asked; what is missing, as in a folder of before, is drawn on the spot. */
export function readsOf(db: Db, ids: readonly string[]): VisitRead[] {
  const kept = v.readsOf(db, ids, READ_VERSION);
  return ids.map((id) => kept.get(id) ?? drawRead(db, id));
}

/** Rows made in one slice, so that nobody else's request waits long. */
const SLICE = 5;

/**
 * Makes the rows that are missing, a few at a time, with room for requests between.
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
    });
    count += ids.length;
    await new Promise((done) => setImmediate(done));
  }
}
