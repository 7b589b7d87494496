import { Worker } from 'node:worker_threads';
import { and, asc, eq, sql } from 'drizzle-orm';
import { earlierKnown, systemFindings } from '@elm-mist/core/history';
import { isPromised, isFilterNoted, wholeFinding } from '@elm-mist/core/run';
import { evictOldest } from '../store/newest';
import { cleaners } from '../store/shelf';
import type { Store } from '../store/open';
import { readHouseRules } from '../store/settings';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { UNREAD, type Card, type CardInput } from './cardOf';
import { learnedOf, pastOf } from './known';
import { visitFrame, type VisitFrame } from './visitFrame';
import { weatherOf } from './weather';

/** The thread that reckons cards: planning and searching for the shortest run of a day's visits would hold up every other request. */
export const CARD_THREAD = 'cards';

interface Kept {
  /** The last write that it may show. */
  at: number;
  card: Promise<Card>;
}

const MOST_KEPT = 2000;
/** Entries of one moment are waited for, ms; and so many cards may be under way before none is begun ahead. */
const SOON_MS = 15;
const MOST_BEHIND = 8;

/** Cards of visits, reckoned on a thread of their own, some 20 ms each, and kept until their system or the shop is written to: a day has up to 48 (limit 50 ms). */
export class Cards {
  private readonly kept = new Map<string, Kept>();
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, { done: (card: Card) => void; failed: (error: Error) => void; since: number }>();
  private next = 0;
  private readonly due = new Map<string, NodeJS.Timeout>();

  /** @param script of the thread: the program's own file */
  constructor(
    private readonly store: Store,
    private readonly script: URL,
    /** Called with what failed where a card could not be made. */
    private readonly failed: (error: unknown) => void = () => undefined,
  ) {}

  /** The card of a visit. How long things take at others is as it was when the card was made: it differs by seconds. */
  of(frame: VisitFrame): Promise<Card> {
    const { visit } = frame;
    if (visit.standing === 'closed' || visit.standing === 'cancelled') return Promise.resolve({ visitStep: 'close', needs: [], fit: null });
    const at = this.store.writes.ofSystem(visit.systemId);
    const known = this.kept.get(visit.id);
    if (known?.at === at) return known.card;
    const card = this.made(frame);
    this.kept.delete(visit.id);
    this.kept.set(visit.id, { at, card });
    evictOldest(this.kept, MOST_KEPT);
    void card.then((made) => {
      // It may have been the thread that failed: asked for again, it is made again.
      if (made.unread) this.kept.delete(visit.id);
    });
    return card;
  }

  /** Reckons a card that somebody looks at again behind whoever wrote to its visit, so that it is at hand when the day is asked for again. */
  soon(visitId: string): void {
    if (!this.kept.has(visitId) || this.due.has(visitId) || this.waiting.size > MOST_BEHIND) return;
    const timer = setTimeout(() => {
      this.due.delete(visitId);
      const visit = v.findVisit(this.store.db, visitId);
      if (visit) void this.of(visitFrame(this.store.db, visit.id));
    }, SOON_MS);
    timer.unref();
    this.due.set(visitId, timer);
  }

  /** Reckons the cards of a day before anybody asks. */
  async ahead(day: string): Promise<void> {
    for (const visit of v.visitsOn(this.store.db, day)) await this.of(visitFrame(this.store.db, visit.id));
  }

  /** How many wait to be reckoned, and for how long the oldest has, ms. */
  queue(): { waiting: number; oldestMs: number } {
    const [oldest] = this.waiting.values();
    return { waiting: this.waiting.size, oldestMs: oldest ? Math.round(performance.now() - oldest.since) : 0 };
  }

  private inputOf({ visit, system, place, coils }: VisitFrame): CardInput {
    const { db } = this.store;
    const all = pastOf(db, system.id);
    const past = all.filter((row) => row.id !== visit.id && row.visit.standing === 'closed' && row.day <= visit.day);
    const known = earlierKnown(past);
    const learned = learnedOf(this.store);
    const findings = systemFindings(all);
    const { latitudeDeg, longitudeDeg, altitudeM } = place;
    const clock = db
      .select({ due: t.dueClock.due })
      .from(t.dueClock)
      // The plus keeps the search to this system: by its kind it would go through the clocks of all.
      .where(and(eq(t.dueClock.systemId, system.id), sql`+${t.dueClock.kind} = 'filter'`))
      .orderBy(asc(t.dueClock.due))
      .get();
    return {
      visit,
      system,
      coils,
      events: v.eventsOf(db, visit.id),
      surveys: known.surveys,
      setting: {
        configuration: system.configuration,
        refrigerant: system.refrigerant,
        latitudeDeg,
        longitudeDeg,
        altitudeM,
        hours: weatherOf(db, visit.day).hours,
        washesSinceOpened: known.washesSinceOpened,
        canYieldM2: learned.canYieldM2,
      },
      shelf: cleaners(db),
      house: readHouseRules(db),
      taken: learned.taken,
      filterDue: clock?.due ?? null,
      filterNoted: isFilterNoted(findings),
      promised: findings
        .filter(isPromised)
        .map((life) => ({ findingId: life.findingId, name: wholeFinding(life).name, minutes: wholeFinding(life).minutes })),
    };
  }

  private async made(frame: VisitFrame): Promise<Card> {
    try {
      return await this.compute(this.inputOf(frame));
    } catch (error) {
      this.failed(error);
      return UNREAD;
    }
  }

  private compute(input: CardInput): Promise<Card> {
    const worker = (this.worker ??= this.started());
    const id = (this.next += 1);
    return new Promise((done, failed) => {
      this.waiting.set(id, { done, failed, since: performance.now() });
      worker.postMessage({ id, input });
    });
  }

  private started(): Worker {
    // Left to itself the engine lets a thread grow by 100 MB before it sweeps.
    const worker = new Worker(this.script, {
      workerData: CARD_THREAD,
      resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: 128 },
    });
    worker.unref();
    worker.on('message', ({ id, card, trouble }: { id: number; card?: Card; trouble?: string }) => {
      const asked = this.waiting.get(id);
      this.waiting.delete(id);
      if (card) asked?.done(card);
      else asked?.failed(new Error(trouble ?? 'no card'));
    });
    const lost = (error: Error) => {
      if (this.worker !== worker) return;
      this.worker = null;
      for (const { failed } of this.waiting.values()) failed(error);
      this.waiting.clear();
    };
    worker.on('error', lost);
    worker.on('exit', (code) => lost(new Error(`the thread of cards ended with ${code}`)));
    return worker;
  }

  close(): void {
    for (const timer of this.due.values()) clearTimeout(timer);
    const worker = this.worker;
    this.worker = null;
    void worker?.terminate();
  }
}
