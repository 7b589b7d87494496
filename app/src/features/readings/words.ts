import type { ComparedLine, Figure } from '@elm-mist/core';

/** What a compared line says. */
export const LINE_WORDS: Record<ComparedLine['verdict'], string> = {
  better: 'better',
  same: 'the same',
  worse: 'worse',
  explained: 'no measure',
  'not-comparable': 'not comparable',
};

/** What the comparison says as a whole. */
export const WHOLE_WORDS = {
  better: 'The wash shows: better.',
  same: 'No change that these readings can show.',
  worse: 'Worse than before.',
  open: 'Not comparable yet.',
} as const;

/** What a figure says by itself. */
export const FIGURE_WORDS: Record<NonNullable<Figure['verdict']>, string> = {
  low: 'low',
  fine: 'as usual',
  high: 'high',
  unsure: 'too uncertain to say',
};
