import { stamp, type Reducers } from './reducer';

/** The end of a visit, its pauses, and what is told after it. */
export const CLOSING = {
  'close.checked': (state, event) => {
    state.closeChecks[event.data.item] = stamp(event, event.data);
  },
  'visit.signed': (state, event) => {
    state.signed = stamp(event, event.data);
  },
  'visit.suspended': (state, event) => {
    state.pauses.push({ ...stamp(event, event.data), resumed: null });
  },
  'visit.resumed': (state, event) => {
    const last = state.pauses.at(-1);
    if (!last || last.resumed) return;
    last.resumed = stamp(event, event.data);
    // Whoever goes on proves it dead again, and what was only wetted is dry again.
    state.lockouts = {};
    // It may have run since: an old stop says nothing of its rest.
    state.powerUp = { ...state.powerUp, stoppedAt: null };
    for (const coil of Object.values(state.sections))
      for (const [id, progress] of Object.entries(coil)) if (progress.phase === 'wet') coil[id] = { ...progress, phase: 'waits' };
  },
  'note.added': (state, event) => {
    state.notes.push(stamp(event, event.data.text));
  },
  'stock.used': (state, event) => {
    state.used[event.data.cleanerId] = stamp(event, event.data.litres);
  },
  'due.set': (state, event) => {
    const { coilId, date, why } = event.data;
    if (date === null) delete state.dueSet[coilId];
    else state.dueSet[coilId] = stamp(event, { date, why });
  },
  'upkeep.set': (state, event) => {
    const { upkeep, date, why } = event.data;
    if (date === null) delete state.upkeepSet[upkeep];
    else state.upkeepSet[upkeep] = stamp(event, { date, why });
  },
  'saving.told': (state, event) => {
    state.savingTold = stamp(event, event.data);
  },
  'past.noted': (state, event) => {
    state.past = stamp(event, event.data);
  },
  'visit.closed': (state, event) => {
    state.closed = stamp(event, event.data);
    state.closings.push({ at: event.at, by: event.by, reopened: null });
  },
  'visit.cancelled': (state, event) => {
    state.cancelled = stamp(event, event.data.reason);
  },
  'visit.reopened': (state, event) => {
    state.closed = null;
    state.cancelled = null;
    const last = state.closings.at(-1);
    if (last && !last.reopened) last.reopened = stamp(event, event.data.reason);
  },
  'event.undone': () => undefined,
} satisfies Partial<Reducers>;
