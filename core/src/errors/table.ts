import { CoreError } from './coreError';

/** Keys that languages and tools ask any object for. */
const ASKED_OF_ANY = new Set<PropertyKey>(['toJSON', 'then', 'nodeType', 'asymmetricMatch', '$$typeof']);

/**
 * A table whose rows are asked for by words that come from outside: a word that it does not have is a bad input, and not an undefined row. What it has costs no
 * more to look up; only a miss reaches the prototype.
 * @param field what an error names
 * @param rows by their words
 * @returns the same rows
 * @throws CoreError unknown, when a row that is not there is asked for
 * @example tableOf('sun', { shade: 0 }).shade // 0
 */
export function tableOf<T extends object>(field: string, rows: T): T {
  const missing = new Proxy(Object.prototype, {
    get: (any, key, self): unknown => {
      if (typeof key === 'symbol' || ASKED_OF_ANY.has(key) || key in any) return Reflect.get(any, key, self);
      throw new CoreError('unknown', field, `There is no ${field} called ${key.slice(0, 40)}.`);
    },
  });
  return Object.setPrototypeOf(rows, missing) as T;
}
