import type { ShopSavedRecord } from '@elm-mist/contract';
import {
  dirtFactor,
  NOT_COUNTED,
  ratioByWatts,
  savedByGrade,
  type MeasuredWash,
  type NotCounted,
  type SavedRatio,
} from '@elm-mist/core/savings';
import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import { othersTurn } from '../http/othersTurn';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';

/** Visits that are looked through for what was measured, the last ones; and so many between others' turns. */
const MOST_LOOKED = 2000;
const SLICE = 100;

const saved = sql<string | null>`json_extract(${t.visitRead.cost}, '$.saved')`;

type Looked = Map<string, { stamp: string; saved: MeasuredWash | null }>;
/** What was found of each visit that was looked through: a closing costs one look, not two thousand. */
const looked = new WeakMap<Store, Looked>();

const lastClosed = (db: Db): string[] =>
  db
    .select({ id: t.visit.id })
    .from(t.visit)
    .where(eq(t.visit.standing, 'closed'))
    .orderBy(desc(t.visit.day), desc(t.visit.startMinute))
    .limit(MOST_LOOKED)
    .all()
    .map(({ id }) => id);

/** Looks at those of some visits that were written to since they were looked at. */
function lookAt(store: Store, ids: readonly string[]): Looked {
  const known = looked.get(store) ?? new Map<string, { stamp: string; saved: MeasuredWash | null }>();
  looked.set(store, known);
  const stamps = new Map(ids.map((id) => [id, store.versions.stamp([`visit:${id}`])]));
  const others = ids.filter((id) => known.get(id)?.stamp !== stamps.get(id));
  if (others.length === 0) return known;
  const rows = store.db
    .select({ id: t.visitRead.visitId, saved })
    .from(t.visitRead)
    .where(and(inArray(t.visitRead.visitId, others), sql`${saved} is not null`))
    .all();
  const found = new Map(rows.map((row) => [row.id, row.saved]));
  for (const id of others) {
    const text = found.get(id);
    known.set(id, { stamp: stamps.get(id) ?? '', saved: text ? (JSON.parse(text) as MeasuredWash) : null });
  }
  return known;
}

/** What the shop's last washes were measured to save by watts. */
function byWatts(store: Store): (MeasuredWash & { visitId: string })[] {
  const ids = lastClosed(store.db);
  const known = lookAt(store, ids);
  if (known.size > 2 * MOST_LOOKED) {
    const last = new Set(ids);
    for (const id of known.keys()) if (!last.has(id)) known.delete(id);
  }
  return ids.flatMap((visitId) => {
    const wash = known.get(visitId)?.saved;
    return wash ? [{ ...wash, visitId }] : [];
  });
}

/** Looks through the last visits a piece at a time, so that nobody waits for all of them at once. */
export async function washesAhead(store: Store): Promise<void> {
  const ids = lastClosed(store.db);
  for (let from = 0; from < ids.length; from += SLICE) {
    await othersTurn();
    lookAt(store, ids.slice(from, from + SLICE));
  }
}

/** What meters tell of washes, or why they do not count. */
const byMeter = (db: Db) =>
  db
    .select({ washes: t.meterSaving.washes })
    .from(t.meterSaving)
    .innerJoin(t.meter, eq(t.meter.placeId, t.meterSaving.placeId))
    .all()
    .flatMap(({ washes }) => washes);

/** What measured washes say of what dirt costs. A wash that was measured both ways counts once, by the surer of the two. */
export function dirtHere(store: Store, watts = byWatts(store), meters = byMeter(store.db)): { factor: number; washes: number } {
  const surest = new Map<string, SavedRatio>(watts.map((wash) => [wash.visitId, ratioByWatts(wash)]));
  for (const { told, visitIds } of meters) {
    const [visitId] = visitIds;
    if (typeof told === 'string' || visitId === undefined) continue;
    const known = surest.get(visitId);
    if (!known || told.ratioU < known.ratioU) surest.set(visitId, told);
  }
  return dirtFactor([...surest.values()]);
}

/** What washes saved by grade, by watts and by meters, and what it says of published sizes. @param behind meters are being reckoned */
export function shopSaved(store: Store, behind: boolean): ShopSavedRecord {
  const [watts, meters] = [byWatts(store), byMeter(store.db)];
  const counted = meters.flatMap(({ told }) => (typeof told === 'string' ? [] : [{ value: told.kWh, u: told.u, grade: told.grade }]));
  return {
    grades: savedByGrade(watts.map(({ w, u, grade }) => ({ value: w, u, grade }))),
    meters: {
      grades: savedByGrade(counted),
      notCounted: (Object.keys(NOT_COUNTED) as NotCounted[]).flatMap((why) => {
        const washes = meters.filter(({ told }) => told === why).length;
        return washes > 0 ? [{ why, washes }] : [];
      }),
      behind,
    },
    dirt: dirtHere(store, watts, meters),
  };
}
