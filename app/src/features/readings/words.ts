import type { Figure } from '@elm-mist/core/airside';

/** What a figure says by itself. */
export const FIGURE_WORDS: Record<NonNullable<Figure['verdict']>, string> = {
  low: 'low',
  fine: 'as usual',
  high: 'high',
  unsure: 'too uncertain to say',
};
