import type { Uncertain } from '../airside';
import { isBeyondDoubt } from '../airside/uncertain';
import { QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import type { EdgeName } from '../units';

/** Readings that no model tells: each against itself, the same spot and the same instrument both times. */
export const PLAIN_IDS = ['drainFlow', 'sound', 'fanA'] as const satisfies readonly QuantityId[];
/** One of `PLAIN_IDS`. */
export type PlainId = (typeof PLAIN_IDS)[number];

interface PlainRow {
  better: 1 | -1;
  /** It hangs on the air, so that it says something in the same air alone. */
  sameAir: boolean;
  good: string;
  bad: string;
}

/** What more or less of each says. Common practice, no source; that an axial fan draws more against resistance is from fan curves, from memory. */
const PLAIN: Record<PlainId, PlainRow> = {
  drainFlow: {
    better: 1,
    sameAir: false,
    good: 'The drain takes more than before.',
    bad: 'The drain takes less than before: what came off the coil may lie in it.',
  },
  sound: {
    better: -1,
    sameAir: true,
    good: 'It is quieter: the fan meets less.',
    bad: 'It is louder than before: look for a guard, a blade or a panel that is not as it was.',
  },
  fanA: {
    better: -1,
    sameAir: true,
    good: 'An axial fan draws less when less stands against it.',
    bad: 'The fan draws more than before: look whether something stands against it, and at its bearings.',
  },
};

/** A figure that was read before and after, and is held against no model. */
export interface ReadTwice {
  name: string;
  edge: EdgeName;
  before: Uncertain;
  after: Uncertain;
  effect: Uncertain;
  byAir: 0;
  why: string;
}

/** One of them before and after. */
export interface PlainLine extends ReadTwice {
  sign: PlainId;
  verdict: 'better' | 'same' | 'worse' | 'not-comparable';
}

/** Two readings with the same instrument differ by its noise and what drifts, not by what is off in both. */
const repeats = (id: PlainId): number => Math.hypot(QUANTITIES[id].noise, QUANTITIES[id].instrument / 2);

/**
 * Readings that no model tells, before against after.
 * @param before readings before the wash
 * @param after readings after it
 * @param sameAir outdoor and return air were much the same both times
 * @returns a line for each that was read both times
 * @example plainLines({}, {}, true) // []
 */
export function plainLines(before: ReadingSet, after: ReadingSet, sameAir: boolean): PlainLine[] {
  return PLAIN_IDS.flatMap((id): PlainLine[] => {
    const [was, is] = [before[id], after[id]];
    if (!was || !is) return [];
    const { name, edge } = QUANTITIES[id];
    const { better, sameAir: wants, good, bad } = PLAIN[id];
    const effect = { value: is.value - was.value, u: Math.hypot(repeats(id), repeats(id)) };
    const said = (): Pick<PlainLine, 'verdict' | 'why'> => {
      if (was.steady === false || is.steady === false)
        return { verdict: 'not-comparable', why: 'One of them was taken before the system had come to rest.' };
      if (wants && !sameAir) return { verdict: 'not-comparable', why: 'It hangs on the air, which was not the same both times.' };
      if (!isBeyondDoubt(effect)) return { verdict: 'same', why: 'The change is within what the instrument can tell.' };
      return Math.sign(effect.value) === better ? { verdict: 'better', why: good } : { verdict: 'worse', why: bad };
    };
    return [
      { sign: id, name, edge, before: { value: was.value, u: was.u }, after: { value: is.value, u: is.u }, effect, byAir: 0, ...said() },
    ];
  });
}
