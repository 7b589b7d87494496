import { unitCode } from '@elm-mist/core/record';
import { sql } from 'drizzle-orm';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Db } from '../store/open';
import * as t from '../store/schema';

/** Systems by code, of each file as far as it was read: a code never changes, and no system goes away. */
const known = new WeakMap<Db, { byCode: Map<string, string>; upTo: number }>();
/** So many are reckoned before others' requests have their turn. */
const AT_ONCE = 40;

/** A code as it is typed: signs that are taken for others, small letters and blanks are put right (Crockford's base 32, from memory). */
const asCode = (words: string): string | null => {
  const signs = words.trim().toUpperCase().replace(/[\s-]/g, '').replace(/O/g, '0').replace(/[IL]/g, '1');
  return /^[0-9A-HJKMNP-TV-Z]{8}$/.test(signs) ? `${signs.slice(0, 4)}-${signs.slice(4)}` : null;
};

/** The system that a label's short code names, put away or not; null where it is no code, or of no system of this shop. */
export async function systemOfCode(db: Db, words: string): Promise<string | null> {
  const code = asCode(words);
  return code === null ? null : ((await codesAhead(db)).get(code) ?? null);
}

/** Systems by code, all that there are by now. */
export async function codesAhead(db: Db): Promise<ReadonlyMap<string, string>> {
  const codes = known.get(db) ?? { byCode: new Map<string, string>(), upTo: 0 };
  known.set(db, codes);
  while (readMore(db, codes) === AT_ONCE) await nextTurn();
  return codes.byCode;
}

/** @returns how many systems were new */
function readMore(db: Db, codes: { byCode: Map<string, string>; upTo: number }): number {
  const rows = db
    .select({ id: t.system.id, row: sql<number>`rowid` })
    .from(t.system)
    .where(sql`rowid > ${codes.upTo}`)
    .orderBy(sql`rowid`)
    .limit(AT_ONCE)
    .all();
  for (const { id } of rows) codes.byCode.set(unitCode(id), id);
  codes.upTo = rows.at(-1)?.row ?? codes.upTo;
  return rows.length;
}
