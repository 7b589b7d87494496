import type { VisitChanged, VisitDetail } from '@elm-mist/contract';
import { useEffect, useState } from 'react';
import { apiAddress } from '@/device/realm';
import { queryClient } from './client';
import { waitingFor } from './outbox';
import { keys } from './queries';

/**
 * Adds to an open visit what somebody else entered, as soon as the server has it, so that two phones on one visit see each other at once.
 * @returns whether the connection stands; where none can be had, the visit is looked up every so often instead
 */
export function useVisitChanges(visitId: string): boolean {
  const [alive, setAlive] = useState(false);
  useEffect(() => {
    if (typeof EventSource === 'undefined') return undefined;
    const source = new EventSource(apiAddress(`/visits/${encodeURIComponent(visitId)}/changes`));
    const here = () => queryClient.getQueryData<VisitDetail>(keys.visit(visitId));
    const look = () => void queryClient.invalidateQueries({ queryKey: keys.visit(visitId) });
    let ready = false;
    const onReady = ({ data }: MessageEvent<string>) => {
      // A second time, the connection was lost, and with it what was said meanwhile.
      if (ready || here()?.events.length !== Number(data)) look();
      ready = true;
      setAlive(true);
    };
    const onChanged = ({ data }: MessageEvent<string>) => {
      const { from, events, again } = JSON.parse(data) as VisitChanged;
      const detail = here();
      const known = new Set([...(detail?.events ?? []), ...waitingFor(visitId)].map(({ id }) => id));
      // What this phone sent itself it has.
      if (events.length > 0 && events.every(({ id }) => known.has(id))) return;
      if (again || detail?.events.length !== from) look();
      else queryClient.setQueryData<VisitDetail>(keys.visit(visitId), { ...detail, events: [...detail.events, ...events] });
    };
    const onError = () => setAlive(false);
    source.addEventListener('ready', onReady);
    source.addEventListener('changed', onChanged);
    source.addEventListener('error', onError);
    return () => {
      source.close();
      setAlive(false);
    };
  }, [visitId]);
  return alive;
}
