import type { VisitDetail } from '@elm-mist/contract';
import type { VisitEvent } from '@elm-mist/core';
import { createStore, get, set } from 'idb-keyval';
import { useSyncExternalStore } from 'react';
import { readJson, writeDevice } from '@/device/memory';
import { AwayError, RefusedError, request } from './api';
import { queryClient } from './client';
import { keys } from './queries';

/** An event that the server would not take. It is kept and shown, never dropped. */
export interface RefusedEvent {
  event: VisitEvent;
  message: string;
}

export interface OutboxState {
  /** False until what was kept on the device has been read. */
  loaded: boolean;
  waiting: readonly VisitEvent[];
  refused: readonly RefusedEvent[];
  /** The last attempt did not reach the server. */
  away: boolean;
}

const STORED = 'elm-mist.outbox';
/** A database of its own: a small entry never queues behind the large copy of what was read. */
const DEVICE = createStore('elm-mist-outbox', 'entries');
const RETRY_MS = 2_500;
const MOST_AT_ONCE = 50;

let state: OutboxState = { loaded: false, waiting: [], refused: [], away: false };
const listeners = new Set<() => void>();
let retry: ReturnType<typeof setTimeout> | null = null;
let sending = false;
/** Writes to the device follow one another, so that an older list never lands over a newer one. */
let saved: Promise<void> = Promise.resolve();

/** Entries whose write to the database has not ended yet, kept in the device's quick memory so that no moment is without a copy. */
const JOURNAL = 'outbox.journal';
let unsaved: readonly VisitEvent[] = [];

function keepJournal(events: readonly VisitEvent[]): void {
  unsaved = events;
  writeDevice(JOURNAL, events.length === 0 ? null : JSON.stringify(events));
}

function change(next: Partial<OutboxState>): void {
  state = { ...state, ...next };
  listeners.forEach((listener) => listener());
}

function save(): Promise<void> {
  const { waiting, refused } = state;
  saved = saved.then(() => set(STORED, { waiting, refused }, DEVICE)).catch(() => undefined);
  return saved;
}

/** Reads what the device kept from before, then starts sending. */
export async function openOutbox(): Promise<void> {
  if (state.loaded) return;
  const kept = await get<Pick<OutboxState, 'waiting' | 'refused'>>(STORED, DEVICE).catch(() => undefined);
  const journal = readJson<VisitEvent[]>(JOURNAL) ?? [];
  keepJournal([...journal, ...unsaved]);
  const known = new Set<string>();
  const waiting = [...(kept?.waiting ?? []), ...journal, ...state.waiting].filter((event) => {
    const first = !known.has(event.id);
    known.add(event.id);
    return first;
  });
  change({
    loaded: true,
    waiting,
    refused: kept?.refused ?? [],
  });
  window.addEventListener('online', () => void send());
  await save();
  // What the journal held is in the database now; an entry made meanwhile clears its own copy.
  const saved = new Set(journal.map((event) => event.id));
  keepJournal(unsaved.filter((event) => !saved.has(event.id)));
  void send();
}

/** Takes events in and sends them as soon as it can. They are on the device, in its quick memory, before this returns. */
export function post(events: readonly VisitEvent[]): void {
  keepJournal([...unsaved, ...events]);
  change({ waiting: [...state.waiting, ...events] });
  void save().then(() => {
    const saved = new Set(events.map((event) => event.id));
    keepJournal(unsaved.filter((event) => !saved.has(event.id)));
    return send();
  });
}

export function waitingFor(visitId: string): VisitEvent[] {
  return state.waiting.filter((event) => event.visitId === visitId);
}

function settle(visitId: string, sent: readonly VisitEvent[]): void {
  const ids = new Set(sent.map((event) => event.id));
  queryClient.setQueryData<VisitDetail>(keys.visit(visitId), (detail) => {
    if (!detail) return detail;
    const known = new Set(detail.events.map((event) => event.id));
    return { ...detail, events: [...detail.events, ...sent.filter((event) => !known.has(event.id))] };
  });
  change({ waiting: state.waiting.filter((event) => !ids.has(event.id)) });
  const lists: unknown[] = ['day', 'places', 'system'];
  void queryClient.invalidateQueries({ predicate: (query) => lists.includes(query.queryKey[0]) });
}

/** Which of a batch the server named as at fault. */
function faultyIndex(error: RefusedError): number {
  const named = Object.keys(error.fields)
    .map((field) => /^events\[(\d+)\]/.exec(field)?.[1])
    .find((index) => index !== undefined);
  return named === undefined ? 0 : Number(named);
}

/** Sends what waits, oldest first, one visit at a time. Stops and tries again later when the server is away. */
export async function send(): Promise<void> {
  if (sending || !state.loaded) return;
  sending = true;
  try {
    while (state.waiting.length > 0) {
      const visitId = state.waiting[0]?.visitId ?? '';
      const batch = state.waiting.filter((event) => event.visitId === visitId).slice(0, MOST_AT_ONCE);
      try {
        await request('POST', `/visits/${encodeURIComponent(visitId)}/events`, { events: batch });
        settle(visitId, batch);
        change({ away: false });
      } catch (error) {
        if (!(error instanceof RefusedError)) throw error;
        const event = batch[faultyIndex(error)] ?? batch[0];
        if (!event) return;
        change({
          away: false,
          waiting: state.waiting.filter((other) => other.id !== event.id),
          refused: [...state.refused, { event, message: error.message }],
        });
      }
      await save();
    }
  } catch (error) {
    change({ away: error instanceof AwayError });
    if (retry) clearTimeout(retry);
    retry = setTimeout(() => void send(), RETRY_MS);
  } finally {
    sending = false;
  }
}

/** The technician has read why an event was refused and puts it aside. */
export async function dismissRefused(eventId: string): Promise<void> {
  change({ refused: state.refused.filter(({ event }) => event.id !== eventId) });
  await save();
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
