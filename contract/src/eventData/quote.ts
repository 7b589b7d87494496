import { array, object } from 'yup';
import { keyWords, money, optionalWords, percent, uuidField, words } from '../fields';

/** One way that a quote offers. */
export const quoteOption = () =>
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
