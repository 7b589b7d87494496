import type { Db } from './open';

const statements = new WeakMap<Db, Map<string, unknown>>();

/**
 * A statement built and prepared once for a file, for what is asked with every request: building it anew takes longer than running it.
 * @param name of its own for each statement
 */
export function prepared<T>(db: Db, name: string, build: () => T): T {
  const all = statements.get(db) ?? new Map<string, unknown>();
  statements.set(db, all);
  const known = all.get(name);
  if (known !== undefined) return known as T;
  const made = build();
  all.set(name, made);
  return made;
}
