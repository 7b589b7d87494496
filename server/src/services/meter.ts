import type { MadeUpFile, MeterAnswer, MeterInput, MeterRecord, MeterWash, PlaceRecord, WeatherSource } from '@elm-mist/contract';
import { dayLater } from '@elm-mist/core/clock';
import type { CoilRole, Configuration } from '@elm-mist/core/equipment';
import { runHours } from '@elm-mist/core/interval';
import type { MeasuredWash, YearDay } from '@elm-mist/core/savings';
import { desc, eq, sql } from 'drizzle-orm';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { notFound, refused } from '../http/problem';
import { madeUpMeter } from '../standins/meter';
import type { Db, Store } from '../store/open';
import * as p from '../store/places';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { climateHere } from './climate';
import { readsOf } from './reads';
import { shopOf } from './shop';
import { meanAirs } from './weather';

/** Days whose air is looked up between others' turns. */
const SLICE = 40;
const YEAR_DAYS = 365;
/** A typical year of fewer days is none: the days of a change of clocks may be short of hours. */
const FEWEST_DAYS = 360;

/** The meter that is kept of a place. */
export const keptMeter = (db: Db, placeId: string) => db.select().from(t.meter).where(eq(t.meter.placeId, placeId)).get()?.record ?? null;

/** Days on which systems of a place were washed, newest first; two systems on one day are one wash. */
function washesOf(store: Store, place: PlaceRecord): MeterAnswer['washes'] {
  const { db } = store;
  const climate = climateHere(store);
  const rows = db.all<{ id: string; day: string; systemName: string; configuration: Configuration; saved: string | null }>(sql`
    select v.id as id, v.day as day, s.name as systemName, s.configuration as configuration, json_extract(r.cost, '$.saved') as saved
    from system s join visit v indexed by visit_system on v.system_id = s.id left join visit_read r on r.visit_id = v.id
    where s.place_id = ${place.id} and v.standing = 'closed'
    order by v.day desc, s.name`);
  const byDay = new Map<string, Omit<MeterWash, 'next'>>();
  for (const { id, day, systemName, configuration, saved } of rows) {
    const known = byDay.get(day);
    const own = saved ? (JSON.parse(saved) as MeasuredWash) : null;
    const { latitudeDeg } = place;
    const byWatts = own && { w: own.w, u: own.u, hours: runHours({ configuration, latitudeDeg, climate }) };
    // Of two systems on one day each has its own watts: told only where one was washed.
    byDay.set(
      day,
      known
        ? { day, systemName: `${known.systemName} and ${systemName}`, visitIds: [...known.visitIds, id], byWatts: null }
        : { day, systemName, visitIds: [id], byWatts },
    );
  }
  const washes = [...byDay.values()];
  return washes.map((wash, i) => ({ ...wash, next: washes[i - 1]?.day ?? null }));
}

/** The air of a meter's days, and of the year before its end; and where that is from. Read in slices. */
export async function airOf(db: Db, rows: MeterRecord['rows']): Promise<{ air: YearDay[]; from: Set<WeatherSource> }> {
  const air: YearDay[] = [];
  const from = new Set<WeatherSource>();
  const [earliest, last] = [rows[0], rows.at(-1)];
  if (!earliest || !last) return { air, from };
  const end = dayLater(last.day, last.days);
  const yearAgo = dayLater(end, -YEAR_DAYS);
  for (let start = earliest.day < yearAgo ? earliest.day : yearAgo; start < end; start = dayLater(start, SLICE)) {
    const next = dayLater(start, SLICE);
    for (const { source, ...day } of meanAirs(db, start, next < end ? next : end)) {
      air.push(day);
      from.add(source);
    }
    await nextTurn();
  }
  return { air, from };
}

/**
 * A place's meter, the air of its days, and the washes it may be asked about.
 * @throws Problem 404
 */
export async function meterAnswer(store: Store, placeId: string): Promise<MeterAnswer> {
  const { db } = store;
  const place = p.findPlace(db, placeId);
  if (!place) throw notFound('place', placeId);
  const meter = keptMeter(db, placeId);
  const washes = washesOf(store, place);
  if (!meter) return { meter, air: [], airFrom: [], washes };
  const { air, from } = await airOf(db, meter.rows);
  const typical = typicalYear(db);
  return { meter, air, airFrom: [...from], ...(typical ? { typical } : {}), washes };
}

/** The newest whole year of typical air that was put in. */
function typicalYear(db: Db): MeterAnswer['typical'] {
  const days = db
    .select({ day: t.weatherDay.day, air: t.weatherDay.air })
    .from(t.weatherDay)
    .where(eq(t.weatherDay.source, 'typical'))
    .orderBy(desc(t.weatherDay.day))
    .limit(YEAR_DAYS)
    .all()
    .flatMap(({ day, air }) => (air ? [{ day, meanC: air.meanC }] : []));
  return days.length >= FEWEST_DAYS ? days.reverse() : undefined;
}

/** Keeps a place's meter in the place of the one that was there. @throws Problem 404 */
export function keepMeter(store: Store, placeId: string, input: MeterInput, at: string): { rows: number } {
  return store.write((db) => {
    if (!p.findPlace(db, placeId)) throw notFound('place', placeId);
    const rows = [...input.rows].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
    const record = { ...input, rows, at };
    db.insert(t.meter).values({ placeId, record }).onConflictDoUpdate({ target: t.meter.placeId, set: { record } }).run();
    return { rows: rows.length };
  });
}

/** A wash has to lie so many days back for its meter to tell of it. */
const TELLS_AFTER_DAYS = 60;

/**
 * A made-up meter file about a wash of one of the demo's places, to try the page of savings with.
 * @param today of the shop, ISO
 * @returns a table of days, as an owner would have it
 * @throws Problem 404 unknown place, and in a shop that is no demo · 422 where nothing was washed yet
 */
export function madeUpMeterFile(store: Store, placeId: string, today: string): MadeUpFile {
  const { db } = store;
  const place = p.findPlace(db, placeId);
  const { demo } = shopOf(db);
  if (!place || !demo) throw notFound('place', placeId);
  const washes = washesOf(store, place);
  const wash = washes.find(({ day }) => day <= dayLater(today, -TELLS_AFTER_DAYS)) ?? washes.at(-1);
  const visitId = wash?.visitIds[0];
  const visit = visitId === undefined ? undefined : v.findVisit(db, visitId);
  const system = visit && p.findSystem(db, visit.systemId);
  if (!wash || !visit || !system) throw refused('washes', 'Nothing was washed here yet: a meter tells of a wash.', 'missing');
  const read = readsOf(db, [visit.id])[0];
  const roles = new Map(p.coilsOf(db, system.id).map(({ id, role }) => [id, role]));
  const worst = (when: 'worstBefore' | 'worstAfter', role: CoilRole): number | null => {
    const grades = (read?.coils ?? []).flatMap((coil) => (roles.get(coil.coilId) === role ? (coil[when] ?? []) : []));
    return grades.length > 0 ? Math.max(...grades) : null;
  };
  const at = (when: 'worstBefore' | 'worstAfter') => ({ outdoor: worst(when, 'condenser'), indoor: worst(when, 'evaporator') });
  const { rows } = madeUpMeter({
    btuh: system.btuh,
    latitudeDeg: place.latitudeDeg,
    washedOn: wash.day,
    found: at('worstBefore'),
    left: at('worstAfter'),
    until: today,
  });
  const csv = ['Date,Usage (kWh)', ...rows.map(({ day, kWh }) => `${day},${kWh}`), ''].join('\r\n');
  return { name: 'made-up-meter.csv', csv };
}
