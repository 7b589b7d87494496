import {
  PRACTICE_AT_ONCE,
  type CrewPractice,
  type PracticeLook,
  type RealPractice,
  type PracticeVisit,
  type PracticeVisitDone,
  type PracticeCoilInput,
  type PracticeCoilRecord,
  type PracticeEntry,
  type PracticeRecord,
} from '@elm-mist/contract';
import type { OwnerQuestion } from '@elm-mist/core/trainer';
import { enterRealm } from '@/device/realm';
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { readJson, writeDevice } from '@/device/memory';
import { RefusedError, request } from './api';
import { learnClock } from './sharedClock';

/** Somebody's answers on this device, and which of them the server does not have yet. */
interface Kept {
  entries: PracticeEntry[];
  unsent: string[];
}

const keyOf = (personId: string): string => `practice.done.${personId}`;
const NONE: Kept = { entries: [], unsent: [] };
/** Read once, so that nothing is drawn again that did not change. */
const held = new Map<string, Kept>();
const listeners = new Set<() => void>();

function keptOf(personId: string): Kept {
  const known = held.get(personId) ?? readJson<Kept>(keyOf(personId)) ?? NONE;
  held.set(personId, known);
  return known;
}

function keep(personId: string, kept: Kept): void {
  held.set(personId, kept);
  writeDevice(keyOf(personId), JSON.stringify(kept));
  listeners.forEach((listener) => listener());
}

/** What both have, oldest first. */
function together(mine: readonly PracticeEntry[], theirs: readonly PracticeEntry[]): PracticeEntry[] {
  const byId = new Map([...theirs, ...mine].map((entry) => [entry.id, entry]));
  return [...byId.values()].sort((a, b) => a.atMs - b.atMs || a.id.localeCompare(b.id));
}

let sending: Promise<void> | null = null;

/** Sends what the server does not have, and learns what another device of theirs sent. Silent while the server is away. */
export function syncPractice(personId: string): Promise<void> {
  sending ??= (async () => {
    try {
      let atOnce = PRACTICE_AT_ONCE;
      for (;;) {
        const { entries, unsent } = keptOf(personId);
        const some = entries.filter(({ id }) => unsent.includes(id)).slice(0, atOnce);
        const asked =
          some.length > 0 ? request<PracticeRecord>('POST', '/practice', { entries: some }) : request<PracticeRecord>('GET', '/practice');
        const answer = await asked.catch((error: unknown) => {
          if (!(error instanceof RefusedError)) throw error;
          return null;
        });
        // One that is refused must not keep the others: they go one by one, and the one alone is let go.
        if (!answer && some.length > 1) {
          atOnce = 1;
          continue;
        }
        if (!answer) {
          const refused = new Set(some.map(({ id }) => id));
          const now = keptOf(personId);
          keep(personId, {
            entries: now.entries.filter(({ id }) => !refused.has(id)),
            unsent: now.unsent.filter((id) => !refused.has(id)),
          });
          if (refused.size === 0) return;
          continue;
        }
        const now = keptOf(personId);
        const sent = new Set(some.map(({ id }) => id));
        const left = now.unsent.filter((id) => !sent.has(id));
        // What the server let go of is let go here too, unless it has not heard of it yet.
        const waiting = now.entries.filter(({ id }) => left.includes(id));
        keep(personId, { entries: together(waiting, answer.entries), unsent: left });
        if (left.length === 0) return;
      }
    } catch {
      // Kept here, and sent the next time.
    } finally {
      sending = null;
    }
  })();
  return sending;
}

/** Keeps an answer at once, and sends it when it can be. */
export function keepPractice(personId: string, entry: PracticeEntry): void {
  const { entries, unsent } = keptOf(personId);
  keep(personId, { entries: together([entry], entries), unsent: [...unsent, entry.id] });
  void syncPractice(personId);
}

/** Lets all of it go, here and on the server. @throws AwayError where the server is away: then nothing is let go */
export async function forgetPractice(personId: string): Promise<void> {
  await request<PracticeRecord>('POST', '/practice/forget', {});
  keep(personId, NONE);
}

/** Somebody's own answers, as they are on this device. */
export function usePractice(personId: string): Kept {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => keptOf(personId),
  );
}

/** How the crew stands, for who leads it. */
export const crewPracticeQuery = queryOptions({
  queryKey: ['practice', 'crew'],
  queryFn: () => request<CrewPractice[]>('GET', '/practice/crew'),
  // Others practise on phones of their own.
  staleTime: 0,
});

/** Coils to practise on that the shop made; kept on the device like everything that was read. */
export const practiceCoilsQuery = queryOptions({
  queryKey: ['practice', 'coils'],
  queryFn: () => request<PracticeCoilRecord[]>('GET', '/practice/coils'),
  staleTime: 0,
});

/** Sets a coil for everybody of the shop. */
export function useMakePracticeCoil() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (coil: PracticeCoilInput) => request<PracticeCoilRecord>('POST', '/practice/coils', coil),
    onSuccess: () => client.invalidateQueries({ queryKey: practiceCoilsQuery.queryKey }),
  });
}

/** Puts one away. */
export function usePutPracticeCoilAway() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => request<PracticeCoilRecord[]>('POST', `/practice/coils/${encodeURIComponent(id)}/put-away`, {}),
    onSuccess: (coils) => client.setQueryData(practiceCoilsQuery.queryKey, coils),
  });
}

/** The visit that is practised, and those that were. */
export const practiceVisitQuery = queryOptions({
  queryKey: ['practice', 'visit'],
  queryFn: () => request<{ now: PracticeVisit | null; done: PracticeVisitDone[] }>('GET', '/practice/visit'),
  staleTime: 0,
});

/** Begins a visit to practise, and goes there. @param seed one that was practised before; null for any */
export async function beginPracticeVisit(exam: boolean, seed: number | null): Promise<void> {
  const { visitId } = await request<PracticeVisit>('POST', '/practice/visit', { exam, seed });
  await enterRealm(exam ? 'exam' : 'practice', `/visits/${visitId}`, true);
}
/** Goes on with one that is under way. */
export const resumePracticeVisit = ({ exam, visitId }: PracticeVisit): Promise<void> =>
  enterRealm(exam ? 'exam' : 'practice', `/visits/${visitId}`);

/** What somebody there sees; kept nowhere. */
export const practiceLook = (): Promise<PracticeLook> => request('GET', '/practice/visit/look');
export const askOwner = (question: OwnerQuestion): Promise<PracticeLook> => request('POST', '/practice/visit/ask', { question });

/** Lets time pass at once, and puts this device's clock with it. */
export async function passTime(minutes: number): Promise<void> {
  const sentMs = Date.now();
  const { at } = await request<PracticeVisit>('POST', '/practice/visit/ahead', { minutes });
  learnClock(Date.parse(at), sentMs, Date.now());
}

/** Ends it, and goes back to the shop to hear how it went. */
export async function endPracticeVisit(): Promise<void> {
  const { id } = await request<PracticeVisitDone>('POST', '/practice/visit/end', {});
  await enterRealm('shop', `/practice/visit?done=${id}`, true);
}
/** Back to the shop; the visit waits for a while. */
export const leavePracticeVisit = (): Promise<void> => enterRealm('shop', '/practice/visit');

/** What one did on real visits of the last month that drills are about. */
export const realPracticeQuery = queryOptions({
  queryKey: ['practice', 'real'],
  queryFn: () => request<RealPractice>('GET', '/practice/real'),
  staleTime: 0,
});

/** Shares the sums of it with who leads, or no more. */
export function useShareSteps() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (shares: boolean) => request<{ shares: boolean }>('PUT', '/practice/share', { shares }),
    onSuccess: () => client.invalidateQueries({ queryKey: realPracticeQuery.queryKey }),
  });
}
