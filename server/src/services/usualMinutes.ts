import { and, desc, eq, sql } from 'drizzle-orm';
import { keptFor } from '../store/kept';
import type { Db, Store } from '../store/open';
import { prepared } from '../store/prepared';
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

const latestFirst = [desc(t.visit.day), desc(t.visit.startMinute)] as const;

/** Of a system's last closed visits alone: what lies beside `cost` in its row is long, and walking over it for every visit of ten years takes longer than the rest. */
const ownMinutes = (db: Db, systemId: string): number[] =>
  prepared(db, 'own minutes', () =>
    db
      .select({ minutes })
      .from(t.visit)
      .innerJoin(t.visitRead, eq(t.visitRead.visitId, t.visit.id))
      .where(and(eq(t.visit.systemId, sql.placeholder('systemId')), eq(t.visit.standing, 'closed')))
      .orderBy(...latestFirst)
      .limit(OWN)
      .prepare(),
  )
    .all({ systemId })
    .map((row) => row.minutes);

/** Of the shop's last closed visits, read once for as long as none is closed. */
const shopsMinutes = (store: Store): number =>
  keptFor(store, 'usual minutes', '', ['closings'], () => {
    const rows = store.db
      .select({ minutes })
      .from(t.visit)
      .innerJoin(t.visitRead, eq(t.visitRead.visitId, t.visit.id))
      .where(eq(t.visit.standing, 'closed'))
      .orderBy(...latestFirst)
      .limit(SHOPS)
      .all();
    return median(rows.map((row) => row.minutes)) ?? USUAL_MIN;
  });

/** How long a visit to each of some systems usually takes: the median of its own last ones, else of the shop's last. */
export const usualMinutes = (store: Store, systemIds: readonly string[]): Map<string, number> =>
  new Map(systemIds.map((id) => [id, median(ownMinutes(store.db, id)) ?? shopsMinutes(store)]));
