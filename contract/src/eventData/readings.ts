import { READING_CHOICES } from '@elm-mist/core/method';
import { QUANTITY_IDS, READING_WAYS } from '@elm-mist/core/readings';
import { DESIGN_RANGE_C } from '@elm-mist/core/verdict';
import { array, object } from 'yup';
import { figure, flag, oneOf } from '../fields';
import { celsius } from './common';

/** Readings that one entry may hold: each quantity once, with room. */
const MOST_READINGS = 40;

const when = () => oneOf('When', ['before', 'after'] as const);

/** What instruments say, and how long the system runs. */
export const READINGS = {
  'reading.taken': object({
    when: when(),
    returnC: figure('Return air', -10, 60, '°C'),
    supplyC: figure('Supply air', -10, 60, '°C'),
    outdoorC: celsius('Outdoor air').nullable().defined('Outdoor air is missing.').notRequired(),
    returnRhPct: figure('Return humidity', 1, 100, '%').nullable().optional(),
  }),
  'readings.held': object({
    when: when(),
    readings: array(
      object({
        quantity: oneOf('What was read', QUANTITY_IDS),
        value: figure('The reading', -10_000, 20_000),
        u: figure('Uncertainty', 0, 10_000),
        how: oneOf('How it was read', READING_WAYS),
        steady: flag().required('Steady is missing.'),
      }),
    )
      .min(1, 'Nothing was read.')
      .max(MOST_READINGS, `${MOST_READINGS} readings at most.`)
      .required('The readings are missing.'),
  }),
  'readings.chosen': object({ readings: oneOf('Readings', READING_CHOICES) }),
  'runs.told': object({
    minutesAnHour: figure('Minutes an hour', 0, 60),
    designC: figure('The hottest afternoon', ...DESIGN_RANGE_C, '°C'),
  }),
};
