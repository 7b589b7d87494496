import { v7 as uuidv7 } from 'uuid';
import type { StockCount, StockInput, StockMove, StockRecord } from '@elm-mist/contract';
import { drawDown, usedFromShelf, type VisitState } from '@elm-mist/core';
import { sql } from 'drizzle-orm';
import { notFound, Problem } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';
import * as shelf from '../store/shelf';

/** Less than this is nothing, L. */
const NOTHING_L = 1e-9;

/**
 * Many bottles and moves at once, handed to SQLite as JSON in one statement each: a statement a row would hold up everybody else's
 * requests for seconds.
 */
export function writeStock(db: Db, items: readonly (typeof t.stockItem.$inferSelect)[], moves: readonly Omit<StockMove, 'id'>[]): void {
  db.run(sql`insert into ${t.stockItem} (id, cleaner_id, lot, expires, size_l)
    select value ->> 'id', value ->> 'cleanerId', value ->> 'lot', value ->> 'expires', value ->> 'sizeL'
    from json_each(${JSON.stringify(items)})`);
  const rows = moves.map((move) => ({ ...move, id: uuidv7() }));
  db.run(sql`insert into ${t.stockMove} (id, item_id, cleaner_id, visit_id, litres, why, "by", "at")
    select value ->> 'id', value ->> 'itemId', value ->> 'cleanerId', value ->> 'visitId', value ->> 'litres', value ->> 'why',
      value ->> 'by', value ->> 'at'
    from json_each(${JSON.stringify(rows)})`);
}

export function writeMove(db: Db, move: Omit<StockMove, 'id'>): void {
  db.insert(t.stockMove)
    .values({ ...move, id: uuidv7() })
    .run();
}

/** Puts bottles on the shelf. @throws Problem 422 `cleanerId` when there is no such cleaner */
export function addStock(store: Store, input: StockInput, by: string, at: string): StockRecord[] {
  return store.write((db) => {
    if (!shelf.findCleaner(db, input.cleanerId))
      throw new Problem(422, 'unknown', 'There is no such cleaner.', { cleanerId: `There is no cleaner "${input.cleanerId}".` });
    const made = Array.from({ length: input.count }, () => {
      const item = { id: uuidv7(), cleanerId: input.cleanerId, lot: input.lot, expires: input.expires ?? null, sizeL: input.sizeL };
      const leftL = input.leftL ?? input.sizeL;
      db.insert(t.stockItem).values(item).run();
      writeMove(db, { itemId: item.id, cleanerId: item.cleanerId, visitId: null, litres: leftL, why: 'added', by, at });
      return { ...item, leftL };
    });
    return made;
  });
}

/** Sets what is left to what was counted, as one more move. @throws Problem 404 · 422 `leftL` above what it holds */
export function countStock(store: Store, itemId: string, count: StockCount, at: string): StockRecord {
  return store.write((db) => {
    const item = shelf.stock(db).find((row) => row.id === itemId);
    if (!item) throw notFound('bottle', itemId);
    if (count.leftL > item.sizeL + NOTHING_L)
      throw new Problem(422, 'out-of-range', 'Left must not be more than the bottle holds.', {
        leftL: 'Left must not be more than the bottle holds.',
      });
    const litres = count.leftL - item.leftL;
    if (Math.abs(litres) > NOTHING_L)
      writeMove(db, { itemId, cleanerId: item.cleanerId, visitId: null, litres, why: 'counted', by: count.by, at });
    return { ...item, leftL: count.leftL };
  });
}

/** What a visit has taken so far, by bottle; the rest, beyond what the shelf held, under null. */
function takenBy(moves: readonly StockMove[], cleanerId: string): Map<string | null, number> {
  const taken = new Map<string | null, number>();
  for (const move of moves) if (move.cleanerId === cleanerId) taken.set(move.itemId, (taken.get(move.itemId) ?? 0) - move.litres);
  return taken;
}

/**
 * Brings the shelf in line with a visit: closed, it has taken what it used; open, or opened again, nothing. Works from differences, so
 * that doing it again changes nothing, and a correction moves only what it changes.
 */
export function settleStock(db: Db, visitId: string, state: VisitState, by: string, at: string): void {
  const before = shelf.movesOfVisit(db, visitId);
  const wanted = state.closed ? usedFromShelf(state) : {};
  const cleanerIds = new Set([...before.map((move) => move.cleanerId), ...Object.keys(wanted)]);
  const day = at.slice(0, 10);
  for (const cleanerId of cleanerIds) {
    const taken = takenBy(before, cleanerId);
    const sofar = [...taken.values()].reduce((sum, litres) => sum + litres, 0);
    let change = (wanted[cleanerId] ?? 0) - sofar;
    const move = (itemId: string | null, litres: number) => writeMove(db, { itemId, cleanerId, visitId, litres, why: 'visit', by, at });
    if (change > NOTHING_L) {
      const { draws, shortL } = drawDown(shelf.stock(db, cleanerId), change, day);
      for (const draw of draws) move(draw.itemId, -draw.litres);
      if (shortL > NOTHING_L) move(null, -shortL);
    }
    // Given back: first what the shelf never had, then the bottles last drawn from.
    const backwards = [...taken].filter(([, litres]) => litres > NOTHING_L).reverse();
    for (const [itemId, litres] of backwards.sort(([a], [b]) => (a === null ? -1 : 0) - (b === null ? -1 : 0))) {
      if (change >= -NOTHING_L) break;
      const back = Math.min(litres, -change);
      move(itemId, back);
      change += back;
    }
  }
}
