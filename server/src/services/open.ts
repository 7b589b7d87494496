import { OPEN_PER_PAGE, type OpenRecord, type TodayVisit } from '@elm-mist/contract';
import { systemFindings } from '@elm-mist/core/history';
import {
  isOpenFinding,
  isPromised,
  smallParts,
  pauseOf,
  wholeFinding,
  type FindingLife,
  type Pause,
  type Quote,
  type VisitState,
} from '@elm-mist/core/run';
import { FINDING_TABLE, URGENCIES, type FindingPart } from '@elm-mist/core/survey';
import { and, asc, count, eq, inArray, sql } from 'drizzle-orm';
import type { Db } from '../store/open';
import * as t from '../store/schema';
import { pastOf } from './known';
import type { VisitFrame } from './visitFrame';

type Item = typeof t.openItem.$inferInsert;

/** What of a visit decides whether the shop's list changes. */
export const openPart = (state: VisitState): string =>
  JSON.stringify([state.findings, state.findingSteps, state.findingsClosed, state.quotes, pauseOf(state), state.cancelled !== null]);

/** Writes what is still to come of for one system again. */
export function settleOpen(db: Db, systemId: string): void {
  const past = pastOf(db, systemId);
  const items: Item[] = [];
  for (const life of systemFindings(past)) {
    if (!isOpenFinding(life)) continue;
    const rank = URGENCIES.indexOf(wholeFinding(life).urgency);
    items.push({ id: life.findingId, systemId, visitId: life.visitId, kind: 'finding', rank: `${rank} ${life.at}`, row: life });
  }
  for (const { visit, read } of past) {
    if (visit.standing === 'cancelled') continue;
    for (const quote of read.quotes)
      if (!quote.answer) items.push({ id: quote.quoteId, systemId, visitId: visit.id, kind: 'quote', rank: quote.at, row: quote });
    if (read.pause)
      items.push({ id: visit.id, systemId, visitId: visit.id, kind: 'pause', rank: read.pause.value.due ?? '9999', row: read.pause });
  }
  db.delete(t.openItem).where(eq(t.openItem.systemId, systemId)).run();
  // A list that is drawn from entries never refuses one: what stands under another system by now is taken over.
  for (const item of items) db.insert(t.openItem).values(item).onConflictDoUpdate({ target: t.openItem.id, set: item }).run();
}

/** All that is still to come of in the shop. */
export function openRecord(db: Db): OpenRecord {
  const of = <T>(kind: Item['kind']) =>
    db
      .select({
        row: t.openItem.row,
        visitId: t.openItem.visitId,
        systemId: t.openItem.systemId,
        systemName: t.system.name,
        placeName: t.place.name,
        customerName: t.customer.name,
      })
      .from(t.openItem)
      .innerJoin(t.system, eq(t.openItem.systemId, t.system.id))
      .innerJoin(t.place, eq(t.system.placeId, t.place.id))
      .innerJoin(t.customer, eq(t.place.customerId, t.customer.id))
      .where(eq(t.openItem.kind, kind))
      .orderBy(asc(t.openItem.rank), asc(t.openItem.id))
      .limit(OPEN_PER_PAGE)
      .all()
      .map(({ row, ...where }) => ({ ...(row as T), ...where }));
  return {
    findings: of<FindingLife>('finding').map((life) => ({ ...life, urgency: wholeFinding(life).urgency })),
    quotes: of<Quote>('quote'),
    pauses: of<Pause>('pause'),
    total: db.select({ total: count() }).from(t.openItem).where(eq(t.openItem.kind, 'finding')).get()?.total ?? 0,
  };
}

const partWords = ({ quantity, name }: FindingPart): string => (quantity > 1 ? `${quantity} × ${name.toLowerCase()}` : name.toLowerCase());

/** What the customers of a day's visits were promised, what small things wait there, and what a visit waits for: read from the list, not from the years. */
export function promisedOf(db: Db, frames: readonly VisitFrame[]): (frame: VisitFrame) => Pick<TodayVisit, 'promised' | 'small' | 'pause'> {
  const systems = [...new Set(frames.map((frame) => frame.visit.systemId))];
  const rows = db
    .select()
    .from(t.openItem)
    // The plus keeps the search to these systems: by its kind the file would go through all that is open in the shop.
    .where(and(inArray(t.openItem.systemId, systems), inArray(sql`+${t.openItem.kind}`, ['finding', 'pause'])))
    .orderBy(asc(t.openItem.rank))
    .all();
  return ({ visit }) => {
    if (visit.standing === 'closed' || visit.standing === 'cancelled') return { promised: [], small: [], pause: null };
    const own = rows.filter((row) => row.systemId === visit.systemId);
    const lives = own.flatMap((row) => (row.kind === 'finding' ? [row.row as FindingLife] : []));
    const pause = own.find((row) => row.kind === 'pause' && row.id === visit.id);
    return {
      small: smallParts(lives).map(partWords),
      promised: lives.filter(isPromised).map((life) => {
        const { what, name, parts } = wholeFinding(life);
        return {
          findingId: life.findingId,
          name,
          licence: FINDING_TABLE[what].licence,
          parts: parts.map(partWords),
        };
      }),
      pause: pause ? (pause.row as Pause) : null,
    };
  };
}
