import { RECHECKS, SAFE_STEPS } from '@elm-mist/core/run';
import { array, object } from 'yup';
import { oneOf, optionalWords, words, uuidField, maybeDay } from '../fields';

/** A visit left to wait for parts, and gone on with. */
export const PAUSES = {
  'visit.suspended': object({
    reason: words('The reason', 300),
    findingIds: array(uuidField('The finding')).default([]).max(60, '60 findings at most.'),
    due: maybeDay('Parts due').nullable().defined('Say when the parts are due, or that nobody knows.'),
    lies: optionalWords('Where it lies', 200),
    told: words('Who was told', 80),
    safe: array(oneOf('Safe', SAFE_STEPS)).default([]).max(SAFE_STEPS.length),
  }),
  'visit.resumed': object({
    checked: array(oneOf('Looked at', RECHECKS)).default([]).max(RECHECKS.length),
    note: optionalWords('The note', 300),
  }),
};
