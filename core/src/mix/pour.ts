import { CoreError, requireInRange, requirePositive } from '../errors';
import { LITRES_PER_FL_OZ, type UnitSystem } from '../units';

export interface Pour {
  concentrateL: number;
  waterL: number;
  totalL: number;
  /** Strength that the rounded amounts really give. */
  waterParts: number;
}

/** Smallest step that can be poured by eye on a marked jug, by amount: [up to, step], in fl oz and in mL. */
const STEPS: Record<UnitSystem, { unitL: number; rows: readonly (readonly [number, number])[] }> = {
  us: {
    unitL: LITRES_PER_FL_OZ,
    rows: [
      [4, 0.25],
      [16, 0.5],
      [64, 1],
      [128, 2],
      [Infinity, 4],
    ],
  },
  si: {
    unitL: 0.001,
    rows: [
      [100, 5],
      [500, 10],
      [2000, 25],
      [4000, 50],
      [Infinity, 100],
    ],
  },
};

/** Step that an amount is rounded to, L. */
export function pourStep(litres: number, system: UnitSystem): number {
  const { unitL, rows } = STEPS[system];
  const amount = litres / unitL;
  const row = rows.find(([upTo]) => amount <= upTo + 1e-9);
  return (row?.[1] ?? 1) * unitL;
}

const roundTo = (value: number, step: number): number => Math.round(value / step) * step;

/**
 * The amounts to pour so that at least `totalL` comes out, both on marks a jug has, as near to the wanted strength as
 * such marks allow. Among equally near pairs the smaller total wins.
 * @param capacityL the pair must fit in it; refused when it cannot
 * @throws CoreError out-of-range `ratio` | `totalL` | `capacityL`
 */
export function pourAmounts(input: { waterParts: number; totalL: number; system: UnitSystem; capacityL?: number }): Pour {
  const { waterParts, totalL, system } = input;
  requireInRange('ratio', waterParts, 0, 1000);
  requirePositive('totalL', totalL);
  const capacityL = input.capacityL ?? Infinity;
  if (totalL > capacityL * (1 + 1e-9))
    throw new CoreError('out-of-range', 'capacityL', 'That much does not fit the container: make it in more than one filling.');
  const idealConcentrate = totalL / (waterParts + 1);
  const step = pourStep(idealConcentrate, system);
  let best: Pour | null = null;
  let bestScore = Infinity;
  for (let k = 0; k <= 4; k += 1) {
    const concentrateL = Math.max(1, Math.floor(idealConcentrate / step + 1e-9) + k) * step;
    const idealWater = concentrateL * waterParts;
    const waterL = roundTo(idealWater, pourStep(idealWater, system));
    const total = concentrateL + waterL;
    if (total < totalL * 0.98 || total > capacityL * (1 + 1e-9)) continue;
    const strengthError = Math.abs(waterL / concentrateL - waterParts) / (waterParts + 1);
    const score = strengthError + 0.02 * (total / totalL - 1);
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
