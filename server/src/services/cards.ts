import { Worker } from 'node:worker_threads';
import { and, asc, eq, sql } from 'drizzle-orm';
import { earlierKnown, systemFindings } from '@elm-mist/core/beads';
import { isPromised, isFilterNoted, wholeFinding } from '@elm-mist/core/run';
import { othersTurn } from '../http/othersTurn';
import { keptFor } from '../store/kept';
import { keepNewest } from '../store/newest';
import { cleaners } from '../store/shelf';
import type { Store } from '../store/open';
import { readHouseRules } from '../store/settings';
import * as t from '../store/schema';
import * as v from '../store/visits';
import type { Scope } from '../store/versions';
import { UNREAD, type Card, type CardInput } from './cardOf';
import { LEARNED_FROM, learnedOf, pastOf } from './known';
import { washesAhead } from './shopSaved';
import { keptFrame, type VisitFrame } from './visitFrame';
import { weatherOf } from './weather';

/** The thread that reckons cards: planning and searching for the shortest run of a day's visits would hold up every other request. */
export const CARD_THREAD = 'cards';

interface Kept {
  /** What it rests on as it was: a change of these is waited for. */
  firm: string;
  /** What the shop learned from others as it was: a change of that is caught up with. */
  soft: string;
  card: Promise<Card>;
  last: Card | null;
}

const MOST_KEPT = 2000;
/** Entries of one moment are waited for, ms; and so many cards may be under way before none is begun ahead. */
const SOON_MS = 15;
const MOST_BEHIND = 8;

/** Cards of visits, reckoned on a thread of their own and kept for as long as nothing they rest on has changed. */
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

  /** The card of a visit. What others taught the shop since is caught up with behind it: times differ by seconds, and a list is asked for again soon. */
  of(frame: VisitFrame): Promise<Card> {
    const { visit } = frame;
    if (visit.standing === 'closed' || visit.standing === 'cancelled') return Promise.resolve({ bead: 'close', needs: [], fit: null });
    const { firm, soft } = this.stamps(frame);
    const known = this.kept.get(visit.id);
    if (known?.firm === firm && known.soft === soft) return known.card;
    const card = this.made(frame);
    const entry: Kept = { firm, soft, card, last: known?.firm === firm ? known.last : null };
    this.kept.delete(visit.id);
    this.kept.set(visit.id, entry);
    keepNewest(this.kept, MOST_KEPT);
    void card.then((made) => {
      entry.last = made;
      // It may have been the thread that failed: asked for again, it is made again.
      if (made.unread) this.kept.delete(visit.id);
    });
    return entry.last ? Promise.resolve(entry.last) : card;
  }

  /** Reckons a card that somebody looks at anew behind whoever wrote to its visit, so that it is at hand when the day is asked for again. */
  soon(visitId: string): void {
    if (!this.kept.has(visitId) || this.due.has(visitId) || this.waiting.size > MOST_BEHIND) return;
    const timer = setTimeout(() => {
      this.due.delete(visitId);
      const visit = v.findVisit(this.store.db, visitId);
      if (visit) void this.of(keptFrame(this.store, visit));
    }, SOON_MS);
    timer.unref();
    this.due.set(visitId, timer);
  }

  /** What all cards rest on, read a piece at a time: the first of them after a start would else hold up whoever asks meanwhile. */
  async prepare(): Promise<void> {
    if (this.worker) return;
    this.worker = this.started();
    await washesAhead(this.store);
    for (const read of [() => learnedOf(this.store), () => this.shelf(), () => readHouseRules(this.store.db)]) {
      await othersTurn();
      read();
    }
    await othersTurn();
  }

  private shelf() {
    return keptFor(this.store, 'cleaners', '', ['shelf'], () => cleaners(this.store.db));
  }

  /** Reckons the cards of a day before anybody asks. */
  async ahead(day: string): Promise<void> {
    for (const visit of v.visitsOn(this.store.db, day)) await this.of(keptFrame(this.store, visit));
  }

  /** How many wait to be reckoned, and for how long the oldest has, ms. */
  queue(): { waiting: number; oldestMs: number } {
    const [oldest] = this.waiting.values();
    return { waiting: this.waiting.size, oldestMs: oldest ? Math.round(performance.now() - oldest.since) : 0 };
  }

  private stamps({ visit }: VisitFrame): { firm: string; soft: string } {
    const scopes: Scope[] = [`visit:${visit.id}`, `system:${visit.systemId}`, `facts:${visit.systemId}`, 'shop', 'shelf', 'weather'];
    return { firm: this.store.versions.stamp(scopes), soft: this.store.versions.stamp(LEARNED_FROM) };
  }

  /** Whether a card is at hand, so that asking for it costs nothing. */
  isFresh(frame: VisitFrame): boolean {
    const known = this.kept.get(frame.visit.id);
    const { firm, soft } = this.stamps(frame);
    return known?.firm === firm && known.soft === soft;
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
      shelf: this.shelf(),
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
      return await this.reckon(this.inputOf(frame));
    } catch (error) {
      this.failed(error);
      return UNREAD;
    }
  }

  private reckon(input: CardInput): Promise<Card> {
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
