import { tableOf } from '../errors';
import type { Quantity } from '../units';

/** Where a rule or figure comes from. `memory`: a published figure written down from memory, to be checked. */
export type SourceKind = 'published' | 'common-practice' | 'memory' | 'label' | 'house-rule' | 'arithmetic';

/** Where a rule or a figure comes from. */
export interface Source {
  kind: SourceKind;
  /** Publication, or the page of the project's notes; empty for common practice. */
  name: string;
}

/** One fact that a result rests on. */
export interface BecauseInput {
  label: string;
  /** Either plain words or a quantity that is formatted in the reader's units. */
  text?: string;
  quantity?: Quantity;
}

/** A rule that was applied, with its source. */
export interface RuleRef {
  id: string;
  because: string;
  source: Source;
}

/** Everything the Because sheet shows for one number or decision: inputs → rules → result, and what would change it. */
export interface Because {
  /** Stable name of the decision, e.g. "strength". */
  id: string;
  title: string;
  result: BecauseInput;
  inputs: BecauseInput[];
  rules: RuleRef[];
  /** Other schools and the nearest change that would alter the result; empty when nothing would. */
  changes: string[];
}

/** The trade’s habit, with no source. */
export const commonPractice: Source = { kind: 'common-practice', name: '' };
/** Nothing but reckoning. */
export const arithmetic: Source = { kind: 'arithmetic', name: '' };
/** The label of the cleaner. */
export const fromLabel: Source = { kind: 'label', name: 'the cleaner’s label' };
/** The shop’s own rules. */
export const fromHouseRule: Source = { kind: 'house-rule', name: 'this shop’s house rules' };
/**
 * A source whose figure is from memory.
 * @param name as it is written
 * @returns the source, marked so
 * @example fromMemory('a handbook').kind // 'memory'
 */
export const fromMemory = (name: string): Source => ({ kind: 'memory', name });

const SOURCE_WORDS: Record<SourceKind, (name: string) => string> = tableOf('source', {
  published: (name) => name,
  'common-practice': () => 'Common practice, no source',
  memory: (name) => `${name} (figure from memory)`,
  label: (name) => `From ${name}`,
  'house-rule': (name) => `From ${name}`,
  arithmetic: () => 'Arithmetic',
});

/**
 * A source as it is named to a reader.
 * @param source of a rule or figure
 * @returns words
 * @example sourceText(arithmetic) // 'Arithmetic'
 */
export const sourceText = (source: Source): string => SOURCE_WORDS[source.kind](source.name);
