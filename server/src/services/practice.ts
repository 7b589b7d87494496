import {
  PRACTICE_KEPT,
  type CrewPractice,
  type PracticeCoilInput,
  type PracticeCoilRecord,
  type PracticeEntry,
  type PracticeRecord,
  type PracticeVisitDone,
} from '@elm-mist/contract';
import { drillStandings, type PracticeCoil } from '@elm-mist/core/trainer';
import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, gt } from 'drizzle-orm';
import { notFound } from '../http/problem';
import type { Db, Store } from '../store/open';
import { NOTHING } from '../store/writes';
import * as t from '../store/schema';
import { accountRecords } from './accounts';
import { sharedSteps } from './realPractice';
import type { Sessions } from './sessions';

const MONTH_MS = 30 * 86_400_000;

/** Somebody's own answers, the newest `PRACTICE_KEPT` of them, oldest first. */
export function practiceOf(db: Db, accountId: string): PracticeRecord {
  const rows = db
    .select()
    .from(t.practice)
    .where(eq(t.practice.accountId, accountId))
    .orderBy(desc(t.practice.atMs), desc(t.practice.id))
    .limit(PRACTICE_KEPT)
    .all();
  return { entries: rows.reverse().map(({ accountId: _whose, ...entry }) => entry) };
}

/** Keeps answers under the ids that the device gave them; one that is kept already is left as it is. */
export function keepPractice(store: Store, accountId: string, entries: readonly PracticeEntry[]): PracticeRecord {
  store.write((db, only) => {
    only(NOTHING);
    for (const entry of entries)
      db.insert(t.practice)
        .values({ ...entry, accountId })
        .onConflictDoNothing()
        .run();
  });
  return practiceOf(store.db, accountId);
}

/** Lets all of somebody's answers go. */
export function forgetPractice(store: Store, accountId: string): PracticeRecord {
  store.write((db, only) => {
    only(NOTHING);
    db.delete(t.practice).where(eq(t.practice.accountId, accountId)).run();
    db.delete(t.practiceVisit).where(eq(t.practiceVisit.accountId, accountId)).run();
  });
  return { entries: [] };
}

/** How everybody who may sign in stands, by family; single answers are theirs alone. */
export const crewPractice = async (db: Db, sessions: Sessions, nowMs: number): Promise<CrewPractice[]> => {
  const crew: CrewPractice[] = [];
  for (const { id, name, active } of accountRecords(db, sessions, null)) {
    if (!active) continue;
    const since = nowMs - MONTH_MS;
    const rows = db
      .select()
      .from(t.practice)
      .where(and(eq(t.practice.accountId, id), gt(t.practice.atMs, since)))
      .all();
    const visits = db
      .select()
      .from(t.practiceVisit)
      .where(and(eq(t.practiceVisit.accountId, id), gt(t.practiceVisit.atMs, since)))
      .all();
    crew.push({
      personId: id,
      name,
      families: drillStandings(rows, nowMs).map(({ family, asked, right, ready }) => ({ family, asked, right, ready })),
      visits: { done: visits.length, safe: visits.filter(({ debrief }) => debrief.safety.every(({ ok }) => ok)).length },
      real: await sharedSteps(db, id, name, nowMs),
    });
  }
  return crew;
};

/** Coils that the shop set, oldest first. */
export const practiceCoils = (db: Db): PracticeCoilRecord[] =>
  db
    .select()
    .from(t.practiceCoil)
    .where(eq(t.practiceCoil.archived, false))
    .orderBy(asc(t.practiceCoil.madeAt), asc(t.practiceCoil.id))
    .all()
    .map(({ id, data, by }) => ({ coil: { ...data, id }, by }));

/** Sets a coil for everybody of the shop. */
export function makePracticeCoil(store: Store, coil: PracticeCoilInput, by: string, madeAt: string): PracticeCoilRecord {
  const id = randomUUID();
  const data = coil as PracticeCoil;
  store.write((db, only) => {
    only(NOTHING);
    db.insert(t.practiceCoil).values({ id, data, by, madeAt, archived: false }).run();
  });
  return { coil: { ...data, id }, by };
}

/** Puts one away: what was done on it stays with whoever did it. @throws Problem 404 */
export function archivePracticeCoil(store: Store, id: string): PracticeCoilRecord[] {
  store.write((db, only) => {
    only(NOTHING);
    if (db.update(t.practiceCoil).set({ archived: true }).where(eq(t.practiceCoil.id, id)).run().changes === 0)
      throw notFound('practice coil', id);
  });
  return practiceCoils(store.db);
}

/** So many of somebody's visits are given back, the newest. */
const VISITS_KEPT = 50;

/** Whole visits that somebody practised, newest first. */
export const practiceVisits = (db: Db, accountId: string): PracticeVisitDone[] =>
  db
    .select()
    .from(t.practiceVisit)
    .where(eq(t.practiceVisit.accountId, accountId))
    .orderBy(desc(t.practiceVisit.atMs), desc(t.practiceVisit.id))
    .limit(VISITS_KEPT)
    .all()
    .map(({ accountId: _whose, ...done }) => done);

/** Keeps how a practised visit went. */
export function keepPracticeVisit(store: Store, accountId: string, done: PracticeVisitDone): PracticeVisitDone {
  store.write((db) =>
    db
      .insert(t.practiceVisit)
      .values({ ...done, accountId })
      .run(),
  );
  return done;
}
