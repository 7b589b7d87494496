import type { DayRecord, TodayVisit } from '@elm-mist/contract';
import { isPromised, systemFindings, wholeFinding } from '@elm-mist/core';
import { keptFor } from '../store/kept';
import type { Store } from '../store/open';
import * as v from '../store/visits';
import type { Card } from './cardOf';
import type { Cards } from './cards';
import { pastOf } from './known';
import { keptFrame, type VisitFrame } from './visitFrame';
import { weatherOf } from './weather';

/** What the customer was promised for the system, and what the visit waits for. */
function promisedOf(store: Store, { visit, coils }: VisitFrame): Pick<TodayVisit, 'promised' | 'pause'> {
  if (visit.standing === 'closed' || visit.standing === 'cancelled' || coils.length === 0) return { promised: [], pause: null };
  return keptFor(store, 'promised', visit.id, [`system:${visit.systemId}`, `visit:${visit.id}`], () => {
    const past = pastOf(store.db, visit.systemId);
    const promised = systemFindings(past)
      .filter(isPromised)
      .map((life) => {
        const { name, parts } = wholeFinding(life);
        return {
          findingId: life.findingId,
          name,
          parts: parts.map((part) => (part.quantity > 1 ? `${part.quantity} × ${part.name.toLowerCase()}` : part.name.toLowerCase())),
        };
      });
    return { promised, pause: past.find((row) => row.id === visit.id)?.read.pause ?? null };
  });
}

/** The day's visits in order, each with what to carry, the visit that comes next, and the air. */
export async function dayRecord(store: Store, cards: Cards, day: string): Promise<DayRecord> {
  const { db } = store;
  const visits = v.visitsOn(db, day);
  const frames: VisitFrame[] = [];
  const asked: Promise<Card>[] = [];
  for (const visit of visits) {
    const frame = keptFrame(store, visit);
    frames.push(frame);
    const fresh = cards.isFresh(frame);
    asked.push(cards.of(frame));
    // Asking for a card reads the system's history: others get a turn between.
    if (!fresh) await new Promise((done) => setImmediate(done));
  }
  const made = await Promise.all(asked);
  return {
    day,
    visits: frames.flatMap((frame, i) => {
      const card = made[i];
      return card ? [{ ...frame, ...card, ...promisedOf(store, frame) }] : [];
    }),
    next: v.nextVisitAfter(db, day) ?? null,
    weather: weatherOf(db, day),
  };
}
