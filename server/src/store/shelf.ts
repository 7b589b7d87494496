import type { ApplicatorRecord, CleanerRecord, StockMove, StockRecord } from '@elm-mist/contract';
import { and, asc, desc, eq, getTableColumns, gt, gte, or, type SQL } from 'drizzle-orm';
import type { Db } from './open';
import { prepared } from './prepared';
import * as t from './schema';

const SHEETS: Record<string, CleanerRecord['sheet']> = { 'application/pdf': 'pdf' };

export const cleaners = (db: Db): CleanerRecord[] =>
  prepared(db, 'cleaners', () =>
    db
      .select({ ...getTableColumns(t.cleaner), mime: t.safetySheet.mime })
      .from(t.cleaner)
      .leftJoin(t.safetySheet, eq(t.safetySheet.cleanerId, t.cleaner.id))
      .orderBy(asc(t.cleaner.name))
      .prepare(),
  )
    .all()
    .map(({ mime, ...row }) => ({ ...row, sheet: mime === null ? null : (SHEETS[mime] ?? 'picture') }));

export const findCleaner = (db: Db, id: string): CleanerRecord | undefined => cleaners(db).find((row) => row.id === id);

export const applicators = (db: Db): ApplicatorRecord[] => db.select().from(t.applicator).orderBy(asc(t.applicator.capacityL)).all();

/** A sum of tenths may end a hair below nothing. */
const asBottle = ({ movedAt: _, ...row }: typeof t.stockItem.$inferSelect): StockRecord => ({
  ...row,
  leftL: Math.abs(row.leftL) < 1e-9 ? 0 : row.leftL,
});

const bottlesWhere = (db: Db, where: SQL | undefined): StockRecord[] =>
  db.select().from(t.stockItem).where(where).orderBy(asc(t.stockItem.cleanerId), asc(t.stockItem.id)).all().map(asBottle);

/** Bottles with what is left in each; every one there ever was. */
export const stock = (db: Db, cleanerId?: string): StockRecord[] =>
  bottlesWhere(db, cleanerId === undefined ? undefined : eq(t.stockItem.cleanerId, cleanerId));

/** Bottles that stand on the shelf: those with something in them, and those that were emptied or counted since. @param since UTC ISO */
export const stockStanding = (db: Db, since: string): StockRecord[] =>
  bottlesWhere(db, or(gt(t.stockItem.leftL, 1e-9), gte(t.stockItem.movedAt, since)));

/** The same of one cleaner that there is anything left of. */
export const stockLeft = (db: Db, cleanerId: string): StockRecord[] =>
  bottlesWhere(db, and(eq(t.stockItem.cleanerId, cleanerId), gt(t.stockItem.leftL, 1e-9)));

export const findBottle = (db: Db, id: string): StockRecord | undefined => bottlesWhere(db, eq(t.stockItem.id, id))[0];

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
