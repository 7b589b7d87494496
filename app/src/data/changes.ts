import { useEffect } from 'react';
import { queryClient } from './client';
import { keys } from './queries';

/**
 * Looks a visit up again as soon as the server says that somebody added to it, so that two phones on one visit see each other at once. Where no
 * such connection can be had, the visit is still looked up every so often.
 */
export function useVisitChanges(visitId: string): void {
  useEffect(() => {
    if (typeof EventSource === 'undefined') return undefined;
    const source = new EventSource(`/api/visits/${encodeURIComponent(visitId)}/changes`);
    const look = () => void queryClient.invalidateQueries({ queryKey: keys.visit(visitId) });
    let ready = false;
    // Ready a second time: the connection was lost, and with it what was said meanwhile.
    const onReady = () => {
      if (ready) look();
      ready = true;
    };
    source.addEventListener('ready', onReady);
    source.addEventListener('changed', look);
    return () => source.close();
  }, [visitId]);
}
