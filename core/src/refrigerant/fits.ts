import type { Refrigerant } from '../equipment';

/**
 * Coefficients of one refrigerant. Temperatures in the formulas are kelvins where T stands and °C where t stands; pressures kPa absolute, enthalpies
 * kJ/kg with 200 at 0 °C saturated liquid, θ = 1 − T/Tc.
 */
export interface Fit {
  /** Gas constant, kJ/(kg·K), from the molar mass. */
  gasConstant: number;
  criticalK: number;
  criticalKPa: number;
  /** ln p = A + B/T + C/T². */
  pressure: readonly [a: number, b: number, c: number];
  /** Heat of evaporation a·θ^b. */
  latent: readonly [a: number, b: number];
  /** Saturated liquid 200 + c1·t + c2·t² + c3·t³. */
  liquid: readonly [c1: number, c2: number, c3: number];
  /** Liquid density r0 + r1·θ^r2, kg/m³. */
  liquidDensity: readonly [r0: number, r1: number, r2: number];
  /** Compressibility 1 − z0·q·(T/Tc)^(−z1) − z2·q², q = p/pc. */
  compressibility: readonly [z0: number, z1: number, z2: number];
  /** Heat capacity of suction gas e0 + e1·t + e2·t², kJ/(kg·K). */
  suctionHeat: readonly [e0: number, e1: number, e2: number];
  /** Discharge gas above saturation: d0·θ^(−d1)·ΔT^d2, kJ/kg. */
  dischargeHeat: readonly [d0: number, d1: number, d2: number];
  /** Isentropic exponent. */
  exponent: number;
  /** Highest condensing temperature that the fits hold to, and at which a high-pressure cut-out is taken to open, °C. */
  highestC: number;
}

/** Molar gas constant, kJ/(kmol·K). */
const MOLAR = 8.3145;

/**
 * Property fits. Source: fitted to the open-source property library CoolProp and to standard pressure-temperature charts; errors: pressure ±0.7 %, heat of
 * evaporation ±0.8 %, liquid enthalpy ±1.1 kJ/kg, liquid density ±0.25 %, suction density ±1.3 %, isentropic work ±2.5 %, discharge ±5 K (R-32 ±9 K).
 */
const FITS = {
  'R-410A': {
    gasConstant: MOLAR / 72.585,
    criticalK: 344.49,
    criticalKPa: 4901,
    pressure: [15.24171, -2293.291, -12421.26],
    latent: [415.03, 0.40007],
    liquid: [1.496, 0.0023291, 4.5819e-5],
    liquidDensity: [545.77, 1279.9, 0.45556],
    compressibility: [0.31718, 4.6157, 0.42618],
    suctionHeat: [1.0473, 0.0071413, 5.2767e-5],
    dischargeHeat: [1.1512, 0.32506, 0.83057],
    exponent: 1.0941,
    highestC: 66,
  },
  'R-22': {
    gasConstant: MOLAR / 86.468,
    criticalK: 369.3,
    criticalKPa: 4990,
    pressure: [14.45758, -2074.119, -48838.59],
    latent: [343.82, 0.38493],
    liquid: [1.1689, 0.0013591, 1.1689e-5],
    liquidDensity: [647.03, 1268.3, 0.51441],
    compressibility: [0.29743, 4.0116, 0.60002],
    suctionHeat: [0.72937, 0.0036691, 2.218e-5],
    dischargeHeat: [0.54477, 0.37838, 0.94095],
    exponent: 1.1211,
    highestC: 82,
  },
  'R-32': {
    gasConstant: MOLAR / 52.024,
    criticalK: 351.26,
    criticalKPa: 5783,
    pressure: [15.25939, -2280.527, -15729.18],
    latent: [570.66, 0.39562],
    liquid: [1.7288, 0.0024709, 4.1558e-5],
    liquidDensity: [500.36, 1150.2, 0.48434],
    compressibility: [0.3299, 4.5069, 0.4888],
    suctionHeat: [1.1421, 0.0083446, 6.1227e-5],
    dischargeHeat: [1.091, 0.39812, 0.84329],
    exponent: 1.1952,
    highestC: 72,
  },
} as const satisfies Record<string, Fit>;

/** Refrigerants with fits of their own. */
export type FittedRefrigerant = keyof typeof FITS;

/**
 * Which fits a refrigerant is reckoned with. R-454B has none of its own: its pressures are those of R-410A times a factor, an estimate.
 * @param refrigerant any
 * @returns fits, or null for one that nobody knows
 * @example fitOf('unknown') // null
 */
export const fitOf = (refrigerant: Refrigerant): Fit | null =>
  refrigerant === 'R-454B' ? FITS['R-410A'] : refrigerant in FITS ? FITS[refrigerant as FittedRefrigerant] : null;
