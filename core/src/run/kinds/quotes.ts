import { array, object } from 'yup';
import { CoreError } from '../../errors';
import { isoDay, keyWords, moneyField, oneOf, optionalWords, percent, text, uuidField, words } from '../../fields';
import { findingsHere } from '../findingsHere';
import { ANSWER_WAYS, checkQuoteAnswer, quotedFindings } from '../quote';
import { strokes } from './holds/signature';
import { stamp, type Kinds } from './kind';

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
        quantity: moneyField('The quantity'),
        net: moneyField('A line’s price'),
        taxPct: percent('The tax'),
        tax: moneyField('A line’s tax'),
        findingId: uuidField('The finding').nullable().defined('Say which finding a line is for, or none.'),
      }),
    )
      .required('The lines are missing.')
      .min(1, 'A quote has one line at least.')
      .max(80, '80 lines at most.'),
    net: moneyField('The sum'),
    tax: moneyField('The tax in all'),
    total: moneyField('The total'),
  });

/** What is offered for findings, and what the customer says. */
export const QUOTES = {
  'quote.made': {
    holds: () =>
      object({
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
    words: ({ data }) => `quote ${data.number}`,
    page: null,
    aboutPeople: ['note', 'options.*.leaves'],
    still: { closed: 'added', paused: 'added' },
    check: (state, event, frame) => {
      const here = new Set(findingsHere(frame.earlier?.() ?? [], state).map((row) => row.findingId));
      if (quotedFindings(event.data.options).some((id) => !here.has(id)))
        throw new CoreError('unknown', 'data.options', 'The quote names a finding that this system does not have.');
    },
    reduce: (state, event) => {
      state.quotes.push({ ...event.data, quoteId: event.id, at: event.at, by: event.by, answer: null });
      for (const findingId of quotedFindings(event.data.options))
        state.findingSteps.push(stamp(event, { findingId, step: 'offered', words: `Quote ${event.data.number}` }));
    },
  },
  'quote.answered': {
    holds: () =>
      object({
        quoteId: uuidField('The quote'),
        optionId: keyWords('The way', 40).nullable().defined('Say which way was taken, or none.'),
        name: optionalWords('The name', 80),
        how: oneOf('How it was answered', ANSWER_WAYS),
        strokes: strokes(),
        words: optionalWords('What was said', 300),
      }),
    words: () => 'the answer to a quote',
    page: null,
    aboutPeople: ['name', 'words', 'strokes'],
    still: { closed: 'added', paused: 'added' },
    check: (state, event) => checkQuoteAnswer(event.data, state.quotes),
    reduce: (state, event) => {
      const { quoteId, optionId, words: said } = event.data;
      const quote = state.quotes.find((row) => row.quoteId === quoteId);
      if (!quote || quote.answer) return;
      quote.answer = stamp(event, event.data);
      const taken = quotedFindings(quote.options.filter((option) => option.id === optionId));
      for (const findingId of quotedFindings(quote.options))
        state.findingSteps.push(
          stamp(event, {
            findingId,
            step: taken.includes(findingId) ? 'accepted' : 'declined',
            words: said || `Quote ${quote.number}`,
          }),
        );
    },
  },
} satisfies Partial<Kinds>;
