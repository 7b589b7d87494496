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

/**
 * Input as the schema's type, unknown keys dropped. @throws ContractError naming every field at fault
 */
export function parseInput<T>(schema: Schema<T>, input: unknown): T {
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
