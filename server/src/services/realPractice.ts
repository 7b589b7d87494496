import type { RealFamily, RealPractice } from '@elm-mist/contract';
import { DRILL_FAMILIES, realSteps, type RealStep } from '@elm-mist/core/trainer';
import { and, desc, eq, exists, gte } from 'drizzle-orm';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Db, Store } from '../store/open';
import { NOTHING } from '../store/writes';
import * as p from '../store/places';
import * as t from '../store/schema';
import * as v from '../store/visits';

const MONTH_MS = 30 * 86_400_000;
/** So many misses are told, the newest. */
const MOST_TOLD = 12;

/** Steps of each visit of the last month that somebody worked on; others have their turn between visits. */
async function monthOf(db: Db, name: string, nowMs: number): Promise<(RealStep & { visitId: string; place: string })[]> {
  const since = new Date(nowMs - MONTH_MS).toISOString().slice(0, 10);
  const theirs = db
    .select({ id: t.event.id })
    .from(t.event)
    .where(and(eq(t.event.visitId, t.visit.id), eq(t.event.by, name)));
  const visits = db
    .select({ id: t.visit.id, systemId: t.visit.systemId })
    .from(t.visit)
    .where(and(gte(t.visit.day, since), exists(theirs)))
    .orderBy(desc(t.visit.day))
    .all();
  const steps: (RealStep & { visitId: string; place: string })[] = [];
  for (const { id, systemId } of visits) {
    const system = p.findSystem(db, systemId);
    if (!system) continue;
    const place = p.findPlace(db, system.placeId)?.name ?? system.name;
    steps.push(...realSteps(id, system.configuration, v.eventsOf(db, id), name).map((step) => ({ ...step, visitId: id, place })));
    await nextTurn();
  }
  return steps;
}

const familiesOf = (steps: readonly RealStep[]): RealFamily[] =>
  DRILL_FAMILIES.flatMap((family) => {
    const own = steps.filter((step) => step.family === family);
    return own.length > 0 ? [{ family, done: own.length, well: own.filter(({ well }) => well).length }] : [];
  });

const shares = (db: Db, accountId: string): boolean =>
  db.select({ shares: t.account.sharesSteps }).from(t.account).where(eq(t.account.id, accountId)).get()?.shares ?? false;

/** What somebody did on real visits of the last month that drills are about. */
export async function realPracticeOf(db: Db, accountId: string, name: string, nowMs: number): Promise<RealPractice> {
  const steps = await monthOf(db, name, nowMs);
  const misses = steps
    .filter(({ well }) => !well)
    .sort((a, b) => b.at.localeCompare(a.at))
    .slice(0, MOST_TOLD)
    .map(({ family, words, at, visitId, place }) => ({ family, words, at, visitId, place }));
  return { shares: shares(db, accountId), families: familiesOf(steps), misses };
}

/** The sums of it, where they are shared with who leads. */
export const sharedSteps = async (db: Db, accountId: string, name: string, nowMs: number): Promise<RealFamily[] | null> =>
  shares(db, accountId) ? familiesOf(await monthOf(db, name, nowMs)) : null;

/** Shares one's sums with who leads, or no more. */
export const shareSteps = (store: Store, accountId: string, sharesSteps: boolean): void =>
  store.write((db, only) => {
    only(NOTHING);
    db.update(t.account).set({ sharesSteps }).where(eq(t.account.id, accountId)).run();
  });
