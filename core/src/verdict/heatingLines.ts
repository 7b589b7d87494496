import type { Uncertain } from '../airside';
import { QUANTITIES, type ReadingSet } from '../readings';
import type { EdgeName } from '../units';
import type { ReadTwice } from './plainLines';

/** Figures of a heat pump that heats. */
export const HEATING_IDS = ['airRise', 'watts', 'outdoorAir'] as const;
/** One of `HEATING_IDS`. */
export type HeatingId = (typeof HEATING_IDS)[number];

const HEATING: Record<HeatingId, { name: string; edge: EdgeName; read: (set: ReadingSet) => Uncertain | null }> = {
  airRise: {
    name: 'Air rise',
    edge: 'difference',
    read: ({ supplyDb, returnDb }) =>
      supplyDb && returnDb ? { value: supplyDb.value - returnDb.value, u: Math.hypot(supplyDb.u, returnDb.u) } : null,
  },
  watts: { name: QUANTITIES.watts.name, edge: QUANTITIES.watts.edge, read: ({ watts }) => watts ?? null },
  outdoorAir: { name: 'Outdoor air', edge: QUANTITIES.outdoorIn.edge, read: ({ outdoorIn }) => outdoorIn ?? null },
};

/** One of them before and after. */
interface HeatingLine extends ReadTwice {
  sign: HeatingId;
  verdict: 'explained';
}

/**
 * Figures of heating, before beside after: shown, and judged by none.
 * @param before readings before the wash
 * @param after readings after it
 * @returns a line for each that was read both times
 * @example heatingLines({}, {}) // []
 */
export function heatingLines(before: ReadingSet, after: ReadingSet): HeatingLine[] {
  return HEATING_IDS.flatMap((sign): HeatingLine[] => {
    const { name, edge, read } = HEATING[sign];
    const [was, is] = [read(before), read(after)];
    if (!was || !is) return [];
    const effect = { value: is.value - was.value, u: Math.hypot(is.u, was.u) };
    const why = 'A heating figure: it follows the outdoor air, and is not judged.';
    const plain = ({ value, u }: Uncertain) => ({ value, u });
    return [{ sign, name, edge, before: plain(was), after: plain(is), effect, byAir: 0, verdict: 'explained', why }];
  });
}
