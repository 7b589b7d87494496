/**
 * As `expect(is).toBe(wanted)`, for checks that are asked a million times: where it holds, no `expect` is made, which costs more than most of what it asks.
 * @param is what is
 * @param wanted what it has to be
 */
export function same(is: unknown, wanted: unknown): void {
  if (!Object.is(is, wanted)) expect(is).toBe(wanted);
}

/**
 * As `same`, for what is one of some words.
 * @param is what is
 * @param wanted the words that it may be
 */
export function oneOf(is: unknown, wanted: readonly unknown[]): void {
  if (!wanted.includes(is)) expect(wanted).toContain(is);
}

/**
 * As `same`, for rows that have to be none.
 * @param rows what there is
 */
export function none(rows: readonly unknown[]): void {
  if (rows.length > 0) expect(rows).toEqual([]);
}

/**
 * As `same`, for keys in any order.
 * @param is the keys there are
 * @param wanted the keys there have to be
 */
export function sameKeys(is: ReadonlySet<unknown>, wanted: ReadonlySet<unknown>): void {
  if (is.size !== wanted.size || [...is].some((key) => !wanted.has(key))) expect(is).toEqual(wanted);
}
