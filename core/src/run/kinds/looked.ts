import { CoreError } from '../../errors';
import { cornersProblem } from '../../light/corners';
import { completeSurvey } from '../../survey';
import { regradedSurvey } from '../regrade';
import { REGRADE_NAMES } from '../regraded';
import { foamWords, lockedOutFor } from './guards';
import { refuse, stamp, type Kinds } from './kind';

/** What the eye and the camera find on a coil, before and after. */
export const LOOKED = {
  'coil.surveyed': {
    words: () => 'a survey',
    page: 'look',
    aboutPeople: ['survey.note'],
    reduce: (state, event) => {
      state.surveys[event.data.coilId] = stamp(event, completeSurvey(event.data.survey));
      delete state.skipped[event.data.coilId];
    },
  },
  'coil.regraded': {
    words: ({ data }) => `grades ${REGRADE_NAMES[data.when]}`,
    page: 'wash',
    check: (state, event, frame) => {
      const { coilId } = event.data;
      if (!state.surveys[coilId]) refuse('data.coilId', 'Grade this coil in Look first.');
      lockedOutFor(state, coilId, frame);
      if (Object.values(state.sections[coilId] ?? {}).some((section) => section.phase !== 'waits'))
        refuse('data.grades', 'It is wet already: say what is still wrong at the check of a section.');
    },
    reduce: (state, event) => {
      const { coilId, grades } = event.data;
      const survey = state.surveys[coilId];
      if (!survey) return;
      state.firstGrades[coilId] ??= survey.value.grades;
      (state.regrades[coilId] ??= []).push(stamp(event, event.data));
      state.surveys[coilId] = stamp(event, regradedSurvey(survey.value, grades, state.plans[coilId]?.value.opening));
    },
  },
  'coil.skipped': {
    words: () => 'a coil left out',
    page: 'look',
    aboutPeople: ['reason'],
    check: (state, event) => {
      const foam = foamWords(state, event.data.coilId);
      if (foam) refuse('data.coilId', `${foam}: rinse it before this coil is left.`);
    },
    reduce: (state, event) => {
      state.skipped[event.data.coilId] = stamp(event, event.data.reason);
    },
  },
  'photo.added': {
    words: () => 'a photo',
    page: 'look',
    aboutPeople: ['caption'],
    still: { paused: 'undone' },
    checkUndo: (state, { data }) => {
      if (state.signed?.value.photoId === data.photoId)
        refuse('data.eventId', 'This photo stands for the signature: take that back first.');
    },
    reduce: (state, event) => {
      state.photos.push(stamp(event, event.data));
    },
  },
  'light.measured': {
    words: () => 'the light through a coil',
    page: 'check',
    check: (state, event) => {
      const { before, after, coilId } = event.data;
      if (!before && !after) refuse('data.before', 'Measure one picture at least.');
      for (const [when, reading] of [
        ['before', before],
        ['after', after],
      ] as const) {
        if (!reading) continue;
        const problem = cornersProblem(reading.corners);
        if (problem) refuse(`data.${when}.corners`, problem);
        if (!state.photos.some(({ value }) => value.photoId === reading.photoId && value.coilId === coilId && value.when === when))
          throw new CoreError('unknown', `data.${when}.photoId`, `This visit has no such picture of the coil ${when} the wash.`);
      }
    },
    reduce: (state, event) => {
      state.light[event.data.coilId] = stamp(event, event.data);
    },
  },
  'coil.checked': {
    words: () => 'grades as left',
    page: 'check',
    aboutPeople: ['note'],
    reduce: (state, event) => {
      state.checks[event.data.coilId] = stamp(event, { gradesAfter: event.data.gradesAfter, note: event.data.note });
    },
  },
} satisfies Partial<Kinds>;
