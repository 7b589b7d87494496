import type { BecauseInput, RuleRef } from '../because';

/** What one stage of a decision gives: its outcome, what it looked at, and the rules behind it. Reasons are drawn from this and from nothing else. */
export interface Staged<T> {
  value: T;
  inputs: readonly BecauseInput[];
  rules: readonly RuleRef[];
}
