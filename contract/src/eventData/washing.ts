import { RINSE_SIGNS, SPOTS } from '@elm-mist/core/run';
import { MOST_CREW } from '@elm-mist/core/runsheet';
import { array, object } from 'yup';
import { figure, flag, keyWords, oneOf, recordId } from '../fields';
import { coilOnly, known } from './common';
import { planSchema } from './plan';

const sectionOf = { ...coilOnly, sectionId: keyWords('The section', 80) };

/** What was planned, mixed and done on the coils. */
export const WASHING = {
  'plan.made': object({ ...coilOnly, plan: planSchema }),
  'mix.made': object({
    ...coilOnly,
    cleanerId: recordId('The cleaner'),
    targetWaterParts: figure('Strength', 0, 1000),
    concentrateL: figure('Concentrate', 0, 500, 'L'),
    waterL: figure('Water', 0, 2000, 'L'),
    applicatorId: recordId('The applicator'),
  }).test('something', '', (value, context) =>
    value.concentrateL === 0 && value.waterL === 0
      ? context.createError({ path: `${context.path}.concentrateL`, message: 'A mix holds concentrate, water or both.' })
      : true,
  ),
  'coil.wetted': object(coilOnly),
  'section.applied': object(sectionOf),
  'section.misted': object(sectionOf),
  'section.rinsed': object(sectionOf),
  'section.checked': object({
    ...sectionOf,
    clear: flag().required('Say whether it is clear.'),
    failed: array(oneOf('What is wrong', RINSE_SIGNS)).max(RINSE_SIGNS.length).optional(),
    where: known('Where', SPOTS).optional(),
  }),
  'foam.ranOff': object(coilOnly),
  'condensate.looked': object({ ...coilOnly, well: flag().required('Say whether pan and drain are well.') }),
  'pan.poured': object({ ...coilOnly, litres: figure('Poured', 0.01, 60, 'L') }),
  'drain.tested': object({
    ...coilOnly,
    litres: figure('The volume', 0.01, 60, 'L'),
    seconds: figure('The time', 1, 3600, 's'),
  }),
  'float.tested': object({ ...coilOnly, stops: flag().required('Say whether the unit stops.') }),
  'task.begun': object({ taskId: keyWords('The task', 120) }),
  'task.done': object({ taskId: keyWords('The task', 120) }),
  'crew.changed': object({
    people: figure('People at work', 1, MOST_CREW).integer('People are counted whole.'),
  }),
};
