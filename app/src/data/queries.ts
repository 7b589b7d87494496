import type {
  ApplicatorInput,
  ApplicatorRecord,
  CleanerDetail,
  CleanerInput,
  CleanerRecord,
  CoilInput,
  CoilRecord,
  DayRecord,
  HouseRulesRecord,
  PlaceInput,
  PlaceRecord,
  PlaceSummary,
  ShelfRecord,
  StockCount,
  StockInput,
  StockRecord,
  SystemDetail,
  SystemInput,
  SystemRecord,
  VisitCostRecord,
  VisitDetail,
  VisitInput,
  VisitSlot,
  VisitRecord,
} from '@elm-mist/contract';
import { DEFAULT_HOUSE_RULES } from '@elm-mist/core';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { request } from './api';

export const keys = {
  day: (day: string) => ['day', day] as const,
  places: ['places'] as const,
  system: (id: string) => ['system', id] as const,
  visit: (id: string) => ['visit', id] as const,
  shelf: ['shelf'] as const,
  cleaner: (id: string) => ['cleaner', id] as const,
  costs: (from: string, to: string) => ['costs', from, to] as const,
  houseRules: ['house-rules'] as const,
};

export const dayQuery = (day: string) =>
  queryOptions({
    queryKey: keys.day(day),
    queryFn: () => request<DayRecord>('GET', `/days/${day}`),
  });
export const placesQuery = queryOptions({ queryKey: keys.places, queryFn: () => request<PlaceSummary[]>('GET', '/places') });
export const systemQuery = (id: string) =>
  queryOptions({ queryKey: keys.system(id), queryFn: () => request<SystemDetail>('GET', `/systems/${encodeURIComponent(id)}`) });
/** Events are only ever added: an answer that set out before the newest were sent must not make them vanish from the screen. */
function keepEvents(before: unknown, fresh: unknown): VisitDetail {
  const now = fresh as VisitDetail;
  const known = new Set(now.events.map((event) => event.id));
  const missing = ((before as VisitDetail | undefined)?.events ?? []).filter((event) => !known.has(event.id));
  return missing.length === 0 ? now : { ...now, events: [...now.events, ...missing] };
}

export const visitQuery = (id: string) =>
  queryOptions({
    queryKey: keys.visit(id),
    queryFn: () => request<VisitDetail>('GET', `/visits/${encodeURIComponent(id)}`),
    structuralSharing: keepEvents,
  });
/** Looked up anew whenever a screen opens: another phone, or this one before a reload, may have changed it. */
export const shelfQuery = queryOptions({
  queryKey: keys.shelf,
  queryFn: () => request<ShelfRecord>('GET', '/shelf'),
  refetchOnMount: 'always',
});
export const cleanerQuery = (id: string) =>
  queryOptions({ queryKey: keys.cleaner(id), queryFn: () => request<CleanerDetail>('GET', `/cleaners/${encodeURIComponent(id)}`) });
export const costsQuery = (from: string, to: string) =>
  queryOptions({ queryKey: keys.costs(from, to), queryFn: () => request<VisitCostRecord[]>('GET', `/costs?from=${from}&to=${to}`) });
export const houseRulesQuery = queryOptions({
  queryKey: keys.houseRules,
  queryFn: () => request<HouseRulesRecord>('GET', '/house-rules'),
  staleTime: 60_000,
});

/** The shop's rules, or the defaults until they are known. */
export const useHouseRules = () => useQuery(houseRulesQuery).data ?? DEFAULT_HOUSE_RULES;

/** A write that makes what was read before stale. */
function useWrite<Input, Output>(write: (input: Input) => Promise<Output>) {
  const client = useQueryClient();
  return useMutation({ mutationFn: write, onSuccess: () => client.invalidateQueries() });
}

export const useAddPlace = () => useWrite((input: PlaceInput) => request<PlaceRecord>('POST', '/places', input));
export const useAddSystem = () => useWrite((input: SystemInput) => request<SystemRecord>('POST', '/systems', input));
export const useAddCoil = () =>
  useWrite(({ systemId, coil }: { systemId: string; coil: CoilInput }) => request<CoilRecord>('POST', `/systems/${systemId}/coils`, coil));
export const useChangeCoil = () =>
  useWrite(({ id, coil }: { id: string; coil: CoilInput }) => request<CoilRecord>('PUT', `/coils/${id}`, coil));
/** Adds a cleaner, or changes the one of that id. */
export const useSaveCleaner = () =>
  useWrite(({ id, cleaner }: { id: string | null; cleaner: CleanerInput }) =>
    id === null ? request<CleanerRecord>('POST', '/cleaners', cleaner) : request<CleanerRecord>('PUT', `/cleaners/${id}`, cleaner),
  );
/** Adds a applicator, or changes the one of that id. */
export const useSaveApplicator = () =>
  useWrite(({ id, applicator }: { id: string | null; applicator: ApplicatorInput }) =>
    id === null
      ? request<ApplicatorRecord>('POST', '/applicators', applicator)
      : request<ApplicatorRecord>('PUT', `/applicators/${id}`, applicator),
  );
export const useAddStock = () =>
  useWrite(({ by, stock }: { by: string; stock: StockInput }) =>
    request<StockRecord[]>('POST', `/stock?by=${encodeURIComponent(by)}`, stock),
  );
export const useCountStock = () =>
  useWrite(({ id, count }: { id: string; count: StockCount }) => request<StockRecord>('PUT', `/stock/${id}`, count));
export const useAddVisit = () => useWrite((input: VisitInput) => request<VisitRecord>('POST', '/visits', input));
export const useMoveVisit = () =>
  useWrite(({ id, slot }: { id: string; slot: VisitSlot }) => request<VisitRecord>('PUT', `/visits/${id}/slot`, slot));
export const useSaveHouseRules = () => useWrite((rules: HouseRulesRecord) => request<HouseRulesRecord>('PUT', '/house-rules', rules));
