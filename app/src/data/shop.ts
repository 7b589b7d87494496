import type { ShopAnswer, ShopRecord } from '@elm-mist/contract';
import { isZone, zoneAheadMin } from '@elm-mist/core/clock';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { readJson, writeDevice } from '@/device/memory';
import { request } from './api';
import { sharedNow } from './sharedClock';

const KEPT = 'shop.clock';

/** This device's own time zone. */
export const deviceZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** What of the shop every clock and price on this device goes by; kept, so that it is known before the shop is. */
interface ShopWays {
  zone: string;
  currency: string;
}

let ways: ShopWays | null = null;

function current(): ShopWays {
  if (!ways) {
    const kept = readJson<ShopWays>(KEPT);
    ways = kept && isZone(kept.zone) ? kept : { zone: deviceZone(), currency: 'USD' };
  }
  return ways;
}

/** The zone that decides what "today" and "7:00 am" are: the shop's, on every phone alike. */
export const shopZone = (): string => current().zone;

/** Takes over what the shop says. */
export function learnShop({ zone, currency }: ShopWays): void {
  if (!isZone(zone) || (zone === current().zone && currency === current().currency)) return;
  ways = { zone, currency };
  writeDevice(KEPT, JSON.stringify(ways));
}

/** How far the shop's wall clocks are ahead of this phone's, min; 0 where they agree. */
export const shopAheadMin = (): number => zoneAheadMin(shopZone(), deviceZone(), sharedNow());

/** Money as the shop counts it. */
export const money = (amount: number): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency: current().currency, currencyDisplay: 'narrowSymbol' }).format(amount);

/** The shop's currency, ISO 4217. */
export const shopCurrency = (): string => current().currency;

/** The sign of the shop's money. */
export const moneySign = (): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency: current().currency, currencyDisplay: 'narrowSymbol' })
    .formatToParts(0)
    .find((part) => part.type === 'currency')?.value ?? current().currency;

export const shopQuery = queryOptions({
  queryKey: ['shop'] as const,
  queryFn: async () => {
    const shop = await request<ShopAnswer>('GET', '/shop');
    learnShop(shop);
    return shop;
  },
  staleTime: 60_000,
});

const NOBODY: Pick<ShopRecord, 'name' | 'crew'> = { name: '', crew: [] };

/** The shop, or as much as is known before it is. */
export function useShop(): Pick<ShopRecord, 'name' | 'crew'> & Partial<ShopAnswer> {
  const { data } = useQuery(shopQuery);
  // Also where it comes from what this device kept, and from no answer.
  if (data) learnShop(data);
  return data ?? NOBODY;
}

/** Names of those who work for the shop now. */
export const crewNames = (shop: Pick<ShopRecord, 'crew'>): string[] =>
  shop.crew.filter((member) => !member.archived).map((member) => member.name);
