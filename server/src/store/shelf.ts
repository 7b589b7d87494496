import type { ApplicatorRecord, CleanerRecord, StockMove, StockRecord } from '@elm-mist/contract';
import { asc, desc, eq, getTableColumns, sql } from 'drizzle-orm';
import type { Db } from './open';
import * as t from './schema';

const SHEETS: Record<string, CleanerRecord['sheet']> = { 'application/pdf': 'pdf' };

export const cleaners = (db: Db): CleanerRecord[] =>
  db
    .select({ ...getTableColumns(t.cleaner), mime: t.safetySheet.mime })
    .from(t.cleaner)
    .leftJoin(t.safetySheet, eq(t.safetySheet.cleanerId, t.cleaner.id))
    .orderBy(asc(t.cleaner.name))
    .all()
    .map(({ mime, ...row }) => ({ ...row, sheet: mime === null ? null : (SHEETS[mime] ?? 'picture') }));

export const findCleaner = (db: Db, id: string): CleanerRecord | undefined => cleaners(db).find((row) => row.id === id);

export const applicators = (db: Db): ApplicatorRecord[] => db.select().from(t.applicator).orderBy(asc(t.applicator.capacityL)).all();

/** Bottles with what is left in each, the sum of its moves. */
export const stock = (db: Db, cleanerId?: string): StockRecord[] =>
  db
    .select({ ...getTableColumns(t.stockItem), leftL: sql<number>`coalesce(sum(${t.stockMove.litres}), 0)` })
    .from(t.stockItem)
    .leftJoin(t.stockMove, eq(t.stockMove.itemId, t.stockItem.id))
    .where(cleanerId === undefined ? undefined : eq(t.stockItem.cleanerId, cleanerId))
    .groupBy(t.stockItem.id)
    .orderBy(asc(t.stockItem.cleanerId), asc(t.stockItem.id))
    .all()
    // A sum of tenths may end a hair below nothing.
    .map((row) => ({ ...row, leftL: Math.abs(row.leftL) < 1e-9 ? 0 : row.leftL }));

const NEWEST_MOVES = 50;
export const movesOf = (db: Db, cleanerId: string): StockMove[] =>
  db
    .select()
    .from(t.stockMove)
    .where(eq(t.stockMove.cleanerId, cleanerId))
    .orderBy(desc(t.stockMove.at), desc(t.stockMove.id))
    .limit(NEWEST_MOVES)
    .all();

export const movesOfVisit = (db: Db, visitId: string): StockMove[] =>
  db.select().from(t.stockMove).where(eq(t.stockMove.visitId, visitId)).orderBy(asc(t.stockMove.at), asc(t.stockMove.id)).all();
