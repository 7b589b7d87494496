import { marginalPrice, type Tariff } from '@elm-mist/core/tariff';
import { useQuery } from '@tanstack/react-query';
import { money, tariffQuery, useHouseRules, useShop } from '@/data';

/** What energy costs: the tariff, else the one price of the shop's numbers; null where neither is known. */
export function useTariff(): Tariff | null {
  const { energyPricePerKwh } = useHouseRules();
  const kept = useQuery(tariffQuery).data?.tariff ?? null;
  return kept ?? (energyPricePerKwh > 0 ? { kind: 'flat', price: energyPricePerKwh } : null);
}

/** What a kWh more or less costs in a usual summer month; 0 where nobody said. */
export function useEnergyPrice(): number {
  const tariff = useTariff();
  const { latitudeDeg } = useShop();
  return tariff ? marginalPrice(tariff, latitudeDeg ?? 0) : 0;
}

export const energyMoney = (kWh: number, price: number): string => money(kWh * price);
