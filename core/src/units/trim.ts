import { requireInRange } from '../errors';

/**
 * Up to `digits` decimals, trailing zeros dropped. @example trimDecimals(4.10, 2) // "4.1"
 * @param value a finite number
 * @param digits most decimals that are shown
 * @returns text without idle noughts
 * @throws CoreError not-a-number | out-of-range `digits`
 */
export function trimDecimals(value: number, digits: number): string {
  const text = value.toFixed(requireInRange('digits', digits, 0, 20));
  const trimmed = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return trimmed === '-0' ? '0' : trimmed;
}
