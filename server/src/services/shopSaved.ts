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
import { eq, sql } from 'drizzle-orm';
import type { Db } from '../store/open';
import * as t from '../store/schema';

/** Visits whose measurements count, the last ones. */
const MOST_LOOKED = 2000;

/** What the shop's last washes were measured to save by watts. The index has it beside the id: read from rows of ten years it takes 0.4 s. */
const byWatts = (db: Db): (MeasuredWash & { visitId: string })[] =>
  db
    .all<{ visitId: string; saved: string | null }>(
      sql`select v.id as visitId, r.cost ->> '$.saved' as saved from visit v join visit_read r indexed by visit_read_cost on r.visit_id = v.id
        where v.standing = 'closed' order by v.day desc, v.start_minute desc limit ${MOST_LOOKED}`,
    )
    .flatMap(({ visitId, saved }) => (saved === null ? [] : [{ ...(JSON.parse(saved) as MeasuredWash), visitId }]));

/** What meters tell of washes, or why they do not count. */
const byMeter = (db: Db) =>
  db
    .select({ washes: t.meterSaving.washes })
    .from(t.meterSaving)
    .innerJoin(t.meter, eq(t.meter.placeId, t.meterSaving.placeId))
    .all()
    .flatMap(({ washes }) => washes);

/** What measured washes say of what dirt costs. A wash that was measured both ways counts once, by the surer of the two. */
export function shopDirtFactor(db: Db, watts = byWatts(db), meters = byMeter(db)): { factor: number; washes: number } {
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
export function shopSaved(db: Db, behind: boolean): ShopSavedRecord {
  const [watts, meters] = [byWatts(db), byMeter(db)];
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
    dirt: shopDirtFactor(db, watts, meters),
  };
}
