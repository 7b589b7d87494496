import type { ShopSavedRecord } from '@elm-mist/contract';
import { dirtFactor, savedByGrade, type MeasuredWash } from '@elm-mist/core';
import { and, desc, eq, sql } from 'drizzle-orm';
import type { Db } from '../store/open';
import * as t from '../store/schema';

/** Visits that are looked through for what was measured, the last ones. */
const MOST_LOOKED = 2000;

const saved = sql<string | null>`json_extract(${t.visitRead.cost}, '$.saved')`;

/** What the shop's last washes were measured to save by watts. */
export function measuredWashes(db: Db): MeasuredWash[] {
  const last = db
    .select({ id: t.visit.id })
    .from(t.visit)
    .where(eq(t.visit.standing, 'closed'))
    .orderBy(desc(t.visit.day), desc(t.visit.startMinute))
    .limit(MOST_LOOKED)
    .as('last');
  return db
    .select({ saved })
    .from(last)
    .innerJoin(t.visitRead, eq(t.visitRead.visitId, last.id))
    .where(and(sql`${saved} is not null`))
    .all()
    .flatMap((row) => (row.saved ? [JSON.parse(row.saved) as MeasuredWash] : []));
}

/** The same by grade, and what it says of published sizes. */
export function shopSaved(db: Db): ShopSavedRecord {
  const washes = measuredWashes(db);
  return { grades: savedByGrade(washes), dirt: dirtFactor(washes) };
}
