import { requireInRange } from '../errors';

const KELVIN = 273.15;

/**
 * Saturation vapour pressure over water, kPa. Source: FAO Irrigation and Drainage Paper 56, equation 11 (from memory).
 * @param tC −20…80 °C
 * @returns kPa
 * @throws CoreError out-of-range, naming the argument
 * @example saturationVapourPressureKPa(0) // 0.6108
 */
export function saturationVapourPressureKPa(tC: number): number {
  requireInRange('temperatureC', tC, -20, 90, '°C');
  return 0.6108 * Math.exp((17.27 * tC) / (tC + 237.3));
}

/** Slope of the saturation curve, kPa/K. Source: FAO 56, equation 13 (from memory). */
export function vapourSlopeKPaPerK(tC: number): number {
  return (4098 * saturationVapourPressureKPa(tC)) / (tC + 237.3) ** 2;
}

/** Psychrometric constant, kPa/K. Source: FAO 56, equation 8 (from memory). @param pressureKPa 60…110 */
export function psychrometricConstantKPaPerK(pressureKPa: number): number {
  requireInRange('pressureKPa', pressureKPa, 60, 110, 'kPa');
  return 0.000665 * pressureKPa;
}

/** Latent heat of vaporisation, kJ/kg (2501 − 2.361·t; FAO 56, equation 3-1 in its annex, from memory). */
export const latentHeatKJPerKg = (tC: number): number => 2501 - 2.361 * tC;

/**
 * Atmospheric pressure at a height, kPa. Source: FAO 56, equation 7 (from memory), 293 K at sea level.
 * @param altitudeM −400…4000 m
 * @returns kPa
 * @throws CoreError out-of-range, naming the argument
 * @example pressureAtAltitudeKPa(0) // 101.3
 */
export function pressureAtAltitudeKPa(altitudeM: number): number {
  requireInRange('altitudeM', altitudeM, -400, 4000, 'm');
  return 101.3 * ((KELVIN + 19.85 - 0.0065 * altitudeM) / (KELVIN + 19.85)) ** 5.26;
}

/**
 * The height at which a barometer reads so much: the same formula the other way round. Weather moves it by some hundred metres.
 * @param pressureKPa as read on the spot, not reduced to sea level; 61–107 kPa
 * @returns m above the sea
 * @throws CoreError out-of-range `pressureKPa`
 * @example Math.round(altitudeAtPressureM(pressureAtAltitudeKPa(780))) // 780
 */
export function altitudeAtPressureM(pressureKPa: number): number {
  requireInRange('pressureKPa', pressureKPa, 61, 107, 'kPa');
  return ((KELVIN + 19.85) / 0.0065) * (1 - (pressureKPa / 101.3) ** (1 / 5.26));
}

/**
 * Dew point of moist air, °C: the saturation curve of FAO 56 solved for temperature.
 * @param dryBulbC −20…60 °C
 * @param rhPct relative humidity, above 0 to 100 %
 * @returns °C
 * @throws CoreError out-of-range, naming the argument
 * @example dewPointC(26.67, 51).toFixed(0) // "16"
 */
export function dewPointC(dryBulbC: number, rhPct: number): number {
  requireInRange('rhPct', rhPct, 0.1, 100, '%');
  const ratio = Math.log((saturationVapourPressureKPa(dryBulbC) * rhPct) / 100 / 0.6108);
  return (237.3 * ratio) / (17.27 - ratio);
}
