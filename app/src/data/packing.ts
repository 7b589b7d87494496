import type { DayRecord, VisitRecord } from '@elm-mist/contract';
import { dayLater } from '@elm-mist/core/clock';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { queryClient } from './client';
import {
  dayQuery,
  houseRulesQuery,
  keys,
  placesQuery,
  priceBookQuery,
  reportWaysQuery,
  shelfQuery,
  systemQuery,
  visitQuery,
} from './queries';
import { shopQuery } from './shop';

/** What was read so long ago is read again when the day is packed, ms. */
const FRESH_MS = 120_000;

const isPacked = ({ id, systemId }: VisitRecord): boolean =>
  queryClient.getQueryData(keys.visit(id)) !== undefined && queryClient.getQueryData(keys.system(systemId)) !== undefined;

/** How many of a day's visits open on this device with no signal. */
const packedOf = (visits: readonly VisitRecord[]): number => visits.filter(isPacked).length;

/** Fetches and keeps all that a day's visits need, one after another, and says after each how far it is. */
async function pack(day: DayRecord, tell: () => void): Promise<void> {
  const fresh = { staleTime: FRESH_MS, retry: false } as const;
  await Promise.allSettled([
    queryClient.prefetchQuery({ ...shelfQuery, ...fresh }),
    queryClient.prefetchQuery({ ...houseRulesQuery, ...fresh }),
    queryClient.prefetchQuery({ ...priceBookQuery, ...fresh }),
    queryClient.prefetchQuery({ ...reportWaysQuery, ...fresh }),
    queryClient.prefetchQuery({ ...shopQuery, ...fresh }),
    queryClient.prefetchInfiniteQuery({ ...placesQuery(''), ...fresh }),
  ]);
  for (const { visit } of day.visits) {
    await queryClient.prefetchQuery({ ...visitQuery(visit.id), ...fresh });
    await queryClient.prefetchQuery({ ...systemQuery(visit.systemId), ...fresh });
    tell();
  }
}

/**
 * Packs a day while the program is open and the server answers, and the day after it behind it, so that every visit of it opens on the way.
 * @returns how many of its visits are on this device, of how many; null before the day is known
 */
export function usePacking(day: string): { packed: number; of: number } | null {
  const { data, dataUpdatedAt, isError } = useQuery(dayQuery(day));
  const [, again] = useState(0);
  useEffect(() => {
    if (!data || isError) return undefined;
    let open = true;
    void (async () => {
      await pack(data, () => open && again((n) => n + 1));
      if (!open) return;
      const next = await queryClient.fetchQuery({ ...dayQuery(dayLater(day, 1)), staleTime: FRESH_MS, retry: false }).catch(() => null);
      if (next && open) await pack(next, () => undefined);
    })();
    return () => {
      open = false;
    };
    // Once for each time that the day was read.
  }, [day, data, dataUpdatedAt, isError]);
  return data ? { packed: packedOf(data.visits.map((row) => row.visit)), of: data.visits.length } : null;
}
