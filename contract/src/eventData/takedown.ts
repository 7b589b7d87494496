import { PART_KINDS, WIRE_COLORS } from '@elm-mist/core/run';
import { object } from 'yup';
import { num, oneOf, optionalWords, words, uuidField } from '../fields';

/** What comes off the unit, and back on. */
export const TAKEDOWN = {
  'part.off': object({
    kind: oneOf('Part', PART_KINDS),
    which: optionalWords('Which', 60),
    screws: num()
      .required('Screws are missing.')
      .integer('Screws must be a whole number.')
      .min(0, 'Screws must not be below zero.')
      .max(60, '60 screws at most.'),
    note: optionalWords('The note', 300),
  }),
  'part.back': object({ partId: uuidField('The part') }),
  'wire.noted': object({
    plug: words('The plug', 60),
    terminal: words('The terminal', 40),
    unitSide: oneOf('Colour', WIRE_COLORS),
    otherSide: oneOf('The other side’s colour', WIRE_COLORS).nullable().notRequired().default(null),
    note: optionalWords('The note', 300),
    photoId: uuidField('The photo').nullable().notRequired().default(null),
  }),
  'wire.back': object({ wireId: uuidField('The wire') }),
};
