import { coilRunOf, foamedSections } from '../coilRun';
import type { VisitEvent } from '../events';
import type { VisitState } from '../visitState';
import { refuse, stamp, type Kinds, type VisitFrame } from './kind';
import { changeSection } from './sections';

/** Pan, drain and float are those of an indoor coil. */
function indoorOnly(
  _state: VisitState,
  event: VisitEvent<'pan.poured' | 'drain.tested' | 'float.tested' | 'condensate.looked'>,
  frame: VisitFrame,
): void {
  const coil = frame.coils.find((row) => row.id === event.data.coilId);
  if (coil && coil.role !== 'evaporator') refuse('data.coilId', 'Only an indoor coil has a pan and a drain.');
}

/** What runs off an indoor coil: pan, drain, float. */
export const DRAIN = {
  'condensate.looked': {
    words: () => 'the look at pan and drain',
    page: 'wash',
    check: (state, event, frame) => {
      indoorOnly(state, event, frame);
      const run = coilRunOf(state, event.data.coilId);
      const waits = run ? foamedSections(run).some((section) => run.progress[section.id]?.foam?.ending === 'condensate') : false;
      if (!waits) refuse('data.coilId', 'No foam on this coil is being rinsed by condensate.');
      if (!state.powerUp.done.called) refuse('data.coilId', 'Power back and the thermostat calling first: nothing has run yet.');
    },
    reduce: (state, event) => {
      const { coilId, well } = event.data;
      state.looks[coilId] = stamp(event, well);
      for (const [id, progress] of Object.entries(state.sections[coilId] ?? {}))
        if (progress.foam?.ending === 'condensate')
          changeSection(state, coilId, id, (from) =>
            well
              ? { phase: 'clear', foam: null, rinsedAtMs: Date.parse(event.at) }
              : { foam: from.foam && { ...from.foam, ending: 'rinse' }, failedChecks: from.failedChecks + 1 },
          );
    },
  },
  'pan.poured': {
    words: () => 'a pour over the pan',
    page: 'wash',
    check: indoorOnly,
    reduce: (state, event) => {
      (state.pours[event.data.coilId] ??= []).push(stamp(event, event.data.litres));
    },
  },
  'drain.tested': {
    words: () => 'a drain test',
    page: 'wash',
    check: indoorOnly,
    reduce: (state, event) => {
      const { coilId, litres, seconds } = event.data;
      (state.drainTests[coilId] ??= []).push(stamp(event, { litres, seconds }));
    },
  },
  'float.tested': {
    words: () => 'a float test',
    page: 'wash',
    check: indoorOnly,
    reduce: (state, event) => {
      state.floatTests[event.data.coilId] = stamp(event, event.data.stops);
    },
  },
} satisfies Partial<Kinds>;
