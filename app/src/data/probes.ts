import type { ProbeBacklog, ProbeSample } from '@elm-mist/contract';
import type { KitWrong } from '@elm-mist/core/cycle';
import type { QuantityId, ReadingWhen, Sample } from '@elm-mist/core/readings';
import { useEffect, useState } from 'react';
import { apiAddress } from '@/device/realm';

/** How a kit of probes stands: off until it is asked for. */
export interface Kit {
  state: 'off' | 'connecting' | 'live' | 'lost';
  /** What each probe read over its last minutes, oldest first. */
  runs: Partial<Record<QuantityId, Sample[]>>;
}

/** What is kept of each probe, ms: more than steadiness looks at. */
const KEPT_MS = 300_000;
const OFF: Kit = { state: 'off', runs: {} };

function joined(runs: Kit['runs'], samples: readonly ProbeSample[]): Kit['runs'] {
  const next = { ...runs };
  const last = samples.at(-1)?.atMs ?? 0;
  for (const { atMs, values } of samples)
    for (const [id, value] of Object.entries(values) as [QuantityId, number | null][])
      if (value !== null) next[id] = [...(next[id] ?? []), { atMs, value }];
  for (const id of Object.keys(next) as QuantityId[]) next[id] = next[id]?.filter((sample) => sample.atMs > last - KEPT_MS) ?? [];
  return next;
}

/**
 * The simulated kit at a visit, once a second by server-sent events. Lost, it is connected again by the browser and tells what it kept.
 * @param on whether it is listened to
 * @param wrong how it is put wrong on purpose
 */
export function useProbes(visitId: string, when: ReadingWhen, on: boolean, wrong: KitWrong = 'none'): Kit {
  const [kit, setKit] = useState<Kit>(OFF);
  useEffect(() => {
    if (!on || typeof EventSource === 'undefined') return undefined;
    setKit({ state: 'connecting', runs: {} });
    const source = new EventSource(apiAddress(`/visits/${encodeURIComponent(visitId)}/probes?when=${when}&wrong=${wrong}`));
    source.addEventListener('backlog', (event: MessageEvent<string>) => {
      const { samples } = JSON.parse(event.data) as ProbeBacklog;
      setKit({ state: 'live', runs: joined({}, samples) });
    });
    source.addEventListener('sample', (event: MessageEvent<string>) => {
      const sample = JSON.parse(event.data) as ProbeSample;
      setKit((was) => ({ state: 'live', runs: joined(was.runs, [sample]) }));
    });
    source.onerror = () => setKit((was) => ({ ...was, state: 'lost' }));
    return () => source.close();
  }, [visitId, when, on, wrong]);
  return on ? kit : OFF;
}
