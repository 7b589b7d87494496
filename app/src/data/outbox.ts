import type { VisitDetail } from '@elm-mist/contract';
import { may, whoMay, type VisitEvent } from '@elm-mist/core';
import { replaceEqualDeep } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { inOneTab, onTabs, tellTabs, withStore } from '@/device/store';
import { AwayError, RefusedError, request } from './api';
import { queryClient } from './client';
import { inPractice } from '@/device/realm';
import { fromBefore } from './fromBefore';
import { isSignedOut, me, onSignedIn } from './me';
import { keys } from './queries';

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

export interface OutboxState {
  /** False until what was kept on the device has been read. */
  loaded: boolean;
  waiting: readonly VisitEvent[];
  /** Places, systems, coils and visits that wait to be made. */
  makes: readonly Make[];
  refused: readonly Refused[];
  /** Of others who were signed in on this device: it waits until they are again. */
  others: number;
  /** The last attempt did not reach the server. */
  away: boolean;
}

const RETRY_MS = 2_500;
const MOST_AT_ONCE = 50;
/** A request is kept below this, bytes: the server takes 1 MB. */
const MOST_BYTES = 600_000;

let queue: readonly Waiting[] = [];
/** Made in this tab, and not known to be on the device yet. */
const unsaved = new Set<string>();
let refusedList: readonly Refused[] = [];
let loaded = false;
let away = false;
let state: OutboxState = { loaded, waiting: [], makes: [], refused: [], others: 0, away };
const listeners = new Set<() => void>();
let retry: ReturnType<typeof setTimeout> | null = null;
let sending = false;

/** Entered by who is signed in, or before anybody had to be: it is theirs to send, since the server keeps it under their name. */
const isMine = ({ personId }: Waiting): boolean => personId === undefined || personId === me()?.id;

/** Tells those who look, where there is anything new: what is read from the device again is mostly what was known. */
function publish(): void {
  const next = replaceEqualDeep(state, {
    loaded,
    waiting: queue.flatMap((row) => (row.kind === 'event' ? [row.event] : [])),
    makes: queue.flatMap((row) => (row.kind === 'make' ? [row.make] : [])),
    refused: refusedList,
    others: queue.filter((row) => !isMine(row)).length,
    away,
  });
  if (next === state) return;
  state = next;
  listeners.forEach((listener) => listener());
}

/** What waits on the device, whichever tab entered it, with what this one has not written yet behind it. */
async function reread(): Promise<void> {
  const kept = await withStore(async (db) => {
    const transaction = db.transaction(['queue', 'refused']);
    return Promise.all([transaction.objectStore('queue').getAll(), transaction.objectStore('refused').getAll()]);
  });
  if (!kept) return;
  const [waiting, refused] = kept as [Waiting[], Refused[]];
  const known = new Set(waiting.map((row) => row.id));
  queue = [...waiting, ...queue.filter((row) => unsaved.has(row.id) && !known.has(row.id))];
  refusedList = refused;
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
    window.addEventListener('online', () => void send());
    onSignedIn(() => {
      publish();
      void send();
    });
    void send();
  })();
  return opening;
}

/** Takes things in, in order, and sends them as soon as it can. They are on their way to the device's database before this returns. */
function take(given: readonly Waiting[]): void {
  const person = me();
  const rows = given.map((row) => ({ ...row, personId: person?.id }));
  if (person && !may(person.role, 'field')) {
    refusedList = [...refusedList, ...rows.map((row) => ({ ...row, message: whoMay('field') }))];
    publish();
    return;
  }
  for (const row of rows) unsaved.add(row.id);
  queue = [...queue, ...rows];
  publish();
  void withStore(async (db) => {
    const transaction = db.transaction('queue', 'readwrite', { durability: 'strict' });
    for (const row of rows) void transaction.store.add(row);
    transaction.commit();
    await transaction.done;
    for (const row of rows) unsaved.delete(row.id);
  }).then(() => {
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

/** What the server has now is part of what was read, and lists are looked up anew. */
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
}

/** Takes rows off the queue, here, on the device and in other tabs. */
async function remove(rows: readonly Waiting[], refused: Refused | null = null): Promise<void> {
  const ids = new Set(rows.map((row) => row.id));
  queue = queue.filter((row) => !ids.has(row.id));
  if (refused) refusedList = [...refusedList, refused];
  publish();
  await withStore(async (db) => {
    const transaction = db.transaction(['queue', 'refused'], 'readwrite');
    const store = transaction.objectStore('queue');
    for (const id of ids) {
      const key = await store.index('id').getKey(id);
      if (key !== undefined) void store.delete(key);
    }
    if (refused) void transaction.objectStore('refused').put(refused, refused.id);
    await transaction.done;
  });
}

/** Which of a batch the server named as at fault. */
function faultyIndex(error: RefusedError): number {
  const named = Object.keys(error.fields)
    .map((field) => /^events\[(\d+)\]/.exec(field)?.[1])
    .find((index) => index !== undefined);
  return named === undefined ? 0 : Number(named);
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

/** Sends one thing, or one batch of entries. @throws AwayError */
async function sendNext(first: Waiting, most: number): Promise<number> {
  if (first.kind === 'make') {
    try {
      await request('POST', first.make.path, first.make.body);
    } catch (error) {
      if (!(error instanceof RefusedError)) throw error;
      await remove([first], { ...first, message: error.message });
      tellTabs({ kind: 'queue' });
      return MOST_AT_ONCE;
    }
    await remove([first]);
    took([], true);
    tellTabs({ kind: 'sent', events: [], made: true });
    return MOST_AT_ONCE;
  }
  const batch = batchOf(first, most);
  const events = batch.map((row) => row.event);
  try {
    await request('POST', `/visits/${encodeURIComponent(first.event.visitId)}/events`, { events });
  } catch (error) {
    if (!(error instanceof RefusedError)) throw error;
    // Too large together: fewer of them are tried, and only one that is too large by itself is put aside.
    if (error.status === 413 && batch.length > 1) return Math.max(1, Math.floor(batch.length / 2));
    const row = batch[faultyIndex(error)] ?? first;
    await remove([row], { ...row, message: error.message });
    tellTabs({ kind: 'queue' });
    return MOST_AT_ONCE;
  }
  took(events, false);
  await remove(batch);
  tellTabs({ kind: 'sent', events, made: false });
  return MOST_AT_ONCE;
}

/** Sends what waits, oldest first, in one tab at a time. Stops and tries again later when the server is away. */
export async function send(): Promise<void> {
  if (sending || !loaded || isSignedOut()) return;
  sending = true;
  if (retry) clearTimeout(retry);
  retry = null;
  try {
    await inOneTab('send', async () => {
      await reread();
      let most = MOST_AT_ONCE;
      for (let first = queue.find(isMine); first; first = queue.find(isMine)) {
        most = await sendNext(first, most);
        setAway(false);
      }
    });
  } catch (error) {
    setAway(error instanceof AwayError);
  } finally {
    sending = false;
    // Also where another tab is at it: it may be closed before it is done.
    if (queue.some(isMine)) retry = setTimeout(() => void send(), RETRY_MS);
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
  await withStore((db) => db.delete('refused', id));
  tellTabs({ kind: 'queue' });
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useOutbox = (): OutboxState =>
  useSyncExternalStore(
    subscribe,
    () => state,
    () => state,
  );
