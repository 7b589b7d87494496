import {
  PLACES_PER_PAGE,
  type CustomerDetail,
  type CustomerInput,
  type CustomerRecord,
  type PlaceInput,
  type PlacePage,
  type PlaceRecord,
  type PlaceSummary,
} from '@elm-mist/contract';
import { and, eq, inArray, ne } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { notFound, refused } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as p from '../store/places';
import * as t from '../store/schema';
import { createIdempotent } from './made';
import { overlaid } from './meanwhile';
import { systemOfCode } from './unitCodes';
import { shopOf } from './shop';

/** Where a page goes on: the last name and id of the one before, as one word. */
const mark = ({ name, id }: PlaceRecord): string => Buffer.from(JSON.stringify([name, id])).toString('base64url');
function readMark(text: string): { name: string; id: string } {
  try {
    const [name, id] = JSON.parse(Buffer.from(text, 'base64url').toString()) as unknown[];
    if (typeof name === 'string' && typeof id === 'string') return { name, id };
  } catch {
    // Said below.
  }
  throw refused('after', 'This is not where a page of places ends.', 'unreadable');
}

/** A page of places with their systems. @throws Problem 422 `after` */
export async function placePage(
  db: Db,
  { words, archived, after }: { words: string; archived: boolean; after: string | null },
): Promise<PlacePage> {
  // What stands on a unit's label names one place, whatever else is called so.
  const coded = await systemOfCode(db, words);
  const own = coded === null ? undefined : p.findPlace(db, p.findSystem(db, coded)?.placeId ?? '');
  if (own) return { places: [placeDetail(db, own.id)], total: 1, next: null };
  const { places, total } = p.placesAsked(db, {
    words,
    archived,
    after: after === null ? null : readMark(after),
    most: PLACES_PER_PAGE + 1,
  });
  const page = places.slice(0, PLACES_PER_PAGE);
  const systems = p.systemsAt(
    db,
    page.map((place) => place.id),
  );
  const last = page.at(-1);
  return {
    places: page.map((place) => ({ place, systems: systems.filter((system) => system.placeId === place.id) })),
    total,
    next: places.length > PLACES_PER_PAGE && last ? mark(last) : null,
  };
}

export function placeDetail(db: Db, id: string): PlaceSummary {
  const place = p.findPlace(db, id);
  if (!place) throw notFound('place', id);
  return { place, systems: p.systemsAt(db, [id]) };
}

/** Latitude, longitude, height and where they are from: as given, else the shop's own. */
function positionOf(db: Db, input: PlaceInput): Pick<PlaceRecord, 'latitudeDeg' | 'longitudeDeg' | 'altitudeM' | 'positionFrom'> {
  const shop = shopOf(db);
  const given = typeof input.latitudeDeg === 'number' && typeof input.longitudeDeg === 'number';
  const own = { latitudeDeg: shop.latitudeDeg ?? 0, longitudeDeg: shop.longitudeDeg ?? 0 };
  return {
    ...(given ? { latitudeDeg: input.latitudeDeg as number, longitudeDeg: input.longitudeDeg as number } : own),
    altitudeM: input.altitudeM ?? shop.altitudeM ?? 0,
    positionFrom: given ? (input.positionFrom ?? 'typed') : shop.latitudeDeg === null ? 'unknown' : 'shop',
  };
}

/** The owner that a place is to have: one who is there, or a new one. @throws Problem 422 `customerId` */
function ownerOf(db: Db, input: PlaceInput): string {
  if (input.customerId !== undefined) {
    if (!p.findCustomer(db, input.customerId)) throw refused('customerId', `There is no customer "${input.customerId}".`, 'unknown');
    return input.customerId;
  }
  const id = randomUUID();
  db.insert(t.customer).values({ id, name: input.customerName, phone: input.phone }).run();
  return id;
}

/** @throws Problem 409 `id` · 422 `customerId` */
export function addPlace(store: Store, input: PlaceInput, at: string): PlaceRecord {
  return store.write((db) =>
    createIdempotent(
      db,
      'place',
      input,
      at,
      (id) => p.findPlace(db, id),
      (id) => {
        const { name, address, note } = input;
        db.insert(t.place)
          .values({ id, customerId: ownerOf(db, input), name, address, note, ...positionOf(db, input) })
          .run();
        p.indexPlaces(db, [id]);
        return placeDetail(db, id).place;
      },
    ),
  );
}

type PlaceShape = Omit<PlaceInput, 'id' | 'was'>;

/**
 * Puts a place right, and with it its owner's name and phone; another `customerId` hands it to another owner, with its systems and their history.
 * @throws Problem 404 · 409 when somebody changed the same thing meanwhile · 422 `customerId`
 */
export function changePlace(store: Store, id: string, input: PlaceInput): PlaceRecord {
  return store.write((db) => {
    const now = placeDetail(db, id).place;
    const { id: _id, was, newOwner, ...wanted } = input;
    const shape: PlaceShape = {
      customerId: now.customerId,
      customerName: now.customerName,
      phone: now.phone,
      name: now.name,
      address: now.address,
      latitudeDeg: now.latitudeDeg,
      longitudeDeg: now.longitudeDeg,
      altitudeM: now.altitudeM,
      positionFrom: now.positionFrom,
      note: now.note,
      newOwner: false,
    };
    const next = overlaid(shape, { ...shape, ...wanted, newOwner: false }, was as Partial<PlaceShape> | undefined);
    const { customerId, customerName, phone, name, address, note } = next;
    const owner = newOwner ? ownerOf(db, { ...next, customerId: undefined }) : ownerOf(db, next);
    if (!newOwner && customerId === now.customerId)
      db.update(t.customer).set({ name: customerName, phone }).where(eq(t.customer.id, owner)).run();
    db.update(t.place)
      .set({ customerId: owner, name, address, note, ...positionOf(db, next) })
      .where(eq(t.place.id, id))
      .run();
    const theirs = db.select({ id: t.place.id }).from(t.place).where(eq(t.place.customerId, owner)).all();
    const ids = theirs.map((row) => row.id);
    p.indexPlaces(db, ids);
    return placeDetail(db, id).place;
  });
}

/** Visits of systems that are not done with. */
export const openVisits = (db: Db, systemIds: readonly string[]): number =>
  systemIds.length === 0
    ? 0
    : db
        .select({ id: t.visit.id })
        .from(t.visit)
        .where(and(inArray(t.visit.systemId, [...systemIds]), inArray(t.visit.standing, ['planned', 'under way'])))
        .all().length;

const OPEN_VISITS = 'Visits to it are planned or under way: close or cancel them first.';

/** Puts a place away, with its systems, or brings it back; nothing of it is lost. @throws Problem 404 · 422 while visits are planned */
export function archivePlace(store: Store, id: string, archived: boolean): PlaceRecord {
  return store.write((db) => {
    const { systems } = placeDetail(db, id);
    if (
      archived &&
      openVisits(
        db,
        systems.map((system) => system.id),
      ) > 0
    )
      throw refused('archived', OPEN_VISITS);
    db.update(t.place).set({ archived }).where(eq(t.place.id, id)).run();
    return placeDetail(db, id).place;
  });
}

/**
 * Two entries of the same place: the systems of one go to the other with their history, and the empty one is put away.
 * @throws Problem 404 · 422 `intoId`
 */
export function mergePlace(store: Store, id: string, intoId: string): PlaceSummary {
  return store.write((db) => {
    const { place } = placeDetail(db, id);
    if (id === intoId) throw refused('intoId', 'A place cannot be taken into itself.');
    const into = p.findPlace(db, intoId);
    if (!into) throw refused('intoId', `There is no place "${intoId}".`, 'unknown');
    db.update(t.system).set({ placeId: intoId }).where(eq(t.system.placeId, id)).run();
    // A meter goes along where the other entry has none.
    if (!db.select().from(t.meter).where(eq(t.meter.placeId, intoId)).get())
      db.update(t.meter).set({ placeId: intoId }).where(eq(t.meter.placeId, id)).run();
    const note = [into.note, place.note].filter(Boolean).join('\n').slice(0, 2000);
    db.update(t.place).set({ note }).where(eq(t.place.id, intoId)).run();
    db.update(t.place).set({ archived: true }).where(eq(t.place.id, id)).run();
    p.indexPlaces(db, [id, intoId]);
    return placeDetail(db, intoId);
  });
}

/** A customer with their places. @throws Problem 404 */
export function customerDetail(db: Db, id: string): CustomerDetail {
  const customer = p.findCustomer(db, id);
  if (!customer) throw notFound('customer', id);
  const places = p.placesOf(db, id);
  return { customer: { ...customer, places: places.length }, places };
}

/** Puts name and phone of a customer right, at every place of theirs. @throws Problem 404 · 409 when somebody changed the same thing meanwhile */
export function changeCustomer(store: Store, id: string, { was, ...wanted }: CustomerInput): CustomerDetail {
  return store.write((db) => {
    const { customer, places } = customerDetail(db, id);
    const { name, phone, quiet } = overlaid(
      { name: customer.name, phone: customer.phone, quiet: customer.quiet },
      { ...wanted, quiet: wanted.quiet ?? customer.quiet },
      was as Partial<Pick<CustomerRecord, 'name' | 'phone' | 'quiet'>> | undefined,
    );
    db.update(t.customer).set({ name, phone, quiet }).where(eq(t.customer.id, id)).run();
    const ids = places.map((place) => place.id);
    p.indexPlaces(db, ids);
    return customerDetail(db, id);
  });
}

/** Two entries of the same customer: the places of one go to the other. @throws Problem 404 · 422 `intoId` */
export function mergeCustomer(store: Store, id: string, intoId: string): CustomerRecord {
  return store.write((db) => {
    const from = p.findCustomer(db, id);
    if (!from) throw notFound('customer', id);
    if (id === intoId) throw refused('intoId', 'A customer cannot be taken into themselves.');
    const into = p.findCustomer(db, intoId);
    if (!into) throw refused('intoId', `There is no customer "${intoId}".`, 'unknown');
    const moved = db.select({ id: t.place.id }).from(t.place).where(eq(t.place.customerId, id)).all();
    db.update(t.place).set({ customerId: intoId }).where(eq(t.place.customerId, id)).run();
    // Who wanted no messages under either name gets none.
    if (from.quiet && !into.quiet) db.update(t.customer).set({ quiet: true }).where(eq(t.customer.id, intoId)).run();
    if (into.phone === '' && from.phone !== '')
      db.update(t.customer)
        .set({ phone: from.phone })
        .where(and(eq(t.customer.id, intoId), ne(t.customer.id, id)))
        .run();
    p.indexPlaces(
      db,
      moved.map((row) => row.id),
    );
    const theirs = db.select({ id: t.place.id }).from(t.place).where(eq(t.place.customerId, intoId)).all();
    return { ...into, phone: into.phone || from.phone, quiet: into.quiet || from.quiet, places: theirs.length };
  });
}
