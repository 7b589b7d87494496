import { UPKEEP_IDS } from '@elm-mist/core/interval';
import { CLOSE_ITEMS, LEAST_REASON, RECHECKS, SAFE_STEPS } from '@elm-mist/core/run';
import { array, object } from 'yup';
import { figure, flag, isoDay, keyWords, maybeDay, money, oneOf, optionalWords, recordId, uuidField, words } from '../fields';
import { coilOnly, grade } from './common';
import { strokes } from './signature';

/** The end of a visit, its pauses, and what is told after it. */
export const CLOSING = {
  'close.checked': object({
    item: oneOf('What is checked', CLOSE_ITEMS),
    ok: flag().required('Say whether it is so.'),
    reason: optionalWords('The reason', 300),
  }),
  'visit.signed': object({
    who: oneOf('Who signs', ['customer', 'nobody'] as const),
    name: optionalWords('The name', 80),
    strokes: strokes(),
    photoId: uuidField('The photo').nullable().defined('Name the photo, or none.'),
  }),
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
  'note.added': object({ text: words('The note', 2000) }),
  'stock.used': object({ cleanerId: recordId('The cleaner'), litres: figure('Used', 0, 500, 'L') }),
  'due.set': object({ ...coilOnly, date: maybeDay('The day').nullable().defined(), why: optionalWords('The reason', 300) }),
  'upkeep.set': object({
    upkeep: oneOf('What is due', UPKEEP_IDS),
    date: maybeDay('The day').nullable().defined(),
    why: optionalWords('The reason', 300),
  }),
  'saving.told': object({
    verdict: oneOf('What is shown', ['saved', 'more', 'not-shown'] as const),
    kWh: figure('The saving', -1e6, 1e6, 'kWh'),
    low: figure('The least', -1e6, 1e6, 'kWh'),
    high: figure('The most', -1e6, 1e6, 'kWh'),
    money: money('The amount').nullable().defined('The amount is missing.'),
    file: words('The file’s name', 120),
    simulated: flag().required('Whether the air was made up is missing.'),
    typicalAir: flag().optional(),
    typicalYear: flag().optional(),
    changes: optionalWords('What else changed', 600),
  }),
  'past.noted': object({
    coils: array(
      object({
        ...coilOnly,
        before: grade(),
        after: grade(),
        cleanerName: optionalWords('The product', 80),
        inside: flag().required('Opened from inside is missing.'),
      }),
    )
      .required()
      .max(10, '10 coils at most.'),
    note: optionalWords('The note', 2000),
  }),
  'visit.closed': object({
    nextDue: isoDay('Next due'),
    why: optionalWords('The reason', 300),
    note: optionalWords('The note', 2000),
    coils: array(object({ ...coilOnly, nextDue: isoDay('Next due'), why: optionalWords('The reason', 300) }))
      .max(10, '10 coils at most.')
      .optional(),
    upkeep: array(
      object({
        id: oneOf('What is due', UPKEEP_IDS),
        nextDue: isoDay('Next due'),
        why: optionalWords('The reason', 600),
        ruleId: keyWords('The rule', 60),
      }),
    )
      .max(UPKEEP_IDS.length, `${UPKEEP_IDS.length} at most.`)
      .optional(),
  }),
  'visit.cancelled': object({
    reason: words('The reason', 300).min(LEAST_REASON, `Say why, in ${LEAST_REASON} characters at least.`),
  }),
  'visit.reopened': object({
    reason: words('The reason', 300).min(LEAST_REASON, `Say why, in ${LEAST_REASON} characters at least.`),
  }),
  'event.undone': object({ eventId: uuidField('The event') }),
};
