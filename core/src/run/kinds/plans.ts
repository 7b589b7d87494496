import { stepRow } from '../../method';
import type { VisitEvent } from '../events';
import { runInOf } from '../powerUp';
import type { VisitState } from '../visitState';
import { knownCleaner, planFor } from './guards';
import { refuse, stamp, type Kinds, type VisitFrame } from './kind';
import { followPlan } from './sections';

/** A plan by which no cleaner is used otherwise than its label says. */
function checkPlan(_state: VisitState, { data: { plan, coilId } }: VisitEvent<'plan.made'>, frame: VisitFrame): void {
  if (plan.coilId !== coilId) refuse('data.plan.coilId', 'The plan is for another coil.');
  if (plan.cleanerId === null) return;
  const cleaner = knownCleaner(frame, plan.cleanerId, 'data.plan.cleanerId');
  if (plan.ending === 'condensate' && cleaner.rinseNeeded)
    refuse('data.plan.ending', `${cleaner.name} has to be rinsed off by hand: its label says so.`);
  if (!plan.dwell) return;
  const { minS, maxS } = plan.dwell;
  if (maxS === null && plan.ending !== 'condensate') refuse('data.plan.dwell.maxS', 'What is rinsed by hand has a longest dwell.');
  if (maxS !== null && maxS > cleaner.dwellMaxS)
    refuse('data.plan.dwell.maxS', `${cleaner.name} may stay on for ${cleaner.dwellMaxS} s at most; the plan says ${maxS} s.`);
  if (minS < cleaner.dwellMinS)
    refuse('data.plan.dwell.minS', `${cleaner.name} needs at least ${cleaner.dwellMinS} s; the plan says ${minS} s.`);
}

const stepName = (id: string): string => {
  const step = id.slice(id.indexOf('.') + 1);
  return stepRow(step).text.toLowerCase() || step;
};

/** What is going to be done, with what, and by how many. */
export const PLANS = {
  'plan.made': {
    words: () => 'a plan',
    page: 'plan',
    check: checkPlan,
    checkUndo: (state, plan) => {
      // With what and for how long foam went on is told by the plan of that moment: it stays in the record.
      if ((state.foamed[plan.data.coilId] ?? []).some((row) => row.at >= plan.at))
        refuse('data.eventId', 'Foam went on by the plans there were: they stay in the record. Note what differs and make another plan.');
    },
    reduce: (state, event) => {
      const { coilId, plan } = event.data;
      state.plans[coilId] = stamp(event, plan);
      followPlan(state, coilId, plan, event.at);
      state.powerUp = { ...state.powerUp, runInS: runInOf(Object.values(state.plans).map((row) => row.value)) };
    },
  },
  'mix.made': {
    words: () => 'a mix',
    page: 'mix',
    check: (state, event, frame) => {
      const plan = planFor(state, event.data.coilId);
      knownCleaner(frame, event.data.cleanerId, 'data.cleanerId');
      if (plan.cleanerId !== event.data.cleanerId) refuse('data.cleanerId', 'The plan for this coil uses another cleaner.');
    },
    reduce: (state, event) => {
      (state.mixes[event.data.coilId] ??= []).push(stamp(event, event.data));
    },
  },
  'task.begun': {
    words: ({ data }) => `begun: ${stepName(data.taskId)}`,
    page: 'run-sheet',
    reduce: (state, event) => {
      const task = state.tasks[event.data.taskId];
      state.tasks[event.data.taskId] = { begunAt: task?.begunAt ?? event.at, doneAt: task?.doneAt ?? null };
    },
  },
  'task.done': {
    words: ({ data }) => stepName(data.taskId),
    page: 'wash',
    reduce: (state, event) => {
      state.tasks[event.data.taskId] = { begunAt: state.tasks[event.data.taskId]?.begunAt ?? null, doneAt: event.at };
    },
  },
  'crew.changed': {
    words: () => 'who is there',
    page: 'run-sheet',
    reduce: (state, event) => {
      state.crew = event.data.people;
    },
  },
} satisfies Partial<Kinds>;
