import Fraction from 'fraction.js';
import { CoreError } from '../errors';

/** No amount of the trade is larger, whatever its unit. */
const MOST = 1e12;

/**
 * A finite decimal as an exact rational, so that a chain of dilutions rounds once, at the end.
 * @throws CoreError not-a-number | out-of-range, naming `field`
 */
export function exact(field: string, value: number): Fraction {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new CoreError('not-a-number', field, `${field} must be a number.`);
  }
  if (Math.abs(value) > MOST) throw new CoreError('out-of-range', field, `${field} must be at most ${MOST}; got ${value}.`);
  // By its decimal digits, so that 4.7 is 47/10; the library's own reading of a double searches for a fraction and is slow.
  return new Fraction(decimalText(value));
}

/** A double's shortest decimal text without an exponent. */
function decimalText(value: number): string {
  const text = String(value);
  return text.includes('e') ? value.toFixed(20) : text;
}

/** As `exact`, and above zero. @throws CoreError out-of-range */
export function exactPositive(field: string, value: number): Fraction {
  const fraction = exact(field, value);
  if (fraction.compare(0) <= 0) throw new CoreError('out-of-range', field, `${field} must be more than zero; got ${value}.`);
  return fraction;
}

/** As `exact`, and zero or above. @throws CoreError out-of-range */
export function exactNonNegative(field: string, value: number): Fraction {
  const fraction = exact(field, value);
  if (fraction.compare(0) < 0) throw new CoreError('out-of-range', field, `${field} must not be below zero; got ${value}.`);
  return fraction;
}
