import { isDeepStrictEqual } from 'node:util';
import type { PersonRecord, VisitRecord } from '@elm-mist/contract';
import { changesSummary, visitSummary } from '@elm-mist/core/visit';
import { systemFindings } from '@elm-mist/core/history';
import { closingEntry, closingOf } from '@elm-mist/core/closing';
import { CoreError } from '@elm-mist/core/errors';
import { may, whoMay } from '@elm-mist/core/people';
import { currencyDigits, wrongSums } from '@elm-mist/core/price';
import { QUANTITIES } from '@elm-mist/core/readings';
import {
  checkEvent,
  followVisit,
  isOpenFinding,
  standingOf,
  type EventDataByKind,
  type FollowedVisit,
  type QuoteMade,
  type VisitEvent,
  eventPower,
} from '@elm-mist/core/run';
import { holdsLicence } from '@elm-mist/core/shop';
import type { Licence } from '@elm-mist/core/survey';
import { eq } from 'drizzle-orm';
import { notFound, Problem } from '../http/problem';
import { evictOldest } from '../store/newest';
import type { Db, Store } from '../store/open';
import type { Touched } from '../store/writes';
import * as t from '../store/schema';
import { readHouseRules } from '../store/settings';
import { cleaners } from '../store/shelf';
import * as v from '../store/visits';
import { settleClocks } from './clocks';
import { knownBefore, pastOf } from './known';
import { openPart, settleOpen } from './open';
import { READ_VERSION } from './reads';
import { shopOf } from './shop';
import { settleStock } from './stock';
import { surroundings } from './visitFrame';

export interface Appended {
  /** Ids now stored, newly or from before. */
  accepted: string[];
  /** Those that were new, as they are stored now. */
  added: VisitEvent[];
  /** How many entries the visit had before. */
  from: number;
  /** Whether the visit stands otherwise by them: under way, waiting, closed. */
  moved: boolean;
}

/** Visits that are being worked on, followed in memory: folded from its entries each time, an entry to a long visit takes 20 ms, and appends fall below a tenth of bare Koa’s (limit 0.35). */
const MOST_FOLLOWED = 64;
const followed = new WeakMap<Store, Map<string, Followed>>();

/** Lets go of what is followed of some visits: their entries were changed from outside. */
export function forgetFollowed(store: Store, visitIds: readonly string[]): void {
  for (const id of visitIds) followed.get(store)?.delete(id);
}

type Around = ReturnType<typeof surroundings>;
interface OnRecord {
  /** The last write that it shows. */
  at: number;
  visit: VisitRecord;
  around: Around;
}

/** @throws Problem 404 */
function onRecord(store: Store, visitId: string): OnRecord {
  const visit = v.findVisit(store.db, visitId);
  if (!visit) throw notFound('visit', visitId);
  return { at: store.writes.ofRecord(visit.systemId), visit, around: surroundings(store.db, visit) };
}

/** A visit that is followed, and what was last written for others to read of it. */
interface Followed {
  visit: FollowedVisit;
  /** As it is on record, kept while entries alone are written: read for each of them, appends fall to 0.3 of bare Koa's (limit 0.35). */
  record: OnRecord;
  /** What others read, who was at it last by that, and the system it was read with; null before any was told. */
  told: { words: string; by: string; around: Around } | null;
  /** What the shop's list of open things is drawn from. */
  openTold: string;
  byId: Map<string, VisitEvent>;
  /** What phones said whose clocks were ahead, by entry. */
  saidAt: Map<string, string>;
}

/** @throws Problem 404 */
function follow(store: Store, visitId: string): Followed {
  const all = followed.get(store) ?? new Map<string, Followed>();
  followed.set(store, all);
  const kept = all.get(visitId);
  if (kept?.record.at === store.writes.ofRecord(kept?.record.visit.systemId ?? '')) return kept;
  const record = onRecord(store, visitId);
  const { configuration } = record.around.system;
  if (kept?.record.around.system.configuration === configuration) {
    kept.record = record;
    return kept;
  }
  const stored = v.receivedEventsOf(store.db, visitId);
  const saidAt = new Map(stored.flatMap(({ id, saidAt: said }): [string, string][] => (said === undefined ? [] : [[id, said]])));
  const byId = new Map(stored.map((event) => [event.id, event]));
  const visit = followVisit(visitId, configuration, stored);
  const fresh: Followed = { visit, record, told: null, openTold: openPart(visit.state), byId, saidAt };
  all.delete(visitId);
  all.set(visitId, fresh);
  evictOldest(all, MOST_FOLLOWED);
  return fresh;
}

/** A phone's clock may be so much ahead of the server's, ms. */
const MOST_AHEAD_MS = 300_000;

/** An entry as it is kept: one from the future is set to the time of receipt, and what the phone said is kept beside it. */
function putRight(event: VisitEvent, receivedAt: string, saidAt: Map<string, string>): VisitEvent {
  if (Date.parse(event.at) - Date.parse(receivedAt) <= MOST_AHEAD_MS) return event;
  saidAt.set(event.id, event.at);
  return { ...event, at: receivedAt };
}

/** Whether an entry that was sent is the one that is kept. Its name is the account's, which may be another by now; the days of a closing are the server's. */
function isSame(kept: VisitEvent, sent: VisitEvent, saidAt: string | undefined): boolean {
  const told = (event: VisitEvent) => {
    const { id, visitId, at, kind } = event;
    const data = event.kind === 'visit.closed' ? { note: event.data.note } : event.data;
    return JSON.parse(JSON.stringify({ id, visitId, at, kind, data })) as unknown;
  };
  return isDeepStrictEqual(told({ ...kept, at: saidAt ?? kept.at }), told(sent));
}

const taken = (index: number): Problem =>
  new Problem(409, 'conflict', 'An event with this id is stored already, with other content.', {
    [`events[${index}].id`]: 'This id is taken by another event.',
  });

/** Adds entries whose ids this visit does not know. @throws Problem 409 when another visit does */
function addAll(
  db: Db,
  sent: readonly VisitEvent[],
  fresh: readonly VisitEvent[],
  receivedAt: string,
  saidAt: ReadonlyMap<string, string>,
): void {
  try {
    v.addEvents(db, fresh, receivedAt, saidAt);
  } catch (error) {
    const elsewhere = v.findEvents(
      db,
      fresh.map((event) => event.id),
    );
    // Some of this visit's own may be written by now: they are taken back with the rest.
    const other = sent.findIndex((event) => (elsewhere.get(event.id)?.visitId ?? event.visitId) !== event.visitId);
    if (other < 0) throw error;
    throw taken(other);
  }
}

/**
 * Entries as who is signed in made them: under that name, whatever the request says.
 * @throws Problem 403 for a kind that their role may not, and for a reading that wants a licence they do not have, its index in the field
 */
export function ownEvents({ name, role, licences }: PersonRecord, events: readonly VisitEvent[]): VisitEvent[] {
  return events.map((event, index) => {
    const power = eventPower(event.kind);
    if (!may(role, power)) throw new Problem(403, 'role', whoMay(power), { [`events[${index}].kind`]: whoMay(power) });
    if (event.kind === 'readings.held')
      for (const [i, { quantity }] of event.data.readings.entries()) {
        const { licence, name: what } = QUANTITIES[quantity];
        const words = `${what} wants the ${licence} licence: leave it to who has one.`;
        if (licence && !licences.includes(licence))
          throw new Problem(403, 'licence', words, { [`events[${index}].data.readings[${i}].quantity`]: words });
      }
    return { ...event, by: name };
  });
}

/**
 * Appends events to a visit in the order given, and with them what lists and later visits read of it. All are written or none; an id that is
 * stored already, with the same content, counts as accepted and is not written again.
 * @throws Problem 404 unknown visit · 409 an id stored with other content · 422 an event that may not be added, its index in the field
 */
export async function appendEvents(store: Store, visitId: string, events: readonly VisitEvent[], receivedAt: string): Promise<Appended> {
  const append = (db: Db, only: (touched: Touched) => void): Appended => {
    try {
      const live = follow(store, visitId);
      const { visit, around } = live.record;
      const frame = {
        configuration: around.system.configuration,
        coils: around.coils,
        get shelf() {
          return cleaners(db);
        },
        events: live.visit.events,
        earlier: () => systemFindings(pastOf(db, visit.systemId).filter((row) => row.id !== visitId)).filter(isOpenFinding),
        holds: (name: string, licence: Licence) => holdsLicence(shopOf(db).crew, name, licence),
      };
      const fresh: VisitEvent[] = [];
      const from = live.visit.events.length;
      let moved = false;
      const saidAt = new Map<string, string>();
      events.forEach((sent, index) => {
        const at = `events[${index}]`;
        const known = live.byId.get(sent.id);
        if (known) {
          if (!isSame(known, sent, live.saidAt.get(sent.id))) throw taken(index);
          return;
        }
        let event = putRight(sent, receivedAt, saidAt);
        try {
          checkEvent(live.visit.state, event, frame);
          if (event.kind === 'visit.closed') event = { ...event, data: closedHere(store, live, event) };
          if (event.kind === 'quote.made') checkSums(event.data);
        } catch (error) {
          if (error instanceof CoreError) throw new Problem(422, error.code, error.message, { [`${at}.${error.field}`]: error.message });
          throw error;
        }
        live.visit.add(event);
        live.byId.set(event.id, event);
        fresh.push(event);
      });
      if (fresh.length > 0) {
        addAll(db, events, fresh, receivedAt, saidAt);
        for (const [id, said] of saidAt) live.saidAt.set(id, said);
        const { state } = live.visit;
        const standing = standingOf(state);
        // Most entries change nothing that others read.
        const tellsNew =
          live.told === null || live.told.around !== around || changesSummary(state, fresh) || fresh.at(-1)?.by !== live.told.by;
        if (tellsNew) {
          const read = visitSummary(state, live.visit.events, around.coils, { ...around.system, altitudeM: around.place.altitudeM });
          const words = JSON.stringify(read);
          if (words !== live.told?.words) v.writeRead(db, visitId, READ_VERSION, read);
          live.told = { words, by: read.by, around };
        }
        // Nothing leaves the shelf before the visit is done with, and nothing comes back unless it was.
        const done = [standing, visit.standing].some((word) => word === 'closed' || word === 'cancelled');
        if (done) settleStock(db, visitId, state, fresh.at(-1)?.by ?? '', receivedAt);
        moved = standing !== visit.standing;
        if (moved) {
          live.record.visit = { ...visit, standing };
          db.update(t.visit)
            .set({ standing, closedAs: standing === 'closed' ? around : null })
            .where(eq(t.visit.id, visitId))
            .run();
        }
        const openTold = tellsNew ? openPart(state) : live.openTold;
        if (openTold !== live.openTold) settleOpen(db, visit.systemId);
        // Clocks follow closings, and what became of findings.
        const closing = [standing, visit.standing].includes('closed');
        if (openTold !== live.openTold || closing) settleClocks(db, visit.systemId);
        live.openTold = openTold;
        only({ systems: [visit.systemId], taught: closing, entries: true });
      } else only({ systems: [] });
      return { accepted: events.map((event) => event.id), added: fresh, from, moved };
    } catch (error) {
      // What was followed may hold what was not written.
      forget(store, visitId);
      throw error;
    }
  };
  return store.writeTogether(append).catch((error: unknown) => {
    forget(store, visitId);
    throw error;
  });
}

/** A closing with its days: computed here, since a phone may not know every earlier visit. */
function closedHere(store: Store, { visit, record }: Followed, { at, data }: VisitEvent<'visit.closed'>): EventDataByKind['visit.closed'] {
  const { system, place, coils } = record.around;
  const known = knownBefore(store, { visit: record.visit, place });
  const { zone } = shopOf(store.db);
  const { longestWait } = readHouseRules(store.db);
  return closingEntry(closingOf(visit.state, { coils, system, place, known, longestWait, zone }, Date.parse(at)), data.note);
}

/** Refuses a quote whose sums are not those of its lines. @throws CoreError not-allowed `data.options` */
function checkSums({ options, currency }: QuoteMade): void {
  const wrong = wrongSums(options, currencyDigits(currency));
  if (wrong !== null) throw new CoreError('not-allowed', 'data.options', `The sums of "${wrong}" are not those of its lines.`);
}

function forget(store: Store, visitId: string): void {
  followed.get(store)?.delete(visitId);
}
