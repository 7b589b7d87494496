import { isDeepStrictEqual } from 'node:util';
import { Problem } from '../http/problem';

const plain = (value: unknown): unknown => (value === undefined ? null : (JSON.parse(JSON.stringify(value)) as unknown));
const same = (a: unknown, b: unknown): boolean => isDeepStrictEqual(plain(a), plain(b));
const shown = (value: unknown): string =>
  value === null || value === undefined || value === ''
    ? 'nothing'
    : typeof value === 'object'
      ? 'something else'
      : `"${typeof value === 'string' ? value : JSON.stringify(value)}"`;

/**
 * A change laid over the record as it is now. What was not touched stays as somebody else left it; what both changed, to different ends, is for
 * people to decide.
 * @param now the record, in the shape of the input
 * @param wanted the whole of it as it was sent
 * @param was what it was when the change was begun; undefined when it is meant whatever it was
 * @returns what to write
 * @throws Problem 409 `changed-meanwhile`, naming each field that both changed
 */
export function overlaid<T extends object>(now: T, wanted: T, was: Partial<T> | undefined): T {
  if (was === undefined) return wanted;
  const result = { ...now };
  const fields: Record<string, { was: unknown; now: unknown; wanted: unknown }> = {};
  for (const key of Object.keys(wanted) as (keyof T & string)[]) {
    if (!(key in was) || same(wanted[key], was[key])) {
      if (!(key in was)) result[key] = wanted[key];
      continue;
    }
    if (!same(now[key], was[key]) && !same(now[key], wanted[key])) fields[key] = { was: was[key], now: now[key], wanted: wanted[key] };
    else result[key] = wanted[key];
  }
  const names = Object.keys(fields);
  if (names.length > 0) {
    const messages = Object.fromEntries(names.map((name) => [name, `Somebody changed this meanwhile, to ${shown(fields[name]?.now)}.`]));
    throw new Problem(409, 'changed-meanwhile', 'Somebody changed the same thing meanwhile.', messages, { fields });
  }
  return result;
}
