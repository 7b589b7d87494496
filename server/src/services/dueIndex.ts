import type { DueClock } from '@elm-mist/core';
import { gt, inArray, sql } from 'drizzle-orm';
import { othersTurn } from '../http/othersTurn';
import type { Store } from '../store/open';
import * as t from '../store/schema';

/** A clock as far as lists go by it. */
export type ClockAhead = Pick<DueClock, 'kind' | 'of' | 'due'>;

interface Kept {
  /** How often the file had been written when it was read. */
  writes: number;
  bySystem: Map<string, ClockAhead[]>;
}

const kept = new WeakMap<Store, Kept>();

const COLUMNS = { systemId: t.dueClock.systemId, kind: t.dueClock.kind, of: t.dueClock.of, due: t.dueClock.due } as const;

/** Puts rows to what is known of their systems. */
function put(bySystem: Kept['bySystem'], rows: readonly (ClockAhead & { systemId: string })[]): void {
  for (const { systemId, kind, of, due } of rows) {
    const clock = { kind, of, due };
    const own = bySystem.get(systemId);
    if (own) own.push(clock);
    else bySystem.set(systemId, [clock]);
  }
}

/** So many rows are read at a time: some three milliseconds, three times that on a slow machine. */
const SLICE = 500;
const row = sql<number>`rowid`;

/** Every clock of the shop, read anew; others have their turn now and then. */
async function readAll(store: Store): Promise<Kept> {
  const { writes } = store.versions;
  const bySystem: Kept['bySystem'] = new Map();
  for (let after = 0; ;) {
    const rows = store.db
      .select({ row, ...COLUMNS })
      .from(t.dueClock)
      .where(gt(row, after))
      .orderBy(row)
      .limit(SLICE)
      .all();
    put(bySystem, rows);
    const last = rows.at(-1);
    if (!last || rows.length < SLICE) return { writes, bySystem };
    after = last.row;
    await othersTurn();
  }
}

/** SQLite takes so many values in one statement. */
const MOST_VALUES = 5000;

/**
 * The clocks of every system, held in memory: reading fifteen thousand rows for each page of a list takes longer than the rest of it. Whoever writes clocks
 * touches their system, and those systems alone are read again.
 */
export async function clocksAhead(store: Store): Promise<ReadonlyMap<string, readonly ClockAhead[]>> {
  const known = kept.get(store);
  const from = known && store.versions.since(known.writes) ? known : await readAll(store);
  const touched = store.versions.since(from.writes);
  const systems = [...new Set((touched ?? []).flatMap((scope) => (scope.startsWith('system:') ? [scope.slice('system:'.length)] : [])))];
  // Written over as a whole while it was read: rare, and then once more.
  if (!touched || systems.length > MOST_VALUES) {
    kept.delete(store);
    return clocksAhead(store);
  }
  from.writes = store.versions.writes;
  for (const id of systems) from.bySystem.delete(id);
  if (systems.length > 0) put(from.bySystem, store.db.select(COLUMNS).from(t.dueClock).where(inArray(t.dueClock.systemId, systems)).all());
  kept.set(store, from);
  return from.bySystem;
}
