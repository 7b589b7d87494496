import { asc, gt, sql } from 'drizzle-orm';
import { othersTurn } from '../http/othersTurn';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';

interface Kept<T> {
  /** How often the file had been written when it was read. */
  writes: number;
  bySystem: Map<string, T>;
}

/** SQLite takes so many values in one statement. */
const MOST_VALUES = 5000;
const row = sql<number>`rowid`;

/**
 * What lists go by of every system, held in memory: reading it for each page of a list takes longer than the rest. Whoever writes it touches its system,
 * and those systems alone are read again.
 * @param scope by which a system is touched: `system` for its visits and clocks, `facts` for what is on record of it
 * @param slice so many systems are read at a time, for some three milliseconds; others have their turn between
 * @param read of some systems
 */
export function keptBySystem<T>(
  scope: 'system' | 'facts',
  slice: number,
  read: (db: Db, systemIds: readonly string[]) => ReadonlyMap<string, T>,
): (store: Store) => Promise<ReadonlyMap<string, T>> {
  const kept = new WeakMap<Store, Kept<T>>();
  const readAll = async ({ db, versions }: Store): Promise<Kept<T>> => {
    const { writes } = versions;
    const bySystem = new Map<string, T>();
    for (let after = 0; ;) {
      const rows = db.select({ row, id: t.system.id }).from(t.system).where(gt(row, after)).orderBy(asc(row)).limit(slice).all();
      const ids = rows.map(({ id }) => id);
      for (const [id, value] of read(db, ids)) bySystem.set(id, value);
      const last = rows.at(-1);
      if (!last || rows.length < slice) return { writes, bySystem };
      after = last.row;
      await othersTurn();
    }
  };
  const all = async (store: Store): Promise<ReadonlyMap<string, T>> => {
    const known = kept.get(store);
    const from = known && store.versions.since(known.writes) ? known : await readAll(store);
    const touched = store.versions.since(from.writes);
    const start = `${scope}:`;
    const systems = [...new Set((touched ?? []).flatMap((name) => (name.startsWith(start) ? [name.slice(start.length)] : [])))];
    // Written over as a whole while it was read: rare, and then once more.
    if (!touched || systems.length > MOST_VALUES) {
      kept.delete(store);
      return all(store);
    }
    from.writes = store.versions.writes;
    for (const id of systems) from.bySystem.delete(id);
    if (systems.length > 0) for (const [id, value] of read(store.db, systems)) from.bySystem.set(id, value);
    kept.set(store, from);
    return from.bySystem;
  };
  return all;
}
