import { CoreError } from '../errors';
import { airOfRelHum, airOfWetBulb } from '../psychro';
import type { ReadingSet } from './readingSet';

/** Air as a point: what it holds, in full. */
export interface AirPoint {
  side: 'return' | 'supply';
  air: ReturnType<typeof airOfWetBulb>;
}

/**
 * Return and supply air as points, where dry bulb and moisture were read.
 * @param set readings; what cannot be true left out
 * @param pressureKPa of the site
 * @returns the points that can be told; none for air that cannot be
 * @example airPoints({}, 101.325) // []
 */
export function airPoints(set: ReadingSet, pressureKPa: number): AirPoint[] {
  const sides = [
    ['return', set.returnDb, set.returnWb, set.returnRh],
    ['supply', set.supplyDb, set.supplyWb, set.supplyRh],
  ] as const;
  return sides.flatMap(([side, dry, wet, rh]): AirPoint[] => {
    if (!dry || (!wet && !rh)) return [];
    try {
      const air = wet ? airOfWetBulb(dry.value, wet.value, pressureKPa) : airOfRelHum(dry.value, rh?.value ?? 0, pressureKPa);
      return [{ side, air }];
    } catch (error) {
      if (error instanceof CoreError) return [];
      throw error;
    }
  });
}
