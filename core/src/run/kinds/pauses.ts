import { LEAST_REASON } from '../lockout';
import { checkResuming, checkSuspending } from '../suspend';
import { pauseOf } from '../visitSteps';
import { foamWords } from './guards';
import { refuse, stamp, type Kinds } from './kind';

/** A visit left to wait for parts, and gone on with. */
export const PAUSES = {
  'visit.suspended': {
    words: () => 'the pause',
    page: null,
    aboutPeople: ['reason', 'lies', 'told'],
    check: (state, event) => {
      for (const coilId of Object.keys(state.hand)) {
        const foam = foamWords(state, coilId);
        if (foam) refuse('kind', `${foam}: rinse it before the visit is left.`);
      }
      checkSuspending(state, event.data, LEAST_REASON);
    },
    reduce: (state, event) => {
      state.pauses.push({ ...stamp(event, event.data), resumed: null });
    },
  },
  'visit.resumed': {
    words: () => 'going on again',
    page: null,
    aboutPeople: ['note'],
    still: { paused: 'added' },
    check: (state, event) => {
      const pause = pauseOf(state);
      if (!pause) refuse('kind', 'The visit is not waiting for anything.');
      else checkResuming(state, pause, event.data);
    },
    reduce: (state, event) => {
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
  },
} satisfies Partial<Kinds>;
