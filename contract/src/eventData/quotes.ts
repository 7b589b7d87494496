import { ANSWER_WAYS } from '@elm-mist/core/run';
import { array, object } from 'yup';
import { oneOf, optionalWords, words, text, uuidField, keyWords, isoDay, money, percent } from '../fields';
import { strokes } from './signature';

/** One way that a quote offers. */
const quoteOption = () =>
  object({
    id: keyWords('The way', 40),
    name: words('The way’s name', 80),
    leaves: optionalWords('What it leaves', 300),
    lines: array(
      object({
        id: keyWords('A line', 80),
        words: words('A line’s words', 160),
        quantity: money('The quantity'),
        net: money('A line’s price'),
        taxPct: percent('The tax'),
        tax: money('A line’s tax'),
        findingId: uuidField('The finding').nullable().defined('Say which finding a line is for, or none.'),
      }),
    )
      .required('The lines are missing.')
      .min(1, 'A quote has one line at least.')
      .max(80, '80 lines at most.'),
    net: money('The sum'),
    tax: money('The tax in all'),
    total: money('The total'),
  });

/** What is offered for findings, and what the customer says. */
export const QUOTES = {
  'quote.made': object({
    number: words('The number', 30),
    currency: text()
      .required('The currency is missing.')
      .matches(/^[A-Z]{3}$/, 'The currency must be a code of three letters, such as USD.'),
    options: array(quoteOption())
      .required('The ways to do it are missing.')
      .min(1, 'Offer one way at least.')
      .max(4, 'Offer four ways at most.'),
    validUntil: isoDay('Valid until'),
    note: optionalWords('The note', 2000),
  }),
  'quote.answered': object({
    quoteId: uuidField('The quote'),
    optionId: keyWords('The way', 40).nullable().defined('Say which way was taken, or none.'),
    name: optionalWords('The name', 80),
    how: oneOf('How it was answered', ANSWER_WAYS),
    strokes: strokes(),
    words: optionalWords('What was said', 300),
  }),
};
