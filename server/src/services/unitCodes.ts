import { unitCode } from '@elm-mist/core';
import type { Db } from '../store/open';
import * as t from '../store/schema';

/** Codes by system and systems by code, reckoned once for each: a code never changes. */
const KNOWN = new Map<string, string>();
const BY_CODE = new Map<string, string>();

/** A code as it is typed: signs that are taken for others, small letters and blanks are put right (Crockford's base 32, from memory). */
const asCode = (words: string): string | null => {
  const signs = words.trim().toUpperCase().replace(/[\s-]/g, '').replace(/O/g, '0').replace(/[IL]/g, '1');
  return /^[0-9A-HJKMNP-TV-Z]{8}$/.test(signs) ? `${signs.slice(0, 4)}-${signs.slice(4)}` : null;
};

/** The system that a label's short code names, put away or not; null where it is no code, or of no system of this shop. */
export function systemOfCode(db: Db, words: string): string | null {
  const code = asCode(words);
  if (code === null) return null;
  const ids = db.select({ id: t.system.id }).from(t.system).all();
  for (const { id } of ids) {
    if (KNOWN.has(id)) continue;
    const own = unitCode(id);
    KNOWN.set(id, own);
    BY_CODE.set(own, id);
  }
  const found = BY_CODE.get(code);
  return found !== undefined && ids.some(({ id }) => id === found) ? found : null;
}
