import type {
  AccountChange,
  AccountInput,
  AccountRecord,
  AgreementInput,
  BackupRecord,
  ClockSetInput,
  CodeRecord,
  CoilInput,
  CoilRecord,
  CustomerDetail,
  CustomerInput,
  DayCrewsInput,
  DayCrewsRecord,
  DayOrderInput,
  DeviceRecord,
  ErasedRecord,
  FeedRecord,
  HouseRulesRecord,
  MeterInput,
  OwnerWordsInput,
  PlaceInput,
  PlaceRecord,
  PriceBookInput,
  PriceBookRecord,
  ReportWaysInput,
  ReportWaysRecord,
  ShopInput,
  ShopRecord,
  StockCount,
  StockRecord,
  SystemInput,
  SystemRecord,
  TariffInput,
  VisitChange,
  VisitRecord,
  VisitSlot,
} from '@elm-mist/contract';
import type { OwnerWords } from '@elm-mist/core/messages';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { request } from './api';
import { keys } from './queries';

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
