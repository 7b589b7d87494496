import type { Quantity } from '../units';

/** Where a rule or figure comes from. `memory`: a published figure written down from memory, to be checked. */
export type SourceKind = 'published' | 'common-practice' | 'memory' | 'label' | 'house-rule' | 'arithmetic';

export interface Source {
  kind: SourceKind;
  /** Publication, or the page of the project's notes; empty for common practice. */
  name: string;
}

export interface BecauseInput {
  label: string;
  /** Either plain words or a quantity that is formatted in the reader's units. */
  text?: string;
  quantity?: Quantity;
}

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

export const commonPractice: Source = { kind: 'common-practice', name: '' };
export const arithmetic: Source = { kind: 'arithmetic', name: '' };
export const fromLabel: Source = { kind: 'label', name: 'the cleaner’s label' };
export const fromHouseRule: Source = { kind: 'house-rule', name: 'this shop’s house rules' };
export const published = (name: string): Source => ({ kind: 'published', name });
export const fromMemory = (name: string): Source => ({ kind: 'memory', name });

const SOURCE_WORDS: Record<SourceKind, (name: string) => string> = {
  published: (name) => name,
  'common-practice': () => 'Common practice, no source',
  memory: (name) => `${name} (figure from memory)`,
  label: (name) => `From ${name}`,
  'house-rule': (name) => `From ${name}`,
  arithmetic: () => 'Arithmetic',
};

export const sourceText = (source: Source): string => SOURCE_WORDS[source.kind](source.name);
