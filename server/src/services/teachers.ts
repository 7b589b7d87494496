import {
  fluffLooks,
  growthStretches,
  onlyOutdoorCoil,
  pacedStretch,
  type FluffLook,
  type PacedStretch,
  type RunsWhere,
} from '@elm-mist/core/interval';
import type { greatCircleKm } from '@elm-mist/core/route';
import type { Soil, StoryFact } from '@elm-mist/core/survey';
import { and, desc, eq } from 'drizzle-orm';
import { othersTurn } from '../http/othersTurn';
import { keptFor } from '../store/kept';
import type { Db, Store } from '../store/open';
import * as p from '../store/places';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { keptReads } from './reads';
import { yearOfAir } from './yearOfAir';

/** The shop's last so many closed visits tell how fast its coils grow dirty and when fluff flies, each with the two before it at its system. */
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

type Spot = Parameters<typeof greatCircleKm>[0];

/** Where a place stands; null where it was given the shop's own position. */
export const spotOf = (place: { latitudeDeg: number; longitudeDeg: number; positionFrom: string }): Spot | null =>
  place.positionFrom === 'shop' ? null : { latitudeDeg: place.latitudeDeg, longitudeDeg: place.longitudeDeg };

/** What a system teaches, and where. */
interface Teacher {
  at: Spot | null;
  rows: PacedStretch[];
  /** Of the weeks of seed fluff, at its outdoor coils. */
  looks: FluffLook[];
}

function taughtBy(store: Store, systemId: string): Teacher {
  const { db } = store;
  const system = p.findSystem(db, systemId);
  const place = system && p.findPlace(db, system.placeId);
  if (!system || !place) return { at: null, rows: [], looks: [] };
  const at = spotOf(place);
  const visits = lastOf(db, systemId);
  if (visits.length < 2) return { at, rows: [], looks: [] };
  const reads = keptReads(
    db,
    visits.map(({ id }) => id),
  );
  const seen = visits.flatMap(({ id, day }) => {
    const read = reads.get(id);
    return read ? [{ day, read }] : [];
  });
  const where: RunsWhere = { configuration: system.configuration, latitudeDeg: place.latitudeDeg, climate: yearOfAir(store) };
  const storyFacts = seen.reduce<readonly StoryFact[]>((facts, { read }) => read.story?.facts ?? facts, []);
  const coils = p.coilsOf(db, systemId);
  const standing = coils.filter(({ archived }) => !archived);
  const stretches = growthStretches(
    seen.map(({ day, read }) => ({ day, coils: read.coils, figures: read.figures })),
    onlyOutdoorCoil(system.configuration, standing),
  );
  const rows = coils.flatMap(({ id, role, guards }) => {
    const soils = seen.reduce<readonly Soil[]>((known, { read }) => read.surveys[id]?.soils ?? known, []);
    const facts = { role, configuration: system.configuration, soils, storyFacts, louvred: guards === 'louvre' };
    return (stretches[id] ?? []).map((stretch) => pacedStretch(stretch, facts, where));
  });
  const looks = coils
    .filter(({ role }) => role === 'condenser')
    .flatMap(({ id }) =>
      fluffLooks(
        stretches[id] ?? [],
        seen.map(({ day, read }) => ({ day, soils: read.surveys[id]?.soils ?? [], trees: read.story?.facts.includes('trees') ?? false })),
      ),
    );
  return { at, rows, looks };
}

/** Kept for each system on its own: a closing brings one of them anew, not all. */
export const teacher = (store: Store, systemId: string): Teacher =>
  keptFor(store, 'teacher', systemId, [`system:${systemId}`, `facts:${systemId}`, 'weather', 'shop'], () => taughtBy(store, systemId));

/** Systems of the shop's last closed visits. */
export const teachers = (store: Store): ReadonlySet<string> =>
  keptFor(store, 'teachers', '', ['closings'], () => new Set(v.lastClosedVisits(store.db, TAUGHT_BY).map(({ systemId }) => systemId)));

/** Reads what all systems teach, one at a time, before anybody asks. */
export async function teachersAhead(store: Store): Promise<void> {
  for (const id of teachers(store)) {
    teacher(store, id);
    await othersTurn();
  }
}
