import { requireInRange, requirePositive } from '../errors';
import { latentHeatKJPerKg, psychrometricConstantKPaPerK, saturationVapourPressureKPa, vapourSlopeKPaPerK } from './vapour';

export interface DryOutInput {
  /** Water on the exposed outer skin, kg per m² of face. About 0.1. */
  filmKgM2: number;
  dryBulbC: number;
  /** Relative humidity, percent 0–100. */
  rhPct: number;
  windMs: number;
  /** Net radiation absorbed by the wet skin, W/m². */
  netRadiationWm2: number;
  pressureKPa: number;
}

export interface DryOutResult {
  /** Time until the outer skin is dry, s. Infinity when it gains water instead of losing it. */
  seconds: number;
  /** Temperature of the wet skin, °C. */
  skinC: number;
  /** Evaporation rate, kg·s⁻¹·m⁻². */
  evaporationKgM2S: number;
}

/** Film on the skin where drying starts, kg/m² of face. Common practice, no source. */
export const SKIN_FILM_KG_M2 = 0.1;

/** Share of the computed time that the clock trusts: the wind function extrapolates at 1–3 m/s, so 30 % is kept back. */
export const DRYING_MARGIN = 0.7;

/**
 * Evaporation per vapour-pressure difference, kg·s⁻¹·m⁻²·kPa⁻¹. Source: wind function of the natatorium evaporation
 * equation, ASHRAE Handbook — HVAC Applications (coefficients from memory); meant for very low air speed.
 */
export function windFunction(windMs: number, latentKJPerKg: number): number {
  return (0.089 + 0.0782 * windMs) / latentKJPerKg;
}

/**
 * Time for a wet outer skin to dry, from its surface energy balance:
 * λ·f(u)·(e_s(Ts) − e_a) + γ·λ·f(u)·(Ts − Ta) = Rn, solved for Ts; then t = film / (f(u)·(e_s(Ts) − e_a)).
 * The linear Penman form is used only as the starting guess: it overstates drying time in dry shade.
 * @param input film, kg/m²; air, °C and %; wind, m/s; net radiation, W/m²; pressure, kPa
 * @returns time, s, and the skin's temperature, °C
 * @throws CoreError out-of-range, naming the argument
 * @example dryOut({ filmKgM2: 0.1, dryBulbC: 35, rhPct: 30, windMs: 1, netRadiationWm2: 0, pressureKPa: 101.3 }).seconds > 1600 // true
 */
export function dryOut(input: DryOutInput): DryOutResult {
  requirePositive('filmKgM2', input.filmKgM2);
  requireInRange('dryBulbC', input.dryBulbC, -10, 55, '°C');
  requireInRange('rhPct', input.rhPct, 0, 100, '%');
  requireInRange('windMs', input.windMs, 0, 20, 'm/s');
  requireInRange('netRadiationWm2', input.netRadiationWm2, -100, 1200, 'W/m²');
  const gamma = psychrometricConstantKPaPerK(input.pressureKPa);
  const latent = latentHeatKJPerKg(input.dryBulbC);
  const f = windFunction(input.windMs, latent);
  const airVapour = saturationVapourPressureKPa(input.dryBulbC) * (input.rhPct / 100);
  const netKWm2 = input.netRadiationWm2 / 1000;

  const balance = (skinC: number) =>
    latent * f * (saturationVapourPressureKPa(skinC) - airVapour) + gamma * latent * f * (skinC - input.dryBulbC) - netKWm2;
  const slope = (skinC: number) => latent * f * (vapourSlopeKPaPerK(skinC) + gamma);

  // The balance rises strictly with skin temperature, so Newton from the linear guess meets the one root.
  let skinC = linearSkinC(input.dryBulbC, airVapour, netKWm2, latent * f, gamma);
  for (let i = 0; i < 40; i += 1) {
    const step = balance(skinC) / slope(skinC);
    skinC = Math.min(85, Math.max(-20, skinC - step));
    if (Math.abs(step) < 1e-10) break;
  }
  const evaporationKgM2S = f * (saturationVapourPressureKPa(skinC) - airVapour);
  return {
    seconds: evaporationKgM2S > 0 ? input.filmKgM2 / evaporationKgM2S : Infinity,
    skinC,
    evaporationKgM2S,
  };
}

/** Skin temperature when the saturation curve is replaced by its tangent at air temperature (Penman, 1948). */
function linearSkinC(airC: number, airVapour: number, netKWm2: number, latentF: number, gamma: number): number {
  const deficit = saturationVapourPressureKPa(airC) - airVapour;
  return airC + (netKWm2 / latentF - deficit) / (vapourSlopeKPaPerK(airC) + gamma);
}

/** Drying time by the linear Penman (1948) form, s: a check on the balance above, never what a clock uses. */
export function linearDryOutSeconds(input: DryOutInput): number {
  const gamma = psychrometricConstantKPaPerK(input.pressureKPa);
  const delta = vapourSlopeKPaPerK(input.dryBulbC);
  const latent = latentHeatKJPerKg(input.dryBulbC);
  const saturation = saturationVapourPressureKPa(input.dryBulbC);
  const deficit = saturation * (1 - input.rhPct / 100);
  const evaporation =
    ((delta * input.netRadiationWm2) / 1000 / latent + gamma * windFunction(input.windMs, latent) * deficit) / (delta + gamma);
  return evaporation > 0 ? input.filmKgM2 / evaporation : Infinity;
}
