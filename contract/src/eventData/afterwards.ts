import { UPKEEP_IDS } from '@elm-mist/core/interval';
import { array, object } from 'yup';
import { figure, flag, oneOf, optionalWords, words, maybeDay, money } from '../fields';
import { coilOnly, grade } from './common';

const dueDay = () => ({ date: maybeDay('The day').nullable().defined(), why: optionalWords('The reason', 300) });

/** When it is due again, what it saved, and what was before. */
export const AFTERWARDS = {
  'due.set': object({ ...coilOnly, ...dueDay() }),
  'upkeep.set': object({ upkeep: oneOf('What is due', UPKEEP_IDS), ...dueDay() }),
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
};
