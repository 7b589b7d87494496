import { CoreError, requireInRange, requirePositive } from '../errors';
import type { UnitSystem } from '../units';
import { stepOf, usualMeasure, type Measure } from './measures';

/** What goes into one filling. */
export interface Pour {
  concentrateL: number;
  waterL: number;
  totalL: number;
  /** Strength that the rounded amounts really give. */
  waterParts: number;
}

export interface PourInput {
  waterParts: number;
  totalL: number;
  system: UnitSystem;
  /** The pair must fit in it; refused when it cannot. */
  capacityL?: number;
  /** The strongest mix that the label allows, parts of water to one; left out where it gives no chart. */
  strongestWaterParts?: number;
  /** What each is measured with; the system's own small measure when left out. */
  concentrateIn?: Measure;
  waterIn?: Measure;
}

/** How far rounding may fall short of the need, as a share of it: an ounce or two in a gallon. Common practice, no source. */
export const SHORT_SHARE = 0.03;
/** How much more than was asked may be made to land on marks, as a share; beyond it the strength alone no longer excuses the waste. */
const WASTE_WEIGHT = 0.02;
/** A mix that falls short is worse than one left over. */
const SHORT_WEIGHT = 0.2;
const STEPS_ROUND = [-1, 0, 1, 2, 3, 4] as const;
/** Sizes in litres come from other units: a hair over is none. */
const HAIR = 1e-9;

/**
 * The amounts to pour on marks a jug has, as near to the wanted strength as such marks allow. Rounding never passes the applicator or the strongest
 * mix of the label, and falls short of the need by `SHORT_SHARE` at most; where no pair of marks can do that, the amounts are exact.
 * @param input what is wanted, L and parts of water to one
 * @returns what to pour, L, and the strength that really gives
 * @throws CoreError out-of-range `ratio` | `totalL` | `capacityL`
 * @example pourAmounts({ waterParts: 4, totalL: 5, system: 'si', capacityL: 5 }) // { concentrateL: 1, waterL: 4, totalL: 5, waterParts: 4 }
 */
export function pourAmounts(input: PourInput): Pour {
  const { waterParts, totalL, system, capacityL = Infinity, strongestWaterParts = 0 } = input;
  requireInRange('ratio', waterParts, 0, 1000);
  requirePositive('totalL', totalL);
  if (totalL > capacityL * (1 + HAIR))
    throw new CoreError('out-of-range', 'capacityL', 'That much does not fit the applicator: make it in more than one filling.');
  const usual = usualMeasure(system);
  const concentrateIn = input.concentrateIn ?? usual;
  const waterIn = input.waterIn ?? usual;
  const idealConcentrate = totalL / (waterParts + 1);
  const step = stepOf(concentrateIn, idealConcentrate);
  // What was asked for may itself lie beyond the label; rounding then does not take it further.
  const strongest = Math.min(strongestWaterParts, waterParts);
  let best: Pour | null = null;
  let bestScore = Infinity;
  for (const k of STEPS_ROUND) {
    const concentrateL = Math.max(1, Math.floor(idealConcentrate / step + HAIR) + k) * step;
    const waterStep = stepOf(waterIn, concentrateL * waterParts);
    const below = Math.floor((concentrateL * waterParts) / waterStep + HAIR) * waterStep;
    for (const waterL of [below, below + waterStep]) {
      const total = concentrateL + waterL;
      if (total < totalL * (1 - SHORT_SHARE) - HAIR || total > capacityL * (1 + HAIR)) continue;
      if (waterL / concentrateL < strongest - HAIR) continue;
      const strengthError = Math.abs(waterL / concentrateL - waterParts) / (waterParts + 1);
      const over = total / totalL - 1;
      const score = strengthError + (over < 0 ? -over * SHORT_WEIGHT : over * WASTE_WEIGHT);
      if (score < bestScore - 1e-12) {
        bestScore = score;
        best = { concentrateL, waterL, totalL: total, waterParts: waterL / concentrateL };
      }
    }
  }
  return best ?? { concentrateL: idealConcentrate, waterL: totalL - idealConcentrate, totalL, waterParts };
}

/**
 * Equal fillings of an applicator for a total. @returns number of fillings and the size of each, L
 * @throws CoreError out-of-range
 */
export function splitFillings(totalL: number, capacityL: number): { fillings: number; eachL: number } {
  requirePositive('totalL', totalL);
  requirePositive('capacityL', capacityL);
  const fillings = Math.ceil(totalL / capacityL - 1e-9);
  return { fillings, eachL: totalL / fillings };
}
