import {
  QUANTITIES,
  QUANTITY_IDS,
  steadiness,
  type QuantityId,
  type Reading,
  type ReadingWhen,
  type Sample,
  type Steadiness,
} from '@elm-mist/core';
import { useState } from 'react';
import { useProbes, useVisit, type Kit } from '@/data';

/** One probe of a kit: what it read last, and how it has been. */
export interface LiveProbe {
  id: QuantityId;
  at: Steadiness;
  last: Sample;
  /** Left off by hand. */
  off: boolean;
}

/** A kit at this visit, with what it would hold now. */
export interface LiveKit {
  on: boolean;
  state: Kit['state'];
  probes: LiveProbe[];
  /** What would be held. */
  readings: Reading[];
  turn: (on: boolean) => void;
  /** Puts a probe on, or leaves it off. */
  wear: (id: QuantityId) => void;
}

/** What no kit reads by itself: asked by hand. */
const BY_HAND: readonly QuantityId[] = ['returnRh', 'supplyRh', 'volts', 'drainFlow', 'sound'];
/** Noise that is left of a mean over the steady stretch. */
const MEAN_SHARE = 0.2;

/** @param may whether who holds the phone may take a quantity */
export function useKit(when: ReadingWhen, may: (id: QuantityId) => boolean): LiveKit {
  const { detail } = useVisit();
  const [on, turn] = useState(false);
  const [left, setLeft] = useState<readonly QuantityId[]>([]);
  const kit = useProbes(detail.visit.id, when, on);
  const probes = QUANTITY_IDS.filter((id) => !BY_HAND.includes(id) && may(id)).flatMap((id): LiveProbe[] => {
    const run = kit.runs[id] ?? [];
    const at = steadiness(id, run);
    const last = run.at(-1);
    return at && last ? [{ id, at, last, off: left.includes(id) }] : [];
  });
  const readings = probes
    .filter((probe) => !probe.off && probe.at.why !== 'frozen')
    .map(({ id, at, last }): Reading => ({
      quantity: id,
      value: at.steady ? at.mean : last.value,
      u: Math.hypot(QUANTITIES[id].instrument, QUANTITIES[id].noise * (at.steady ? MEAN_SHARE : 1)),
      how: 'simulated',
      steady: at.steady,
    }));
  const wear = (id: QuantityId) => setLeft(left.includes(id) ? left.filter((each) => each !== id) : [...left, id]);
  return { on, state: kit.state, probes, readings, turn, wear };
}
