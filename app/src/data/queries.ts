import type {
  AccountChange,
  AccountInput,
  AccountRecord,
  AgreementInput,
  BackupRecord,
  CleanerDetail,
  CodeRecord,
  ClockSetInput,
  CoilInput,
  CoilRecord,
  CustomerDetail,
  CustomerInput,
  CustomerRecord,
  DayCrewsInput,
  DayCrewsRecord,
  DayOrderInput,
  DayRecord,
  DeviceRecord,
  DueAsked,
  DueRecord,
  ErasedRecord,
  FeedRecord,
  HouseRulesRecord,
  LineRecord,
  MadeUpFile,
  MeterAnswer,
  NoticeRecord,
  MeterInput,
  OpenRecord,
  OwnerWordsInput,
  PlaceInput,
  PlacePage,
  PlaceRecord,
  PlaceSummary,
  PriceBookInput,
  PriceBookRecord,
  ReportWaysInput,
  ReportWaysRecord,
  ShelfRecord,
  ShopInput,
  ShopRecord,
  ShopSavedRecord,
  ShopYear,
  StockCount,
  StockRecord,
  SystemDetail,
  SystemInput,
  SystemRecord,
  TariffInput,
  VisitCostRecord,
  VisitChange,
  VisitDetail,
  VisitRecord,
  VisitSlot,
  UpkeepRecord,
  WeekRecord,
} from '@elm-mist/contract';
import type { OwnerWords } from '@elm-mist/core/messages';
import { DEFAULT_HOUSE_RULES } from '@elm-mist/core/method';
import type { SystemRecordFile } from '@elm-mist/core/record';
import { infiniteQueryOptions, keepPreviousData, queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
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

/** A write that makes what was read before stale. */
function useWrite<Input, Output>(write: (input: Input) => Promise<Output>) {
  const client = useQueryClient();
  return useMutation({ mutationFn: write, onSuccess: () => client.invalidateQueries() });
}

export const useChangePlace = () =>
  useWrite(({ id, place }: { id: string; place: PlaceInput }) => request<PlaceRecord>('PUT', `/places/${encodeURIComponent(id)}`, place));
export const useChangeCustomer = () =>
  useWrite(({ id, customer }: { id: string; customer: CustomerInput }) =>
    request<CustomerDetail>('PUT', `/customers/${encodeURIComponent(id)}`, customer),
  );
export const useChangeSystem = () =>
  useWrite(({ id, system }: { id: string; system: SystemInput }) =>
    request<SystemRecord>('PUT', `/systems/${encodeURIComponent(id)}`, system),
  );
/** Puts a record away, or brings it back. */
export const useArchive = () =>
  useWrite(({ of, id, archived }: { of: 'places' | 'systems' | 'coils'; id: string; archived: boolean }) =>
    request<unknown>('PUT', `/${of}/${encodeURIComponent(id)}/archived`, { archived }),
  );
/** Takes one of two of the same into the other. */
export const useMerge = () =>
  useWrite(({ of, id, intoId }: { of: 'places' | 'customers'; id: string; intoId: string }) =>
    request<unknown>('POST', `/${of}/${encodeURIComponent(id)}/merge`, { intoId }),
  );
export const useChangeVisit = () =>
  useWrite(({ id, change }: { id: string; change: VisitChange }) =>
    request<VisitRecord>('PUT', `/visits/${encodeURIComponent(id)}`, change),
  );
export const useSaveCrews = () =>
  useWrite(({ day, said }: { day: string; said: DayCrewsInput }) => request<DayCrewsRecord>('PUT', `/days/${day}/crews`, said));
export const useSaveOrder = () =>
  useWrite(({ day, order }: { day: string; order: DayOrderInput }) => request<VisitRecord[]>('PUT', `/days/${day}/order`, order));
export const useSaveShop = () => useWrite((shop: ShopInput) => request<ShopRecord>('PUT', '/shop', shop));
export const useOpenShop = () => useWrite((which: 'demo' | 'own') => request<unknown>('PUT', '/shop/open', { which }));
export const useChangeCoil = () =>
  useWrite(({ id, coil }: { id: string; coil: CoilInput }) => request<CoilRecord>('PUT', `/coils/${id}`, coil));
export const useCountStock = () =>
  useWrite(({ id, count }: { id: string; count: StockCount }) => request<StockRecord>('PUT', `/stock/${id}`, count));
export const useSavePriceBook = () => useWrite((book: PriceBookInput) => request<PriceBookRecord>('PUT', '/price-book', book));
export const useSaveReportWays = () => useWrite((ways: ReportWaysInput) => request<ReportWaysRecord>('PUT', '/report-ways', ways));
export const useKeepMeter = () =>
  useWrite(({ placeId, meter }: { placeId: string; meter: MeterInput }) =>
    request<{ rows: number }>('PUT', `/places/${encodeURIComponent(placeId)}/meter`, meter),
  );
/** Moves a visit to another day or hour. */
export const useMoveSlot = () =>
  useWrite(({ id, slot }: { id: string; slot: VisitSlot }) => request<VisitRecord>('PUT', `/visits/${encodeURIComponent(id)}/slot`, slot));
export const useSaveTariff = () => useWrite((tariff: TariffInput) => request<TariffInput>('PUT', '/tariff', tariff));
export const useMoveFeed = () => useWrite((wanted: boolean) => request<FeedRecord>('PUT', '/feed', { wanted }));
export const useAddPerson = () => useWrite((person: AccountInput) => request<CodeRecord>('POST', '/people', person));
export const useChangePerson = () =>
  useWrite(({ id, change }: { id: string; change: AccountChange }) => request<AccountRecord>('PUT', `/people/${id}`, change));
export const useRenewCode = () => useWrite((id: string) => request<CodeRecord>('POST', `/people/${id}/code`, {}));
export const useSignOutDevice = () => useWrite((id: string) => request<DeviceRecord[]>('POST', `/devices/${id}/sign-out`, {}));
/** Erases a customer by their name. */
export const useErase = () =>
  useWrite(({ id, name }: { id: string; name: string }) =>
    request<ErasedRecord>('POST', `/customers/${encodeURIComponent(id)}/erase`, { name }),
  );
export const useBackUp = () => useMutation({ mutationFn: () => request<BackupRecord>('POST', '/backups', {}) });
/** Sets a clock of a system between visits. */
export const useSetClock = () =>
  useWrite(({ systemId, ...clock }: ClockSetInput & { systemId: string }) =>
    request<unknown>('PUT', `/systems/${encodeURIComponent(systemId)}/clock`, clock),
  );
/** Says what was agreed with the owner of a system. */
export const useSetAgreement = () =>
  useWrite(({ systemId, agreement }: AgreementInput & { systemId: string }) =>
    request<AgreementInput>('PUT', `/systems/${encodeURIComponent(systemId)}/agreement`, { agreement }),
  );
export const useSaveOwnerWords = () => useWrite((words: OwnerWordsInput) => request<OwnerWords>('PUT', '/owner-words', words));
/** Writes the rules; what was not touched stays as somebody else left it meanwhile. */
export function useSaveHouseRules() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (rules: HouseRulesRecord) =>
      request<HouseRulesRecord>('PUT', '/house-rules', { ...rules, was: client.getQueryData(keys.houseRules) }),
    onSuccess: () => client.invalidateQueries(),
    // They are shown as they are now; that it failed is said at once, and does not wait for a server that is away.
    onError: () => void client.invalidateQueries(),
  });
}
