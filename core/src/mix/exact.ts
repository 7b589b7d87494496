import Fraction from 'fraction.js';
import { CoreError } from '../errors';

/**
 * A finite decimal as an exact rational, so that a chain of dilutions rounds once, at the end.
 * @throws CoreError not-a-number, naming `field`
 */
export function exact(field: string, value: number): Fraction {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new CoreError('not-a-number', field, `${field} must be a number.`);
  }
  return new Fraction(value);
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
