import { quotedFindings } from '../quote';
import { stamp, type Reducers } from './reducer';

/** What was found, offered and answered. */
export const FINDINGS = {
  'finding.noted': (state, event) => {
    state.findings.push({ ...stamp(event, event.data), closedAt: null });
  },
  'finding.step': (state, event) => {
    state.findingSteps.push(stamp(event, event.data));
  },
  'finding.closed': (state, event) => {
    state.findingsClosed.push(event.data.findingId);
    for (const finding of state.findings) if (finding.eventId === event.data.findingId) finding.closedAt = event.at;
  },
  'quote.made': (state, event) => {
    state.quotes.push({ ...event.data, quoteId: event.id, at: event.at, by: event.by, answer: null });
    for (const findingId of quotedFindings(event.data.options))
      state.findingSteps.push(stamp(event, { findingId, step: 'offered', words: `Quote ${event.data.number}` }));
  },
  'quote.answered': (state, event) => {
    const { quoteId, optionId, words } = event.data;
    const quote = state.quotes.find((row) => row.quoteId === quoteId);
    if (!quote || quote.answer) return;
    quote.answer = stamp(event, event.data);
    const taken = quotedFindings(quote.options.filter((option) => option.id === optionId));
    for (const findingId of quotedFindings(quote.options))
      state.findingSteps.push(
        stamp(event, {
          findingId,
          step: taken.includes(findingId) ? 'accepted' : 'declined',
          words: words || `Quote ${quote.number}`,
        }),
      );
  },
} satisfies Partial<Reducers>;
