import {
  growthStretches,
  pacedStretch,
  paceOf,
  type Pace,
  type PacedStretch,
  type RunsWhere,
  type Soil,
  type StoryFact,
} from '@elm-mist/core';
import { and, desc, eq } from 'drizzle-orm';
import * as p from '../store/places';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { climateHere } from './climate';
import { keptReads } from './reads';

/** The shop's last so many closed visits tell how fast its coils grow dirty, each with the two before it at its system. */
const TAUGHT_BY = 40;
const EACH = 3;

const kept = new WeakMap<Store, { stamp: string; bySystem: Map<string, PacedStretch[]> }>();

/** The last closed visits of a system, oldest first. */
const lastOf = (db: Db, systemId: string): { id: string; day: string }[] =>
  db
    .select({ id: t.visit.id, day: t.visit.day })
    .from(t.visit)
    .where(and(eq(t.visit.systemId, systemId), eq(t.visit.standing, 'closed')))
    .orderBy(desc(t.visit.day), desc(t.visit.startMinute))
    .limit(EACH)
    .all()
    .reverse();

function stretchesOf(store: Store, systemId: string): PacedStretch[] {
  const { db } = store;
  const system = p.findSystem(db, systemId);
  const place = system && p.findPlace(db, system.placeId);
  if (!system || !place) return [];
  const visits = lastOf(db, systemId);
  if (visits.length < 2) return [];
  const reads = keptReads(
    db,
    visits.map(({ id }) => id),
  );
  const seen = visits.flatMap(({ id, day }) => {
    const read = reads.get(id);
    return read ? [{ day, read }] : [];
  });
  const where: RunsWhere = { configuration: system.configuration, latitudeDeg: place.latitudeDeg, climate: climateHere(store) };
  const storyFacts = seen.reduce<readonly StoryFact[]>((facts, { read }) => read.story?.facts ?? facts, []);
  const stretches = growthStretches(seen.map(({ day, read }) => ({ day, coils: read.coils })));
  return p.coilsOf(db, systemId).flatMap(({ id, role }) => {
    const soils = seen.reduce<readonly Soil[]>((known, { read }) => read.surveys[id]?.soils ?? known, []);
    const facts = { role, configuration: system.configuration, soils, storyFacts };
    return (stretches[id] ?? []).map((stretch) => pacedStretch(stretch, facts, where));
  });
}

/**
 * How fast the shop's coils grow dirty, by its last closed visits; reckoned once for every closing.
 * @param but a system that is not to teach itself
 */
export function paceHere(store: Store, but: string): Pace | null {
  const stamp = store.versions.stamp(['closings', 'places', 'weather', 'shop']);
  let known = kept.get(store);
  if (known?.stamp !== stamp) {
    const systems = new Set(
      v.lastClosedVisits(store.db, TAUGHT_BY).flatMap((id) => {
        const visit = v.findVisit(store.db, id);
        return visit ? [visit.systemId] : [];
      }),
    );
    known = { stamp, bySystem: new Map([...systems].map((id) => [id, stretchesOf(store, id)])) };
    kept.set(store, known);
  }
  return paceOf([...known.bySystem].flatMap(([id, rows]) => (id === but ? [] : rows)));
}
