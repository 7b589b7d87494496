import type { KitWrong } from '@elm-mist/core/cycle';
import type { QuantityId, Reading, ReadingWhen } from '@elm-mist/core/readings';
import { useState } from 'react';
import { useProbes, useVisit, type Kit } from '@/data';
import { probesIn, readingsOf, type LiveProbe } from './probes';

/** A kit at this visit, with what it would hold now. */
export interface LiveKit {
  on: boolean;
  state: Kit['state'];
  probes: LiveProbe[];
  /** What would be held. */
  readings: Reading[];
  turn: (on: boolean) => void;
  wrong: KitWrong;
  putWrong: (wrong: KitWrong) => void;
  /** Puts a probe on, or leaves it off. */
  wear: (id: QuantityId) => void;
}

/** What no kit reads by itself: asked by hand. */
const BY_HAND: readonly QuantityId[] = ['returnRh', 'supplyRh', 'volts', 'drainFlow', 'sound'];

/** @param may whether who holds the phone may take a quantity */
export function useKit(when: ReadingWhen, may: (id: QuantityId) => boolean): LiveKit {
  const { detail } = useVisit();
  const [on, turn] = useState(false);
  const [left, setLeft] = useState<readonly QuantityId[]>([]);
  const [wrong, putWrong] = useState<KitWrong>('none');
  const kit = useProbes(detail.visit.id, when, on, wrong);
  const probes = probesIn(kit.runs, (id) => !BY_HAND.includes(id) && may(id), left);
  const wear = (id: QuantityId) => setLeft(left.includes(id) ? left.filter((each) => each !== id) : [...left, id]);
  return { on, state: kit.state, probes, readings: readingsOf(probes, 'simulated'), turn, wrong, putWrong, wear };
}
