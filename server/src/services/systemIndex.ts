import type { CoilRecord } from '@elm-mist/contract';
import { eq, inArray } from 'drizzle-orm';
import * as t from '../store/schema';
import { keptBySystem } from './bySystem';

/** A coil as far as lists go by it. */
export type CoilFacts = Pick<CoilRecord, 'id' | 'role' | 'construction' | 'makerWaterOnly' | 'archived'>;

/** A system as far as lists go by it. */
export interface SystemFacts {
  /** Put away, itself or with its place. */
  away: boolean;
  latitudeDeg: number;
  longitudeDeg: number;
  /** Whose it is, in small letters. */
  owner: string;
  coils: CoilFacts[];
}

const SLICE = 150;

/** What is on record of every system. */
export const systemsAhead = keptBySystem('facts', SLICE, (db, systemIds) => {
  const rows = db
    .select({
      id: t.system.id,
      systemAway: t.system.archived,
      placeAway: t.place.archived,
      latitudeDeg: t.place.latitudeDeg,
      longitudeDeg: t.place.longitudeDeg,
      owner: t.customer.name,
    })
    .from(t.system)
    .innerJoin(t.place, eq(t.place.id, t.system.placeId))
    .innerJoin(t.customer, eq(t.customer.id, t.place.customerId))
    .where(inArray(t.system.id, [...systemIds]))
    .all();
  const bySystem = new Map(
    rows.map(({ id, systemAway, placeAway, owner, ...at }): [string, SystemFacts] => [
      id,
      { ...at, away: systemAway || placeAway, owner: owner.toLowerCase(), coils: [] },
    ]),
  );
  const { id, systemId, role, construction, makerWaterOnly, archived } = t.coil;
  const coils = db
    .select({ id, systemId, role, construction, makerWaterOnly, archived })
    .from(t.coil)
    .where(inArray(systemId, [...systemIds]))
    .all();
  for (const { systemId: of, ...coil } of coils) bySystem.get(of)?.coils.push(coil);
  return bySystem;
});
