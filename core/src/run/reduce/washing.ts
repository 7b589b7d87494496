import { foamOn, misted } from '../foam';
import { changeSection, followPlan, sectionOf } from './sections';
import { stamp, type Reducers } from './reducer';

/** What was planned, mixed and done on the coils. */
export const WASHING = {
  'plan.made': (state, event) => {
    const { coilId, plan } = event.data;
    state.plans[coilId] = stamp(event, plan);
    followPlan(state, coilId, plan, event.at);
  },
  'mix.made': (state, event) => {
    (state.mixes[event.data.coilId] ??= []).push(stamp(event, event.data));
  },
  'coil.wetted': (state, event) => {
    const coil = state.sections[event.data.coilId] ?? {};
    for (const id of Object.keys(coil))
      changeSection(state, event.data.coilId, id, (from) => (from.phase === 'waits' ? { phase: 'wet' } : {}));
  },
  'section.applied': (state, event) => {
    const { coilId, sectionId } = event.data;
    const plan = state.plans[coilId]?.value;
    const section = sectionOf(state, coilId, sectionId);
    const foam = foamOn(plan, section, Date.parse(event.at));
    changeSection(state, coilId, sectionId, () => ({ phase: 'soaking', foam, rinsedAtMs: null }));
    const { cleanerId, cleanerName } = foam;
    (state.foamed[coilId] ??= []).push(stamp(event, { sectionId, cleanerId, cleanerName, areaM2: section?.areaM2 ?? 0 }));
  },
  'section.misted': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, ({ foam }) => (foam ? { foam: misted(foam, Date.parse(event.at)) } : {})),
  'section.rinsed': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, () => ({
      phase: 'rinsed',
      foam: null,
      rinsedAtMs: Date.parse(event.at),
    })),
  'section.checked': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, (from) =>
      event.data.clear
        ? { phase: 'clear', foam: null, stillWrong: null }
        : {
            phase: 'again',
            foam: null,
            failedChecks: from.failedChecks + 1,
            stillWrong: event.data.failed ? { signs: event.data.failed, where: event.data.where ?? 'all' } : null,
          },
    ),
  'foam.ranOff': (state, event) => {
    (state.ranOff[event.data.coilId] ??= []).push(event.at);
  },
  'condensate.looked': (state, event) => {
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
  'pan.poured': (state, event) => {
    (state.pours[event.data.coilId] ??= []).push(stamp(event, event.data.litres));
  },
  'drain.tested': (state, event) => {
    const { coilId, litres, seconds } = event.data;
    (state.drainTests[coilId] ??= []).push(stamp(event, { litres, seconds }));
  },
  'float.tested': (state, event) => {
    state.floatTests[event.data.coilId] = stamp(event, event.data.stops);
  },
  'task.begun': (state, event) => {
    const task = state.tasks[event.data.taskId];
    state.tasks[event.data.taskId] = { begunAt: task?.begunAt ?? event.at, doneAt: task?.doneAt ?? null };
  },
  'task.done': (state, event) => {
    state.tasks[event.data.taskId] = { begunAt: state.tasks[event.data.taskId]?.begunAt ?? null, doneAt: event.at };
  },
  'crew.changed': (state, event) => {
    state.crew = event.data.people;
  },
} satisfies Partial<Reducers>;
