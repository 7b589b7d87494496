import type {
  AccountRecord,
  CleanerDetail,
  CustomerDetail,
  CustomerRecord,
  DayCrewsRecord,
  DayRecord,
  DeviceRecord,
  DueAsked,
  DueRecord,
  FeedRecord,
  HouseRulesRecord,
  LineRecord,
  MadeUpFile,
  MeterAnswer,
  NoticeRecord,
  OpenRecord,
  PlacePage,
  PlaceSummary,
  PriceBookRecord,
  ReportWaysRecord,
  ShelfRecord,
  ShopSavedRecord,
  ShopYear,
  SystemDetail,
  TariffInput,
  UpkeepRecord,
  VisitCostRecord,
  VisitDetail,
  WeekRecord,
} from '@elm-mist/contract';
import type { OwnerWords } from '@elm-mist/core/messages';
import { DEFAULT_HOUSE_RULES } from '@elm-mist/core/method';
import type { SystemRecordFile } from '@elm-mist/core/record';
import { infiniteQueryOptions, keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query';
import { request } from './api';

export const keys = {
  day: (day: string) => ['day', day] as const,
  places: (words: string, archived = false) => ['places', words, archived] as const,
  place: (id: string) => ['place', id] as const,
  customer: (id: string) => ['customer', id] as const,
  customers: (words: string) => ['customers', words] as const,
  system: (id: string) => ['system', id] as const,
  visit: (id: string) => ['visit', id] as const,
  shelf: ['shelf'] as const,
  cleaner: (id: string) => ['cleaner', id] as const,
  open: ['open'] as const,
  costs: (from: string, to: string) => ['costs', from, to] as const,
  houseRules: ['house-rules'] as const,
  priceBook: ['price-book'] as const,
  reportWays: ['report-ways'] as const,
};

export const dayQuery = (day: string) =>
  queryOptions({
    queryKey: keys.day(day),
    queryFn: () => request<DayRecord>('GET', `/days/${day}`),
  });
/** Who works on a day, and how far its roads are. */
export const dayCrewsQuery = (day: string) =>
  queryOptions({ queryKey: ['crews', day], queryFn: () => request<DayCrewsRecord>('GET', `/days/${day}/crews`) });
/** Places by name, a page at a time. @param words part of a name, street, customer, phone or model */
export const placesQuery = (words: string, archived = false) =>
  infiniteQueryOptions({
    queryKey: keys.places(words, archived),
    queryFn: ({ pageParam }) =>
      request<PlacePage>(
        'GET',
        `/places?${new URLSearchParams({ q: words, ...(archived ? { archived: 'yes' } : {}), ...(pageParam ? { after: pageParam } : {}) }).toString()}`,
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });
export const placeQuery = (id: string) =>
  queryOptions({ queryKey: keys.place(id), queryFn: () => request<PlaceSummary>('GET', `/places/${encodeURIComponent(id)}`) });
export const customersQuery = (words: string) =>
  queryOptions({
    queryKey: keys.customers(words),
    queryFn: () => request<CustomerRecord[]>('GET', `/customers?q=${encodeURIComponent(words)}`),
  });
export const customerQuery = (id: string) =>
  queryOptions({ queryKey: keys.customer(id), queryFn: () => request<CustomerDetail>('GET', `/customers/${encodeURIComponent(id)}`) });
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
/** Looked up again whenever a screen opens: another phone, or this one before a reload, may have changed it. */
export const shelfQuery = queryOptions({
  queryKey: keys.shelf,
  queryFn: () => request<ShelfRecord>('GET', '/shelf'),
  refetchOnMount: 'always',
});
export const cleanerQuery = (id: string) =>
  queryOptions({ queryKey: keys.cleaner(id), queryFn: () => request<CleanerDetail>('GET', `/cleaners/${encodeURIComponent(id)}`) });
/** What is still to come of in the shop. */
export const openQuery = queryOptions({
  queryKey: keys.open,
  queryFn: () => request<OpenRecord>('GET', '/open'),
  refetchOnMount: 'always',
});
/** What is due up to a day, a page at a time. */
export const dueQuery = ({ until, kinds, coils, shelf, words, order, unplanned }: DueAsked) =>
  infiniteQueryOptions({
    queryKey: ['due', until, kinds.join(), coils, shelf, words, order, unplanned],
    queryFn: ({ pageParam }) =>
      request<DueRecord>(
        'GET',
        `/due?${new URLSearchParams({
          until,
          kinds: kinds.join(),
          coils,
          order,
          ...(words.trim() ? { q: words.trim() } : {}),
          ...(shelf ? { shelf: 'yes' } : {}),
          ...(unplanned ? { planned: 'no' } : {}),
          ...(pageParam ? { after: pageParam } : {}),
        }).toString()}`,
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });
/** Seven days from one on. */
export const weekQuery = (from: string) =>
  queryOptions({ queryKey: ['week', from], queryFn: () => request<WeekRecord>('GET', `/weeks/${from}`), refetchOnMount: 'always' });
/** What energy costs. */
export const tariffQuery = queryOptions({ queryKey: ['tariff'], queryFn: () => request<TariffInput>('GET', '/tariff'), staleTime: 60_000 });
/** What is known of the year where the shop works. */
export const shopYearQuery = queryOptions({
  queryKey: ['shop-year'],
  queryFn: () => request<ShopYear>('GET', '/shop/year'),
  refetchOnMount: 'always',
});
/** What the shop's washes were measured to save. */
export const savedQuery = queryOptions({
  queryKey: ['saved'],
  queryFn: () => request<ShopSavedRecord>('GET', '/saved'),
  refetchOnMount: 'always',
  // Meters are reckoned behind whoever asks.
  refetchInterval: ({ state }) => (state.data?.meters.behind ? 1000 : false),
});
/** Where a calendar program finds the shop's visits. */
export const feedQuery = queryOptions({
  queryKey: ['feed'],
  queryFn: () => request<FeedRecord>('GET', '/feed'),
  refetchOnMount: 'always',
});
/** Who may sign in, and on which devices. */
export const peopleQuery = queryOptions({
  queryKey: ['people'],
  queryFn: () => request<AccountRecord[]>('GET', '/people'),
  refetchOnMount: 'always',
});
/** Where whoever asks is signed in. */
export const devicesQuery = queryOptions({
  queryKey: ['devices'],
  queryFn: () => request<DeviceRecord[]>('GET', '/me/devices'),
  refetchOnMount: 'always',
});
/** The last changes of how one signs in. */
export const noticesQuery = queryOptions({
  queryKey: ['notices'],
  queryFn: () => request<NoticeRecord[]>('GET', '/me/notices'),
  refetchOnMount: 'always',
});
/** How the server and its folder are; looked at again while a backup is made. */
export const upkeepQuery = queryOptions({
  queryKey: ['upkeep'],
  queryFn: () => request<UpkeepRecord>('GET', '/upkeep'),
  refetchOnMount: 'always',
  refetchInterval: ({ state }) => (state.data?.backups.making ? 2000 : 30_000),
});
/** Until so long after the press a file may not be in the line yet, ms. */
const LINE_SEEN_MS = 3000;
/** Where this person's large files stand in the server's line, asked each second from `sinceMs` until none is left. */
export const lineQuery = (sinceMs: number | null) =>
  queryOptions({
    queryKey: ['line', sinceMs],
    queryFn: () => request<LineRecord>('GET', '/line'),
    enabled: sinceMs !== null,
    gcTime: 0,
    retry: false,
    refetchInterval: ({ state: { data, dataUpdatedAt, status } }) =>
      status === 'error' || (data?.files === 0 && dataUpdatedAt - (sinceMs ?? 0) > LINE_SEEN_MS) ? false : 1000,
  });
export const costsQuery = (from: string, to: string) =>
  queryOptions({ queryKey: keys.costs(from, to), queryFn: () => request<VisitCostRecord[]>('GET', `/costs?from=${from}&to=${to}`) });
export const houseRulesQuery = queryOptions({
  queryKey: keys.houseRules,
  queryFn: () => request<HouseRulesRecord>('GET', '/house-rules'),
  staleTime: 60_000,
});

/** What the shop charges. */
export const priceBookQuery = queryOptions({
  queryKey: keys.priceBook,
  queryFn: () => request<PriceBookRecord>('GET', '/price-book'),
  refetchOnMount: 'always',
});

/** All washes, readings and products of a system, sealed; made again whenever it is asked for. */
export const recordQuery = (systemId: string) =>
  queryOptions({
    queryKey: ['record', systemId],
    queryFn: () => request<SystemRecordFile>('GET', `/systems/${encodeURIComponent(systemId)}/record`),
    refetchOnMount: 'always',
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  });
/** How the shop hands its reports over. */
export const reportWaysQuery = queryOptions({
  queryKey: keys.reportWays,
  queryFn: () => request<ReportWaysRecord>('GET', '/report-ways'),
  refetchOnMount: 'always',
});

/** The shop's rules, or the defaults until they are known. */
/** A place's meter, the air of its days and its washes. */
export const meterQuery = (placeId: string) =>
  queryOptions({
    queryKey: ['meter', placeId],
    queryFn: () => request<MeterAnswer>('GET', `/places/${encodeURIComponent(placeId)}/meter`),
  });
/** A made-up meter file about a wash of a place, in the demo alone. @throws RefusedError | AwayError */
export async function madeUpMeter(placeId: string): Promise<File> {
  const { name, csv } = await request<MadeUpFile>('GET', `/places/${encodeURIComponent(placeId)}/meter/made-up`);
  return new File([csv], name, { type: 'text/csv' });
}
/** What the shop writes to owners. */
export const ownerWordsQuery = queryOptions({
  queryKey: ['owner-words'],
  queryFn: () => request<OwnerWords>('GET', '/owner-words'),
  staleTime: 60_000,
});
export const useHouseRules = () => useQuery(houseRulesQuery).data ?? DEFAULT_HOUSE_RULES;
