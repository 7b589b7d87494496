import { copyFileSync, rmSync } from 'node:fs';
import type { RequestListener } from 'node:http';
import { join } from 'node:path';
import type { PersonRecord, PracticeLook, PracticeVisit, PracticeVisitDone } from '@elm-mist/contract';
import { feedSite } from '@elm-mist/core/survey';
import type { Condition } from '@elm-mist/core/cycle';
import { pressureAtAltitudeKPa } from '@elm-mist/core/dryout';
import { coilName } from '@elm-mist/core/equipment';
import { faceDrying } from '@elm-mist/core/method';
import type { ReadingWhen } from '@elm-mist/core/readings';
import { foldVisit, lockoutStepDue, sourceOf, standingEvents, type VisitEvent } from '@elm-mist/core/run';
import {
  bestCoil,
  meterShows,
  openOf,
  ownerChooses,
  ownerSays,
  seenCoil,
  visitDebrief,
  washCoil,
  type OwnerQuestion,
  type WashedCoil,
} from '@elm-mist/core/trainer';
import type { CoilRecord } from '@elm-mist/contract';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { Sessions } from '../services/sessions';
import { visitFrame, type VisitFrame } from '../services/visitFrame';
import { weatherOf } from '../services/weather';
import { openStore, type Store } from '../store/open';
import { cleaners } from '../store/shelf';
import * as v from '../store/visits';
import { openPracticeShop, type PracticeShop } from './practiceShop';

const MINUTE_MS = 60_000;
const HOUR_MS = 3_600_000;
/** What a question to the owner takes. */
const ASKING_MIN = 1;

/** What is wrong with a machine that the kit stands on, and how it is metered. */
export type HiddenOf = (visitId: string, when: ReadingWhen) => Promise<Partial<Condition>>;

/** What a sandbox's own server needs of it. */
export interface SandboxServer {
  store: Store;
  now: () => Date;
  hiddenOf: HiddenOf;
}
/** Builds what answers for a sandbox, and ends it. */
export type MakeServer = (parts: SandboxServer) => { answer: RequestListener; close: () => void };

/** Takes slices of long work, with others' turns between. */
async function inSlices<T>(work: Generator<void, T>): Promise<T> {
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
    await nextTurn();
  }
}

/** A visit that somebody practises: a shop of its own in a file of its own, with a clock that can be put ahead. Nothing of it is anybody's record. */
export class Sandbox {
  readonly token: string;
  private readonly folder: string;
  private readonly store: Store;
  private readonly shop: PracticeShop;
  private readonly server: ReturnType<MakeServer>;
  private readonly openedMs: number;
  private aheadMs = 0;
  private readonly told = new Map<OwnerQuestion, string>();
  private washed: { key: string; coils: Promise<Record<string, WashedCoil>> } | null = null;
  lastUsedMs: number;

  constructor(
    learner: PersonRecord,
    readonly seed: number,
    readonly exam: boolean,
    /** The drawn shop that it begins with, the steps of its schema, and the folder it lies in. */
    drawn: { file: string; migrations: string; folder: string },
    private readonly clock: () => number,
    makeServer: MakeServer,
  ) {
    this.openedMs = this.lastUsedMs = clock();
    this.folder = drawn.folder;
    const file = join(this.folder, 'practice.db');
    copyFileSync(drawn.file, file);
    this.store = openStore(file, drawn.migrations);
    this.shop = openPracticeShop(this.store, learner, seed);
    const now = () => new Date(this.nowMs());
    this.token = new Sessions(
      this.store,
      () => this.nowMs(),
      () => undefined,
    ).begin(learner.id, 'practice').token;
    this.server = makeServer({ store: this.store, now, hiddenOf: (_visitId, when) => this.conditionOf(when) });
  }

  get answer(): RequestListener {
    this.lastUsedMs = this.clock();
    return this.server.answer;
  }

  /** Its own time, UTC ms. */
  nowMs(): number {
    return this.shop.startMs + (this.clock() - this.openedMs) + this.aheadMs;
  }

  standing(): PracticeVisit {
    const { visitId, startMs } = this.shop;
    return {
      visitId,
      seed: this.seed,
      exam: this.exam,
      startedAt: new Date(startMs).toISOString(),
      at: new Date(this.nowMs()).toISOString(),
    };
  }

  /** Lets time pass at once. */
  ahead(minutes: number): PracticeVisit {
    this.aheadMs += minutes * MINUTE_MS;
    return this.standing();
  }

  private frame(): VisitFrame {
    return visitFrame(this.store.db, this.shop.visitId);
  }

  private events(): VisitEvent[] {
    return standingEvents(v.eventsOf(this.store.db, this.shop.visitId));
  }

  /** How fast foam dries on each face of a coil at a moment: the air of its hour, the sun where it stands. */
  private dryingOf(coil: CoilRecord, { visit, system, place }: VisitFrame): (atMs: number) => ReturnType<typeof faceDrying> {
    const hours = weatherOf(this.store.db, visit.day).hours;
    // After the last hour of the feed its air stays.
    const lastMs = hours.at(-1)?.atMs ?? 0;
    return (atMs) => {
      const site = feedSite(hours, Math.min(atMs, lastMs));
      if (!site) return [];
      return faceDrying(coil, {
        configuration: system.configuration,
        refrigerant: system.refrigerant,
        pressureKPa: pressureAtAltitudeKPa(place.altitudeM),
        sensitiveOccupants: false,
        site,
        sky: { atMs, latitudeDeg: place.latitudeDeg, longitudeDeg: place.longitudeDeg, hours },
      });
    };
  }

  /** The coils as the entries so far leave them; reckoned again when one was made, or when foam stands longer by a minute. */
  private coilsNow(): Promise<Record<string, WashedCoil>> {
    const events = this.events();
    const key = `${events.length} ${events.at(-1)?.id ?? ''} ${Math.floor(this.nowMs() / MINUTE_MS)}`;
    if (this.washed?.key === key) return this.washed.coils;
    const coils = this.coilsAfter(events, this.nowMs());
    this.washed = { key, coils };
    return coils;
  }

  private async coilsAfter(events: readonly VisitEvent[], nowMs: number): Promise<Record<string, WashedCoil>> {
    const frame = this.frame();
    const shelf = cleaners(this.store.db);
    const coils: Record<string, WashedCoil> = {};
    for (const coil of frame.coils) {
      const own = this.shop.hidden.coils[coil.id];
      const setting = { cleaners: shelf, drying: this.dryingOf(coil, frame), seed: this.seed };
      if (own) coils[coil.id] = await inSlices(washCoil(coil, own, events, setting, nowMs));
    }
    return coils;
  }

  /** What is wrong with the machine: the fault, and what lies on its coils, as they were found or as they are now. */
  private async conditionOf(when: ReadingWhen): Promise<Partial<Condition>> {
    const { hidden } = this.shop;
    const coils = when === 'after' ? await this.coilsNow() : await this.coilsAfter([], 0);
    const condition: Partial<Condition> = { ...hidden.condition };
    for (const { id, role } of this.frame().coils) {
      const open = coils[id] ? openOf(coils[id]) : 1;
      if (role === 'condenser') condition.outdoorOpen = Math.min(condition.outdoorOpen ?? 1, open);
      else condition.indoorOpen = Math.min(condition.indoorOpen ?? 1, open);
    }
    return condition;
  }

  /** What somebody there sees, reads and was told. */
  async look(): Promise<PracticeLook> {
    this.lastUsedMs = this.clock();
    const { hidden, visitId } = this.shop;
    const coils = await this.coilsNow();
    const [frame, events] = [this.frame(), this.events()];
    const state = foldVisit(visitId, frame.system.configuration, events);
    const sources = [...new Set(frame.coils.map(({ role }) => sourceOf(frame.system.configuration, role)))];
    const quote = state.quotes.at(-1);
    return {
      coils: frame.coils.flatMap((coil) => {
        const [own, washed] = [hidden.coils[coil.id], coils[coil.id]];
        return own && washed ? [{ ...seenCoil(coil, own, washed), name: coilName(coil) }] : [];
      }),
      meters: sources.flatMap((source) => {
        const step = lockoutStepDue(state, frame.system.configuration, source);
        return step ? [{ source, step, volts: meterShows(hidden, source, step, events)?.volts ?? null }] : [];
      }),
      plate: hidden.plate,
      told: [...this.told].map(([question, words]) => ({ question, words })),
      quote: quote ? { ...ownerChooses(hidden.owner, quote), number: quote.number } : null,
    };
  }

  /** Asks the owner, which takes a minute. */
  async ask(question: OwnerQuestion): Promise<PracticeLook> {
    if (!this.told.has(question)) this.ahead(ASKING_MIN);
    this.told.set(question, ownerSays(this.shop.hidden.owner, question));
    return this.look();
  }

  /** How it went, against what was really there and the engine's own way. */
  async debrief(id: string): Promise<PracticeVisitDone> {
    const { hidden, visitId, startMs } = this.shop;
    const [frame, events, left] = [this.frame(), this.events(), await this.coilsNow()];
    const best: Record<string, WashedCoil> = {};
    for (const coil of frame.coils) {
      const own = hidden.coils[coil.id];
      if (own) best[coil.id] = await inSlices(bestCoil(coil, own, this.seed, hidden.owner.symptoms.length > 0));
    }
    const { configuration } = frame.system;
    return {
      id,
      atMs: this.clock(),
      seed: this.seed,
      exam: this.exam,
      minutes: Math.min(24 * 60, Math.round((this.nowMs() - startMs) / MINUTE_MS)),
      place: `${frame.place.name}, ${frame.system.name}`,
      debrief: visitDebrief({
        hidden,
        state: foldVisit(visitId, configuration, events),
        events,
        configuration,
        coils: frame.coils,
        left,
        best,
      }),
    };
  }

  /** Ends it: nothing of it is left. */
  close(): void {
    this.server.close();
    this.store.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** Longer than this nobody leaves a visit alone, ms. */
export const LEFT_ALONE_MS = 2 * HOUR_MS;
