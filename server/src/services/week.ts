import type { WeekRecord, WeekVisit } from '@elm-mist/contract';
import { dayLater } from '@elm-mist/core/clock';
import { and, asc, eq, gte, lte, ne } from 'drizzle-orm';
import type { Db } from '../store/open';
import * as t from '../store/schema';
import { crewsOn, roadsOf } from './dayCrews';

const DAYS = 7;

/** The visits of seven days from one on, those that were cancelled left out, and who is out on each. */
export function weekRecord(db: Db, from: string): WeekRecord {
  const visits = db
    .select({
      id: t.visit.id,
      day: t.visit.day,
      systemId: t.visit.systemId,
      systemName: t.system.name,
      placeName: t.place.name,
      startMinute: t.visit.startMinute,
      durationMin: t.visit.durationMin,
      crewId: t.visit.crewId,
      standing: t.visit.standing,
      latitudeDeg: t.place.latitudeDeg,
      longitudeDeg: t.place.longitudeDeg,
    })
    .from(t.visit)
    .innerJoin(t.system, eq(t.system.id, t.visit.systemId))
    .innerJoin(t.place, eq(t.place.id, t.system.placeId))
    .where(and(gte(t.visit.day, from), lte(t.visit.day, dayLater(from, DAYS - 1)), ne(t.visit.standing, 'cancelled')))
    .orderBy(asc(t.visit.day), asc(t.visit.startMinute), asc(t.visit.id))
    .all();
  return {
    roads: roadsOf(db),
    days: Array.from({ length: DAYS }, (_, i) => {
      const day = dayLater(from, i);
      const own = visits.flatMap(({ day: of, ...visit }): WeekVisit[] => (of === day ? [visit] : []));
      return { day, visits: own, crews: crewsOn(db, day).crews };
    }),
  };
}
