import { CoreError } from '../../errors';
import { checkFindingStep, isOpenFinding } from '../findingLife';
import { findingsHere } from '../findingsHere';
import { checkQuoteAnswer, quotedFindings } from '../quote';
import { refuse, type Checks } from './common';

/** Findings, quotes and their answers. */
export const FINDINGS: Checks = {
  'finding.step': (state, event, frame) => {
    const life = findingsHere(frame.earlier?.() ?? [], state).find((row) => row.findingId === event.data.findingId);
    checkFindingStep(event.data, life, (licence) => frame.holds?.(event.by, licence) ?? false, event.at.slice(0, 10));
  },
  'finding.closed': (state, event, frame) => {
    const life = findingsHere(frame.earlier?.() ?? [], state).find((row) => row.findingId === event.data.findingId);
    if (!life) throw new CoreError('unknown', 'data.findingId', 'This system has no such finding.');
    if (!isOpenFinding(life)) refuse('data.findingId', 'It is done with already.');
  },
  'quote.made': (state, event, frame) => {
    const known = new Set(findingsHere(frame.earlier?.() ?? [], state).map((row) => row.findingId));
    if (quotedFindings(event.data.options).some((id) => !known.has(id)))
      throw new CoreError('unknown', 'data.options', 'The quote names a finding that this system does not have.');
  },
  'quote.answered': (state, event) => checkQuoteAnswer(event.data, state.quotes),
};
