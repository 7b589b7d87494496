import { randomUUID } from 'node:crypto';
import type { CoilInput, CoilRecord, PlaceInput, PlaceRecord, PlaceSummary, SystemInput, SystemRecord } from '@elm-mist/contract';
import { capacityFromModel, checkGeometry, foldVisit, type CoilGeometry } from '@elm-mist/core';
import { eq } from 'drizzle-orm';
import { notFound, Problem } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as q from '../store/records';
import * as t from '../store/schema';

export function placeList(db: Db): PlaceSummary[] {
  const systems = q.systemsOf(db);
  return q.allPlaces(db).map((place) => ({
    place,
    systems: systems
      .filter((system) => system.placeId === place.id)
      .map((system) => {
        const last = q.visitsOfSystem(db, system.id).find((visit) => visit.standing === 'closed');
        const closed = last && foldVisit(last.id, system.configuration, q.eventsOf(db, last.id)).closed;
        return { ...system, lastVisit: last?.day ?? null, nextDue: closed?.value.nextDue ?? null };
      }),
  }));
}

export function addPlace(store: Store, input: PlaceInput): PlaceRecord {
  return store.write((db) => {
    const { customerName, phone, ...rest } = input;
    const customerId = randomUUID();
    const id = randomUUID();
    db.insert(t.customer).values({ id: customerId, name: customerName, phone }).run();
    db.insert(t.place)
      .values({ id, customerId, ...rest })
      .run();
    return { id, customerName, phone, ...rest };
  });
}

/** @throws Problem 422 `placeId` when there is no such place */
export function addSystem(store: Store, input: SystemInput): SystemRecord {
  return store.write((db) => {
    if (!q.findPlace(db, input.placeId))
      throw new Problem(422, 'unknown', 'There is no such place.', { placeId: `There is no place "${input.placeId}".` });
    const record: SystemRecord = { ...input, id: randomUUID(), btuh: input.btuh ?? capacityFromModel(input.model).btuh };
    db.insert(t.system).values(record).run();
    return record;
  });
}

const coilOf = (id: string, systemId: string, input: CoilInput): CoilRecord => {
  const { shape, finnedHeightM, rows, finsPerInch, rowDepthM, faces, ...build } = input;
  const geometry: CoilGeometry = { shape, finnedHeightM, rows: rows as CoilGeometry['rows'], finsPerInch, rowDepthM, faces };
  checkGeometry(geometry);
  return { ...build, id, systemId, geometry };
};

export function addCoil(store: Store, systemId: string, input: CoilInput): CoilRecord {
  return store.write((db) => {
    if (!q.findSystem(db, systemId)) throw notFound('system', systemId);
    if (q.coilsOf(db, systemId).some((coil) => coil.role === input.role)) {
      throw new Problem(409, 'conflict', `This system has its ${input.role} already.`, {
        role: `This system has its ${input.role} already.`,
      });
    }
    const record = coilOf(randomUUID(), systemId, input);
    db.insert(t.coil).values(q.coilToRow(record)).run();
    return record;
  });
}

export function changeCoil(store: Store, coilId: string, input: CoilInput): CoilRecord {
  return store.write((db) => {
    const before = q.findCoil(db, coilId);
    if (!before) throw notFound('coil', coilId);
    if (before.role !== input.role) throw new Problem(422, 'not-allowed', 'A coil keeps its role.', { role: 'A coil keeps its role.' });
    const record = coilOf(coilId, before.systemId, input);
    db.update(t.coil).set(q.coilToRow(record)).where(eq(t.coil.id, coilId)).run();
    return record;
  });
}
