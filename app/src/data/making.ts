import {
  type CoilInput,
  type CoilRecord,
  type DayRecord,
  type PlaceInput,
  type PlaceRecord,
  type PlaceSummary,
  type ShopAnswer,
  type SystemDetail,
  type SystemInput,
  type SystemRecord,
  type VisitDetail,
  type VisitInput,
  type VisitRecord,
} from '@elm-mist/contract';
import { capacityFromModel, type CoilGeometry } from '@elm-mist/core/equipment';
import { isOpenFinding } from '@elm-mist/core/run';
import { useMutation } from '@tanstack/react-query';
import { v7 as uuidv7 } from 'uuid';
import { AwayError, request } from './api';
import { queryClient } from './client';
import { isWaiting, postMake } from './outbox';
import { keys } from './queries';
import { shopQuery } from './shop';

/**
 * Has a record made: by the server where it answers, else here, to be sent later under the same id. Whatever rests on something that waits
 * to be made waits with it.
 * @param restsOn ids of what it belongs to
 * @param predicted the record as it will be
 * @param show puts it where screens look for it
 * @throws RefusedError when the server does not take it
 */
export async function made<T>(
  make: { what: string; path: string; body: { id: string } },
  restsOn: readonly string[],
  predicted: () => T,
  show: (record: T) => void,
): Promise<T> {
  const later = () => {
    const record = predicted();
    show(record);
    postMake({ id: make.body.id, ...make });
    return record;
  };
  if (restsOn.some(isWaiting)) return later();
  try {
    const record = await request<T>('POST', make.path, make.body);
    show(record);
    await queryClient.invalidateQueries();
    return record;
  } catch (error) {
    // Away, or the answer was lost: the same request under the same id makes it once.
    if (error instanceof AwayError) return later();
    throw error;
  }
}

const placeOf = (id: string): PlaceRecord | undefined => queryClient.getQueryData<PlaceSummary>(keys.place(id))?.place;
const systemOf = (id: string): SystemDetail | undefined => queryClient.getQueryData<SystemDetail>(keys.system(id));

function showPlace(place: PlaceRecord): void {
  queryClient.setQueryData<PlaceSummary>(keys.place(place.id), (known) => ({ systems: known?.systems ?? [], place }));
}

export const useAddPlace = () =>
  useMutation({
    mutationFn: (input: PlaceInput) => {
      const body = { ...input, id: uuidv7() };
      const shop = queryClient.getQueryData<ShopAnswer>(shopQuery.queryKey);
      return made(
        { what: `the place ${input.name}`, path: '/places', body },
        [],
        (): PlaceRecord => ({
          id: body.id,
          name: input.name,
          address: input.address,
          customerId: input.customerId ?? body.id,
          customerName: input.customerName,
          phone: input.phone,
          latitudeDeg: input.latitudeDeg ?? shop?.latitudeDeg ?? 0,
          longitudeDeg: input.longitudeDeg ?? shop?.longitudeDeg ?? 0,
          altitudeM: input.altitudeM ?? shop?.altitudeM ?? 0,
          positionFrom: input.positionFrom ?? (typeof input.latitudeDeg === 'number' ? 'typed' : 'shop'),
          note: input.note,
          archived: false,
        }),
        showPlace,
      );
    },
  });

function showSystem(system: SystemRecord): void {
  const place = placeOf(system.placeId);
  if (!place) return;
  queryClient.setQueryData<SystemDetail>(keys.system(system.id), (known) => ({
    coils: [],
    history: [],
    upcoming: [],
    findings: [],
    ...known,
    system,
    place,
  }));
  queryClient.setQueryData<PlaceSummary>(keys.place(place.id), (known) =>
    known && !known.systems.some((row) => row.id === system.id)
      ? { ...known, systems: [...known.systems, { ...system, lastVisit: null, nextDue: null, nextDueOf: null }] }
      : known,
  );
}

export const useAddSystem = () =>
  useMutation({
    mutationFn: (input: SystemInput) => {
      const body = { ...input, id: uuidv7() };
      return made(
        { what: `the system ${input.name}`, path: '/systems', body },
        [input.placeId],
        (): SystemRecord => ({
          id: body.id,
          placeId: input.placeId,
          name: input.name,
          configuration: input.configuration,
          model: input.model,
          btuh: input.btuh ?? capacityFromModel(input.model, input.configuration === 'ductless-split').btuh,
          refrigerant: input.refrigerant,
          madeYear: input.madeYear ?? null,
          note: input.note,
          archived: false,
        }),
        showSystem,
      );
    },
  });

function showCoil(coil: CoilRecord): void {
  queryClient.setQueryData<SystemDetail>(keys.system(coil.systemId), (known) =>
    known
      ? { ...known, coils: [...known.coils.filter((row) => row.id !== coil.id), coil].sort((a, b) => (a.role < b.role ? -1 : 1)) }
      : known,
  );
}

export const useAddCoil = () =>
  useMutation({
    mutationFn: ({ systemId, coil }: { systemId: string; coil: CoilInput }) => {
      const body = { ...coil, id: uuidv7() };
      const { shape, finnedHeightM, rows, finsPerInch, rowDepthM, faces, was, ...build } = coil;
      return made(
        { what: 'a coil', path: `/systems/${systemId}/coils`, body },
        [systemId],
        (): CoilRecord => ({
          ...build,
          id: body.id,
          systemId,
          archived: false,
          geometry: { shape, finnedHeightM, rows: rows as CoilGeometry['rows'], finsPerInch, rowDepthM, faces },
        }),
        showCoil,
      );
    },
  });

function showVisit(visit: VisitRecord): void {
  const detail = systemOf(visit.systemId);
  if (!detail) return;
  const { system, place } = detail;
  const coils = detail.coils.filter((coil) => visit.coilIds.includes(coil.id));
  queryClient.setQueryData<VisitDetail>(
    keys.visit(visit.id),
    (known) =>
      known ?? {
        visit,
        system,
        place,
        coils,
        events: [],
        known: {
          day: null,
          surveys: {},
          story: null,
          chemistries: [],
          openFindings: detail.findings.filter(isOpenFinding),
          washesSinceOpened: {},
          air: null,
          taken: {},
          canYieldM2: {},
        },
        weather: { source: 'simulated', hours: queryClient.getQueryData<DayRecord>(keys.day(visit.day))?.weather.hours ?? [] },
      },
  );
  queryClient.setQueryData<DayRecord>(keys.day(visit.day), (known) =>
    known && !known.visits.some((row) => row.visit.id === visit.id)
      ? {
          ...known,
          visits: [
            ...known.visits,
            { visit, system, place, coils, visitStep: 'look' as const, needs: [], fit: null, promised: [], pause: null },
          ].sort((a, b) => a.visit.startMinute - b.visit.startMinute),
        }
      : known,
  );
  queryClient.setQueryData<SystemDetail>(keys.system(system.id), (known) =>
    known && visit.standing === 'planned' && !known.upcoming.some((row) => row.id === visit.id)
      ? { ...known, upcoming: [...known.upcoming, visit] }
      : known,
  );
}

export const useAddVisit = () =>
  useMutation({
    mutationFn: (input: VisitInput) => {
      const body = { ...input, id: uuidv7() };
      const coilIds = input.coilIds ?? systemOf(input.systemId)?.coils.map((coil) => coil.id) ?? [];
      const { systemId, day, startMinute, durationMin, purpose } = input;
      return made(
        { what: `the visit on ${day}`, path: '/visits', body },
        [systemId, ...coilIds],
        (): VisitRecord => ({ id: body.id, systemId, day, startMinute, durationMin, purpose, coilIds, standing: 'planned' }),
        showVisit,
      );
    },
  });
