import { CoreError } from '../../errors';
import { checkCloseCheck, checkClosing, checkSignOff } from '../closing';
import { coilRunOf, foamedSections } from '../coilRun';
import { LEAST_REASON } from '../lockout';
import { foamWords, knownCleaner, reasonGiven } from './guards';
import { refuse, stamp, type Kinds } from './kind';

/** The end of a visit. */
export const CLOSING = {
  'note.added': {
    words: () => 'a note',
    page: 'close',
    aboutPeople: ['text'],
    still: { closed: 'undone', paused: 'undone', cancelled: 'added' },
    reduce: (state, event) => {
      state.notes.push(stamp(event, event.data.text));
    },
  },
  'stock.used': {
    words: () => 'an amount used',
    page: 'close',
    still: { closed: 'undone' },
    check: (_state, event, frame) => {
      knownCleaner(frame, event.data.cleanerId, 'data.cleanerId');
    },
    reduce: (state, event) => {
      state.used[event.data.cleanerId] = stamp(event, event.data.litres);
    },
  },
  'close.checked': {
    words: ({ data }) => (data.ok ? 'a tick at closing' : 'a reason at closing'),
    page: 'close',
    aboutPeople: ['reason'],
    check: (state, event, frame) => checkCloseCheck(state, frame.coils, event.data, LEAST_REASON),
    reduce: (state, event) => {
      state.closeChecks[event.data.item] = stamp(event, event.data);
    },
  },
  'visit.signed': {
    words: ({ data }) => (data.who === 'customer' ? 'a signature' : 'nobody in'),
    page: 'close',
    aboutPeople: ['name', 'reason', 'strokes'],
    check: (state, event) => checkSignOff(state, event.data),
    reduce: (state, event) => {
      state.signed = stamp(event, event.data);
    },
  },
  'visit.closed': {
    words: () => 'the closing',
    page: null,
    aboutPeople: ['note', 'why', 'coils.*.why', 'upkeep.*.why'],
    check: (state, event, frame) => {
      event.data.coils?.forEach(({ coilId }, i) => {
        if (!frame.coils.some((coil) => coil.id === coilId))
          throw new CoreError('unknown', `data.coils[${i}].coilId`, `This visit has no coil "${coilId}".`);
      });
      for (const coilId of Object.keys(state.hand)) {
        const run = coilRunOf(state, coilId);
        const byHand = run ? foamedSections(run).some((section) => run.progress[section.id]?.foam?.ending === 'rinse') : false;
        if (byHand) refuse('kind', `${foamWords(state, coilId) ?? ''}: rinse it before the visit is closed.`);
      }
      checkClosing(state, frame.coils);
    },
    reduce: (state, event) => {
      state.closed = stamp(event, event.data);
      state.closings.push({ at: event.at, by: event.by, reopened: null });
    },
  },
  'visit.cancelled': {
    words: () => 'the cancelling',
    page: null,
    aboutPeople: ['reason'],
    still: { paused: 'added' },
    check: (state, event) => {
      const foamed = Object.keys(state.hand).find((coilId) => foamWords(state, coilId));
      if (foamed) refuse('kind', `${foamWords(state, foamed) ?? ''}: rinse it before the visit is cancelled.`);
      if (state.parts.some((part) => part.backAt === null)) refuse('kind', 'Parts are off: put them back before the visit is cancelled.');
      reasonGiven(event.data.reason, ': it stays with the visit');
    },
    reduce: (state, event) => {
      state.cancelled = stamp(event, event.data.reason);
    },
  },
  'visit.reopened': {
    words: () => 'the opening again',
    page: null,
    aboutPeople: ['reason'],
    still: { closed: 'added', cancelled: 'added' },
    check: (state, event) => {
      if (!state.closed && !state.cancelled) refuse('kind', 'The visit is open already.');
      reasonGiven(event.data.reason, ': it stands on the report');
    },
    reduce: (state, event) => {
      state.closed = null;
      state.cancelled = null;
      const last = state.closings.at(-1);
      if (last && !last.reopened) last.reopened = stamp(event, event.data.reason);
    },
  },
  'event.undone': {
    words: () => 'an undo',
    page: null,
    still: { closed: 'added', paused: 'added' },
    // What stands against it depends on the kind it takes back (checkUndo); what it takes back is left out before the fold.
    reduce: () => undefined,
  },
} satisfies Partial<Kinds>;
