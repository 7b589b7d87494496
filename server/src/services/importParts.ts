import type { StockMove } from '@elm-mist/contract';
import { asc, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { Problem } from '../http/problem';
import type { Db, Store } from '../store/open';
import { NOTHING } from '../store/writes';
import * as t from '../store/schema';
import { writeStock, type NewBottle } from './stock';

type CleanerRow = typeof t.cleaner.$inferInsert;

/** What one row of a file comes to on the shelf. */
export type ShelfWork =
  | { does: 'cleaner'; row: CleanerRow; isNew: boolean }
  | { does: 'bottle'; row: NewBottle }
  | { does: 'facts'; row: Pick<NewBottle, 'id' | 'lot' | 'expires' | 'sizeL'> }
  | { does: 'move'; row: Omit<StockMove, 'id'> };

/** Rows written in one transaction: some ten milliseconds, so that nobody else's request waits long. */
const PART = 150;

const HALF_WAY =
  'The disk is full. A part of the file is on the shelf; the rest follows when the server is started with room again. Do not import it a second time.';

function apply(db: Db, work: readonly ShelfWork[]): void {
  const bottles: NewBottle[] = [];
  const moves: Omit<StockMove, 'id'>[] = [];
  for (const one of work)
    if (one.does === 'bottle') bottles.push(one.row);
    else if (one.does === 'move') moves.push(one.row);
    else if (one.does === 'facts') db.update(t.stockItem).set(one.row).where(eq(t.stockItem.id, one.row.id)).run();
    else if (one.isNew) db.insert(t.cleaner).values(one.row).onConflictDoNothing().run();
    else db.update(t.cleaner).set(one.row).where(eq(t.cleaner.id, one.row.id)).run();
  if (bottles.length + moves.length > 0) writeStock(db, bottles, moves);
}

function applyPart(store: Store, id: number): void {
  store.write((db) => {
    const part = db.select().from(t.importPart).where(eq(t.importPart.id, id)).get();
    if (!part) return;
    apply(db, part.work as ShelfWork[]);
    db.delete(t.importPart).where(eq(t.importPart.id, id)).run();
  });
}

/** Parts of a file that are still to be brought to the shelf, in their order. */
const partsOf = (db: Db, job: string): { id: number; last: boolean }[] =>
  db
    .select({ id: t.importPart.id, last: t.importPart.last })
    .from(t.importPart)
    .where(eq(t.importPart.job, job))
    .orderBy(asc(t.importPart.id))
    .all();

/**
 * Brings a checked file to the shelf in parts, with others' requests between them. All of it is put by before any of it is shown, so a server that
 * is killed in the middle has either nothing of the file or goes on with it at its next start.
 * @param rows what each row comes to; a row is never cut in two
 * @throws Problem 507 with no room for all of it on the shelf
 */
export async function writeInParts(store: Store, rows: Iterable<readonly ShelfWork[]>): Promise<void> {
  const job = uuidv7();
  const put = (work: readonly ShelfWork[][], last: boolean) => {
    store.write((db, only) => {
      only(NOTHING);
      db.insert(t.importPart).values({ job, work: work.flat(), last }).run();
    });
  };
  try {
    let held: ShelfWork[][] = [];
    for (const row of rows) {
      held.push([...row]);
      if (held.length < PART) continue;
      put(held, false);
      held = [];
      await nextTurn();
    }
    put(held, true);
  } catch (error) {
    forget(store, job);
    throw error;
  }
  try {
    for (const { id } of partsOf(store.db, job)) {
      await nextTurn();
      applyPart(store, id);
    }
  } catch {
    throw new Problem(507, 'storage', HALF_WAY);
  }
}

const forget = (store: Store, job: string): void => {
  try {
    store.write((db, only) => {
      only(NOTHING);
      db.delete(t.importPart).where(eq(t.importPart.job, job)).run();
    });
  } catch {
    // No room for that either: the next start forgets it.
  }
};

/**
 * Goes on with files that were put by whole when the server was killed, and forgets those that were not. For a start, before anybody asks.
 * @returns how many files were gone on with
 */
export function finishImports(store: Store): number {
  const jobs = store.db.selectDistinct({ job: t.importPart.job }).from(t.importPart).orderBy(asc(t.importPart.job)).all();
  let finished = 0;
  for (const { job } of jobs) {
    const parts = partsOf(store.db, job);
    if (parts.at(-1)?.last) {
      for (const { id } of parts) applyPart(store, id);
      finished += 1;
    } else forget(store, job);
  }
  return finished;
}
