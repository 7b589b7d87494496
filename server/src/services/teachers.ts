import type { VisitSummary } from '@elm-mist/core/visit';
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
import { sql } from 'drizzle-orm';
import { taught } from '../store/memo';
import type { Db, Store } from '../store/open';
import * as p from '../store/places';
import * as v from '../store/visits';
import { keptReads } from './reads';
import { yearOfAir } from './yearOfAir';

/** The shop's last so many closed visits tell how fast its coils grow dirty and when fluff flies, each with the two before it at its system. */
const TAUGHT_BY = 40;
const EACH = 3;

/** The last closed visits of some systems, oldest first. */
function lastOfEach(db: Db, systemIds: readonly string[]): Map<string, { id: string; day: string }[]> {
  const rows = db.all<{ id: string; day: string; systemId: string }>(
    sql`select id, day, systemId from (
        select id, day, start_minute, system_id as systemId,
          row_number() over (partition by system_id order by day desc, start_minute desc) as n
        from visit where standing = 'closed' and system_id in ${[...systemIds]})
      where n <= ${EACH} order by day, start_minute`,
  );
  const bySystem = new Map<string, { id: string; day: string }[]>(systemIds.map((id) => [id, []]));
  for (const { systemId, ...visit } of rows) bySystem.get(systemId)?.push(visit);
  return bySystem;
}

type Spot = Parameters<typeof greatCircleKm>[0];

/** Where a place stands; null where it was given the shop's own position. */
export const spotOf = (place: { latitudeDeg: number; longitudeDeg: number; positionFrom: string }): Spot | null =>
  place.positionFrom === 'shop' ? null : { latitudeDeg: place.latitudeDeg, longitudeDeg: place.longitudeDeg };

/** What a system teaches, and where. */
interface Teacher {
  systemId: string;
  at: Spot | null;
  rows: PacedStretch[];
  /** Of the weeks of seed fluff, at its outdoor coils. */
  looks: FluffLook[];
}

function taughtBy(
  store: Store,
  systemId: string,
  visits: readonly { id: string; day: string }[],
  reads: ReadonlyMap<string, VisitSummary>,
): Teacher {
  const { db } = store;
  const system = p.findSystem(db, systemId);
  const place = system && p.findPlace(db, system.placeId);
  if (!system || !place) return { systemId, at: null, rows: [], looks: [] };
  const at = spotOf(place);
  if (visits.length < 2) return { systemId, at, rows: [], looks: [] };
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
    const facts = { role, configuration: system.configuration, soils, storyFacts, louvered: guards === 'louvre' };
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
  return { systemId, at, rows, looks };
}

/** What the systems of the shop's last closed visits teach. */
export const teachers = (store: Store): Teacher[] =>
  taught(store, 'teachers', () => {
    const { db } = store;
    const systems = [...new Set(v.lastClosedVisits(db, TAUGHT_BY).map(({ systemId }) => systemId))];
    const visits = lastOfEach(db, systems);
    const reads = keptReads(
      db,
      [...visits.values()].flat().map(({ id }) => id),
    );
    return systems.map((id) => taughtBy(store, id, visits.get(id) ?? [], reads));
  });
