import {
  growthStretches,
  onlyOutdoorCoil,
  pacedStretch,
  paceOf,
  type Pace,
  type PacedStretch,
  type RunsWhere,
  type Soil,
  type StoryFact,
} from '@elm-mist/core';
import { and, desc, eq } from 'drizzle-orm';
import { othersTurn } from '../http/othersTurn';
import { keptFor } from '../store/kept';
import type { Db, Store } from '../store/open';
import * as p from '../store/places';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { climateHere } from './climate';
import { keptReads } from './reads';

/** The shop's last so many closed visits tell how fast its coils grow dirty, each with the two before it at its system. */
const TAUGHT_BY = 40;
const EACH = 3;

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
  const coils = p.coilsOf(db, systemId);
  const standing = coils.filter(({ archived }) => !archived);
  const stretches = growthStretches(
    seen.map(({ day, read }) => ({ day, coils: read.coils, figures: read.figures })),
    onlyOutdoorCoil(system.configuration, standing),
  );
  return coils.flatMap(({ id, role }) => {
    const soils = seen.reduce<readonly Soil[]>((known, { read }) => read.surveys[id]?.soils ?? known, []);
    const facts = { role, configuration: system.configuration, soils, storyFacts };
    return (stretches[id] ?? []).map((stretch) => pacedStretch(stretch, facts, where));
  });
}

/** Kept for each system on its own: a closing brings one of them anew, not all. */
const stretchesHere = (store: Store, systemId: string): PacedStretch[] =>
  keptFor(store, 'stretches', systemId, [`system:${systemId}`, 'places', 'weather', 'shop'], () => stretchesOf(store, systemId));

/** Systems of the shop's last closed visits. */
const teachers = (store: Store): ReadonlySet<string> =>
  keptFor(store, 'teachers', '', ['closings'], () => new Set(v.lastClosedVisits(store.db, TAUGHT_BY).map(({ systemId }) => systemId)));

/**
 * How fast the shop's coils grow dirty, by its last closed visits.
 * @param but a system that is not to teach itself
 */
export const paceHere = (store: Store, but: string): Pace | null =>
  paceOf([...teachers(store)].flatMap((id) => (id === but ? [] : stretchesHere(store, id))));

/** Reads what `paceHere` goes by, a system at a time, before anybody asks. */
export async function paceAhead(store: Store): Promise<void> {
  for (const id of teachers(store)) {
    stretchesHere(store, id);
    await othersTurn();
  }
}
