import { CoreError } from '../errors';
import { exact, exactNonNegative, exactPositive } from './exact';

/** A brim-full applicator may measure a hair over, by the rounding of units. */
const BRIM = exact('brim', 1.000001);

export interface CorrectionInput {
  volumeL: number;
  /** Strength of what is in the applicator now. */
  madeWaterParts: number;
  targetWaterParts: number;
  /** Applicator size, L; omit when there is room to spare. */
  capacityL?: number;
}

/** What to add to a mix, and what to tip out first. */
export interface Correction {
  add: 'concentrate' | 'water' | 'nothing';
  addL: number;
  /** To tip out first so that the corrected mix fits, L. */
  tipOutL: number;
  totalL: number;
}

/**
 * What to add to a made mix: too weak, concentrate V(c1 − c0)/(1 − c1); too strong, water V(c0/c1 − 1).
 * With a capacity, tips out just enough first.
 * @throws CoreError out-of-range, naming the argument; `targetWaterParts` when a weaker mix is to be made straight concentrate
 */
export function correctMix(input: CorrectionInput): Correction {
  const volume = exactPositive('volumeL', input.volumeL);
  const made = exactNonNegative('madeWaterParts', input.madeWaterParts).add(1).inverse();
  const target = exactNonNegative('targetWaterParts', input.targetWaterParts).add(1).inverse();
  const capacity = input.capacityL === undefined ? null : exactPositive('capacityL', input.capacityL);
  if (capacity && volume.compare(capacity.mul(BRIM)) > 0) {
    throw new CoreError('out-of-range', 'volumeL', 'There is more in the applicator than it holds.');
  }
  const order = target.compare(made);
  if (order === 0) return { add: 'nothing', addL: 0, tipOutL: 0, totalL: input.volumeL };
  if (order > 0 && target.compare(1) === 0) {
    throw new CoreError('out-of-range', 'targetWaterParts', 'A mix with water in it cannot be made straight concentrate: start again.');
  }
  const growth = order > 0 ? target.sub(made).div(exact('one', 1).sub(target)) : made.div(target).sub(1);
  const fullSize = volume.mul(growth.add(1));
  const kept = capacity && fullSize.compare(capacity) > 0 ? capacity.div(growth.add(1)) : volume;
  return {
    add: order > 0 ? 'concentrate' : 'water',
    addL: kept.mul(growth).valueOf(),
    tipOutL: volume.sub(kept).valueOf(),
    totalL: kept.mul(growth.add(1)).valueOf(),
  };
}

/**
 * What to add when so much of each is in the applicator already: "I put 6 oz in a gallon".
 * @param input.concentrateL and input.waterL in the applicator now, L; either may be 0, not both
 * @returns what to add and to tip out, L
 * @throws CoreError out-of-range, naming the argument
 * @example correctContents({ concentrateL: 1, waterL: 2, targetWaterParts: 4 }) // { add: 'water', addL: 2, tipOutL: 0, totalL: 5 }
 */
export function correctContents(input: { concentrateL: number; waterL: number; targetWaterParts: number; capacityL?: number }): Correction {
  const concentrate = exactNonNegative('concentrateL', input.concentrateL);
  const water = exactNonNegative('waterL', input.waterL);
  if (concentrate.compare(0) > 0) {
    return correctMix({
      volumeL: concentrate.add(water).valueOf(),
      madeWaterParts: water.div(concentrate).valueOf(),
      targetWaterParts: input.targetWaterParts,
      ...(input.capacityL === undefined ? {} : { capacityL: input.capacityL }),
    });
  }
  // Plain water: the target's concentrate goes in on top, after tipping out what would run over.
  if (water.compare(0) === 0) throw new CoreError('out-of-range', 'concentrateL', 'concentrateL: there is nothing in the applicator yet.');
  const target = exactPositive('targetWaterParts', input.targetWaterParts);
  const capacity = input.capacityL === undefined ? null : exactPositive('capacityL', input.capacityL);
  if (capacity && water.compare(capacity.mul(BRIM)) > 0)
    throw new CoreError('out-of-range', 'waterL', 'waterL: there is more in the applicator than it holds.');
  const growth = target.inverse();
  const full = water.mul(growth.add(1));
  const kept = capacity && full.compare(capacity) > 0 ? capacity.div(growth.add(1)) : water;
  return {
    add: 'concentrate',
    addL: kept.mul(growth).valueOf(),
    tipOutL: water.sub(kept).valueOf(),
    totalL: kept.mul(growth.add(1)).valueOf(),
  };
}
