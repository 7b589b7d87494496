/** What kind of bad input was met. `out-of-range`: a number beyond what the trade or physics allows. */
export type CoreErrorCode = 'not-a-number' | 'out-of-range' | 'unreadable' | 'ambiguous' | 'unknown' | 'not-allowed' | 'missing';

/**
 * The only error that core throws on purpose.
 * `field` names the argument at fault in the caller's terms; `message` is a sentence a technician can act on.
 */
export class CoreError extends Error {
  readonly code: CoreErrorCode;
  readonly field: string;

  constructor(code: CoreErrorCode, field: string, message: string) {
    super(message);
    this.name = 'CoreError';
    this.code = code;
    this.field = field;
  }
}

/**
 * Returns `value` when it is a finite number inside the closed range, else throws.
 * @param field what an error names
 * @param value a finite number
 * @param min least that is allowed
 * @param max most that is allowed
 * @param unit shown in the message, e.g. "fins per inch"
 * @returns the value itself
 * @throws CoreError not-a-number | out-of-range
 * @example requireInRange('rows', 2, 1, 3) // 2
 */
export function requireInRange(field: string, value: number, min: number, max: number, unit = ''): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new CoreError('not-a-number', field, `${field} must be a number.`);
  }
  if (value < min || value > max) {
    const suffix = unit ? ` ${unit}` : '';
    throw new CoreError('out-of-range', field, `${field} must be between ${min} and ${max}${suffix}; got ${value}.`);
  }
  return value;
}

/**
 * Returns `value` when it is finite and above zero, else throws.
 * @param field what an error names
 * @param value a finite number
 * @returns the value itself
 * @throws CoreError not-a-number | out-of-range
 * @example requirePositive('areaM2', 2) // 2
 */
export function requirePositive(field: string, value: number): number {
  requireInRange(field, value, -Number.MAX_VALUE, Number.MAX_VALUE);
  if (value <= 0) throw new CoreError('out-of-range', field, `${field} must be more than zero; got ${value}.`);
  return value;
}

/**
 * Returns `value` when it is finite and zero or above, else throws.
 * @param field what an error names
 * @param value a finite number
 * @returns the value itself
 * @throws CoreError not-a-number | out-of-range
 * @example requireNonNegative('litres', 0) // 0
 */
export function requireNonNegative(field: string, value: number): number {
  requireInRange(field, value, -Number.MAX_VALUE, Number.MAX_VALUE);
  if (value < 0) throw new CoreError('out-of-range', field, `${field} must not be below zero; got ${value}.`);
  return value;
}
