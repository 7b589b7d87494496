import { CoreError, requirePositive } from '../errors';
import { pourAmounts, splitFillings, type Pour, type PourInput } from './pour';

/** A mix split over equal fillings. */
export interface Batch {
  /** One filling. */
  pour: Pour;
  fillings: number;
  neededL: number;
  madeL: number;
  /** Made beyond what is needed, L: what marks cost. */
  leftoverL: number;
  /** What making it for each coil on its own would have left over in all, L. */
  apartLeftoverL: number;
}

/**
 * One batch of the same mix for one or several coils, split over equal fillings of an applicator.
 * @param input.litres ready mix each coil needs, L
 * @returns fillings, what goes into each and what is left over, L
 * @throws CoreError out-of-range `litres` | `ratio` | `capacityL`
 * @example batchFor({ waterParts: 4, litres: [5, 5], system: 'si', capacityL: 5 }).fillings // 2
 */
export function batchFor(input: Omit<PourInput, 'totalL'> & { litres: readonly number[]; capacityL: number }): Batch {
  const { litres, ...rest } = input;
  if (litres.length === 0) throw new CoreError('out-of-range', 'litres', 'litres: choose at least one coil.');
  for (const each of litres) requirePositive('litres', each);
  const made = (neededL: number) => {
    const { fillings, eachL } = splitFillings(neededL, rest.capacityL);
    const pour = pourAmounts({ ...rest, totalL: eachL });
    return { pour, fillings, madeL: pour.totalL * fillings };
  };
  const neededL = litres.reduce((sum, each) => sum + each, 0);
  const together = made(neededL);
  return {
    ...together,
    neededL,
    leftoverL: Math.max(0, together.madeL - neededL),
    apartLeftoverL: litres.reduce((sum, each) => sum + Math.max(0, made(each).madeL - each), 0),
  };
}
