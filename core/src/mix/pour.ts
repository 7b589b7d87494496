import { CoreError, requireInRange, requirePositive } from '../errors';
import type { UnitSystem } from '../units';
import { stepOf, usualMeasure, type Measure } from './measures';

export interface Pour {
  concentrateL: number;
  waterL: number;
  totalL: number;
  /** Strength that the rounded amounts really give. */
  waterParts: number;
}

const roundTo = (value: number, step: number): number => Math.round(value / step) * step;

export interface PourInput {
  waterParts: number;
  totalL: number;
  system: UnitSystem;
  /** The pair must fit in it; refused when it cannot. */
  capacityL?: number;
  /** What each is measured with; the system's own small measure when left out. */
  concentrateIn?: Measure;
  waterIn?: Measure;
}

/** How much more than was asked may be made to land on marks, as a share; beyond it the strength alone no longer excuses the waste. */
const WASTE_WEIGHT = 0.02;
const MOST_STEPS_UP = 4;

/**
 * The amounts to pour so that at least `totalL` comes out, both on marks a jug has, as near to the wanted strength as
 * such marks allow. Among equally near pairs the smaller total wins.
 * @throws CoreError out-of-range `ratio` | `totalL` | `capacityL`
 */
export function pourAmounts(input: PourInput): Pour {
  const { waterParts, totalL, system } = input;
  requireInRange('ratio', waterParts, 0, 1000);
  requirePositive('totalL', totalL);
  const capacityL = input.capacityL ?? Infinity;
  if (totalL > capacityL * (1 + 1e-9))
    throw new CoreError('out-of-range', 'capacityL', 'That much does not fit the container: make it in more than one filling.');
  const usual = usualMeasure(system);
  const concentrateIn = input.concentrateIn ?? usual;
  const waterIn = input.waterIn ?? usual;
  const idealConcentrate = totalL / (waterParts + 1);
  const step = stepOf(concentrateIn, idealConcentrate);
  let best: Pour | null = null;
  let bestScore = Infinity;
  for (let k = 0; k <= MOST_STEPS_UP; k += 1) {
    const concentrateL = Math.max(1, Math.floor(idealConcentrate / step + 1e-9) + k) * step;
    const idealWater = concentrateL * waterParts;
    const waterL = roundTo(idealWater, stepOf(waterIn, idealWater));
    const total = concentrateL + waterL;
    if (total < totalL * 0.98 || total > capacityL * (1 + 1e-9)) continue;
    const strengthError = Math.abs(waterL / concentrateL - waterParts) / (waterParts + 1);
    const score = strengthError + WASTE_WEIGHT * (total / totalL - 1);
    if (score < bestScore - 1e-12) {
      bestScore = score;
      best = { concentrateL, waterL, totalL: total, waterParts: waterL / concentrateL };
    }
  }
  // Nothing on whole marks fits (a brim-full container): pour the unrounded amounts.
  return best ?? { concentrateL: idealConcentrate, waterL: totalL - idealConcentrate, totalL, waterParts };
}

/**
 * Equal fillings of a container for a total. @returns number of fillings and the size of each, L
 * @throws CoreError out-of-range
 */
export function splitFillings(totalL: number, capacityL: number): { fillings: number; eachL: number } {
  requirePositive('totalL', totalL);
  requirePositive('capacityL', capacityL);
  const fillings = Math.ceil(totalL / capacityL - 1e-9);
  return { fillings, eachL: totalL / fillings };
}
