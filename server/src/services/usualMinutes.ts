import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Db } from '../store/open';
import * as t from '../store/schema';

/** Minutes set aside where no visit tells. Common practice, no source. */
export const USUAL_MIN = 90;
/** A visit's time on site is learned from so many of a system's last, or of the shop's. */
const [OWN, SHOPS] = [3, 40];
/** Shorter was a look in passing, longer was left open over lunch or night, minutes. */
const [LEAST, MOST] = [15, 360];

const minutes = sql<number>`json_extract(${t.visitRead.cost}, '$.minutes')`;
const rounded = (min: number): number => Math.ceil(min / 5) * 5;

function median(values: readonly number[]): number | null {
  const sorted = values.filter((value) => value >= LEAST && value <= MOST).sort((a, b) => a - b);
  return sorted.length === 0 ? null : rounded(sorted[Math.floor(sorted.length / 2)] ?? USUAL_MIN);
}

/** How long a visit to each of some systems usually takes: the median of its own last ones, else of the shop's last. */
export function usualMinutes(db: Db, systemIds: readonly string[]): Map<string, number> {
  if (systemIds.length === 0) return new Map();
  // Sorted here: the file would sort by way of all the shop's closed visits.
  const rows = db
    .select({ systemId: t.visit.systemId, minutes, began: sql<string>`${t.visit.day} || printf('%05d', ${t.visit.startMinute})` })
    .from(t.visit)
    .innerJoin(t.visitRead, eq(t.visitRead.visitId, t.visit.id))
    .where(and(inArray(t.visit.systemId, [...systemIds]), eq(t.visit.standing, 'closed')))
    .all()
    .sort((a, b) => (a.began < b.began ? 1 : -1));
  const shops =
    median(
      db
        .select({ minutes })
        .from(t.visit)
        .innerJoin(t.visitRead, eq(t.visitRead.visitId, t.visit.id))
        .where(eq(t.visit.standing, 'closed'))
        .orderBy(desc(t.visit.day), desc(t.visit.startMinute))
        .limit(SHOPS)
        .all()
        .map((row) => row.minutes),
    ) ?? USUAL_MIN;
  return new Map(
    systemIds.map((id) => {
      const own = rows.filter((row) => row.systemId === id).slice(0, OWN);
      return [id, median(own.map((row) => row.minutes)) ?? shops];
    }),
  );
}
