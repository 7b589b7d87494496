import { join } from 'node:path';
import Database from 'libsql';
import { dayLater, instantIn } from '../../core/src/clock';
import { seedDemoOnce } from '../../server/src/demo/seed';
import { makeReads } from '../../server/src/services/makeReads';
import { READ_VERSION } from '../../server/src/services/reads';
import { openStore } from '../../server/src/store/open';

const ROOT = join(import.meta.dirname, '../..');

/** A shop of twelve people after ten years. */
export const SHOP = { places: 3000, systems: 3600, visits: 30_000, people: 12, today: '2026-06-11', visitsToday: 48, toCome: 2000 };

type Row = Record<string, string | number | null>;

/**
 * Makes the data folder of such a shop: the demo's own visits again and again, at other places, on other days.
 * @returns how many visits and entries it has
 */
export async function makeYears(folder: string): Promise<{ visits: number; events: number }> {
  const store = openStore(join(folder, 'elm-mist.db'), join(ROOT, 'server/drizzle'));
  seedDemoOnce(store, 0, SHOP.today);
  store.close();
  const db = new Database(join(folder, 'elm-mist.db'));
  db.exec('PRAGMA journal_mode = WAL; PRAGMA synchronous = OFF');
  const all = (sql: string, ...values: unknown[]) => db.prepare(sql).all(...values) as Row[];
  const one = (sql: string, ...values: unknown[]) => all(sql, ...values)[0] as Row;
  const into = (table: string, columns: readonly string[]) =>
    db.prepare(`insert into ${table} (${columns.map((name) => `"${name}"`).join(', ')}) values (${columns.map(() => '?').join(', ')})`);

  const systems = all('select * from system');
  const coils = all('select * from coil');
  const places = all('select * from place');
  const customers = all('select * from customer');
  const closed = all("select * from visit where standing = 'closed'").map((visit) => ({
    visit,
    read: String(one('select read from visit_read where visit_id = ?', visit['id'])['read']),
    cost: String(one('select cost from visit_read where visit_id = ?', visit['id'])['cost']),
    events: all('select * from event where visit_id = ? order by seq', visit['id']),
    links: all('select * from visit_coil where visit_id = ? order by position', visit['id']),
  }));

  db.exec('BEGIN');
  const put = {
    customer: into('customer', Object.keys(customers[0] as Row)),
    place: into('place', Object.keys(places[0] as Row)),
    system: into('system', Object.keys(systems[0] as Row)),
    coil: into('coil', Object.keys(coils[0] as Row)),
  };
  /** Systems by the demo's system they are made after. */
  const made: { like: string; id: string }[] = [];
  for (let i = 0; i < SHOP.places; i += 1) {
    const place = places[i % places.length] as Row;
    const customer = customers.find((row) => row['id'] === place['customer_id']) as Row;
    put.customer.run(...Object.values({ ...customer, id: `bench-customer-${i}`, name: `${customer['name']} ${i}` }));
    put.place.run(
      ...Object.values({ ...place, id: `bench-place-${i}`, customer_id: `bench-customer-${i}`, name: `${place['name']} ${i}` }),
    );
    const own = systems.filter((row) => row['place_id'] === place['id']).slice(0, i % 5 === 0 ? 2 : 1);
    for (const system of own) {
      const id = `bench-system-${made.length}`;
      put.system.run(...Object.values({ ...system, id, place_id: `bench-place-${i}` }));
      for (const coil of coils.filter((row) => row['system_id'] === system['id']))
        put.coil.run(...Object.values({ ...coil, id: String(coil['id']).replace(String(system['id']), id), system_id: id }));
      made.push({ like: String(system['id']), id });
    }
  }
  const columns = Object.keys(closed[0]?.visit as Row);
  const visit = into('visit', columns);
  const link = db.prepare('insert into visit_coil (visit_id, coil_id, position) values (?, ?, ?)');
  const event = db.prepare('insert into event (id, visit_id, "at", "by", kind, data, received_at) values (?, ?, ?, ?, ?, ?, ?)');
  const read = db.prepare(`insert into visit_read (visit_id, version, read, cost) values (?, ${READ_VERSION}, ?, ?)`);
  const move = db.prepare(
    `insert into stock_move (id, item_id, cleaner_id, visit_id, litres, why, "by", "at") values (?, null, 'bramble', ?, -0.2, 'visit', 'Wren Cotter', ?)`,
  );
  const ENTRY_ID = /[0-9a-f]{8}-0000-7000-8000-[0-9a-f]{12}/g;
  let number = 0;
  let events = 0;
  while (number < SHOP.visits) {
    const { like, id: systemId } = made[number % made.length] as { like: string; id: string };
    const of = closed.filter((row) => row.visit['system_id'] === like);
    const model = of[number % Math.max(1, of.length)];
    if (!model) {
      made.splice(number % made.length, 1);
      continue;
    }
    const id = `bench-visit-${number}`;
    const day = dayLater(SHOP.today, -1 - ((number * 7919) % 3650));
    const shiftMs = instantIn('UTC', day, 0) - instantIn('UTC', String(model.visit['day']), 0);
    const swapped = (text: string) => text.replaceAll(like, systemId).replaceAll(String(model.visit['id']), id);
    const shifted = (at: unknown) => new Date(Date.parse(String(at)) + shiftMs).toISOString();
    visit.run(
      ...Object.values({ ...model.visit, id, system_id: systemId, day, closed_as: swapped(String(model.visit['closed_as'])) } as Row),
    );
    for (const row of model.links) link.run(id, swapped(String(row['coil_id'])), row['position']);
    // Entries get ids of their own, and what names them with them.
    const serials = new Map(
      model.events.map((row) => [String(row['id']), `${(events += 1).toString(16).padStart(8, '0')}-0000-7000-8000-000000000000`]),
    );
    const renamed = (text: string) => swapped(text).replace(ENTRY_ID, (own) => serials.get(own) ?? own);
    for (const row of model.events)
      event.run(
        serials.get(String(row['id'])),
        id,
        shifted(row['at']),
        row['by'],
        row['kind'],
        renamed(String(row['data'])),
        shifted(row['at']),
      );
    read.run(id, renamed(model.read), model.cost);
    move.run(`bench-move-${number}`, id, `${day}T20:00:00.000Z`);
    number += 1;
  }
  // Today, and nothing of it begun.
  const plan = db.prepare(
    "insert into visit (id, system_id, day, start_minute, duration_min, purpose, standing) values (?, ?, ?, ?, 120, 'Yearly wash', 'planned')",
  );
  for (let i = 0; i < SHOP.visitsToday; i += 1) {
    const { like, id: systemId } = made[i * 31] as { like: string; id: string };
    plan.run(`bench-today-${i}`, systemId, SHOP.today, 420 + (i % 4) * 140);
    coils
      .filter((row) => row['system_id'] === like)
      .forEach((coil, position) => link.run(`bench-today-${i}`, String(coil['id']).replace(like, systemId), position));
  }
  // Work to come, for whoever writes.
  for (let i = 0; i < SHOP.toCome; i += 1) {
    const { like, id: systemId } = made[(i * 17) % made.length] as { like: string; id: string };
    plan.run(`bench-to-come-${i}`, systemId, dayLater(SHOP.today, 1 + (i % 60)), 420);
    coils
      .filter((row) => row['system_id'] === like)
      .forEach((coil, position) => link.run(`bench-to-come-${i}`, String(coil['id']).replace(like, systemId), position));
  }
  db.exec(`delete from place_search; insert into place_search (place_id, words)
    select p.id, p.name || ' ' || p.address || ' ' || c.name || ' ' || coalesce((select group_concat(s.name || ' ' || s.model, ' ') from system s where s.place_id = p.id), '')
    from place p join customer c on c.id = p.customer_id`);
  db.exec('COMMIT');
  db.exec('PRAGMA wal_checkpoint(TRUNCATE)');
  db.close();
  // A shop that lived with this version has its list of what is open.
  const lived = openStore(join(folder, 'elm-mist.db'), join(ROOT, 'server/drizzle'));
  await makeReads(lived);
  lived.close();
  return { visits: number, events };
}
