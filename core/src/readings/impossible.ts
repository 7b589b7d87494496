import { QUANTITIES, type QuantityId } from './quantities';
import { inHeating } from './heating';
import type { ReadingSet } from './readingSet';

/** Readings that cannot be true together. They stay as they were taken and are left out of every verdict. */
export interface Impossible {
  quantities: QuantityId[];
  /** What is wrong and what it may come from, a sentence. */
  message: string;
}

interface Rule {
  of: readonly [QuantityId, QuantityId];
  /** True where the two cannot be. */
  is: (a: number, b: number) => boolean;
  message: string;
  /** Only while it cools: a heat pump that heats does just this. */
  cooling?: true;
}

/** A probe may read so much past another by its own error, K. */
const SLACK_K = 0.6;

/** Pairs that cannot be. Physics, or common practice with no source. */
const RULES: readonly Rule[] = [
  {
    of: ['returnWb', 'returnDb'],
    is: (wet, dry) => wet > dry + SLACK_K,
    message: 'Return wet bulb above its dry bulb: probes swapped, or a wick that is dry or warm.',
  },
  {
    of: ['supplyWb', 'supplyDb'],
    is: (wet, dry) => wet > dry + SLACK_K,
    message: 'Supply wet bulb above its dry bulb: probes swapped, or a wick that is dry or warm.',
  },
  {
    of: ['suctionP', 'liquidP'],
    is: (suction, liquid) => suction >= liquid,
    message: 'Suction pressure is not below liquid pressure: hoses swapped, or the compressor does not run.',
  },
  {
    of: ['supplyDb', 'returnDb'],
    is: (supply, back) => supply > back + SLACK_K,
    message: 'Supply air warmer than return air: probes swapped, or it does not cool.',
    cooling: true,
  },
  {
    of: ['dischargeLine', 'liquidLine'],
    is: (discharge, liquid) => discharge < liquid - SLACK_K,
    message: 'Discharge line cooler than the liquid line: clamps swapped.',
    cooling: true,
  },
  {
    of: ['suctionLine', 'liquidLine'],
    is: (suction, liquid) => suction > liquid + SLACK_K,
    message: 'Suction line warmer than the liquid line: clamps swapped, or it does not cool.',
    cooling: true,
  },
  {
    of: ['outdoorLeaving', 'outdoorIn'],
    is: (leaving, inlet) => leaving < inlet - SLACK_K,
    message: 'Air leaves the outdoor coil cooler than it comes in: probes swapped, or it does not run.',
    cooling: true,
  },
];

/**
 * What in a set of readings cannot be true.
 * @param set readings of one side
 * @param heats whether the system is a heat pump
 * @returns each impossibility with the readings it rests on
 * @example impossibleIn({}) // []
 */
export function impossibleIn(set: ReadingSet, heats?: boolean): Impossible[] {
  const heating = inHeating(set, heats);
  const found: Impossible[] = [];
  for (const reading of Object.values(set)) {
    const { name, min, max } = QUANTITIES[reading.quantity];
    if (reading.value < min || reading.value > max)
      found.push({ quantities: [reading.quantity], message: `${name} is beyond what can be: a wrong unit, or a probe that is off.` });
  }
  for (const { of, is, message, cooling } of RULES) {
    if (cooling && heating) continue;
    const [a, b] = [set[of[0]], set[of[1]]];
    if (a && b && is(a.value, b.value)) found.push({ quantities: [...of], message });
  }
  return found;
}

/**
 * The readings of a set that may be judged: what cannot be true is left out.
 * @param set readings of one side
 * @param heats whether the system is a heat pump
 * @returns the same set without them
 * @example judgeable({}) // {}
 */
export function judgeable(set: ReadingSet, heats?: boolean): ReadingSet {
  const out = new Set(impossibleIn(set, heats).flatMap((row) => row.quantities));
  return Object.fromEntries(Object.entries(set).filter(([id]) => !out.has(id as QuantityId)));
}
