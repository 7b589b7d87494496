import type { VisitCostRecord } from '@elm-mist/contract';
import { costOfVisit } from '@elm-mist/core/visit';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Db } from '../store/open';
import { readHouseRules } from '../store/settings';
import * as shelf from '../store/shelf';
import { closedBetween, type ClosedRow } from '../store/visits';
import { drawRead, READ_VERSION } from './reads';

/** Visits read at a time, with room for other requests between. */
const SLICE = 150;

/** What each visit closed between two days took and cost, oldest first. @param from, to ISO days, both counted */
export async function visitCosts(db: Db, from: string, to: string): Promise<VisitCostRecord[]> {
  const house = readHouseRules(db);
  const cleaners = new Map(shelf.cleaners(db).map((cleaner) => [cleaner.id, cleaner]));
  const costs: VisitCostRecord[] = [];
  let last: ClosedRow | null = null;
  for (;;) {
    const rows: ClosedRow[] = closedBetween(db, from, to, last, SLICE, READ_VERSION);
    for (const { id, day, placeName, systemName, cost } of rows)
      costs.push({ visitId: id, day, placeName, systemName, ...costOfVisit(cost ?? drawRead(db, id).cost, cleaners, house) });
    last = rows.at(-1) ?? null;
    if (rows.length < SLICE) return costs;
    await nextTurn();
  }
}
