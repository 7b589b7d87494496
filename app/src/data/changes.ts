import type { VisitDetail } from '@elm-mist/contract';
import { useEffect } from 'react';
import { queryClient } from './client';
import { waitingFor } from './outbox';
import { keys } from './queries';
import { apiAddress } from '@/device/realm';

/**
 * Looks a visit up again as soon as the server says that somebody added to it, so that two phones on one visit see each other at once. Where no
 * such connection can be had, the visit is still looked up every so often.
 */
export function useVisitChanges(visitId: string): void {
  useEffect(() => {
    if (typeof EventSource === 'undefined') return undefined;
    const source = new EventSource(apiAddress(`/visits/${encodeURIComponent(visitId)}/changes`));
    const look = () => void queryClient.invalidateQueries({ queryKey: keys.visit(visitId) });
    let ready = false;
    // Ready a second time: the connection was lost, and with it what was said meanwhile.
    const onReady = () => {
      if (ready) look();
      ready = true;
    };
    // What this phone sent itself it need not look up.
    const onChanged = (event: MessageEvent<string>) => {
      const known = new Set(
        [...(queryClient.getQueryData<VisitDetail>(keys.visit(visitId))?.events ?? []), ...waitingFor(visitId)].map((row) => row.id),
      );
      if (event.data.split(' ').some((id) => !known.has(id))) look();
    };
    source.addEventListener('ready', onReady);
    source.addEventListener('changed', onChanged);
    return () => source.close();
  }, [visitId]);
}
