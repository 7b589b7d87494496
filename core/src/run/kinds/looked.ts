import { object } from 'yup';
import { CoreError } from '../../errors';
import { figure, oneOf, optionalWords, recordId, uuidField, words } from '../../fields';
import { cornersProblem } from '../../light/corners';
import { completeSurvey } from '../../survey';
import { foamWords } from './guards';
import { coilOnly, gradesSchema } from './holds/common';
import { lightReading } from './holds/light';
import { surveySchema } from './holds/survey';
import { refuse, stamp, type Kinds } from './kind';

/** What the eye and the camera find on a coil, before and after. */
export const LOOKED = {
  'coil.surveyed': {
    holds: () => object({ ...coilOnly(), survey: surveySchema() }),
    words: () => 'a survey',
    page: 'look',
    aboutPeople: ['survey.note'],
    reduce: (state, event) => {
      state.surveys[event.data.coilId] = stamp(event, completeSurvey(event.data.survey));
      delete state.skipped[event.data.coilId];
    },
  },
  'coil.skipped': {
    holds: () => object({ ...coilOnly(), reason: words('The reason', 300) }),
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
    holds: () =>
      object({
        photoId: uuidField('The photo'),
        findingId: uuidField('The finding').nullable().notRequired().default(null),
        coilId: recordId('The coil').nullable().notRequired().default(null),
        when: oneOf('When', ['before', 'after'] as const),
        caption: optionalWords('The caption', 200),
      }),
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
    holds: () =>
      object({
        ...coilOnly(),
        before: lightReading(),
        after: lightReading(),
        bentBeforePct: figure('Bent fins', 0, 100, '%').nullable().notRequired().default(null),
        bentAfterPct: figure('Bent fins', 0, 100, '%').nullable().notRequired().default(null),
      }),
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
    holds: () => object({ ...coilOnly(), gradesAfter: gradesSchema(), note: optionalWords('The note', 2000) }),
    words: () => 'grades as left',
    page: 'check',
    aboutPeople: ['note'],
    reduce: (state, event) => {
      state.checks[event.data.coilId] = stamp(event, { gradesAfter: event.data.gradesAfter, note: event.data.note });
    },
  },
} satisfies Partial<Kinds>;
