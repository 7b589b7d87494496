import type { RuleRef, Source } from '../because';
import type { MethodFacts } from './methodFacts';

/** A plain value, a list of allowed values, or a numeric range. For list facts: `includes`. */
export type Matcher<V> = V | readonly V[] | { min?: number; max?: number } | { includes: unknown };

export type When = { readonly [K in keyof MethodFacts]?: Matcher<MethodFacts[K]> };

/** One row of a rule table: when these facts hold, then this follows, because of that. */
export interface Rule<T> {
  id: string;
  when: When;
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

/** True when every fact named in `when` matches; an unknown (null) fact matches no range. */
export function matches(when: When, facts: MethodFacts): boolean {
  return (Object.keys(when) as (keyof MethodFacts)[]).every((key) => matchOne(facts[key], when[key]));
}

export const firstMatch = <T>(rules: readonly Rule<T>[], facts: MethodFacts): Rule<T> | undefined =>
  rules.find((rule) => matches(rule.when, facts));

export const allMatches = <T>(rules: readonly Rule<T>[], facts: MethodFacts): Rule<T>[] =>
  rules.filter((rule) => matches(rule.when, facts));

export const refOf = (rule: Rule<unknown>): RuleRef => ({ id: rule.id, because: rule.because, source: rule.source });
