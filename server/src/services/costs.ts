import type { VisitCostRecord } from '@elm-mist/contract';
import { costOfVisit, foldVisit } from '@elm-mist/core';
import { and, asc, eq, gte, lte } from 'drizzle-orm';
import type { Db } from '../store/open';
import * as q from '../store/records';
import * as t from '../store/schema';
import * as shelf from '../store/shelf';
import { visitFrame } from './visits';

/** What each visit closed between two days took and cost, oldest first. @param from, to ISO days, both counted */
export function visitCosts(db: Db, from: string, to: string): VisitCostRecord[] {
  const house = q.readHouseRules(db);
  const cleaners = new Map(shelf.cleaners(db).map((cleaner) => [cleaner.id, cleaner]));
  const rows = db
    .select({ id: t.visit.id })
    .from(t.visit)
    .where(and(eq(t.visit.standing, 'closed'), gte(t.visit.day, from), lte(t.visit.day, to)))
    .orderBy(asc(t.visit.day), asc(t.visit.startMinute))
    .all();
  return rows.map(({ id }) => {
    const { visit, place, system, coils } = visitFrame(db, id);
    const state = foldVisit(id, system.configuration, q.eventsOf(db, id));
    return {
      visitId: id,
      day: visit.day,
      placeName: place.name,
      systemName: system.name,
      ...costOfVisit(
        state,
        coils.map((coil) => ({ id: coil.id, role: coil.role, rows: coil.geometry.rows })),
        cleaners,
        house,
      ),
    };
  });
}
