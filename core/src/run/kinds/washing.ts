import { CoreError } from '../../errors';
import { MOST_MISTS } from '../../method';
import type { VisitEvent } from '../events';
import { foamOn, misted } from '../foam';
import { freshSection, type VisitState } from '../visitState';
import { isAirOld } from '../visitSteps';
import { lockedOutFor, planFor, reasonGiven } from './guards';
import { refuse, stamp, type Kinds, type TellingState, type VisitFrame } from './kind';
import { changeSection, sectionOf } from './sections';

type SectionEvent = VisitEvent<'section.applied' | 'section.misted' | 'section.rinsed' | 'section.checked' | 'section.left'>;

const sectionName = ({ data }: SectionEvent, state: TellingState): string => {
  const section = state.hand[data.coilId]?.find((row) => row.id === data.sectionId);
  return section ? `${section.number}, ${section.faceName}` : data.sectionId;
};

/** A section of this coil, where water may go. */
function checkSection(state: VisitState, event: SectionEvent, frame: VisitFrame): void {
  const plan = planFor(state, event.data.coilId);
  const sections = [...(state.hand[event.data.coilId] ?? []), ...plan.sections];
  if (!sections.some((section) => section.id === event.data.sectionId))
    throw new CoreError('unknown', 'data.sectionId', `The plan has no section "${event.data.sectionId}".`);
  lockedOutFor(state, event.data.coilId, frame);
}

const foamOf = (state: VisitState, { data }: SectionEvent) => state.sections[data.coilId]?.[data.sectionId]?.foam;

/** Water and foam on a coil. */
export const WASHING = {
  'coil.wetted': {
    words: () => 'the coil is wet',
    page: 'wash',
    check: (state, event, frame) => {
      planFor(state, event.data.coilId);
      lockedOutFor(state, event.data.coilId, frame);
    },
    reduce: (state, event) => {
      const coil = state.sections[event.data.coilId] ?? {};
      for (const id of Object.keys(coil))
        changeSection(state, event.data.coilId, id, (from) => (from.phase === 'waits' ? { phase: 'wet' } : {}));
    },
  },
  'section.applied': {
    words: (event, state) => `foam on ${sectionName(event, state)}`,
    page: 'wash',
    movesFoam: true,
    check: (state, event, frame) => {
      checkSection(state, event, frame);
      const plan = planFor(state, event.data.coilId);
      if (isAirOld(state, frame.coils))
        refuse('data.sectionId', 'The air was noted before the pause: note it again in Look before foam goes on.');
      if (plan.verdict !== 'wash' || !plan.dwell) refuse('data.sectionId', 'The plan as it stands puts no cleaner on this coil.');
      if (foamOf(state, event)) refuse('data.sectionId', 'Foam is on this section already: mist it, or rinse it first.');
    },
    checkUndo: (_state, foam, { back, undone }) => {
      // Foam that is brought back goes by the plan of its moment, and that one has to be there still.
      const turned = undone.some((row) => row.kind === 'plan.made' && row.data.coilId === foam.data.coilId);
      if (back && turned)
        refuse('data.eventId', 'A plan of this coil was taken back or brought back since: note the foam that is on again.');
    },
    reduce: (state, event) => {
      const { coilId, sectionId } = event.data;
      const plan = state.plans[coilId]?.value;
      const section = sectionOf(state, coilId, sectionId);
      const foam = foamOn(plan, section, Date.parse(event.at));
      changeSection(state, coilId, sectionId, () => ({ phase: 'soaking', foam, rinsedAtMs: null }));
      const { cleanerId, cleanerName } = foam;
      (state.foamed[coilId] ??= []).push(stamp(event, { sectionId, cleanerId, cleanerName, areaM2: section?.areaM2 ?? 0 }));
    },
  },
  'section.misted': {
    words: (event, state) => `mist on ${sectionName(event, state)}`,
    page: 'wash',
    check: (state, event, frame) => {
      checkSection(state, event, frame);
      const foam = foamOf(state, event);
      if (!foam) refuse('data.sectionId', 'There is no foam on this section to be misted.');
      else if (foam.mists >= MOST_MISTS) refuse('data.sectionId', 'Misted twice already: more water would only thin it. Rinse it.');
    },
    reduce: (state, event) =>
      changeSection(state, event.data.coilId, event.data.sectionId, ({ foam }) =>
        foam ? { foam: misted(foam, Date.parse(event.at)) } : {},
      ),
  },
  'section.rinsed': {
    words: (event, state) => `rinse of ${sectionName(event, state)}`,
    page: 'wash',
    movesFoam: true,
    check: checkSection,
    reduce: (state, event) =>
      changeSection(state, event.data.coilId, event.data.sectionId, () => ({
        phase: 'rinsed',
        foam: null,
        rinsedAtMs: Date.parse(event.at),
      })),
  },
  'section.checked': {
    words: (event, state) => `check of ${sectionName(event, state)}`,
    page: 'wash',
    movesFoam: true,
    check: checkSection,
    reduce: (state, event) =>
      changeSection(state, event.data.coilId, event.data.sectionId, (from) =>
        event.data.clear
          ? { phase: 'clear', foam: null, stillWrong: null, leftWhy: null }
          : {
              phase: 'again',
              leftWhy: null,
              foam: null,
              failedChecks: from.failedChecks + 1,
              stillWrong: event.data.failed ? { signs: event.data.failed, where: event.data.where ?? 'all' } : null,
            },
      ),
  },
  'section.left': {
    words: (event, state) => `${sectionName(event, state)} left on purpose`,
    page: 'wash',
    aboutPeople: ['why'],
    movesFoam: true,
    check: (state, event, frame) => {
      checkSection(state, event, frame);
      const { foam, phase } = state.sections[event.data.coilId]?.[event.data.sectionId] ?? freshSection();
      if (foam) refuse('data.sectionId', 'Foam is on this section: rinse it first.');
      if (phase !== 'rinsed' && phase !== 'again') refuse('data.sectionId', 'Only what was rinsed can be left as it is.');
      reasonGiven(event.data.why, ': it is on the report', 'data.why');
    },
    reduce: (state, event) =>
      changeSection(state, event.data.coilId, event.data.sectionId, () => ({ phase: 'left', foam: null, leftWhy: event.data.why })),
  },
  'foam.ranOff': {
    words: () => 'foam ran off',
    page: 'wash',
    check: (state, event) => {
      planFor(state, event.data.coilId);
    },
    reduce: (state, event) => {
      (state.ranOff[event.data.coilId] ??= []).push(event.at);
    },
  },
} satisfies Partial<Kinds>;
