import { reportOf, usualWays, type MadeReport, type Paper } from '@elm-mist/core/report';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { reportWaysQuery, sharedNow, shopCurrency, shopZone, useShop, useVisit } from '@/data';
import { useShopBook } from '../price/useVisitPrice';

/** The visit's report as it is told now, and the shop's paper. */
export function useReport(): MadeReport & { paper: Paper } {
  const visit = useVisit();
  const shop = useShop();
  const ways = useQuery(reportWaysQuery).data ?? usualWays();
  const book = useShopBook();
  const made = useMemo(() => {
    const { events, allCoils, detail, house, shelf } = visit;
    return reportOf({
      visitId: detail.visit.id,
      events,
      coils: allCoils,
      place: detail.place,
      system: detail.system,
      earlier: detail.known.openFindings,
      graded: detail.known.graded ?? [],
      shop: { name: shop.name, address: shop.address ?? '' },
      zone: shopZone(),
      units: house.units,
      currency: shopCurrency(),
      ways,
      book,
      agreement: detail.agreement ?? null,
      day: detail.visit.day,
      climate: detail.known.climate,
      pace: detail.known.pace,
      longestWait: house.longestWait,
      nameOfCleaner: (id) => shelf.find((row) => row.id === id)?.name ?? '',
      nowMs: sharedNow(),
    });
  }, [visit, shop.name, shop.address, ways, book]);
  return { ...made, paper: ways.paper };
}
