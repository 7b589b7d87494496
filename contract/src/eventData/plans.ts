import { MOST_CREW } from '@elm-mist/core/run';
import { object } from 'yup';
import { figure, recordId, keyWords } from '../fields';
import { coilOnly } from './common';
import { planSchema } from './plan';

const taskId = () => object({ taskId: keyWords('The task', 120) });

/** What is going to be done, with what, and by how many. */
export const PLANS = {
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
  'task.begun': taskId(),
  'task.done': taskId(),
  'crew.changed': object({ people: figure('People at work', 1, MOST_CREW).integer('People are counted whole.') }),
};
