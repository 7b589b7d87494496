/**
 * Exact conversion factors between the units of the trade and SI.
 * Source: NIST Special Publication 811, appendix B (inch, US gallon and pound are defined exactly).
 */
export const METRES_PER_INCH = 0.0254;
export const METRES_PER_FOOT = 0.3048;
/** Square metres in a square foot. */
export const M2_PER_FT2 = METRES_PER_FOOT ** 2;
/** Litres in a US gallon, exact. */
export const LITRES_PER_GALLON = 3.785411784;
/** Litres in a US fluid ounce. */
export const LITRES_PER_FL_OZ = LITRES_PER_GALLON / 128;
export const MS_PER_MPH = 0.44704;
export const KPA_PER_PSI = 6.894757;
/** Pascals in an inch of water, conventional. */
export const PA_PER_IN_WATER = 249.08891;
/** Cubic metres a second in a cubic foot a minute. */
export const M3S_PER_CFM = METRES_PER_FOOT ** 3 / 60;
/** Kilograms in a pound. Source: NIST Special Publication 811, appendix B. */
export const KG_PER_POUND = 0.45359237;
/** Indoor airflow that a system is laid out for, cfm a ton. Common practice, no source. */
export const USUAL_CFM_PER_TON = 400;
/** International table Btu per hour in watts. */
export const WATTS_PER_BTUH = 0.29307107;
/** Btu/h in a ton of refrigeration. */
export const BTUH_PER_TON = 12000;

/**
 * A temperature in degrees Fahrenheit.
 * @param celsius °C
 * @returns °F
 * @example fahrenheitFromC(35) // 95
 */
export const fahrenheitFromC = (celsius: number): number => celsius * 1.8 + 32;
/**
 * A temperature in degrees Celsius.
 * @param fahrenheit °F
 * @returns °C
 * @example celsiusFromF(95) // 35
 */
export const celsiusFromF = (fahrenheit: number): number => (fahrenheit - 32) / 1.8;
/**
 * A temperature difference: no offset.
 * @param kelvins difference, K
 * @returns difference, °F
 * @example fahrenheitDiffFromC(10) // 18
 */
export const fahrenheitDiffFromC = (kelvins: number): number => kelvins * 1.8;

/** The units a reader wants. */
export type UnitSystem = 'us' | 'si';
