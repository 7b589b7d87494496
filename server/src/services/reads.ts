import { visitSummary, type VisitSummary } from '@elm-mist/core/visit';
import { foldVisit } from '@elm-mist/core/run';
import type { Db } from '../store/open';
import * as v from '../store/visits';
import { visitFrame } from './visitFrame';

/** Counted up whenever what is drawn from a visit changes its shape or meaning: rows of before are then made again. */
export const READ_VERSION = 5;

/** What is kept of a visit, drawn from its entries again. */
export function drawRead(db: Db, visitId: string): VisitSummary {
  const { system, place, coils } = visitFrame(db, visitId);
  const events = v.eventsOf(db, visitId);
  return visitSummary(foldVisit(visitId, system.configuration, events), events, coils, { ...system, altitudeM: place.altitudeM });
}

/** What is kept of visits in today's shape. */
export const keptReads = (db: Db, ids: readonly string[]): Map<string, VisitSummary> => v.readsOf(db, ids, READ_VERSION);

/** What is kept of visits, in the order asked; what is missing, as in a folder of before, is drawn on the spot. */
export function readsOf(db: Db, ids: readonly string[]): VisitSummary[] {
  const kept = keptReads(db, ids);
  return ids.map((id) => kept.get(id) ?? drawRead(db, id));
}
