import { requireInRange } from '../errors';
import type { Refrigerant } from '../equipment';
import { fitOf } from './fits';
import { pressureAt, temperatureAt } from './properties';

/** Where a blend boils or condenses: its last liquid is gone at dew, its first bubble comes at bubble. One for a pure refrigerant. */
export type SaturationSide = 'bubble' | 'dew';

/**
 * Pressure of a blend over that of the fit it is reckoned with. R-410A: the fit is its dew line, bubble is up to 0.6 % above. R-454B: bubble 4 to 5 %, dew 8
 * to 9 % below R-410A, an estimate from three points of each line (40, 100, 120 °F).
 */
const FACTOR: Partial<Record<Refrigerant, Record<SaturationSide, number>>> = {
  'R-410A': { bubble: 1.004, dew: 1 },
  'R-454B': { bubble: 0.9575, dew: 0.9247 },
};
/**
 * Pressure over that of the fit it is reckoned with, at the same temperature.
 * @param refrigerant any
 * @param side bubble or dew
 * @returns 1 but for a blend that is reckoned with another's fit
 * @example pressureFactor('R-22', 'dew') // 1
 */
export const pressureFactor = (refrigerant: Refrigerant, side: SaturationSide): number => FACTOR[refrigerant]?.[side] ?? 1;

/**
 * Whether saturation is an estimate from another refrigerant's fit.
 * @param refrigerant any
 * @returns true for R-454B
 * @example isSaturationEstimated('R-410A') // false
 */
export const isSaturationEstimated = (refrigerant: Refrigerant): boolean => refrigerant === 'R-454B';

/**
 * How far off saturation pressure may be. Fitted ones ±0.7 %; the estimate ±2 %.
 * @param refrigerant any
 * @returns share of the pressure
 * @example saturationShare('R-410A') // 0.007
 */
export const saturationShare = (refrigerant: Refrigerant): number => (isSaturationEstimated(refrigerant) ? 0.02 : 0.007);

/** Lowest and highest temperatures the fits are used for, °C. */
const [COLDEST_C, HOTTEST_C] = [-40, 70];

/**
 * Saturation temperature at a pressure.
 * @param refrigerant one with fits, else null comes back
 * @param absoluteKPa kPa absolute: gauge plus the barometer of the place
 * @param side dew for evaporating, bubble for condensing
 * @returns °C, or null for a refrigerant without fits
 * @throws CoreError out-of-range `pressure` where no air conditioner works with it
 * @example saturationC('unknown', 900, 'dew') // null
 */
export function saturationC(refrigerant: Refrigerant, absoluteKPa: number, side: SaturationSide): number | null {
  const fit = fitOf(refrigerant);
  if (!fit) return null;
  const factor = pressureFactor(refrigerant, side);
  const [low, high] = [pressureAt(fit, COLDEST_C) * factor, pressureAt(fit, HOTTEST_C) * factor];
  requireInRange('pressure', absoluteKPa, low, high, 'kPa absolute for this refrigerant');
  return temperatureAt(fit, absoluteKPa / factor);
}
