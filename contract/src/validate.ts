import { CoreError } from '@elm-mist/core';
import { ValidationError, type AnyObject, type ObjectSchema, type Schema, type TestContext } from 'yup';

/** Bad input at the border: one sentence for each field at fault, keyed by its path. */
export class ContractError extends Error {
  readonly fields: Record<string, string>;

  constructor(fields: Record<string, string>) {
    super(Object.values(fields)[0] ?? 'The input is not valid.');
    this.name = 'ContractError';
    this.fields = fields;
  }
}

/** Keys that every object has from its language: as data they are no field of anything, and trip whoever takes the object for one. */
const STRANGE_KEYS = ['__proto__', 'constructor', 'prototype', 'toString', 'toJSON', 'valueOf', 'hasOwnProperty'];

/** No record is nested deeper. */
const DEEPEST = 60;

/** What makes input no data at all: such a key, or nesting without end. By its path; null where there is nothing of it. */
function strangeInput(input: unknown, path = '', depth = 0): { path: string; message: string } | null {
  if (typeof input !== 'object' || input === null) return null;
  if (depth > DEEPEST) return { path: path.slice(0, 60), message: 'This is nested too deep to be anything.' };
  for (const [key, value] of Object.entries(input)) {
    const here = Array.isArray(input) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`;
    if (!Array.isArray(input) && STRANGE_KEYS.includes(key)) return { path: here, message: `There is no field "${key}".` };
    const deeper = strangeInput(value, here, depth + 1);
    if (deeper !== null) return deeper;
  }
  return null;
}

/**
 * Input as the schema's type, unknown keys dropped. @throws ContractError naming every field at fault
 */
export function parseInput<T>(schema: Schema<T>, input: unknown): T {
  const strange = strangeInput(input);
  if (strange !== null) throw new ContractError({ [strange.path]: strange.message });
  try {
    return schema.validateSync(input, { abortEarly: false, stripUnknown: true });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const problems = error.inner.length > 0 ? error.inner : [error];
    throw new ContractError(Object.fromEntries(problems.map((problem) => [problem.path || 'body', problem.message])));
  }
}

/**
 * Runs a check of core inside a schema test, so that its field and its words come through.
 * @param prefix put before core's field name, e.g. "geometry"
 */
export function coreTest(context: TestContext<AnyObject>, check: () => void, prefix = context.path): true | ValidationError {
  try {
    check();
    return true;
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    const path = prefix ? `${prefix}.${error.field}` : error.field;
    return context.createError({ path, message: error.message });
  }
}

export type { ObjectSchema };
