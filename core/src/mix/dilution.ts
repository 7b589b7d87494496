import { CoreError } from '../errors';
import { exact, exactNonNegative, exactPositive } from './exact';

export interface Mix {
  concentrateL: number;
  waterL: number;
  totalL: number;
}

/** Concentrate share of the mix, 0–1: 1/(W+1). @param waterParts W ≥ 0 */
export function concentrateFraction(waterParts: number): number {
  return exactNonNegative('ratio', waterParts).add(1).inverse().valueOf();
}

/** Parts of water to one of concentrate for a concentrate share 0 < c ≤ 1. */
export function waterPartsOf(fraction: number): number {
  const c = exactPositive('fraction', fraction);
  if (c.compare(1) > 0) throw new CoreError('out-of-range', 'fraction', 'fraction must not be above 1.');
  return c.inverse().sub(1).valueOf();
}

/**
 * What to pour for a wanted total: concentrate V/(W+1), water V·W/(W+1). Exact arithmetic, no rounding to a spoon.
 * @throws CoreError out-of-range `ratio` (W < 0) or `totalL` (V ≤ 0)
 * @example mixFor({ waterParts: 4, totalL: 128 }) // { concentrateL: 25.6, waterL: 102.4, totalL: 128 }
 */
export function mixFor({ waterParts, totalL }: { waterParts: number; totalL: number }): Mix {
  const water = exactNonNegative('ratio', waterParts);
  const total = exactPositive('totalL', totalL);
  const concentrate = total.div(water.add(1));
  return { concentrateL: concentrate.valueOf(), waterL: total.sub(concentrate).valueOf(), totalL };
}

/** How much mix a given amount of concentrate makes: V = c·(W+1). One gallon at 7:1 makes eight. */
export function mixFromConcentrate({ waterParts, concentrateL }: { waterParts: number; concentrateL: number }): Mix {
  const water = exactNonNegative('ratio', waterParts);
  const concentrate = exactPositive('concentrateL', concentrateL);
  return { concentrateL, waterL: concentrate.mul(water).valueOf(), totalL: concentrate.mul(water.add(1)).valueOf() };
}

export interface CompoundInput {
  /** Concentrate in the reservoir before topping up, L. */
  reservoirConcentrateL: number;
  /** Reservoir once topped up with water, L. */
  reservoirTotalL: number;
  /** Metering dial: parts of water drawn per part of reservoir. 0 when there is no dial. */
  dialWaterParts: number;
}

/**
 * What the coil sees when a reservoir that is already cut is metered again: r/(D+1), so W = (D+1)/r − 1.
 * @throws CoreError out-of-range, naming the argument
 * @example endRatio({ reservoirConcentrateL: 6, reservoirTotalL: 36, dialWaterParts: 4 }) // 29
 */
export function endRatio(input: CompoundInput): number {
  const concentrate = exactPositive('reservoirConcentrateL', input.reservoirConcentrateL);
  const total = exactPositive('reservoirTotalL', input.reservoirTotalL);
  const dial = exactNonNegative('dialWaterParts', input.dialWaterParts);
  if (concentrate.compare(total) > 0) {
    throw new CoreError('out-of-range', 'reservoirConcentrateL', 'The reservoir cannot hold more concentrate than it holds in all.');
  }
  return dial.add(1).mul(total).div(concentrate).sub(1).valueOf();
}

export interface CorrectionInput {
  volumeL: number;
  /** Strength of what is in the container now. */
  madeWaterParts: number;
  targetWaterParts: number;
  /** Container size, L; omit when there is room to spare. */
  capacityL?: number;
}

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
  if (capacity && volume.compare(capacity) > 0) {
    throw new CoreError('out-of-range', 'volumeL', 'There is more in the container than it holds.');
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
