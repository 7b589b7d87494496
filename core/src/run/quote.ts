import { CoreError } from '../errors';
import type { Stamped } from './stamped';

/** One line of a quote. Money is a decimal in words, such as 84.50, in the shop's currency; never a float. */
export interface QuoteLine {
  id: string;
  words: string;
  /** How many, a decimal in words. */
  quantity: string;
  /** Before tax. */
  net: string;
  /** Percent. */
  taxPct: string;
  tax: string;
  /** The finding it puts right; null for the wash itself and what is common to all. */
  findingId: string | null;
}

/** One way to do it, with what it leaves. */
export interface QuoteOption {
  id: string;
  name: string;
  /** What stays as it is when this is chosen; empty where nothing does. */
  leaves: string;
  lines: QuoteLine[];
  net: string;
  tax: string;
  total: string;
}

/** What a customer is offered. */
export interface QuoteMade {
  /** What it is called by: day and count. */
  number: string;
  /** ISO 4217. */
  currency: string;
  options: QuoteOption[];
  /** The last day that it holds, ISO. */
  validUntil: string;
  note: string;
}

/** How a customer answered. */
export const ANSWER_WAYS = ['signed', 'paper', 'told'] as const;
/** One of `ANSWER_WAYS`. */
export type AnswerWay = (typeof ANSWER_WAYS)[number];

/** The same in words. */
export const ANSWER_WAY_NAMES: Record<AnswerWay, string> = {
  signed: 'Signed here',
  paper: 'Signed on the printed sheet',
  told: 'Said so',
};

/** A signature: strokes of points, across and down in turn, in thousandths of the box it was written in. */
export type Strokes = number[][];

/** What the customer said to a quote. */
export interface QuoteAnswer {
  quoteId: string;
  /** The option that was taken; null where all were declined. */
  optionId: string | null;
  name: string;
  how: AnswerWay;
  strokes: Strokes;
  /** The customer's word. */
  words: string;
}

/** A quote with its answer. */
export interface Quote extends QuoteMade {
  quoteId: string;
  at: string;
  by: string;
  answer: Stamped<QuoteAnswer> | null;
}

/** Fewer points than this are a touch, not a name. */
const LEAST_POINTS = 8;

/**
 * Whether something was written.
 * @param strokes of a signature
 * @returns true with points enough to be a name
 * @example isSigned([]) // false
 */
export const isSigned = (strokes: Strokes): boolean => strokes.reduce((sum, stroke) => sum + stroke.length / 2, 0) >= LEAST_POINTS;

/**
 * Findings that a quote speaks of, each once.
 * @param options of the quote
 * @returns ids
 * @example quotedFindings([]) // []
 */
export const quotedFindings = (options: readonly Pick<QuoteOption, 'lines'>[]): string[] => [
  ...new Set(options.flatMap(({ lines }) => lines.flatMap((line) => line.findingId ?? []))),
];

/**
 * Refuses an answer that is none: to an unknown quote, a second one, an unknown option, without a name or a signature.
 * @throws CoreError unknown `data.quoteId` | `data.optionId` · not-allowed `data.quoteId` · missing `data.name` | `data.strokes` | `data.words`
 */
export function checkQuoteAnswer(answer: QuoteAnswer, quotes: readonly Quote[]): void {
  const quote = quotes.find((row) => row.quoteId === answer.quoteId);
  if (!quote) throw new CoreError('unknown', 'data.quoteId', 'This visit has no such quote.');
  if (quote.answer) throw new CoreError('not-allowed', 'data.quoteId', 'It is answered already: make a new quote.');
  if (answer.optionId === null) {
    if (answer.words.trim() === '') throw new CoreError('missing', 'data.words', 'Note what the customer said: it stands on the report.');
    return;
  }
  if (!quote.options.some((option) => option.id === answer.optionId))
    throw new CoreError('unknown', 'data.optionId', 'This quote has no such way to do it.');
  if (answer.name.trim() === '') throw new CoreError('missing', 'data.name', 'Write the name of who accepts.');
  if (answer.how === 'signed' && !isSigned(answer.strokes))
    throw new CoreError('missing', 'data.strokes', 'The signature is empty: sign in the box, or take the printed sheet.');
}
