import { tableOf } from '../errors';
import type { QuantityId } from '../readings';
import type { ProbeValues } from './probes';

/** Ways in which a simulated kit is put wrong on purpose, to see what the judgment makes of it. */
export const KIT_WRONG_IDS = ['none', 'air-swapped', 'lines-swapped', 'hoses-swapped', 'clamp-off', 'sock-dry'] as const;
/** One of `KIT_WRONG_IDS`. */
export type KitWrong = (typeof KIT_WRONG_IDS)[number];

interface WrongFacts {
  name: string;
  /** Two probes that are in each other’s place. */
  swapped?: readonly [QuantityId, QuantityId];
  /** A probe that reads off by so much, SI. */
  off?: { probe: QuantityId; by: number };
}

/** What each does. What is usual on a service call; common practice, no source. */
export const KIT_WRONGS: Record<KitWrong, WrongFacts> = tableOf('probe fault', {
  none: { name: 'Nothing wrong' },
  'air-swapped': { name: 'Return and supply swapped', swapped: ['returnDb', 'supplyDb'] },
  'lines-swapped': { name: 'Line clamps swapped', swapped: ['suctionLine', 'liquidLine'] },
  'hoses-swapped': { name: 'Hoses swapped', swapped: ['suctionP', 'liquidP'] },
  'clamp-off': { name: 'Suction clamp half off, reads 9 K warm', off: { probe: 'suctionLine', by: 9 } },
  'sock-dry': { name: 'Return wet bulb dried out, reads 4 K warm', off: { probe: 'returnWb', by: 4 } },
});

/**
 * What probes would show that are put wrong.
 * @param values true ones, SI
 * @param wrong how
 * @returns the same with what is wrong
 * @example putWrong({ returnDb: 25, supplyDb: 14 }, 'air-swapped').returnDb // 14
 */
export function putWrong(values: ProbeValues, wrong: KitWrong): ProbeValues {
  const { swapped, off } = KIT_WRONGS[wrong];
  const next = { ...values };
  if (swapped) {
    const [a, b] = swapped;
    delete next[a];
    delete next[b];
    if (values[b] !== undefined) next[a] = values[b];
    if (values[a] !== undefined) next[b] = values[a];
  }
  const read = off && values[off.probe];
  if (off && read !== undefined) next[off.probe] = read + off.by;
  return next;
}
