import { REGRADE_MOMENTS } from '@elm-mist/core/run';
import { object } from 'yup';
import { figure, oneOf, optionalWords, words, recordId, uuidField } from '../fields';
import { coilOnly, gradesSchema } from './common';
import { surveySchema } from './survey';
import { lightReading } from './light';

/** What the eye and the camera find on a coil, before and after. */
export const LOOKED = {
  'coil.surveyed': object({ ...coilOnly, survey: surveySchema }),
  'coil.regraded': object({ ...coilOnly, when: oneOf('When', REGRADE_MOMENTS), grades: gradesSchema }),
  'coil.skipped': object({ ...coilOnly, reason: words('The reason', 300) }),
  'photo.added': object({
    photoId: uuidField('The photo'),
    findingId: uuidField('The finding').nullable().notRequired().default(null),
    coilId: recordId('The coil').nullable().notRequired().default(null),
    when: oneOf('When', ['before', 'after'] as const),
    caption: optionalWords('The caption', 200),
  }),
  'light.measured': object({
    ...coilOnly,
    before: lightReading(),
    after: lightReading(),
    bentBeforePct: figure('Bent fins', 0, 100, '%').nullable().notRequired().default(null),
    bentAfterPct: figure('Bent fins', 0, 100, '%').nullable().notRequired().default(null),
  }),
  'coil.checked': object({ ...coilOnly, gradesAfter: gradesSchema, note: optionalWords('The note', 2000) }),
};
