import type { DayCrew, DayCrewsInput, DayCrewsRecord } from '@elm-mist/contract';
import { learnedFactor, MOST_CREWS, USUAL_ROADS, type Gap, type Roads } from '@elm-mist/core/route';
import { desc, eq, lte, sql } from 'drizzle-orm';
import { refused } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';
import { readMeta, storedShop, writeMeta } from '../store/settings';

const ROADS = 'roads';
export const roadsOf = (db: Db): Roads => {
  const kept = readMeta(db, ROADS);
  return kept ? (JSON.parse(kept) as Roads) : USUAL_ROADS;
};

/** A day's work where nobody has said otherwise, minutes of the day. Common practice, no source. */
const USUAL_DAY = { from: 480, to: 1080 };

/** Who works on a day: as said for it, else as on the last day before it that was said, else each by themselves. */
export function crewsOn(db: Db, day: string): Pick<DayCrewsRecord, 'crews' | 'said'> {
  const members = (storedShop(db)?.crew ?? []).filter((member) => !member.archived);
  const kept = db.select().from(t.dayCrew).where(lte(t.dayCrew.day, day)).orderBy(desc(t.dayCrew.day)).limit(1).get();
  if (!kept) return { said: 'never', crews: members.slice(0, MOST_CREWS).map(({ id }) => ({ id, memberIds: [id], ...USUAL_DAY })) };
  if (kept.day === day) return { said: 'this day', crews: kept.crews };
  // Who works here no longer is not put on another day.
  const crews = kept.crews.flatMap((crew): DayCrew[] => {
    const memberIds = crew.memberIds.filter((id) => members.some((member) => member.id === id));
    return memberIds[0] ? [{ ...crew, id: memberIds[0], memberIds }] : [];
  });
  return { said: 'a day before', crews };
}

/** Visits of the last weeks that tell how long its ways take. */
const LAST_VISITS = 300;

/** Ways between visits that the same person closed and began one after the other on one day. */
function gapsOf(db: Db): Gap[] {
  const rows = db.all<{ day: string; who: string; began: string; ended: string; latitudeDeg: number; longitudeDeg: number }>(sql`
    select x.day as day, b.by as who, b.at as began, e.at as ended, p.latitude_deg as latitudeDeg, p.longitude_deg as longitudeDeg
    from (select id, day, system_id from visit indexed by visit_standing where standing = 'closed' order by day desc, start_minute desc limit ${LAST_VISITS}) x
    join event b on b.seq = (select seq from event where visit_id = x.id and kind = 'visit.started' limit 1)
    join event e on e.seq = (select max(seq) from event where visit_id = x.id and kind = 'visit.closed')
    join system s on s.id = x.system_id join place p on p.id = s.place_id
    order by x.day, b.by, b.at`);
  return rows.flatMap((from, i): Gap[] => {
    const to = rows[i + 1];
    if (!to || to.day !== from.day || to.who !== from.who) return [];
    return [{ from, to, minutes: (Date.parse(to.began) - Date.parse(from.ended)) / 60_000 }];
  });
}

/** Who works on a day, how far its roads are, and what the shop's own days say of them. */
export function dayCrewsRecord(db: Db, day: string): DayCrewsRecord {
  const roads = roadsOf(db);
  return { day, ...crewsOn(db, day), roads, learnedFactor: learnedFactor(gapsOf(db), roads) };
}

/**
 * Says who works on a day, and the shop's roads.
 * @throws Problem 422 `crews[i].memberIds[j]` for somebody who is not of the crew list, `crews[i].id` for a crew that is not called by its first
 */
export function sayCrews(store: Store, day: string, { crews, roads }: DayCrewsInput): DayCrewsRecord {
  return store.write((db) => {
    const known = new Set((storedShop(db)?.crew ?? []).filter((member) => !member.archived).map((member) => member.id));
    crews.forEach((crew, i) => {
      crew.memberIds.forEach((id, j) => {
        if (!known.has(id)) throw refused(`crews[${i}].memberIds[${j}]`, 'That name is not on the crew list.', 'unknown');
      });
      if (crew.id !== crew.memberIds[0]) throw refused(`crews[${i}].id`, 'A crew goes by its first member.');
    });
    db.insert(t.dayCrew).values({ day, crews }).onConflictDoUpdate({ target: t.dayCrew.day, set: { crews } }).run();
    writeMeta(db, ROADS, JSON.stringify(roads));
    // Who was sent with a crew that is no more goes with nobody.
    for (const visit of db.select({ id: t.visit.id, crewId: t.visit.crewId }).from(t.visit).where(eq(t.visit.day, day)).all())
      if (visit.crewId !== null && !crews.some((crew) => crew.id === visit.crewId)) {
        db.update(t.visit).set({ crewId: null }).where(eq(t.visit.id, visit.id)).run();
      }
    return dayCrewsRecord(db, day);
  });
}
