import { FINDING_STEPS } from '@elm-mist/core/run';
import { FINDING_KINDS, URGENCIES } from '@elm-mist/core/survey';
import { array, object } from 'yup';
import { figure, oneOf, optionalWords, words, text, recordId, uuidField, keyWords, maybeDay } from '../fields';

/** What was found, and what becomes of it. */
export const FINDINGS = {
  'finding.noted': object({
    what: oneOf('Finding', FINDING_KINDS),
    coilId: recordId('The coil').nullable().notRequired().default(null),
    note: optionalWords('The note', 2000),
    action: words('The action', 200),
    faceId: keyWords('The face', 40).nullable().optional(),
    row: figure('The row', 0, 5).integer('The row is a whole number.').nullable().optional(),
    urgency: oneOf('Urgency', URGENCIES).optional(),
    minutes: figure('Minutes', 0, 600, 'min').optional(),
    parts: array(object({ name: words('A part', 80), quantity: figure('How many', 1, 99).integer('Parts are counted whole.') }))
      .max(12, '12 parts at most.')
      .optional(),
    before: text().max(80, 'The reading may have 80 characters at most.').optional(),
  }),
  'finding.step': object({
    findingId: uuidField('The finding'),
    step: oneOf('The step', FINDING_STEPS),
    words: optionalWords('What was said', 300),
    after: text().max(80, 'The reading may have 80 characters at most.').optional(),
    day: maybeDay('The day').optional(),
  }),
  'finding.closed': object({ findingId: uuidField('The finding'), note: optionalWords('The note', 300) }),
};
