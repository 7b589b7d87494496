/** Base of degree hours, °C: 65 °F, the usual one. From memory. */
export const DEGREE_BASE_C = 18.333;
