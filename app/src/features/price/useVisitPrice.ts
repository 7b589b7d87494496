import type { CoilRecord } from '@elm-mist/contract';
import { agreedBook, coveredBy } from '@elm-mist/core/agreement';
import type { CoilPlan } from '@elm-mist/core/method';
import {
  currencyDigits,
  visitPrice,
  waysToOpen,
  type PriceBook,
  type PriceId,
  type VisitPrice,
  type WayToOpen,
} from '@elm-mist/core/price';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { priceBookQuery, shopCurrency, useVisit } from '@/data';
import { draftPlan } from '../plan/draftPlans';

/** The shop's price book; null until it is known. */
export const useShopBook = (): PriceBook | null => useQuery(priceBookQuery).data ?? null;

/** Whether the price book is here, or will not come now: what stands below the prices is drawn after them and is not pushed away by them. */
export const useBookAsked = (): boolean => {
  const { data, fetchStatus, failureCount } = useQuery(priceBookQuery);
  return data !== undefined || fetchStatus !== 'fetching' || failureCount > 0;
};

/** What an agreement with the owner includes in this visit; null where it is of none. */
export function useCovered(): { includes: PriceId[]; visit: number; of: number } | null {
  const { detail } = useVisit();
  const { agreement, visit, known } = detail;
  return useMemo(
    () =>
      coveredBy(
        agreement ?? null,
        (known.graded ?? []).map((row) => row.day),
        visit.day,
      ),
    [agreement, known.graded, visit.day],
  );
}

/** The price book as it holds for this visit: what an agreement includes costs nothing more. Null until it is known. */
export function usePriceBook(): PriceBook | null {
  const book = useShopBook();
  const covered = useCovered();
  return useMemo(() => book && agreedBook(book, covered?.includes ?? []), [book, covered]);
}

/** A coil with the plan it is priced by. */
export interface PricedJob {
  coil: CoilRecord;
  plan: CoilPlan;
}

/** Each coil in hand with the plan that is followed, else with what the facts give now. */
export function useJobs(): PricedJob[] {
  const visit = useVisit();
  return useMemo(
    () =>
      visit.coils.flatMap((coil) => {
        const plan = visit.state.plans[coil.id]?.value ?? draftPlan(visit, coil).plan;
        return plan ? [{ coil, plan }] : [];
      }),
    [visit],
  );
}

/** Ways to open the whole visit, priced; none before the book is known. */
export function useWays(jobs: readonly PricedJob[]): WayToOpen[] {
  const book = usePriceBook();
  return useMemo(() => (book ? waysToOpen(jobs, book, currencyDigits(shopCurrency())) : []), [jobs, book]);
}

/** What the visit comes to by what was done: on Close and on the report alike. Null before the book is known, or where nothing was done. */
export function useDonePrice(book: PriceBook | null): VisitPrice | null {
  const { state, allCoils, findings } = useVisit();
  const jobs = useJobs();
  return useMemo(
    () => (book ? visitPrice({ state, coils: allCoils, jobs, findings }, book, currencyDigits(shopCurrency())) : null),
    [state, allCoils, jobs, findings, book],
  );
}
