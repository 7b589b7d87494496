import { CoreError } from '../../errors';
import { checkFindingStep, FINDING_STANDING_NAMES, isOpenFinding, type FindingLife } from '../findingLife';
import { findingsHere } from '../findingsHere';
import type { VisitState } from '../visitState';
import { refuse, stamp, type Kinds, type VisitFrame } from './kind';

const lifeOf = (state: VisitState, findingId: string, frame: VisitFrame): FindingLife | undefined =>
  findingsHere(frame.earlier?.() ?? [], state).find((row) => row.findingId === findingId);

/** What was found, and what becomes of it. */
export const FINDINGS = {
  'finding.noted': {
    words: () => 'a finding',
    page: 'look',
    aboutPeople: ['note', 'action'],
    still: { paused: 'undone' },
    checkUndo: (state, event) => {
      if (state.findingSteps.some(({ value }) => value.findingId === event.id))
        refuse('data.eventId', 'Something came of this finding already: set it aside instead.');
    },
    reduce: (state, event) => {
      state.findings.push({ ...stamp(event, event.data), closedAt: null });
    },
  },
  'finding.step': {
    words: ({ data }) => `a finding ${FINDING_STANDING_NAMES[data.step].toLowerCase()}`,
    page: 'findings',
    aboutPeople: ['words'],
    // A customer answers days later: that changes nothing that was done.
    still: { closed: 'undone', paused: 'undone' },
    check: (state, event, frame) => {
      if (state.closed && (event.data.step === 'fixed' || event.data.step === 'done'))
        refuse('kind', 'The visit is closed: work is noted on the visit it was done on.');
      const life = lifeOf(state, event.data.findingId, frame);
      checkFindingStep(event.data, life, (licence) => frame.holds?.(event.by, licence) ?? false, event.at.slice(0, 10));
    },
    reduce: (state, event) => {
      state.findingSteps.push(stamp(event, event.data));
    },
  },
  'finding.closed': {
    words: () => 'a finding set aside',
    page: 'findings',
    aboutPeople: ['note'],
    still: { paused: 'undone' },
    check: (state, event, frame) => {
      const life = lifeOf(state, event.data.findingId, frame);
      if (!life) throw new CoreError('unknown', 'data.findingId', 'This system has no such finding.');
      if (!isOpenFinding(life)) refuse('data.findingId', 'It is done with already.');
    },
    reduce: (state, event) => {
      state.findingsClosed.push(event.data.findingId);
      for (const finding of state.findings) if (finding.eventId === event.data.findingId) finding.closedAt = event.at;
    },
  },
} satisfies Partial<Kinds>;
