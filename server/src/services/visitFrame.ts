import type { Agreement } from '@elm-mist/core/agreement';
import type { CoilRecord, PlaceRecord, SystemRecord, VisitRecord } from '@elm-mist/contract';
import { notFound } from '../http/problem';
import type { Db } from '../store/open';
import { agreementOf } from '../store/clocks';
import * as p from '../store/places';
import * as v from '../store/visits';

/** A visit with what stands around it. */
export interface VisitFrame {
  visit: VisitRecord;
  system: SystemRecord;
  place: PlaceRecord;
  /** In the visit's order. */
  coils: CoilRecord[];
  agreement?: Agreement | null;
}

/**
 * A visit with its place, system and coils: as they are now, or, once it is closed, as they were then.
 * @throws Problem 404
 */
export function visitFrame(db: Db, visitId: string): VisitFrame {
  const visit = v.findVisit(db, visitId);
  if (!visit) throw notFound('visit', visitId);
  const then = visit.standing === 'closed' ? v.closedAs(db, visitId) : null;
  if (then) return { visit, ...then };
  return { visit, ...surroundings(db, visit) };
}

/** Place, system and coils of a visit as they are now. */
export function surroundings(db: Db, visit: VisitRecord): Omit<VisitFrame, 'visit'> {
  const system = p.findSystem(db, visit.systemId);
  const place = system && p.findPlace(db, system.placeId);
  if (!system || !place) throw notFound('system', visit.systemId);
  const all = new Map(p.coilsOf(db, system.id).map((coil) => [coil.id, coil]));
  const coils = visit.coilIds.flatMap((id) => all.get(id) ?? []);
  return { system, place, coils, agreement: agreementOf(db, system.id) };
}
