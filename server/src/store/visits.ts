import type { VisitRecord } from '@elm-mist/contract';
import type { CostFacts, VisitSummary } from '@elm-mist/core/visit';
import type { ReceivedEvent } from '@elm-mist/core/record';
import type { VisitEvent } from '@elm-mist/core/run';
import { and, asc, count, desc, eq, exists, gt, gte, inArray, isNull, lte, sql } from 'drizzle-orm';
import type { Db } from './open';
import { prepared } from './prepared';
import * as t from './schema';

const VISIT_COLUMNS = {
  id: t.visit.id,
  systemId: t.visit.systemId,
  day: t.visit.day,
  startMinute: t.visit.startMinute,
  durationMin: t.visit.durationMin,
  windowFrom: t.visit.windowFrom,
  windowTo: t.visit.windowTo,
  crewId: t.visit.crewId,
  purpose: t.visit.purpose,
  standing: t.visit.standing,
};
type VisitRow = Omit<VisitRecord, 'coilIds'>;

function withCoils(db: Db, rows: VisitRow[]): VisitRecord[] {
  if (rows.length === 0) return [];
  const ids = rows.map((row) => row.id);
  const links = db.select().from(t.visitCoil).where(inArray(t.visitCoil.visitId, ids)).orderBy(asc(t.visitCoil.position)).all();
  const coilIds = new Map<string, string[]>(ids.map((id) => [id, []]));
  for (const link of links) coilIds.get(link.visitId)?.push(link.coilId);
  return rows.map((row) => ({ ...row, coilIds: coilIds.get(row.id) ?? [] }));
}

export const visitsOn = (db: Db, day: string): VisitRecord[] =>
  withCoils(
    db,
    db.select(VISIT_COLUMNS).from(t.visit).where(eq(t.visit.day, day)).orderBy(asc(t.visit.startMinute), asc(t.visit.id)).all(),
  );

/** Newest first. */
export const visitsOfSystem = (db: Db, systemId: string): VisitRecord[] =>
  withCoils(
    db,
    db
      .select(VISIT_COLUMNS)
      .from(t.visit)
      .where(eq(t.visit.systemId, systemId))
      .orderBy(desc(t.visit.day), desc(t.visit.startMinute))
      .all(),
  );

/** Ids of the visits closed last, newest day first. */
export const lastClosedVisits = (db: Db, most: number): { id: string; systemId: string }[] =>
  db
    .select({ id: t.visit.id, systemId: t.visit.systemId })
    .from(t.visit)
    .where(eq(t.visit.standing, 'closed'))
    .orderBy(desc(t.visit.day), desc(t.visit.startMinute))
    .limit(most)
    .all();

/** A closed visit as far as its cost is concerned, with what it was called then. */
export interface ClosedRow {
  id: string;
  day: string;
  startMinute: number;
  placeName: string;
  systemName: string;
  /** Null where it is not kept yet. */
  cost: CostFacts | null;
}

/** So many closed visits between two days, both counted, oldest first. @param after the last one before; null for the first */
export const closedBetween = (db: Db, from: string, to: string, after: ClosedRow | null, most: number, version: number): ClosedRow[] =>
  db
    .select({
      id: t.visit.id,
      day: t.visit.day,
      startMinute: t.visit.startMinute,
      placeName: sql<string>`coalesce(${t.visit.closedAs} ->> '$.place.name', ${t.place.name})`,
      systemName: sql<string>`coalesce(${t.visit.closedAs} ->> '$.system.name', ${t.system.name})`,
      cost: t.visitSummary.cost,
    })
    .from(t.visit)
    .innerJoin(t.system, eq(t.visit.systemId, t.system.id))
    .innerJoin(t.place, eq(t.system.placeId, t.place.id))
    .leftJoin(t.visitSummary, and(eq(t.visitSummary.visitId, t.visit.id), eq(t.visitSummary.version, version)))
    .where(
      and(
        eq(t.visit.standing, 'closed'),
        gte(t.visit.day, after?.day ?? from),
        lte(t.visit.day, to),
        sql`(${t.visit.day}, ${t.visit.startMinute}, ${t.visit.id}) > (${after?.day ?? ''}, ${after?.startMinute ?? -1}, ${after?.id ?? ''})`,
      ),
    )
    .orderBy(asc(t.visit.day), asc(t.visit.startMinute), asc(t.visit.id))
    .limit(most)
    .all();

export const nextVisitAfter = (db: Db, day: string): VisitRecord | undefined =>
  withCoils(
    db,
    db
      .select(VISIT_COLUMNS)
      .from(t.visit)
      .where(and(eq(t.visit.standing, 'planned'), gte(t.visit.day, day)))
      .orderBy(asc(t.visit.day), asc(t.visit.startMinute))
      .limit(1)
      .all(),
  )[0];

const ID = sql.placeholder('id');

export function findVisit(db: Db, id: string): VisitRecord | undefined {
  const row = prepared(db, 'visit', () => db.select(VISIT_COLUMNS).from(t.visit).where(eq(t.visit.id, ID)).prepare()).get({ id });
  if (!row) return undefined;
  const links = prepared(db, 'visit coils', () =>
    db
      .select({ coilId: t.visitCoil.coilId })
      .from(t.visitCoil)
      .where(eq(t.visitCoil.visitId, ID))
      .orderBy(asc(t.visitCoil.position))
      .prepare(),
  ).all({ id });
  return { ...row, coilIds: links.map((link) => link.coilId) };
}

export const closedAs = (db: Db, id: string): t.ClosedAs | null =>
  db.select({ closedAs: t.visit.closedAs }).from(t.visit).where(eq(t.visit.id, id)).get()?.closedAs ?? null;

const EVENT_COLUMNS = { id: t.event.id, visitId: t.event.visitId, at: t.event.at, by: t.event.by, kind: t.event.kind, data: t.event.data };

export const eventsOf = (db: Db, visitId: string): VisitEvent[] =>
  db.select(EVENT_COLUMNS).from(t.event).where(eq(t.event.visitId, visitId)).orderBy(asc(t.event.seq)).all() as VisitEvent[];

export const countEvents = (db: Db, visitId: string): number =>
  db.select({ n: count() }).from(t.event).where(eq(t.event.visitId, visitId)).get()?.n ?? 0;

/** The same with when the server received each, in the order received. */
export const receivedEventsOf = (db: Db, visitId: string): ReceivedEvent[] =>
  db
    .select({ ...EVENT_COLUMNS, receivedAt: t.event.receivedAt, saidAt: t.event.saidAt })
    .from(t.event)
    .where(eq(t.event.visitId, visitId))
    .orderBy(asc(t.event.seq))
    .all()
    .map(({ saidAt, ...event }) => (saidAt === null ? event : { ...event, saidAt })) as ReceivedEvent[];

export const findEvents = (db: Db, ids: readonly string[]): Map<string, VisitEvent> =>
  new Map(
    db
      .select(EVENT_COLUMNS)
      .from(t.event)
      .where(inArray(t.event.id, [...ids]))
      .all()
      .map((row): [string, VisitEvent] => [row.id, row as VisitEvent]),
  );

/** So many rows in one statement at most: as many are entered in one breath. */
const MOST_ROWS = 20;
const EVENT_FIELDS = ['id', 'visitId', 'at', 'by', 'kind', 'data', 'receivedAt', 'saidAt'] as const;

/** A statement that adds so many entries; the values of each row are numbered. */
const addingRows = (db: Db, count: number) =>
  prepared(db, `add ${count} events`, () =>
    db
      .insert(t.event)
      .values(
        Array.from({ length: count }, (_, n) =>
          Object.fromEntries(EVENT_FIELDS.map((field) => [field, sql.placeholder(`${field}${n}`)])),
        ) as unknown as (typeof t.event.$inferInsert)[],
      )
      .prepare(),
  );

/**
 * Adds entries, in the order given.
 * @param saidAt the time that a phone gave, by id, where another was set
 */
export function addEvents(
  db: Db,
  events: readonly VisitEvent[],
  receivedAt: string,
  saidAt: ReadonlyMap<string, string> = new Map(),
): void {
  for (let from = 0; from < events.length; from += MOST_ROWS) {
    const rows = events.slice(from, from + MOST_ROWS);
    const values: Record<string, unknown> = {};
    rows.forEach((event, n) => {
      const row = { ...event, receivedAt, saidAt: saidAt.get(event.id) ?? null };
      for (const field of EVENT_FIELDS) values[`${field}${n}`] = row[field];
    });
    addingRows(db, rows.length).run(values);
  }
}

/** What is kept of visits beside their events, where it is of the present shape. */
export function readsOf(db: Db, ids: readonly string[], version: number): Map<string, VisitSummary> {
  const found = new Map<string, VisitSummary>();
  // SQLite takes so many values in one statement.
  for (let from = 0; from < ids.length; from += MOST_VALUES) {
    const some = ids.slice(from, from + MOST_VALUES);
    const rows = db
      .select()
      .from(t.visitSummary)
      .where(and(inArray(t.visitSummary.visitId, some), eq(t.visitSummary.version, version)))
      .all();
    for (const row of rows) found.set(row.visitId, row.read);
  }
  return found;
}
const MOST_VALUES = 5000;

export function writeRead(db: Db, visitId: string, version: number, read: VisitSummary): void {
  const row = { version, read, cost: read.cost };
  db.insert(t.visitSummary)
    .values({ visitId, ...row })
    .onConflictDoUpdate({ target: t.visitSummary.visitId, set: row })
    .run();
}

/**
 * Of so many visits after one, by their ids: those that something was entered for and that have no such row, or one of another shape.
 * @returns `last` of those looked at; null when there was none
 */
export function withoutRead(db: Db, version: number, after: string, most: number): { ids: string[]; last: string | null } {
  const looked = db.select({ id: t.visit.id }).from(t.visit).where(gt(t.visit.id, after)).orderBy(asc(t.visit.id)).limit(most).all();
  const last = looked.at(-1)?.id ?? null;
  if (last === null) return { ids: [], last };
  const entered = exists(db.select({ id: t.event.id }).from(t.event).where(eq(t.event.visitId, t.visit.id)));
  const ids = db
    .select({ id: t.visit.id })
    .from(t.visit)
    .leftJoin(t.visitSummary, and(eq(t.visitSummary.visitId, t.visit.id), eq(t.visitSummary.version, version)))
    .where(and(gt(t.visit.id, after), lte(t.visit.id, last), isNull(t.visitSummary.version), entered))
    .all()
    .map((row) => row.id);
  return { ids, last };
}

export const forgetReads = (db: Db): void => void db.delete(t.visitSummary).run();
