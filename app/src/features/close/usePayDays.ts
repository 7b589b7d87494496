import { payDays, type PayDay } from '@elm-mist/core/closing';
import type { CoilDueDate } from '@elm-mist/core/interval';
import { useMemo } from 'react';
import { useVisit } from '@/data';
import { useDonePrice, useShopBook } from '../price/useVisitPrice';
import { useEnergyPrice } from '../shared/energyPrice';
import { useJudgment } from '../readings/useJudgment';

/** When the next wash of each coil costs least: by what the visit comes to, else by the shop's hour and the time on site. */
export function usePayDays(dues: readonly { coilId: string; due: CoilDueDate }[], closedOn: string, minutes: number): PayDay[] {
  const { state, allCoils, detail, house } = useVisit();
  const { system, place } = detail;
  // What a wash costs by the price book, whoever it is charged to.
  const book = useShopBook();
  const done = useDonePrice(book);
  const judged = useJudgment();
  const priced = Number(done?.total ?? 0);
  const visitCost = priced > 0 ? priced : (house.hourlyRate * minutes) / 60;
  const pricePerKwh = useEnergyPrice();
  const { dirt: shop, climate } = detail.known;
  return useMemo(
    () =>
      payDays(state, allCoils, dues, judged, {
        configuration: system.configuration,
        latitudeDeg: place.latitudeDeg,
        btuh: system.btuh,
        closedOn,
        pricePerKwh,
        visitCost,
        shop,
        climate,
      }),
    [state, allCoils, dues, judged, system, place, closedOn, pricePerKwh, visitCost, shop, climate],
  );
}
