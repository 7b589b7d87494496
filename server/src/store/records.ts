import type { CoilRecord, PlaceRecord, SystemRecord, VisitRecord } from '@elm-mist/contract';
import type { CoilGeometry, HouseRules, VisitEvent } from '@elm-mist/core';
import { DEFAULT_HOUSE_RULES } from '@elm-mist/core';
import { and, asc, desc, eq, gte, inArray } from 'drizzle-orm';
import type { Db } from './open';
import * as t from './schema';

type CoilRow = typeof t.coil.$inferSelect;

export const coilFromRow = (row: CoilRow): CoilRecord => ({
  id: row.id,
  systemId: row.systemId,
  role: row.role,
  construction: row.construction,
  guards: row.guards,
  topOpens: row.topOpens,
  makerWaterOnly: row.makerWaterOnly,
  sizeEstimated: row.sizeEstimated,
  geometry: {
    shape: row.shape,
    finnedHeightM: row.finnedHeightM,
    rows: row.rows as CoilGeometry['rows'],
    finsPerInch: row.finsPerInch,
    rowDepthM: row.rowDepthM,
    faces: row.faces,
  },
});

export const coilToRow = (coil: CoilRecord): CoilRow => {
  const { geometry, ...build } = coil;
  return { ...build, ...geometry, sizeEstimated: build.sizeEstimated ?? false };
};

export function allPlaces(db: Db): PlaceRecord[] {
  return db
    .select()
    .from(t.place)
    .innerJoin(t.customer, eq(t.place.customerId, t.customer.id))
    .orderBy(asc(t.place.name))
    .all()
    .map(({ place, customer }) => ({
      id: place.id,
      name: place.name,
      address: place.address,
      customerName: customer.name,
      phone: customer.phone,
      latitudeDeg: place.latitudeDeg,
      longitudeDeg: place.longitudeDeg,
      altitudeM: place.altitudeM,
      note: place.note,
    }));
}

export const findPlace = (db: Db, id: string): PlaceRecord | undefined => allPlaces(db).find((place) => place.id === id);

export const systemsOf = (db: Db, placeId?: string): SystemRecord[] =>
  db
    .select()
    .from(t.system)
    .where(placeId === undefined ? undefined : eq(t.system.placeId, placeId))
    .orderBy(asc(t.system.name))
    .all();

export const findSystem = (db: Db, id: string): SystemRecord | undefined => db.select().from(t.system).where(eq(t.system.id, id)).get();

export const coilsOf = (db: Db, systemId: string): CoilRecord[] =>
  db.select().from(t.coil).where(eq(t.coil.systemId, systemId)).orderBy(asc(t.coil.role)).all().map(coilFromRow);

export const findCoil = (db: Db, id: string): CoilRecord | undefined => {
  const row = db.select().from(t.coil).where(eq(t.coil.id, id)).get();
  return row && coilFromRow(row);
};

function withCoils(db: Db, rows: (typeof t.visit.$inferSelect)[]): VisitRecord[] {
  if (rows.length === 0) return [];
  const links = db
    .select()
    .from(t.visitCoil)
    .where(
      inArray(
        t.visitCoil.visitId,
        rows.map((row) => row.id),
      ),
    )
    .orderBy(asc(t.visitCoil.position))
    .all();
  return rows.map((row) => ({ ...row, coilIds: links.filter((link) => link.visitId === row.id).map((link) => link.coilId) }));
}

export const visitsOn = (db: Db, day: string): VisitRecord[] =>
  withCoils(db, db.select().from(t.visit).where(eq(t.visit.day, day)).orderBy(asc(t.visit.startMinute), asc(t.visit.id)).all());

export const visitsOfSystem = (db: Db, systemId: string): VisitRecord[] =>
  withCoils(
    db,
    db.select().from(t.visit).where(eq(t.visit.systemId, systemId)).orderBy(desc(t.visit.day), desc(t.visit.startMinute)).all(),
  );

/** Ids of the visits closed last, newest day first. */
export const lastClosedVisits = (db: Db, most: number): string[] =>
  db
    .select({ id: t.visit.id })
    .from(t.visit)
    .where(eq(t.visit.standing, 'closed'))
    .orderBy(desc(t.visit.day), desc(t.visit.startMinute))
    .limit(most)
    .all()
    .map((row) => row.id);

export const nextVisitAfter = (db: Db, day: string): VisitRecord | undefined =>
  withCoils(
    db,
    db
      .select()
      .from(t.visit)
      .where(and(gte(t.visit.day, day), eq(t.visit.standing, 'planned')))
      .orderBy(asc(t.visit.day))
      .limit(1)
      .all(),
  )[0];

export const findVisit = (db: Db, id: string): VisitRecord | undefined =>
  withCoils(db, db.select().from(t.visit).where(eq(t.visit.id, id)).all())[0];

type EventRow = typeof t.event.$inferSelect;

export const eventFromRow = ({ id, visitId, at, by, kind, data }: EventRow): VisitEvent =>
  ({ id, visitId, at, by, kind, data }) as VisitEvent;

export const eventsOf = (db: Db, visitId: string): VisitEvent[] =>
  db.select().from(t.event).where(eq(t.event.visitId, visitId)).orderBy(asc(t.event.seq)).all().map(eventFromRow);

export const findEvent = (db: Db, id: string): VisitEvent | undefined => {
  const row = db.select().from(t.event).where(eq(t.event.id, id)).get();
  return row && eventFromRow(row);
};

export const readHouseRules = (db: Db): HouseRules => ({
  ...DEFAULT_HOUSE_RULES,
  ...db.select().from(t.houseRules).where(eq(t.houseRules.id, 1)).get()?.rules,
});

export function writeHouseRules(db: Db, rules: HouseRules): void {
  db.insert(t.houseRules).values({ id: 1, rules }).onConflictDoUpdate({ target: t.houseRules.id, set: { rules } }).run();
}

export const readMeta = (db: Db, key: string): string | undefined => db.select().from(t.meta).where(eq(t.meta.key, key)).get()?.value;
export function writeMeta(db: Db, key: string, value: string): void {
  db.insert(t.meta).values({ key, value }).onConflictDoUpdate({ target: t.meta.key, set: { value } }).run();
}
