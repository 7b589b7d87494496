import { UPKEEP_IDS } from '@elm-mist/core/interval';
import { CLOSE_ITEMS, LEAST_REASON } from '@elm-mist/core/run';
import { array, object } from 'yup';
import { figure, flag, oneOf, optionalWords, words, recordId, uuidField, keyWords, isoDay } from '../fields';
import { coilOnly } from './common';
import { strokes } from './signature';

const reason = () => object({ reason: words('The reason', 300).min(LEAST_REASON, `Say why, in ${LEAST_REASON} characters at least.`) });

/** The end of a visit. */
export const CLOSING = {
  'note.added': object({ text: words('The note', 2000) }),
  'stock.used': object({ cleanerId: recordId('The cleaner'), litres: figure('Used', 0, 500, 'L') }),
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
  'visit.cancelled': reason(),
  'visit.reopened': reason(),
  'event.undone': object({ eventId: uuidField('The event') }),
};
