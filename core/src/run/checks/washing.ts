import { CoreError } from '../../errors';
import { MOST_MISTS } from '../../method';
import { isAirOld } from '../visitSteps';
import { coilRunOf, foamedSections } from '../coilRun';
import type { VisitEvent } from '../events';
import type { VisitState } from '../visitState';
import { lockedOutFor, knownCleaner, planFor, refuse, type Checks, type VisitFrame } from './common';

function sectionCheck(
  state: VisitState,
  event: VisitEvent<'section.applied' | 'section.misted' | 'section.rinsed' | 'section.checked'>,
  frame: VisitFrame,
): void {
  const plan = planFor(state, event.data.coilId);
  const known = [...(state.hand[event.data.coilId] ?? []), ...plan.sections];
  if (!known.some((section) => section.id === event.data.sectionId)) {
    throw new CoreError('unknown', 'data.sectionId', `The plan has no section "${event.data.sectionId}".`);
  }
  lockedOutFor(state, event.data.coilId, frame);
  if (event.kind !== 'section.applied') return;
  if (isAirOld(state, frame.coils))
    refuse('data.sectionId', 'The air was noted before the pause: note it anew in Look before foam goes on.');
  if (plan.verdict !== 'wash' || !plan.dwell) refuse('data.sectionId', 'The plan as it stands puts no cleaner on this coil.');
  if (state.sections[event.data.coilId]?.[event.data.sectionId]?.foam)
    refuse('data.sectionId', 'Foam is on this section already: mist it, or rinse it first.');
}

/** Pan, drain and float are those of an indoor coil. */
function indoorCheck(
  _state: VisitState,
  event: VisitEvent<'pan.poured' | 'drain.tested' | 'float.tested' | 'condensate.looked'>,
  frame: VisitFrame,
): void {
  const coil = frame.coils.find((row) => row.id === event.data.coilId);
  if (coil && coil.role !== 'evaporator') refuse('data.coilId', 'Only an indoor coil has a pan and a drain.');
}

/** Plans, mixes and the work on the coils. */
export const WASHING: Checks = {
  'plan.made': (_state, event, frame) => {
    const { plan, coilId } = event.data;
    if (plan.coilId !== coilId) refuse('data.plan.coilId', 'The plan is for another coil.');
    if (plan.cleanerId === null) return;
    const cleaner = knownCleaner(frame, plan.cleanerId, 'data.plan.cleanerId');
    if (plan.ending === 'condensate' && cleaner.rinseNeeded) {
      refuse('data.plan.ending', `${cleaner.name} has to be rinsed off by hand: its label says so.`);
    }
    if (plan.dwell && plan.dwell.maxS === null && plan.ending !== 'condensate') {
      refuse('data.plan.dwell.maxS', 'What is rinsed by hand has a longest dwell.');
    }
    if (plan.dwell && plan.dwell.maxS !== null && plan.dwell.maxS > cleaner.dwellMaxS) {
      refuse('data.plan.dwell.maxS', `${cleaner.name} may stay on for ${cleaner.dwellMaxS} s at most; the plan says ${plan.dwell.maxS} s.`);
    }
    if (plan.dwell && plan.dwell.minS < cleaner.dwellMinS) {
      refuse('data.plan.dwell.minS', `${cleaner.name} needs at least ${cleaner.dwellMinS} s; the plan says ${plan.dwell.minS} s.`);
    }
  },
  'mix.made': (state, event, frame) => {
    const plan = planFor(state, event.data.coilId);
    knownCleaner(frame, event.data.cleanerId, 'data.cleanerId');
    if (plan.cleanerId !== event.data.cleanerId) refuse('data.cleanerId', 'The plan for this coil uses another cleaner.');
  },
  'coil.wetted': (state, event, frame) => {
    planFor(state, event.data.coilId);
    lockedOutFor(state, event.data.coilId, frame);
  },
  'section.applied': sectionCheck,
  'section.misted': (state, event, frame) => {
    sectionCheck(state, event, frame);
    const section = state.sections[event.data.coilId]?.[event.data.sectionId];
    if (!section?.foam) refuse('data.sectionId', 'There is no foam on this section to be misted.');
    if ((section?.foam?.mists ?? 0) >= MOST_MISTS)
      refuse('data.sectionId', 'Misted twice already: more water would only thin it. Rinse it.');
  },
  'section.rinsed': sectionCheck,
  'section.checked': sectionCheck,
  'foam.ranOff': (state, event) => {
    planFor(state, event.data.coilId);
  },
  'condensate.looked': (state, event, frame) => {
    indoorCheck(state, event, frame);
    const run = coilRunOf(state, event.data.coilId);
    const waits = run ? foamedSections(run).some((section) => run.progress[section.id]?.foam?.ending === 'condensate') : false;
    if (!waits) refuse('data.coilId', 'No foam on this coil is being rinsed by condensate.');
    if (!state.powerUp.done.called) refuse('data.coilId', 'Power back and the thermostat calling first: nothing has run yet.');
  },
  'pan.poured': indoorCheck,
  'drain.tested': indoorCheck,
  'float.tested': indoorCheck,
};
