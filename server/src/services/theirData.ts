import { PassThrough, type Readable } from 'node:stream';
import type { ErasedRecord } from '@elm-mist/contract';
import { ERASED, withoutWords, type VisitEvent } from '@elm-mist/core/run';
import { eq, inArray, sql } from 'drizzle-orm';
import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { taken } from '../http/taken';
import { notFound, refused } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as p from '../store/places';
import * as t from '../store/schema';
import { addErasedIds } from '../store/settings';
import * as v from '../store/visits';
import { forgetFollowed } from './events';
import { drawRead, READ_VERSION } from './reads';

/** Everything by which a customer's rows are found. */
function theirs(db: Db, customerId: string) {
  const customer = p.findCustomer(db, customerId);
  if (!customer) throw notFound('customer', customerId);
  const places = p.placesOf(db, customerId);
  const systems = db
    .select()
    .from(t.system)
    .where(
      inArray(
        t.system.placeId,
        places.map(({ id }) => id),
      ),
    )
    .all();
  const systemIds = systems.map(({ id }) => id);
  const visits = db.select().from(t.visit).where(inArray(t.visit.systemId, systemIds)).all();
  return { customer, places, systems, systemIds, visits, visitIds: visits.map(({ id }) => id), placeIds: places.map(({ id }) => id) };
}

/** All that is kept of one customer, as one JSON with their pictures beside it. @throws Problem 404 */
export function theirFile(db: Db, customerId: string, madeAt: string): Readable {
  const { customer, places, systems, systemIds, visits, placeIds } = theirs(db, customerId);
  const out = new PassThrough();
  const zip = new Zip((error, chunk, final) => {
    if (error) out.destroy(error);
    else out.write(chunk);
    if (final) out.end();
  });
  const run = async () => {
    const entered: ((typeof visits)[number] & { entries: VisitEvent[] })[] = [];
    for (const visit of visits) {
      entered.push({ ...visit, entries: v.eventsOf(db, visit.id) });
      await nextTurn();
    }
    const told = {
      is: 'elm-mist customer',
      form: 1,
      madeAt,
      customer,
      places,
      systems: systems.map((system) => ({ ...system, coils: p.coilsOf(db, system.id) })),
      agreements: db.select().from(t.agreement).where(inArray(t.agreement.systemId, systemIds)).all(),
      meters: db.select().from(t.meter).where(inArray(t.meter.placeId, placeIds)).all(),
      visits: entered,
    };
    const json = new ZipDeflate('customer.json', { level: 6 });
    zip.add(json);
    json.push(strToU8(`${JSON.stringify(told, null, 2)}\n`), true);
    for (const { id } of visits)
      for (const photo of db.select().from(t.photo).where(eq(t.photo.visitId, id)).all()) {
        const part = new ZipPassThrough(`pictures/${photo.id}.${photo.mime.split('/')[1] ?? 'bin'}`);
        zip.add(part);
        part.push(new Uint8Array(photo.bytes), true);
        await taken(out);
      }
    zip.end();
  };
  run().catch((error: unknown) => out.destroy(error instanceof Error ? error : new Error(String(error))));
  return out;
}

/** An erased customer's places lie where the shop does, or nowhere in particular. */
const POSITION = { latitudeDeg: 0, longitudeDeg: 0 } as const;

/**
 * Erases who a customer is and where they live: names, addresses, phone, notes, signatures, pictures, meter, agreements. What was done at which kind of
 * coil, with how much of what, stays without them: stock adds up, and what the shop learned is kept.
 * @param name of the customer as it stands there, so that nobody is erased by a slip
 * @throws Problem 404 · 422 `name` · 409 `visits` while one of theirs is planned or under way
 */
export function eraseCustomer(store: Store, customerId: string, name: string): ErasedRecord {
  const { db: file } = store;
  const { customer, places, systems, systemIds, visits, visitIds, placeIds } = theirs(file, customerId);
  if (name.trim() !== customer.name) throw refused('name', 'That is not their name as it stands here. Nobody was erased.');
  const ahead = visits.filter(({ standing }) => standing !== 'closed' && standing !== 'cancelled');
  if (ahead.length > 0)
    throw refused(
      'visits',
      `${ahead.length} of their visits ${ahead.length === 1 ? 'is' : 'are'} planned or under way: close or cancel first.`,
      'conflict',
      409,
    );
  const photos = file.select({ id: t.photo.id }).from(t.photo).where(inArray(t.photo.visitId, visitIds)).all().length;
  const shop = file.select().from(t.shop).where(eq(t.shop.id, 1)).get()?.record;
  const [latitudeDeg, longitudeDeg] = [shop?.latitudeDeg ?? null, shop?.longitudeDeg ?? null];
  const where = latitudeDeg === null || longitudeDeg === null ? POSITION : { latitudeDeg, longitudeDeg };
  store.write((db) => {
    db.update(t.customer).set({ name: ERASED, phone: '', quiet: true }).where(eq(t.customer.id, customerId)).run();
    const blankPlace = { name: ERASED, address: '', note: '', archived: true, positionFrom: 'shop' as const, ...where };
    db.update(t.place).set(blankPlace).where(inArray(t.place.id, placeIds)).run();
    db.update(t.system).set({ note: '', archived: true }).where(inArray(t.system.id, systemIds)).run();
    for (const table of [t.openItem, t.dueClock, t.clockSet, t.agreement]) db.delete(table).where(inArray(table.systemId, systemIds)).run();
    db.delete(t.meterSaving).where(inArray(t.meterSaving.placeId, placeIds)).run();
    db.delete(t.meter).where(inArray(t.meter.placeId, placeIds)).run();
    db.delete(t.photo).where(inArray(t.photo.visitId, visitIds)).run();
    for (const visit of visits) {
      for (const event of v.eventsOf(db, visit.id))
        db.update(t.event)
          .set({ data: withoutWords(event).data })
          .where(eq(t.event.id, event.id))
          .run();
      const { closedAs } = visit;
      const blanked = closedAs && {
        ...closedAs,
        place: { ...closedAs.place, ...blankPlace, customerName: ERASED, phone: '' },
        system: { ...closedAs.system, note: '' },
        agreement: null,
      };
      db.update(t.visit).set({ purpose: '', closedAs: blanked }).where(eq(t.visit.id, visit.id)).run();
      v.writeRead(db, visit.id, READ_VERSION, drawRead(db, visit.id));
    }
    p.indexPlaces(db, placeIds);
    addErasedIds(db, [customerId, ...placeIds, ...systemIds, ...visitIds]);
  });
  // What was deleted is overwritten in the file (`secure_delete`); its log holds pages of before until it is brought in.
  file.all(sql`pragma wal_checkpoint(truncate)`);
  forgetFollowed(store, visitIds);
  return { places: places.length, systems: systems.length, visits: visits.length, pictures: photos };
}
