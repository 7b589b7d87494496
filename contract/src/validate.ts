import { CoreError } from '@elm-mist/core/errors';
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

/** Keys that every object inherits. As data they name no field, and they mislead code that indexes the object. */
const STRANGE_KEYS = new Set(['__proto__', 'constructor', 'prototype', 'toString', 'toJSON', 'valueOf', 'hasOwnProperty']);

/** No record is nested deeper. */
const DEEPEST = 60;
/** Most values in one input, lists and objects counted too. A schema that takes longer lists names its own figure. */
const MOST_VALUES = 10_000;
/** Up to so many values every field at fault is named; a larger input is refused at its first fault, since each fault costs 0.1 ms. */
const EVERY_FAULT = 400;

/**
 * Counts the values of an input, and stops at what makes it no data at all.
 * @throws ContractError for a key of the language, nesting without end, or more values than `most`
 */
function countValues(input: unknown, most: number): number {
  const path: string[] = [];
  let count = 0;
  const refuse = (message: string): never => {
    throw new ContractError({ [path.join('').replace(/^\./, '').slice(0, 60) || 'body']: message });
  };
  const walk = (value: unknown): void => {
    count += 1;
    if (count > most) refuse(`This is more than ${most} values. Send less at a time.`);
    if (typeof value !== 'object' || value === null) return;
    if (path.length > DEEPEST) refuse('This is nested too deep.');
    const step = (at: string, item: unknown) => {
      path.push(at);
      walk(item);
      path.pop();
    };
    if (Array.isArray(value)) {
      for (const [i, item] of (value as unknown[]).entries()) step(`[${i}]`, item);
      return;
    }
    for (const [key, item] of Object.entries(value)) {
      if (STRANGE_KEYS.has(key)) {
        path.push(`.${key}`);
        refuse(`There is no field "${key}".`);
      }
      step(`.${key}`, item);
    }
  };
  walk(input);
  return count;
}

/**
 * Input as the schema's type, unknown keys dropped.
 * @param most values that the input may hold, counting lists and objects
 * @throws ContractError naming every field at fault, or the first one of a large input
 */
export function parseInput<T>(schema: Schema<T>, input: unknown, most = MOST_VALUES): T {
  const abortEarly = countValues(input, most) > EVERY_FAULT;
  try {
    return schema.validateSync(input, { abortEarly, stripUnknown: true });
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
