import type { VisitDetail } from '@elm-mist/contract';
import { may, whoMay } from '@elm-mist/core/people';
import type { VisitEvent } from '@elm-mist/core/run';
import { replaceEqualDeep } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { inOneTab, onTabs, readStore, tellTabs, whileTrouble, writeStore } from '@/device/store';
import { AwayError, RefusedError, request } from './api';
import { backoffMs } from './backoff';
import { queryClient } from './client';
import { inPractice } from '@/device/realm';
import { fromBefore } from './fromBefore';
import { isSignedOut, me, onSignedIn } from './me';
import { keys } from './queries';
import { failsOnThis, faultyIndex, isNotNow, takenOf } from './sendAnswers';

/** Something made on this device that the server does not have yet. Its id was made here, so sending it twice makes it once. */
export interface Make {
  id: string;
  /** In words, to finish "the server did not take …". */
  what: string;
  path: string;
  body: unknown;
}

/** One thing that waits to be sent, by its id. */
export type Waiting = { id: string; personId?: string | undefined } & ({ kind: 'event'; event: VisitEvent } | { kind: 'make'; make: Make });

/** What the server would not take. It is kept and shown, never dropped. */
export type Refused = Waiting & { message: string };

/** What the server fails on again and again, though it answers otherwise. It is kept, and its visit waits with it. */
export interface Stuck {
  row: Waiting;
  tries: number;
}

export interface OutboxState {
  /** False until what was kept on the device has been read. */
  loaded: boolean;
  waiting: readonly VisitEvent[];
  /** Places, systems, coils and visits that wait to be made. */
  makes: readonly Make[];
  refused: readonly Refused[];
  stuck: readonly Stuck[];
  /** Of others who were signed in on this device: it waits until they are again. */
  others: number;
  /** How many of what waits are in this page only: the device did not keep them. */
  unsaved: number;
  /** The last attempt did not reach the server. */
  away: boolean;
}

/** While the server is away it is asked again after so long, and up to so much later, so that phones do not ask at one moment. */
const RETRY_MS = 2_500;
const JITTER_MS = 1_500;
/** After so many failures the user sees it named. */
const STUCK_AFTER = 5;
const MOST_AT_ONCE = 50;
/** A request is kept below this, bytes: the server takes 1 MB. */
const MOST_BYTES = 600_000;

let queue: readonly Waiting[] = [];
/** Made in this tab, and not known to be on the device yet. */
const unsaved = new Set<string>();
let refusedList: readonly Refused[] = [];
let loaded = false;
let away = false;
let state: OutboxState = { loaded, waiting: [], makes: [], refused: [], stuck: [], others: 0, unsaved: 0, away };
const listeners = new Set<() => void>();
let retry: ReturnType<typeof setTimeout> | null = null;
let sending = false;
/** What the server failed on, by what waits with it, and when it is tried again. */
const held = new Map<string, Stuck & { untilMs: number }>();

/** Entered by who is signed in, or before anybody had to be: it is theirs to send, since the server keeps it under their name. */
const isMine = ({ personId }: Waiting): boolean => personId === undefined || personId === me()?.id;

/** Tells those who look, where there is anything new: what is read from the device again is mostly what was known. */
function publish(): void {
  const next = replaceEqualDeep(state, {
    loaded,
    waiting: queue.flatMap((row) => (row.kind === 'event' ? [row.event] : [])),
    makes: queue.flatMap((row) => (row.kind === 'make' ? [row.make] : [])),
    refused: refusedList.filter(isMine),
    stuck: [...held.values()].flatMap(({ row, tries }) => (tries >= STUCK_AFTER && isMine(row) ? [{ row, tries }] : [])),
    unsaved: queue.filter((row) => unsaved.has(row.id)).length,
    others: queue.filter((row) => !isMine(row)).length,
    away,
  });
  if (next === state) return;
  state = next;
  listeners.forEach((listener) => listener());
}

/** What waits on the device, whichever tab entered it, with what this one has not written yet behind it. */
async function reread(): Promise<void> {
  const kept = await readStore(async (db) => {
    const transaction = db.transaction(['queue', 'refused']);
    return Promise.all([transaction.objectStore('queue').getAll(), transaction.objectStore('refused').getAll()]);
  });
  if (!kept) return;
  const [waiting, refused] = kept as [Waiting[], Refused[]];
  const known = new Set(waiting.map((row) => row.id));
  queue = [...waiting, ...queue.filter((row) => unsaved.has(row.id) && !known.has(row.id))];
  const heldBack = new Set(refused.map((row) => row.id));
  refusedList = [...refused, ...refusedList.filter((row) => unsaved.has(row.id) && !heldBack.has(row.id))];
  publish();
}

let opening: Promise<void> | null = null;

/** Reads what the device kept from before, then starts sending. */
export function openOutbox(): Promise<void> {
  opening ??= (async () => {
    if (!inPractice) await fromBefore();
    await reread();
    loaded = true;
    publish();
    onTabs((message) => {
      if (message.kind === 'queue') void reread();
      if (message.kind === 'sent') {
        took(message.events as VisitEvent[], message.made);
        void reread();
      }
    });
    whileTrouble(() => void saveUnsaved());
    // Leaving the page would lose what only it has.
    window.addEventListener('beforeunload', (event) => {
      if (unsaved.size > 0) event.preventDefault();
    });
    window.addEventListener('online', () => void send());
    onSignedIn(() => {
      publish();
      void send();
    });
    void send();
  })();
  return opening;
}

let saving: Promise<void> = Promise.resolve();

/** Writes to the device what is in this page only: what waits, and what was refused before it was written. One attempt at a time. */
function saveUnsaved(): Promise<void> {
  saving = saving.then(async () => {
    const rows = queue.filter((row) => unsaved.has(row.id));
    const refused = refusedList.filter((row) => unsaved.has(row.id));
    if (rows.length + refused.length === 0) return;
    const written = await writeStore(async (db) => {
      const transaction = db.transaction(['queue', 'refused'], 'readwrite', { durability: 'strict' });
      for (const row of rows) void transaction.objectStore('queue').add(row);
      for (const row of refused) void transaction.objectStore('refused').put(row, row.id);
      await transaction.done;
    });
    if (written) for (const row of [...rows, ...refused]) unsaved.delete(row.id);
    publish();
  });
  return saving;
}

/** Takes things in, in order, and sends them as soon as it can. They are on their way to the device's database before this returns. */
function take(given: readonly Waiting[]): void {
  const person = me();
  const rows = given.map((row) => ({ ...row, personId: person?.id }));
  for (const row of rows) unsaved.add(row.id);
  if (person && !may(person.role, 'field')) refusedList = [...refusedList, ...rows.map((row) => ({ ...row, message: whoMay('field') }))];
  else queue = [...queue, ...rows];
  publish();
  void saveUnsaved().then(() => {
    tellTabs({ kind: 'queue' });
    return send();
  });
}

export const post = (events: readonly VisitEvent[]): void => take(events.map((event): Waiting => ({ id: event.id, kind: 'event', event })));

/** Has something made as soon as the server answers. */
export const postMake = (make: Make): void => take([{ id: make.id, kind: 'make', make }]);

export const waitingFor = (visitId: string): VisitEvent[] => state.waiting.filter((event) => event.visitId === visitId);

/** Whether something is on its way to the device's database or to the server just now; what waits for its next try is not. */
export const onItsWay = (): boolean => sending || (retry === null && queue.some(isMine));

/** Whether a record of this id was made here and waits to be sent. */
export const isWaiting = (id: string): boolean => queue.some((row) => row.kind === 'make' && row.id === id);

/** What the server has now is part of what was read, and lists are looked up again. */
function took(events: readonly VisitEvent[], made: boolean): void {
  for (const visitId of new Set(events.map((event) => event.visitId)))
    queryClient.setQueryData<VisitDetail>(keys.visit(visitId), (detail) => {
      if (!detail) return detail;
      const known = new Set(detail.events.map((event) => event.id));
      return { ...detail, events: [...detail.events, ...events.filter((event) => event.visitId === visitId && !known.has(event.id))] };
    });
  const lists: unknown[] = made
    ? ['day', 'places', 'place', 'system', 'visit', 'shelf', 'customers', 'open', 'due']
    : ['day', 'places', 'system', 'open', 'due'];
  void queryClient.invalidateQueries({ predicate: (query) => lists.includes(query.queryKey[0]) });
  // The server sets the due dates of a closing.
  for (const { kind, visitId } of events)
    if (kind === 'visit.closed') void queryClient.invalidateQueries({ queryKey: keys.visit(visitId) });
}

/** Takes rows off the queue, here, on the device and in other tabs. */
async function remove(rows: readonly Waiting[], refused: Refused | null = null): Promise<void> {
  // What is being written just now is there to be deleted then.
  await saving;
  const ids = new Set(rows.map((row) => row.id));
  queue = queue.filter((row) => !ids.has(row.id));
  for (const row of rows) {
    if (!refused) unsaved.delete(row.id);
    if (held.get(groupOf(row))?.row.id === row.id) held.delete(groupOf(row));
  }
  if (refused) {
    refusedList = [...refusedList, refused];
    unsaved.add(refused.id);
  }
  publish();
  const written = await writeStore(async (db) => {
    const transaction = db.transaction(['queue', 'refused'], 'readwrite');
    const store = transaction.objectStore('queue');
    for (const id of ids) {
      const key = await store.index('id').getKey(id);
      if (key !== undefined) void store.delete(key);
    }
    if (refused) void transaction.objectStore('refused').put(refused, refused.id);
    await transaction.done;
  });
  if (written && refused) unsaved.delete(refused.id);
  publish();
}

/** The oldest entries of one visit, so many and so large at most. Something that waits to be made goes before what was entered after it. */
function batchOf(first: Extract<Waiting, { kind: 'event' }>, most: number): Extract<Waiting, { kind: 'event' }>[] {
  const batch: Extract<Waiting, { kind: 'event' }>[] = [];
  let bytes = 0;
  for (const row of queue) {
    if (row.kind !== 'event' || !isMine(row) || row.event.visitId !== first.event.visitId) continue;
    bytes += JSON.stringify(row.event).length;
    if (batch.length > 0 && (batch.length >= most || bytes > MOST_BYTES)) break;
    batch.push(row);
  }
  return batch;
}

/** What keeps its order among itself: the entries of a visit, and what is made. */
const groupOf = (row: Waiting): string => (row.kind === 'event' ? row.event.visitId : 'makes');

/** The next row to send: not one that is held, nor an entry of a visit that is not made yet. */
function nextRow(): Waiting | undefined {
  const toMake = new Set(queue.flatMap((row) => (row.kind === 'make' ? [row.id] : [])));
  return queue.find(
    (row) =>
      isMine(row) && (held.get(groupOf(row))?.untilMs ?? 0) <= Date.now() && !(row.kind === 'event' && toMake.has(row.event.visitId)),
  );
}

function hold(row: Waiting): void {
  const before = held.get(groupOf(row));
  const tries = before?.row.id === row.id ? before.tries + 1 : 1;
  held.set(groupOf(row), { row, tries, untilMs: Date.now() + backoffMs(tries) });
  publish();
}

/**
 * Sends one thing, or one batch of entries.
 * @param most entries in a batch
 * @returns how many may be in the next
 * @throws AwayError
 */
async function sendNext(first: Waiting, most: number): Promise<number> {
  const rows = first.kind === 'make' ? [first] : batchOf(first, most);
  try {
    const answer =
      first.kind === 'make'
        ? await request('POST', first.make.path, first.make.body)
        : await request('POST', `/visits/${encodeURIComponent(first.event.visitId)}/events`, {
            events: rows.flatMap((row) => (row.kind === 'event' ? [row.event] : [])),
          });
    const done = takenOf<Waiting>(rows, answer);
    // Whoever answered does not say that it has any of them: it is not the server.
    if (done.length === 0) throw new AwayError();
    const events = done.flatMap((row) => (row.kind === 'event' ? [row.event] : []));
    took(events, first.kind === 'make');
    await remove(done);
    tellTabs({ kind: 'sent', events, made: first.kind === 'make' });
    return Math.min(MOST_AT_ONCE, most * 2);
  } catch (error) {
    const refusal = error instanceof RefusedError && !isNotNow(error) ? error : null;
    if (!refusal && !(await failsOnThis(error))) throw error instanceof RefusedError ? new AwayError(error.status, error.code) : error;
    // Too large or failing together: fewer are tried, until the one at fault is alone.
    if (rows.length > 1 && refusal?.status !== 413 && refusal) {
      const row = rows[faultyIndex(refusal)] ?? first;
      await remove([row], { ...row, message: refusal.message });
    } else if (rows.length > 1) return Math.max(1, Math.floor(rows.length / 2));
    else if (refusal) await remove([first], { ...first, message: refusal.message });
    else {
      hold(first);
      return most;
    }
    tellTabs({ kind: 'queue' });
    return MOST_AT_ONCE;
  }
}

/** Sends what waits, oldest first, in one tab at a time. Stops and tries again later when the server is away, or says not now. */
export async function send(): Promise<void> {
  // A code opens nothing but the way to a password: what was sent with it would be answered no.
  if (sending || !loaded || isSignedOut() || me()?.mustChange) return;
  sending = true;
  if (retry) clearTimeout(retry);
  retry = null;
  try {
    await inOneTab('send', async () => {
      await reread();
      let most = MOST_AT_ONCE;
      for (let first = nextRow(); first; first = nextRow()) {
        most = await sendNext(first, most);
        setAway(false);
      }
    });
  } catch (error) {
    setAway(error instanceof AwayError);
  } finally {
    sending = false;
    // Also where another tab is at it: it may be closed before it is done.
    if (queue.some(isMine)) retry = setTimeout(() => void send(), RETRY_MS + Math.random() * JITTER_MS);
  }
}

function setAway(next: boolean): void {
  if (away === next) return;
  away = next;
  publish();
}

/** The technician has read why something was refused and puts it aside. */
export async function dismissRefused(id: string): Promise<void> {
  refusedList = refusedList.filter((row) => row.id !== id);
  publish();
  unsaved.delete(id);
  await writeStore((db) => db.delete('refused', id));
  tellTabs({ kind: 'queue' });
}

/** Sends once more, in its order, what was refused: the reason may be gone, such as a role or a visit that was missing. */
export async function retryRefused(ids: readonly string[]): Promise<void> {
  const chosen = refusedList.filter(({ id }) => ids.includes(id));
  const rows = chosen.map(({ message: _why, ...row }): Waiting => row);
  refusedList = refusedList.filter((row) => !chosen.includes(row));
  queue = [...queue, ...rows];
  for (const { id } of rows) unsaved.add(id);
  publish();
  saving = saving.then(async () => {
    // In one transaction: a page that is killed has them in one place or the other.
    const moved = await writeStore(async (db) => {
      const transaction = db.transaction(['queue', 'refused'], 'readwrite');
      for (const row of rows) {
        void transaction.objectStore('queue').add(row);
        void transaction.objectStore('refused').delete(row.id);
      }
      await transaction.done;
    });
    if (moved) for (const { id } of rows) unsaved.delete(id);
  });
  await saving;
  tellTabs({ kind: 'queue' });
  await send();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const outboxState = (): OutboxState => state;

export const useOutbox = (): OutboxState => useSyncExternalStore(subscribe, outboxState, outboxState);
