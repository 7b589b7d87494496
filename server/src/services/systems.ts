import type { CoilInput, CoilRecord, SystemInput, SystemRecord } from '@elm-mist/contract';
import { capacityFromModel, checkGeometry, MOST_COILS, ROLE_NAMES, type CoilGeometry } from '@elm-mist/core/equipment';
import { eq } from 'drizzle-orm';
import { notFound, Problem, refused } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as p from '../store/places';
import * as t from '../store/schema';
import { createIdempotent } from './made';
import { overlaid } from './meanwhile';
import { openVisits } from './places';

const readSystem = (db: Db, id: string): SystemRecord => {
  const system = p.findSystem(db, id);
  if (!system) throw notFound('system', id);
  return system;
};

const capacityOf = (input: Pick<SystemInput, 'btuh' | 'model' | 'configuration'>): number =>
  input.btuh ?? capacityFromModel(input.model, input.configuration === 'ductless-split').btuh;

function placeOf(db: Db, placeId: string): void {
  if (!p.findPlace(db, placeId)) throw refused('placeId', `There is no place "${placeId}".`, 'unknown');
}

/** @throws Problem 409 `id` · 422 `placeId` when there is no such place */
export function addSystem(store: Store, input: SystemInput, at: string): SystemRecord {
  return store.write((db, only) =>
    createIdempotent(
      db,
      'system',
      input,
      at,
      (id) => p.findSystem(db, id),
      (id) => {
        placeOf(db, input.placeId);
        const { was, ...rest } = input;
        const record: SystemRecord = { ...rest, id, btuh: capacityOf(input), archived: false };
        db.insert(t.system).values(record).run();
        p.indexPlaces(db, [input.placeId]);
        only({ systems: [id], taught: true });
        return record;
      },
    ),
  );
}

type SystemShape = Omit<SystemInput, 'id' | 'was'>;

/**
 * Puts a system right; another `placeId` moves it, with its history.
 * @throws Problem 404 · 409 when somebody changed the same thing meanwhile · 422
 */
export function changeSystem(store: Store, id: string, input: SystemInput): SystemRecord {
  return store.write((db, only) => {
    const now = readSystem(db, id);
    const { id: _id, was, ...wanted } = input;
    const { placeId, name, configuration, model, btuh, refrigerant, madeYear, note } = now;
    const shape: SystemShape = { placeId, name, configuration, model, btuh, refrigerant, madeYear, note };
    const next = overlaid(shape, { ...wanted, btuh: capacityOf(wanted) }, was as Partial<SystemShape> | undefined);
    placeOf(db, next.placeId);
    for (const role of ['condenser', 'evaporator'] as const) {
      const have = p.coilsOf(db, id).filter((coil) => !coil.archived && coil.role === role).length;
      const most = MOST_COILS[next.configuration][role];
      if (have > most)
        throw refused('configuration', `It has ${have} of the kind ${ROLE_NAMES[role].toLowerCase()}; this kind has ${most} at most.`);
    }
    const record: SystemRecord = { ...next, id, btuh: next.btuh ?? now.btuh, archived: now.archived };
    db.update(t.system).set(record).where(eq(t.system.id, id)).run();
    p.indexPlaces(db, [now.placeId, next.placeId]);
    only({ systems: [id], taught: true });
    return record;
  });
}

/** Puts a system away, or brings it back. @throws Problem 404 · 422 while visits are planned */
export function archiveSystem(store: Store, id: string, archived: boolean): SystemRecord {
  return store.write((db, only) => {
    const system = readSystem(db, id);
    if (archived && openVisits(db, [id]) > 0)
      throw refused('archived', 'Visits to it are planned or under way: close or cancel them first.');
    db.update(t.system).set({ archived }).where(eq(t.system.id, id)).run();
    only({ systems: [id], taught: true });
    return { ...system, archived };
  });
}

const coilOf = (id: string, systemId: string, input: CoilInput, archived: boolean): CoilRecord => {
  const { id: _id, was, shape, finnedHeightM, rows, finsPerInch, rowDepthM, faces, ...build } = input;
  const geometry: CoilGeometry = { shape, finnedHeightM, rows: rows as CoilGeometry['rows'], finsPerInch, rowDepthM, faces };
  checkGeometry(geometry);
  return { ...build, id, systemId, geometry, archived };
};

/** A system has so many coils of a role and no more, and no two of the same name. */
function fits(db: Db, system: SystemRecord, coil: CoilRecord): void {
  const others = p.coilsOf(db, system.id).filter((other) => !other.archived && other.id !== coil.id && other.role === coil.role);
  const most = MOST_COILS[system.configuration][coil.role];
  if (others.length >= most) {
    const message =
      most === 1
        ? `This system has its ${coil.role} already.`
        : `This kind of system has ${most} of the kind ${ROLE_NAMES[coil.role].toLowerCase()} at most.`;
    throw new Problem(409, 'conflict', message, { role: message });
  }
  if (others.some((other) => other.name.toLowerCase() === coil.name.toLowerCase()))
    throw refused(
      'name',
      coil.name === '' ? 'Name the coil: it has another of its kind beside it.' : 'There is a coil of that name.',
      'conflict',
      409,
    );
}

/** @throws Problem 404 · 409 `id` | `role` | `name` */
export function addCoil(store: Store, systemId: string, input: CoilInput, at: string): CoilRecord {
  return store.write((db, only) =>
    createIdempotent(
      db,
      `coil of ${systemId}`,
      input,
      at,
      (id) => p.findCoil(db, id),
      (id) => {
        const system = readSystem(db, systemId);
        const record = coilOf(id, systemId, input, false);
        fits(db, system, record);
        db.insert(t.coil).values(p.coilToRow(record)).run();
        only({ systems: [systemId], taught: true });
        return record;
      },
    ),
  );
}

const coilShape = ({ geometry, archived, id, systemId, ...build }: CoilRecord): Omit<CoilInput, 'id' | 'was'> => ({
  ...build,
  ...geometry,
  sizeEstimated: build.sizeEstimated ?? false,
});

/** @throws Problem 404 · 409 when somebody changed the same thing meanwhile, or the name is taken · 422 `role` */
export function changeCoil(store: Store, coilId: string, input: CoilInput): CoilRecord {
  return store.write((db, only) => {
    const before = p.findCoil(db, coilId);
    if (!before) throw notFound('coil', coilId);
    if (before.role !== input.role) throw refused('role', 'A coil keeps its role.');
    const { id: _id, was, ...wanted } = input;
    const next = overlaid(coilShape(before), wanted, was as Partial<typeof wanted> | undefined);
    const record = coilOf(coilId, before.systemId, next, before.archived);
    fits(db, readSystem(db, before.systemId), record);
    // A row whose id is written too is looked for in all that points at it, the coils of every visit.
    const { id: _coil, ...row } = p.coilToRow(record);
    db.update(t.coil).set(row).where(eq(t.coil.id, coilId)).run();
    only({ systems: [before.systemId], taught: true });
    return record;
  });
}

/** Puts a coil away, or brings it back: visits that worked on it keep it. @throws Problem 404 · 409 when its place is taken · 422 while a visit to it is planned */
export function archiveCoil(store: Store, coilId: string, archived: boolean): CoilRecord {
  return store.write((db, only) => {
    const coil = p.findCoil(db, coilId);
    if (!coil) throw notFound('coil', coilId);
    if (archived && openVisits(db, [coil.systemId]) > 0)
      throw refused('archived', 'Visits to its system are planned or under way: close or cancel them first.');
    const record = { ...coil, archived };
    if (!archived) fits(db, readSystem(db, coil.systemId), record);
    db.update(t.coil).set({ archived }).where(eq(t.coil.id, coilId)).run();
    only({ systems: [coil.systemId], taught: true });
    return record;
  });
}
