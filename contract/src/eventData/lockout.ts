import { POWER_SOURCES } from '@elm-mist/core/equipment';
import { LEAST_REASON, LOCKOUT_STEPS, MOST_CIRCUITS, POWER_STEPS } from '@elm-mist/core/run';
import { array, object } from 'yup';
import { figure, flag, oneOf, optionalWords, words } from '../fields';

const lockoutStep = () => ({ source: oneOf('Power source', POWER_SOURCES), step: oneOf('Step', LOCKOUT_STEPS) });

/** Power off, proven dead, and back on. */
export const LOCKOUT = {
  'gate.step': object({
    ...lockoutStep(),
    volts: figure('Volts', 0, 1000, 'V').nullable().defined('Volts are missing.').notRequired(),
    readings: array(figure('Volts of a circuit', 0, 1000, 'V'))
      .max(MOST_CIRCUITS, `${MOST_CIRCUITS} circuits at most.`)
      .optional(),
    shut: flag().optional(),
  }),
  'gate.skipped': object({
    ...lockoutStep(),
    reason: words('The reason', 300).min(LEAST_REASON, `Say why, in ${LEAST_REASON} characters at least.`),
  }),
  'power.step': object({
    step: oneOf('Step', POWER_STEPS),
    ok: flag().required('Say whether it is so.'),
    why: optionalWords('Why so soon', 300).optional(),
  }),
  'power.restored': object({ source: oneOf('Power source', POWER_SOURCES) }),
};
