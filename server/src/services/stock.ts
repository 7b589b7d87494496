import { v7 as uuidv7 } from 'uuid';
import type { StockCount, StockInput, StockMove, StockRecord } from '@elm-mist/contract';
import { drawDown } from '@elm-mist/core/mix';
import { usedFromShelf, type VisitState } from '@elm-mist/core/run';
import { eq, sql } from 'drizzle-orm';
import { notFound, Problem } from '../http/problem';
import type { Db, Store } from '../store/open';
import { NOTHING } from '../store/writes';
import * as t from '../store/schema';
import * as shelf from '../store/shelf';
import { createIdempotent } from './made';
import { todayOf } from './shop';

/** Less than this is nothing, L. */
const NOTHING_L = 1e-9;

/**
 * Many bottles and moves at once, handed to SQLite as JSON in one statement each: a statement a row would hold up everybody else's
 * requests for seconds. A bottle that somebody else put there meanwhile under the same id stays theirs.
 */
export function writeStock(db: Db, items: readonly NewBottle[], moves: readonly Omit<StockMove, 'id'>[]): void {
  db.run(sql`insert or ignore into ${t.stockItem} (id, cleaner_id, lot, expires, size_l)
    select value ->> 'id', value ->> 'cleanerId', value ->> 'lot', value ->> 'expires', value ->> 'sizeL'
    from json_each(${JSON.stringify(items)})`);
  const rows = moves.map((move) => ({ ...move, id: uuidv7() }));
  db.run(sql`insert into ${t.stockMove} (id, item_id, cleaner_id, visit_id, litres, why, "by", "at")
    select value ->> 'id', value ->> 'itemId', value ->> 'cleanerId', value ->> 'visitId', value ->> 'litres', value ->> 'why',
      value ->> 'by', value ->> 'at'
    from json_each(${JSON.stringify(rows)})`);
  const ids = JSON.stringify([...new Set(moves.map((move) => move.itemId).filter((id) => id !== null))]);
  db.run(sql`update ${t.stockItem} set
    left_l = (select total(m.litres) from ${t.stockMove} m where m.item_id = ${t.stockItem}.id),
    moved_at = (select max(m."at") from ${t.stockMove} m where m.item_id = ${t.stockItem}.id)
    where id in (select value from json_each(${ids}))`);
}

/** A bottle before anything was put into it. */
export type NewBottle = Omit<typeof t.stockItem.$inferSelect, 'leftL' | 'movedAt'>;

/** Writes one change of stock, and what is left in its bottle after it. */
export function writeMove(db: Db, move: Omit<StockMove, 'id'>): void {
  db.insert(t.stockMove)
    .values({ ...move, id: uuidv7() })
    .run();
  if (move.itemId !== null)
    db.update(t.stockItem)
      .set({ leftL: sql`${t.stockItem.leftL} + ${move.litres}`, movedAt: move.at })
      .where(eq(t.stockItem.id, move.itemId))
      .run();
}

/** Puts bottles on the shelf. @throws Problem 422 `cleanerId` when there is no such cleaner */
export function addStock(store: Store, input: StockInput, by: string, at: string): StockRecord[] {
  return store.write((db, only) => {
    // No plan goes by what is left in a bottle.
    only(NOTHING);
    return createIdempotent(
      db,
      'stock',
      input,
      at,
      (id) => bottlesOf(db, id),
      (id) => bottles(db, id, input, by, at),
    );
  });
}

/** Bottles of one request are called after it, so that the same request finds them again. */
const bottleId = (requestId: string, i: number): string => (i === 0 ? requestId : `${requestId}-${i + 1}`);
function bottlesOf(db: Db, requestId: string): StockRecord[] | undefined {
  const found = shelf.stock(db).filter((item) => item.id === requestId || item.id.startsWith(`${requestId}-`));
  return found.length > 0 ? found : undefined;
}

function bottles(db: Db, requestId: string, input: StockInput, by: string, at: string): StockRecord[] {
  if (!shelf.findCleaner(db, input.cleanerId))
    throw new Problem(422, 'unknown', 'There is no such cleaner.', { cleanerId: `There is no cleaner "${input.cleanerId}".` });
  return Array.from({ length: input.count }, (_, i) => {
    const item = {
      id: bottleId(requestId, i),
      cleanerId: input.cleanerId,
      lot: input.lot,
      expires: input.expires ?? null,
      sizeL: input.sizeL,
    };
    const leftL = input.leftL ?? input.sizeL;
    db.insert(t.stockItem).values(item).run();
    writeMove(db, { itemId: item.id, cleanerId: item.cleanerId, visitId: null, litres: leftL, why: 'added', by, at });
    return { ...item, leftL };
  });
}

/** Sets what is left to what was counted, as one more move. @throws Problem 404 · 422 `leftL` above what it holds */
export function countStock(store: Store, itemId: string, count: StockCount, by: string, at: string): StockRecord {
  return store.write((db, only) => {
    // No plan goes by what is left in a bottle.
    only(NOTHING);
    const item = shelf.findBottle(db, itemId);
    if (!item) throw notFound('bottle', itemId);
    if (count.leftL > item.sizeL + NOTHING_L)
      throw new Problem(422, 'out-of-range', 'Left must not be more than the bottle holds.', {
        leftL: 'Left must not be more than the bottle holds.',
      });
    const litres = count.leftL - item.leftL;
    if (Math.abs(litres) > NOTHING_L) writeMove(db, { itemId, cleanerId: item.cleanerId, visitId: null, litres, why: 'counted', by, at });
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
 * Brings the shelf in line with a visit: closed or cancelled, it has taken what was poured; open, or opened again, nothing. Works from differences, so
 * that doing it again changes nothing, and a correction moves only what it changes.
 * @returns whether anything moved
 */
export function settleStock(db: Db, visitId: string, state: VisitState, by: string, at: string): boolean {
  const before = shelf.movesOfVisit(db, visitId);
  const wanted = state.closed || state.cancelled ? usedFromShelf(state) : {};
  let moved = false;
  const cleanerIds = new Set([...before.map((move) => move.cleanerId), ...Object.keys(wanted)]);
  const day = cleanerIds.size > 0 ? todayOf(db, new Date(at)) : '';
  for (const cleanerId of cleanerIds) {
    const taken = takenBy(before, cleanerId);
    const sofar = [...taken.values()].reduce((sum, litres) => sum + litres, 0);
    let change = (wanted[cleanerId] ?? 0) - sofar;
    const move = (itemId: string | null, litres: number) => {
      moved = true;
      writeMove(db, { itemId, cleanerId, visitId, litres, why: 'visit', by, at });
    };
    if (change > NOTHING_L) {
      const { draws, shortL } = drawDown(shelf.stockLeft(db, cleanerId), change, day);
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
  return moved;
}
