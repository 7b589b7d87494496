import type { CoilRecord, CustomerRecord, PlaceRecord, PlaceSummary, SystemRecord } from '@elm-mist/contract';
import type { CoilGeometry } from '@elm-mist/core/equipment';
import { and, asc, count, eq, getTableColumns, inArray, sql, type SQL } from 'drizzle-orm';
import { coilsDue } from './clocks';
import type { Db } from './open';
import { prepared } from './prepared';
import * as t from './schema';

type CoilRow = typeof t.coil.$inferSelect;

const coilFromRow = ({ shape, finnedHeightM, rows, finsPerInch, rowDepthM, faces, ...build }: CoilRow): CoilRecord => ({
  ...build,
  geometry: { shape, finnedHeightM, rows: rows as CoilGeometry['rows'], finsPerInch, rowDepthM, faces },
});

export const coilToRow = (coil: CoilRecord): CoilRow => {
  const { geometry, ...build } = coil;
  return { ...build, ...geometry, sizeEstimated: build.sizeEstimated ?? false };
};

const placesWhere = (db: Db, where: SQL | undefined) =>
  db
    .select({ ...getTableColumns(t.place), customerName: t.customer.name, phone: t.customer.phone, quiet: t.customer.quiet })
    .from(t.place)
    .innerJoin(t.customer, eq(t.place.customerId, t.customer.id))
    .where(where);

const ID = sql.placeholder('id');

export const findPlace = (db: Db, id: string): PlaceRecord | undefined =>
  prepared(db, 'place', () => placesWhere(db, eq(t.place.id, ID)).prepare()).get({ id });

export const anyPlace = (db: Db): boolean => db.select({ id: t.place.id }).from(t.place).limit(1).get() !== undefined;

/** Words of a search as FTS5 has them: every word begins some word of the place. Whatever else was typed is no query language. */
export const asMatch = (words: string): string =>
  (words.normalize('NFKC').match(/[\p{L}\p{N}]+/gu) ?? [])
    .slice(0, 12)
    .map((word) => `"${word}"*`)
    .join(' ');

export interface PlacesAsked {
  /** Part of a name, street, customer, phone or model. */
  words: string;
  archived: boolean;
  /** Name and id of the last one of the page before. */
  after: { name: string; id: string } | null;
  most: number;
}

/** Places by name, and how many there are in all. */
export function placesAsked(db: Db, { words, archived, after, most }: PlacesAsked): { places: PlaceRecord[]; total: number } {
  const match = asMatch(words);
  if (words.trim() !== '' && match === '') return { places: [], total: 0 };
  const wanted = and(
    eq(t.place.archived, archived),
    match === '' ? undefined : sql`${t.place.id} in (select place_id from place_search where place_search match ${match})`,
  );
  const total = db.select({ n: count() }).from(t.place).where(wanted).get()?.n ?? 0;
  const from = after ? sql`(${t.place.name}, ${t.place.id}) > (${after.name}, ${after.id})` : undefined;
  const places = placesWhere(db, and(wanted, from)).orderBy(asc(t.place.name), asc(t.place.id)).limit(most).all();
  return { places, total };
}

/** The systems of places, each with its last closed visit and when it is due again. */
export function systemsAt(db: Db, placeIds: readonly string[]): PlaceSummary['systems'] {
  if (placeIds.length === 0) return [];
  const systems = db
    .select()
    .from(t.system)
    .where(inArray(t.system.placeId, [...placeIds]))
    .orderBy(asc(t.system.name), asc(t.system.id))
    .all();
  const last = lastClosed(
    db,
    systems.map((system) => system.id),
  );
  const due = coilsDue(
    db,
    systems.map((system) => system.id),
  );
  return systems.map((system) => ({
    ...system,
    lastVisit: last.get(system.id) ?? null,
    nextDue: due.get(system.id)?.due ?? null,
    nextDueOf: due.get(system.id)?.coil ?? null,
  }));
}

/** Days of the last closed visits of systems. */
export function lastClosed(db: Db, systemIds: readonly string[]): Map<string, string> {
  if (systemIds.length === 0) return new Map();
  const rows = db
    .select({ systemId: t.visit.systemId, day: sql<string>`max(${t.visit.day})` })
    .from(t.visit)
    .where(and(inArray(t.visit.systemId, [...systemIds]), eq(t.visit.standing, 'closed')))
    .groupBy(t.visit.systemId)
    .all();
  return new Map(rows.map(({ systemId, day }) => [systemId, day]));
}

export const findSystem = (db: Db, id: string): SystemRecord | undefined =>
  prepared(db, 'system', () => db.select().from(t.system).where(eq(t.system.id, ID)).prepare()).get({ id });

/** The coils of a system, outdoor first, by name; those put away with them. */
export const coilsOf = (db: Db, systemId: string): CoilRecord[] =>
  prepared(db, 'coils', () =>
    db.select().from(t.coil).where(eq(t.coil.systemId, ID)).orderBy(asc(t.coil.role), asc(t.coil.name), asc(t.coil.id)).prepare(),
  )
    .all({ id: systemId })
    .map(coilFromRow);

export const findCoil = (db: Db, id: string): CoilRecord | undefined => {
  const row = db.select().from(t.coil).where(eq(t.coil.id, id)).get();
  return row && coilFromRow(row);
};

/** Customers with so much in name or phone, with how many places they have. */
export function customersAsked(db: Db, words: string, most: number): CustomerRecord[] {
  const like = `%${words.trim().replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  return db
    .select({ ...getTableColumns(t.customer), places: count(t.place.id) })
    .from(t.customer)
    .innerJoin(t.place, eq(t.place.customerId, t.customer.id))
    .where(sql`${t.customer.name} like ${like} escape '\\' or ${t.customer.phone} like ${like} escape '\\'`)
    .groupBy(t.customer.id)
    .orderBy(asc(t.customer.name), asc(t.customer.id))
    .limit(most)
    .all();
}

/** Places of one customer by name, put away ones too. */
export const placesOf = (db: Db, customerId: string): PlaceRecord[] =>
  placesWhere(db, eq(t.place.customerId, customerId)).orderBy(asc(t.place.name), asc(t.place.id)).all();

export const findCustomer = (db: Db, id: string) => db.select().from(t.customer).where(eq(t.customer.id, id)).get();

/** Writes what a place is found by again: its own words, its owner's and those of its systems. */
export function indexPlaces(db: Db, placeIds: readonly string[]): void {
  for (const id of placeIds) {
    db.run(sql`delete from place_search where place_id = ${id}`);
    db.run(sql`insert into place_search (place_id, words) ${PLACE_WORDS} where p.id = ${id}`);
  }
}

/** The same for every place. */
export function indexAllPlaces(db: Db): void {
  db.run(sql`delete from place_search`);
  db.run(sql`insert into place_search (place_id, words) ${PLACE_WORDS}`);
}

const PLACE_WORDS = sql`
  select p.id, p.name || ' ' || p.address || ' ' || c.name || ' ' || c.phone || ' ' ||
    coalesce((select group_concat(s.name || ' ' || s.model, ' ') from system s where s.place_id = p.id), '')
  from place p join customer c on c.id = p.customer_id`;
