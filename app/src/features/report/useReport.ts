import { coilDues, judgementOf, usualWays, visitReport, type Paper, type Report } from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { dayOf, reportWaysQuery, sharedNow, shopCurrency, shopZone, useShop, useVisit } from '@/data';
import { useDonePrice, usePriceBook } from '../price/useVisitPrice';

/** The visit's report as it is told now, and the shop's paper. */
export function useReport(): { report: Report; paper: Paper; dues: { coilId: string; date: string }[]; nextDue: string } {
  const visit = useVisit();
  const shop = useShop();
  const ways = useQuery(reportWaysQuery).data ?? usualWays();
  const price = useDonePrice(usePriceBook());
  const {
    report,
    dues: days,
    nextDue,
  } = useMemo(() => {
    const { state, events, allCoils, detail, findings, house, shelf } = visit;
    const currency = shopCurrency();
    const closedOn = dayOf(state.closed ? state.closed.at : sharedNow());
    const dues = coilDues(state, allCoils, detail.system.configuration, closedOn, detail.place.latitudeDeg);
    const told = state.closed?.value.coils
      ? state.closed.value.coils.map((row) => ({ coilId: row.coilId, date: row.nextDue }))
      : dues.coils.map(({ coilId, due }) => ({ coilId, date: due.date }));
    const soonest = state.closed?.value.nextDue ?? dues.first.date;
    const made = visitReport({
      state,
      events,
      coils: allCoils,
      place: detail.place,
      system: detail.system,
      shop: { name: shop.name, address: shop.address ?? '' },
      zone: shopZone(),
      units: house.units,
      currency,
      ways,
      judgement: judgementOf(state, allCoils, { ...detail.system, altitudeM: detail.place.altitudeM }),
      findings,
      price,
      nameOfCleaner: (id) => shelf.find((row) => row.id === id)?.name ?? '',
      dues: told,
      nextDue: soonest,
    });
    return { report: made, dues: told, nextDue: soonest };
  }, [visit, shop.name, shop.address, ways, price]);
  return { report, paper: ways.paper, dues: days, nextDue };
}
