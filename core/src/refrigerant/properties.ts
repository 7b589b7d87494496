import type { Fit } from './fits';

/** Kelvins at 0 °C. */
export const ZERO_C = 273.15;

/** Saturation pressure, kPa absolute. @param tC °C */
export const pressureAt = ({ pressure: [a, b, c] }: Fit, tC: number): number => {
  const kelvins = tC + ZERO_C;
  return Math.exp(a + b / kelvins + c / (kelvins * kelvins));
};

/** Saturation temperature, °C. @param kPa absolute, above 0 */
export const temperatureAt = ({ pressure: [a, b, c] }: Fit, kPa: number): number =>
  (2 * c) / (-b - Math.sqrt(b * b - 4 * c * (a - Math.log(kPa)))) - ZERO_C;

const theta = ({ criticalK }: Fit, tC: number): number => 1 - (tC + ZERO_C) / criticalK;

/** Heat of evaporation, kJ/kg. */
export const latentHeat = (fit: Fit, tC: number): number => fit.latent[0] * theta(fit, tC) ** fit.latent[1];

/** Enthalpy of saturated liquid, kJ/kg. */
export const liquidEnthalpy = ({ liquid: [c1, c2, c3] }: Fit, tC: number): number => 200 + tC * (c1 + tC * (c2 + tC * c3));

/** Enthalpy of saturated vapour, kJ/kg. */
export const vapourEnthalpy = (fit: Fit, tC: number): number => liquidEnthalpy(fit, tC) + latentHeat(fit, tC);

/** Heat capacity of the liquid, kJ/(kg·K): the slope of its enthalpy. */
export const liquidHeat = ({ liquid: [c1, c2, c3] }: Fit, tC: number): number => c1 + tC * (2 * c2 + 3 * tC * c3);

/** Heat capacity of suction gas, kJ/(kg·K). */
export const suctionHeat = ({ suctionHeat: [e0, e1, e2] }: Fit, tC: number): number => e0 + tC * (e1 + tC * e2);

/** Density of the liquid, kg/m³. */
export const liquidDensity = (fit: Fit, tC: number): number =>
  fit.liquidDensity[0] + fit.liquidDensity[1] * theta(fit, tC) ** fit.liquidDensity[2];

/** Density of the vapour, kg/m³. @param kPa absolute · tC °C, at saturation or above */
export function vapourDensity(
  { gasConstant, criticalK, criticalKPa, compressibility: [z0, z1, z2] }: Fit,
  kPa: number,
  tC: number,
): number {
  const kelvins = tC + ZERO_C;
  const q = kPa / criticalKPa;
  const z = 1 - z0 * q * (kelvins / criticalK) ** -z1 - z2 * q * q;
  return kPa / (z * gasConstant * kelvins);
}

/** How much warmer than saturation discharge gas of so much enthalpy above saturated vapour is, K; 0 where it is not superheated. */
export function dischargeSuperheat(fit: Fit, condensingC: number, aboveKJkg: number): number {
  if (aboveKJkg <= 0) return 0;
  const [d0, d1, d2] = fit.dischargeHeat;
  return (aboveKJkg / (d0 * theta(fit, condensingC) ** -d1)) ** (1 / d2);
}
