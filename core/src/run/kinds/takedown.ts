import { POWER_SOURCES } from '../../equipment';
import { CoreError } from '../../errors';
import { provenDead } from '../lockoutOf';
import { PART_NAMES } from '../takedown';
import { refuse, stamp, type Kinds } from './kind';

/** What comes off the unit, and back on. */
export const TAKEDOWN = {
  'part.off': {
    words: ({ data }) => `${PART_NAMES[data.kind].toLowerCase()} off`,
    page: 'takedown',
    aboutPeople: ['which', 'note'],
    check: (state, event, frame) => {
      // Covers hide live terminals: nothing comes off before one source at least has been proven dead, but what only guards the face may.
      const anyOpen = POWER_SOURCES.some((source) => provenDead(state, frame.configuration, source));
      if (!anyOpen && event.data.kind !== 'guard') refuse('data.kind', 'Isolate and prove dead before anything but a guard comes off.');
    },
    reduce: (state, event) => {
      state.parts.push({ ...stamp(event, event.data), backAt: null });
    },
  },
  'part.back': {
    words: ({ data }, state) => {
      const part = state.parts.find((row) => row.eventId === data.partId);
      return part ? `${PART_NAMES[part.value.kind].toLowerCase()} back` : 'a part back';
    },
    page: 'takedown',
    check: (state, event) => {
      const part = state.parts.find((row) => row.eventId === event.data.partId);
      if (!part) throw new CoreError('unknown', 'data.partId', 'No such part came off on this visit.');
      if (part.backAt !== null) refuse('data.partId', 'This part is back on already.');
    },
    reduce: (state, event) => {
      for (const part of state.parts) if (part.eventId === event.data.partId) part.backAt = event.at;
    },
  },
  'wire.noted': {
    words: ({ data }) => `wire ${data.plug} ${data.terminal}`,
    page: 'takedown',
    aboutPeople: ['note'],
    reduce: (state, event) => {
      state.wires.push({ ...stamp(event, event.data), backAt: null });
    },
  },
  'wire.back': {
    words: () => 'a wire back',
    page: 'takedown',
    check: (state, event) => {
      const wire = state.wires.find((row) => row.eventId === event.data.wireId);
      if (!wire) throw new CoreError('unknown', 'data.wireId', 'No such wire was noted on this visit.');
      if (wire.backAt !== null) refuse('data.wireId', 'This wire is back already.');
    },
    reduce: (state, event) => {
      for (const wire of state.wires) if (wire.eventId === event.data.wireId) wire.backAt = event.at;
    },
  },
} satisfies Partial<Kinds>;
