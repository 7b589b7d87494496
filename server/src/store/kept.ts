import { keepNewest } from './newest';
import type { Store } from './open';
import type { Scope } from './versions';

interface Entry {
  stamp: string;
  value: unknown;
}

/** Most values of one kind that are kept for one store. */
const MOST = 4000;
const kept = new WeakMap<Store, Map<string, Map<string, Entry>>>();

/**
 * A value read from the file once and kept until something it rests on is written. Never changed by whoever gets it.
 * @param kind what it is, and `key` which one of them
 * @param scopes what it rests on
 */
export function keptFor<T>(store: Store, kind: string, key: string, scopes: readonly Scope[], make: () => T): T {
  const kinds = kept.get(store) ?? new Map<string, Map<string, Entry>>();
  kept.set(store, kinds);
  const all = kinds.get(kind) ?? new Map<string, Entry>();
  kinds.set(kind, all);
  const stamp = store.versions.stamp(scopes);
  const known = all.get(key);
  if (known?.stamp === stamp) return known.value as T;
  const value = make();
  all.delete(key);
  all.set(key, { stamp, value });
  keepNewest(all, MOST);
  return value;
}
