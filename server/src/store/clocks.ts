import type { Agreement } from '@elm-mist/core/agreement';
import type { DueClock } from '@elm-mist/core/closing';
import { coilName } from '@elm-mist/core/equipment';
import { and, asc, eq, getTableColumns, inArray, sql } from 'drizzle-orm';
import type { Db } from './open';
import { prepared } from './prepared';
import * as t from './schema';

/** What was agreed with the owner of a system; null for nothing. */
export const agreementOf = (db: Db, systemId: string): Agreement | null =>
  prepared(db, 'agreement', () =>
    db
      .select({ record: t.agreement.record })
      .from(t.agreement)
      .where(eq(t.agreement.systemId, sql.placeholder('systemId')))
      .prepare(),
  ).get({ systemId })?.record ?? null;

const { systemId: _systemId, ...clockColumns } = getTableColumns(t.dueClock);

/** What is due at a system, soonest first; of coils that were put away nothing is. */
export const clocksOf = (db: Db, systemId: string): DueClock[] =>
  db
    .select(clockColumns)
    .from(t.dueClock)
    .where(
      and(
        eq(t.dueClock.systemId, systemId),
        sql`(${t.dueClock.kind} <> 'coil' or ${t.dueClock.of} in (select id from coil where system_id = ${systemId} and archived = 0))`,
      ),
    )
    .orderBy(asc(t.dueClock.due), asc(t.dueClock.kind), asc(t.dueClock.of))
    .all();

/** Clocks of a system that were set by hand between visits. */
export const setByHand = (db: Db, systemId: string): DueClock[] => {
  const { systemId: _id, by: _by, ...columns } = getTableColumns(t.clockSet);
  return db.select(columns).from(t.clockSet).where(eq(t.clockSet.systemId, systemId)).all();
};

/** Writes what is due at a system again. */
export function writeClocks(db: Db, systemId: string, clocks: readonly DueClock[]): void {
  db.delete(t.dueClock).where(eq(t.dueClock.systemId, systemId)).run();
  if (clocks.length > 0)
    db.insert(t.dueClock)
      .values(clocks.map((clock) => ({ ...clock, systemId })))
      .run();
}

/** When the coils of systems are due next, by system; of those that were put away nothing is. */
export function coilsDue(db: Db, systemIds: readonly string[]): Map<string, { due: string; coil: string }> {
  if (systemIds.length === 0) return new Map();
  const rows = db
    // Beside a min, SQLite takes the other columns from the row that has it ("Bare columns in an aggregate query").
    .select({ systemId: t.dueClock.systemId, due: sql<string>`min(${t.dueClock.due})`, role: t.coil.role, name: t.coil.name })
    .from(t.dueClock)
    .innerJoin(t.coil, and(eq(t.coil.id, t.dueClock.of), eq(t.coil.archived, false)))
    // The plus keeps it from going through all coils of the shop by their kind (SQLite, "The SQLite Query Optimizer Overview", 2).
    .where(and(inArray(t.dueClock.systemId, [...systemIds]), sql`+${t.dueClock.kind} = 'coil'`))
    .groupBy(t.dueClock.systemId)
    .all();
  return new Map(rows.map(({ systemId, due, role, name }) => [systemId, { due, coil: coilName({ role, name }) }]));
}
