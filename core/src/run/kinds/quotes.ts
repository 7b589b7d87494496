import { CoreError } from '../../errors';
import { findingsHere } from '../findingsHere';
import { checkQuoteAnswer, quotedFindings } from '../quote';
import { stamp, type Kinds } from './kind';

/** What is offered for findings, and what the customer says. */
export const QUOTES = {
  'quote.made': {
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
