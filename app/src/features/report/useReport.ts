import { NotoSansArabic_400Regular } from '@expo-google-fonts/noto-sans-arabic/400Regular';
import { NotoSansHebrew_400Regular } from '@expo-google-fonts/noto-sans-hebrew/400Regular';
import { AtkinsonHyperlegibleNext_400Regular } from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular';
import { AtkinsonHyperlegibleNext_700Bold } from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold';
import { coilDues, judgementOf, usualWays, visitReport, type Paper, type Report } from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { Asset } from 'expo-asset';
import { useMemo } from 'react';
import { dayOf, photoBlob, reportWaysQuery, sharedNow, shopCurrency, shopZone, useShop, useVisit } from '@/data';
import type { FontPlaces } from '@/workers/paperOf';
import type { Press } from '@/workers/paperInWorker';
import { useDonePrice, usePriceBook } from '../price/useVisitPrice';

const address = (font: number): string => new URL(Asset.fromModule(font).uri, window.location.href).href;
const fonts = (): FontPlaces => ({
  latin: address(AtkinsonHyperlegibleNext_400Regular),
  latinBold: address(AtkinsonHyperlegibleNext_700Bold),
  hebrew: address(NotoSansHebrew_400Regular),
  arabic: address(NotoSansArabic_400Regular),
});

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

/** Makes the PDF on this device, with the photos that it can get. */
export async function makePaper(press: Press, report: Report, paper: Paper, tell: (share: number) => void): Promise<Blob> {
  const ids = [...new Set(report.blocks.flatMap((block) => (block.is === 'photos' ? block.photos.map((photo) => photo.photoId) : [])))];
  const pictures = (await Promise.all(ids.map(async (photoId) => ({ photoId, blob: await photoBlob(photoId).catch(() => null) })))).flatMap(
    ({ photoId, blob }) => (blob ? [{ photoId, blob }] : []),
  );
  const bytes = await press.set({ report, paper, pictures, fonts: fonts(), madeAt: sharedNow() }, tell);
  return new Blob([bytes as BlobPart], { type: 'application/pdf' });
}
