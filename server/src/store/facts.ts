import { inArray } from 'drizzle-orm';
import type { Db } from './open';
import * as t from './schema';
import type { Scope } from './versions';

/** Names what was written of systems: themselves, their coils, what was agreed, their place or its owner. What is kept of others stays. */
export function touchSystems(touches: Scope[], systemIds: readonly string[]): void {
  touches.push('places', ...systemIds.map((id) => `facts:${id}` as const));
}

/** The same for all systems of some places. */
export function touchPlaces(db: Db, touches: Scope[], placeIds: readonly string[]): void {
  const systems = db
    .select({ id: t.system.id })
    .from(t.system)
    .where(inArray(t.system.placeId, [...placeIds]))
    .all();
  touchSystems(
    touches,
    systems.map(({ id }) => id),
  );
}
