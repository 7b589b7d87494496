import { CoreError } from '../errors';
import { exactNonNegative, exactPositive } from './exact';

export interface Mix {
  concentrateL: number;
  waterL: number;
  totalL: number;
}

/**
 * Concentrate share of the mix, 0–1: 1/(W+1).
 * @param waterParts W ≥ 0
 * @returns share of concentrate in the mix, 0 to 1
 * @throws CoreError out-of-range, naming the argument
 * @example concentrateFraction(4) // 0.2
 */
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
 * @param input strength, parts of water to one, and the total, L
 * @returns concentrate and water, L
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
 * @param input concentrate and total in the reservoir, L; parts of water that the dial adds
 * @returns parts of water to one at the coil
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
