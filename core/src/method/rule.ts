import type { RuleRef, Source } from '../because';

/** A plain value, a list of allowed values, or a numeric range. For list facts: `includes`. */
export type Matcher<V> = V | readonly V[] | { min?: number; max?: number } | { includes: unknown };

/** Which facts have to hold, and how; a fact that is not named may be anything. */
export type When<F> = { readonly [K in keyof F]?: Matcher<F[K]> };

/** One row of a rule table: when these facts hold, then this follows, because of that. */
export interface Rule<F, T> {
  id: string;
  when: When<F>;
  then: T;
  because: string;
  source: Source;
}

function matchOne(value: unknown, matcher: unknown): boolean {
  if (Array.isArray(matcher)) return matcher.includes(value);
  if (typeof matcher === 'object' && matcher !== null) {
    if ('includes' in matcher) return Array.isArray(value) && value.includes(matcher.includes);
    const { min = -Infinity, max = Infinity } = matcher as { min?: number; max?: number };
    return typeof value === 'number' && value >= min && value <= max;
  }
  return value === matcher;
}

/**
 * Whether every fact named in `when` matches; an unknown (null) fact matches no range.
 * @param when facts and how they have to be
 * @param facts as they are
 * @param added facts that a stage adds to these: the wide object is not copied for them
 * @example matches({ grade: { min: 2 } }, { grade: 3 }) // true
 */
export function matches<F extends object, A extends object = object>(when: When<F & A>, facts: F, added?: A): boolean {
  // No list of keys is made: this runs some thousand times for one plan.
  for (const name in when) {
    const key = name as keyof When<F & A>;
    const from = (added && key in added ? added : facts) as F & A;
    if (!matchOne(from[key], when[key])) return false;
  }
  return true;
}

/**
 * The first row whose facts hold.
 * @param rules a table, read from the top
 * @param facts as they are
 * @param added facts that a stage adds to these
 * @example firstMatch([], {}) // undefined
 */
export const firstMatch = <F extends object, A extends object, T>(
  rules: readonly Rule<F & A, T>[],
  facts: F,
  added?: A,
): Rule<F & A, T> | undefined => rules.find((rule) => matches(rule.when, facts, added));

/**
 * Every row whose facts hold.
 * @param rules a table
 * @param facts as they are
 * @param added facts that a stage adds to these
 * @example allMatches([], {}) // []
 */
export const allMatches = <F extends object, A extends object, T>(
  rules: readonly Rule<F & A, T>[],
  facts: F,
  added?: A,
): Rule<F & A, T>[] => rules.filter((rule) => matches(rule.when, facts, added));

/**
 * A row as a reason names it.
 * @param rule a row of any table
 * @example refOf({ id: 'a', when: {}, then: 1, because: 'So it is.', source: { kind: 'arithmetic', name: '' } }).id // "a"
 */
export const refOf = (rule: { id: string; because: string; source: Source }): RuleRef => ({
  id: rule.id,
  because: rule.because,
  source: rule.source,
});
