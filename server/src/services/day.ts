import type { DayRecord } from '@elm-mist/contract';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Store } from '../store/open';
import * as v from '../store/visits';
import type { Card } from './cardOf';
import type { Cards } from './cards';
import { promisedOf } from './open';
import { visitFrame, type VisitFrame } from './visitFrame';
import { weatherOf } from './weather';

/** The day's visits in order, each with what to carry, the visit that comes next, and the air. */
export async function dayRecord(store: Store, cards: Cards, day: string): Promise<DayRecord> {
  const { db } = store;
  const visits = v.visitsOn(db, day);
  const frames: VisitFrame[] = [];
  const asked: Promise<Card>[] = [];
  for (const visit of visits) {
    const frame = visitFrame(db, visit.id);
    frames.push(frame);
    asked.push(cards.of(frame));
    // Asking for a card reads the system's history: others get a turn between.
    await nextTurn();
  }
  const made = await Promise.all(asked);
  const promised = promisedOf(db, frames);
  return {
    day,
    visits: frames.flatMap((frame, i) => {
      const card = made[i];
      return card ? [{ ...frame, ...card, ...promised(frame) }] : [];
    }),
    next: v.nextVisitAfter(db, day) ?? null,
    weather: weatherOf(db, day),
  };
}
