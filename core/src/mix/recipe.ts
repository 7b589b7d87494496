import { requireNonNegative, requirePositive } from '../errors';

/** One line of a recipe, in the order of pouring. */
export interface RecipeLine {
  what: 'lukewarm water' | 'dish soap' | 'white vinegar' | 'water from the dial';
  litres: number;
}

/** Share of soap in what stands for concentrate of the household mix; the rest is white vinegar. Common practice, no source. */
export const SOAP_SHARE = 0.6;

/**
 * The household mix written down, since by eye it has no known strength: what goes into the applicator, and what a dial adds on the way.
 * @param input soap and vinegar together, L; water in the applicator, L; parts of water that a dial adds, 0 without one
 * @returns lines in the order of pouring, water first; soap last, so that it does not foam over
 * @throws CoreError out-of-range, naming the argument
 * @example householdRecipe({ concentrateL: 0.5, waterL: 4, dialParts: 0 }).map((line) => line.litres) // [4, 0.2, 0.3]
 */
export function householdRecipe(input: { concentrateL: number; waterL: number; dialParts: number }): RecipeLine[] {
  const concentrateL = requirePositive('concentrateL', input.concentrateL);
  const waterL = requireNonNegative('waterL', input.waterL);
  const added = (concentrateL + waterL) * requireNonNegative('dialParts', input.dialParts);
  const lines: RecipeLine[] = [
    { what: 'lukewarm water', litres: waterL },
    { what: 'white vinegar', litres: concentrateL * (1 - SOAP_SHARE) },
    { what: 'dish soap', litres: concentrateL * SOAP_SHARE },
    { what: 'water from the dial', litres: added },
  ];
  return lines.filter((line) => line.litres > 0);
}
