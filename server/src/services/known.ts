import type { KnownBefore, VisitRecord } from '@elm-mist/contract';
import { earlierKnown, shopLearned, systemFindings, type ReadVisit, type ShopLearned } from '@elm-mist/core/history';
import { isOpenFinding } from '@elm-mist/core/run';
import { taught } from '../store/memo';
import type { Store, Db } from '../store/open';
import { cleaners } from '../store/shelf';
import * as v from '../store/visits';
import { climateHere } from './climate';
import { paceHere } from './pace';
import { shopDirtFactor } from './shopSaved';
import { drawRead, keptReads, readsOf } from './reads';
import type { VisitFrame } from './visitFrame';

/** A begun visit of a system with what is kept of it. */
export interface Past extends ReadVisit {
  visit: VisitRecord;
}

/** Visits of a system that anything was entered on, with what is kept of them, oldest first: a finding may be noted before work is begun. */
export function pastOf(db: Db, systemId: string): Past[] {
  const visits = v.visitsOfSystem(db, systemId).reverse();
  const kept = keptReads(
    db,
    visits.map((visit) => visit.id),
  );
  return visits.flatMap((visit) => {
    const read = kept.get(visit.id) ?? (visit.standing === 'planned' ? null : drawRead(db, visit.id));
    return read ? [{ id: visit.id, day: visit.day, visit, read }] : [];
  });
}

/** Those that were closed up to the day of a visit, oldest first. */
const closedBefore = (past: readonly Past[], visit: VisitRecord): Past[] =>
  past.filter((row) => row.id !== visit.id && row.visit.standing === 'closed' && row.day <= visit.day);

/** How many of the shop's last closed visits are asked how long things take. */
const RUNS_LEARNED_FROM = 15;

/** What the shop's last closed visits teach. */
export const learnedOf = (store: Store): ShopLearned =>
  taught(store, 'learned', () => {
    const reads = readsOf(
      store.db,
      v.lastClosedVisits(store.db, RUNS_LEARNED_FROM).map(({ id }) => id),
    );
    const cans = cleaners(store.db).filter((cleaner) => cleaner.form === 'aerosol');
    return { ...shopLearned(reads, cans), dirt: shopDirtFactor(store.db) };
  });

/** The air noted last on the visit's day at another place: the same town, so a fair start. */
function lastAir(db: Db, visit: VisitRecord): KnownBefore['air'] {
  const others = v.visitsOn(db, visit.day).filter((other) => other.id !== visit.id && other.standing !== 'planned');
  const noted = readsOf(
    db,
    others.map((other) => other.id),
  ).flatMap((read) => read.site ?? []);
  return noted.sort((a, b) => (a.at < b.at ? -1 : 1)).at(-1)?.value ?? null;
}

/** What earlier closed visits know, so that a repeat visit asks only what changed. */
export function knownBefore(store: Store, { visit, place }: Pick<VisitFrame, 'visit' | 'place'>): KnownBefore {
  const past = pastOf(store.db, visit.systemId);
  return {
    ...earlierKnown(closedBefore(past, visit)),
    openFindings: systemFindings(past.filter((row) => row.id !== visit.id)).filter(isOpenFinding),
    air: lastAir(store.db, visit),
    ...learnedOf(store),
    climate: climateHere(store),
    pace: paceHere(store, visit.systemId, place),
  };
}
