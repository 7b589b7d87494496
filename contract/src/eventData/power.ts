import { POWER_SOURCES } from '@elm-mist/core/equipment';
import { LOCKOUT_STEPS, LEAST_REASON, MOST_CIRCUITS, PART_KINDS, POWER_STEPS, WIRE_COLORS } from '@elm-mist/core/run';
import { array, object } from 'yup';
import { figure, flag, num, oneOf, optionalWords, uuidField, words } from '../fields';

/** Power off and on, and what was taken apart meanwhile. */
export const POWER = {
  'gate.step': object({
    source: oneOf('Power source', POWER_SOURCES),
    step: oneOf('Step', LOCKOUT_STEPS),
    volts: figure('Volts', 0, 1000, 'V').nullable().defined('Volts are missing.').notRequired(),
    readings: array(figure('Volts of a circuit', 0, 1000, 'V'))
      .max(MOST_CIRCUITS, `${MOST_CIRCUITS} circuits at most.`)
      .optional(),
    shut: flag().optional(),
  }),
  'gate.skipped': object({
    source: oneOf('Power source', POWER_SOURCES),
    step: oneOf('Step', LOCKOUT_STEPS),
    reason: words('The reason', 300).min(LEAST_REASON, `Say why, in ${LEAST_REASON} characters at least.`),
  }),
  'power.step': object({
    step: oneOf('Step', POWER_STEPS),
    ok: flag().required('Say whether it is so.'),
    why: optionalWords('Why so soon', 300).optional(),
  }),
  'power.restored': object({ source: oneOf('Power source', POWER_SOURCES) }),
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
