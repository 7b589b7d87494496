import { isDeepStrictEqual } from 'node:util';
import { checkEvent, CoreError, foldVisit, standingOf, type VisitEvent } from '@elm-mist/core';
import { eq } from 'drizzle-orm';
import { Problem } from '../http/problem';
import type { Store } from '../store/open';
import * as q from '../store/records';
import * as t from '../store/schema';
import { cleaners } from '../store/shelf';
import { settleStock } from './stock';
import { visitFrame } from './visits';

export interface Appended {
  /** Ids now stored, newly or from before. */
  accepted: string[];
  /** How many of them were new. */
  added: number;
}

/**
 * Appends events to a visit in the order given. All are written or none; an id that is stored already, with the same
 * content, counts as accepted and is not written again.
 * @throws Problem 404 unknown visit · 409 an id stored with other content · 422 an event that may not be added, its index in the field
 */
export function appendEvents(store: Store, visitId: string, events: readonly VisitEvent[], receivedAt: string): Appended {
  return store.write((db) => {
    const { system, coils } = visitFrame(db, visitId);
    const stored = q.eventsOf(db, visitId);
    const frame = { configuration: system.configuration, coils, shelf: cleaners(db), events: stored };
    let state = foldVisit(visitId, system.configuration, stored);
    let added = 0;
    events.forEach((event, index) => {
      const at = `events[${index}]`;
      const before = q.findEvent(db, event.id);
      if (before) {
        if (!isDeepStrictEqual(before, JSON.parse(JSON.stringify(event)))) {
          throw new Problem(409, 'conflict', 'An event with this id is stored already, with other content.', {
            [`${at}.id`]: 'This id is taken by another event.',
          });
        }
        return;
      }
      try {
        checkEvent(state, event, frame);
      } catch (error) {
        if (error instanceof CoreError) throw new Problem(422, error.code, error.message, { [`${at}.${error.field}`]: error.message });
        throw error;
      }
      db.insert(t.event)
        .values({ ...event, receivedAt })
        .run();
      stored.push(event);
      state = foldVisit(visitId, system.configuration, stored);
      added += 1;
    });
    if (added > 0) {
      settleStock(db, visitId, state, events.at(-1)?.by ?? '', receivedAt);
      db.update(t.visit)
        .set({ standing: standingOf(state) })
        .where(eq(t.visit.id, visitId))
        .run();
    }
    return { accepted: events.map((event) => event.id), added };
  });
}
