import type {
  DayOrderInput,
  PastVisit,
  SystemDetail,
  VisitChange,
  VisitDetail,
  VisitInput,
  VisitRecord,
  VisitSlot,
} from '@elm-mist/contract';
import { earlierKnown, systemFindings } from '@elm-mist/core/history';
import { eq } from 'drizzle-orm';
import { notFound, Problem, refused } from '../http/problem';
import type { Db, Store } from '../store/open';
import { agreementOf, clocksOf } from '../store/clocks';
import * as p from '../store/places';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { knownBefore, pastOf, type Past } from './known';
import { climateHere } from './climate';
import { paceHere } from './pace';
import { namedClocks } from './clocks';
import { createIdempotent } from './made';
import { crewsOn } from './dayCrews';
import { USUAL_MIN, usualMinutes } from './usualMinutes';
import { visitFrame } from './visitFrame';
import { weatherOf } from './weather';

export function visitDetail(store: Store, visitId: string): VisitDetail {
  const { db } = store;
  const frame = visitFrame(db, visitId);
  return {
    ...frame,
    events: v.eventsOf(db, visitId),
    known: knownBefore(store, frame),
    weather: weatherOf(db, frame.visit.day),
  };
}

/** Coils that a visit may work on: the system's own, not put away. @throws Problem 422 `coilIds` */
function coilsFor(db: Db, systemId: string, wanted: readonly string[] | undefined): string[] {
  const coils = p.coilsOf(db, systemId).filter((coil) => !coil.archived);
  const coilIds = wanted ?? coils.map((coil) => coil.id);
  const stranger = coilIds.findIndex((id, i) => !coils.some((coil) => coil.id === id) || coilIds.indexOf(id) !== i);
  if (stranger >= 0)
    throw new Problem(422, 'unknown', 'That coil is not of this system.', { [`coilIds[${stranger}]`]: 'That coil is not of this system.' });
  if (coilIds.length === 0) throw refused('coilIds', 'Add a coil to the system first.', 'missing');
  // Outdoor first, whatever order they were chosen in.
  return coils.map((coil) => coil.id).filter((id) => coilIds.includes(id));
}

function setCoils(db: Db, visitId: string, coilIds: readonly string[]): void {
  db.delete(t.visitCoil).where(eq(t.visitCoil.visitId, visitId)).run();
  db.insert(t.visitCoil)
    .values(coilIds.map((coilId, position) => ({ visitId, coilId, position })))
    .run();
}

/** Plans a new visit. @throws Problem 409 `id` · 422 for a system or coil that is not there, or is put away */
export function addVisit(store: Store, input: VisitInput, at: string): VisitRecord {
  return store.write((db, only) =>
    createIdempotent(
      db,
      'visit',
      input,
      at,
      (id) => v.findVisit(db, id),
      (id) => {
        const system = p.findSystem(db, input.systemId);
        if (!system) throw refused('systemId', `There is no system "${input.systemId}".`, 'unknown');
        if (system.archived) throw refused('systemId', 'This system is put away: bring it back first.');
        const coilIds = coilsFor(db, input.systemId, input.coilIds);
        const { systemId, day, startMinute, durationMin, windowFrom = null, windowTo = null, purpose } = input;
        db.insert(t.visit).values({ id, systemId, day, startMinute, durationMin, windowFrom, windowTo, purpose }).run();
        setCoils(db, id, coilIds);
        only({ systems: [systemId] });
        return readVisit(db, id);
      },
    ),
  );
}

function readVisit(db: Db, id: string): VisitRecord {
  const visit = v.findVisit(db, id);
  if (!visit) throw notFound('visit', id);
  return visit;
}

/**
 * Gives the visits of a day the order that was chosen: when each begins, and who goes. All of them, or none.
 * @throws Problem 422 for a visit of another day, one that is begun or closed, or a crew that is not on that day
 */
export function orderDay(store: Store, day: string, { rows }: DayOrderInput): VisitRecord[] {
  return store.write((db, only) => {
    const crews = new Set(crewsOn(db, day).crews.map((crew) => crew.id));
    const seen = new Set<string>();
    rows.forEach(({ visitId, crewId }, i) => {
      const visit = v.findVisit(db, visitId);
      const says = (field: string, words: string) => refused(`rows[${i}].${field}`, words);
      if (!visit) throw says('visitId', `There is no visit "${visitId}".`);
      if (seen.has(visitId)) throw says('visitId', 'A visit can be put in once.');
      if (visit.day !== day) throw says('visitId', `That visit is on ${visit.day} by now: look at the day again.`);
      if (visit.standing !== 'planned' && visit.standing !== 'suspended')
        throw says('visitId', 'Work on that visit has begun, or it is closed: look at the day again.');
      if (!crews.has(crewId)) throw says('crewId', 'That crew is not on this day.');
      seen.add(visitId);
    });
    for (const { visitId, startMinute, crewId } of rows) {
      db.update(t.visit).set({ startMinute, crewId }).where(eq(t.visit.id, visitId)).run();
    }
    const visits = rows.map(({ visitId }) => readVisit(db, visitId));
    only({ systems: visits.map(({ systemId }) => systemId) });
    return visits;
  });
}

/** A visit that may still be moved and changed. @throws Problem 404 · 422 for a closed or cancelled one */
function changeable(db: Db, id: string): VisitRecord {
  const visit = readVisit(db, id);
  if (visit.standing === 'closed') throw refused('day', 'The visit is closed: it stays as it was.');
  if (visit.standing === 'cancelled') throw refused('day', 'The visit is cancelled: open it again first.');
  return visit;
}

/** Crews are those of a day: on another one nobody in particular goes. */
const offItsCrew = (visit: VisitRecord, day: string): { crewId?: null } => (day === visit.day ? {} : { crewId: null });

/** Moves a visit that has not been closed to another day or hour. @throws Problem 404, or 422 for a closed or cancelled one */
export function moveVisit(store: Store, id: string, slot: VisitSlot): VisitRecord {
  return store.write((db, only) => {
    const visit = changeable(db, id);
    const { day, startMinute, durationMin } = slot;
    db.update(t.visit)
      .set({ day, startMinute, durationMin, ...offItsCrew(visit, day) })
      .where(eq(t.visit.id, id))
      .run();
    only({ systems: [visit.systemId] });
    return readVisit(db, id);
  });
}

/**
 * Puts a visit right: when, what for, and which coils. A coil that something was entered for stays.
 * @throws Problem 404 · 422 for a closed or cancelled one, or a coil that cannot be
 */
export function changeVisit(store: Store, id: string, change: VisitChange): VisitRecord {
  return store.write((db, only) => {
    const visit = changeable(db, id);
    const coilIds = coilsFor(db, visit.systemId, change.coilIds);
    const touched = new Set(
      v.eventsOf(db, id).flatMap((event) => ('coilId' in event.data && event.data.coilId ? [event.data.coilId] : [])),
    );
    if (visit.coilIds.some((coilId) => touched.has(coilId) && !coilIds.includes(coilId)))
      throw refused('coilIds', 'Something was entered for that coil already: leave it out in Look, with the reason.');
    const { day, startMinute, durationMin, windowFrom, windowTo, purpose } = change;
    db.update(t.visit)
      .set({ day, startMinute, durationMin, windowFrom, windowTo, purpose, ...offItsCrew(visit, day) })
      .where(eq(t.visit.id, id))
      .run();
    setCoils(db, id, coilIds);
    only({ systems: [visit.systemId] });
    return readVisit(db, id);
  });
}

const pastVisit = ({ visit, read }: Past): PastVisit => ({
  id: visit.id,
  day: visit.day,
  purpose: visit.purpose,
  standing: visit.standing,
  by: read.by,
  coils: read.coils,
  figures: read.figures,
  nextDue: read.nextDue,
  note: read.note,
});

export function systemDetail(store: Store, systemId: string): SystemDetail {
  const { db } = store;
  const system = p.findSystem(db, systemId);
  const place = system && p.findPlace(db, system.placeId);
  if (!system || !place) throw notFound('system', systemId);
  const past = pastOf(db, systemId);
  const coils = p.coilsOf(db, systemId);
  const findings = systemFindings(past);
  return {
    system,
    place,
    coils,
    history: past
      .filter(({ visit }) => visit.standing !== 'planned')
      .reverse()
      .map(pastVisit),
    upcoming: v
      .visitsOfSystem(db, systemId)
      .filter((visit) => visit.standing === 'planned')
      .reverse(),
    findings,
    clocks: namedClocks(clocksOf(db, systemId), { coils, findings }),
    agreement: agreementOf(db, systemId),
    climate: climateHere(store),
    pace: paceHere(store, systemId, place),
    usualMin: usualMinutes(db, [systemId]).get(systemId) ?? USUAL_MIN,
    storyFacts: earlierKnown(past).story?.facts ?? [],
  };
}
