import { array, mixed, object, ValidationError, type AnyObject } from 'yup';
import { figure, num, oneOf, recordId, text, words } from '../fields';

/** The parts of a stored plan that other rules rely on. */
const planFrame = object({
  engine: words('The plan’s engine', 20),
  coilId: recordId('The plan’s coil'),
  verdict: oneOf('Verdict', ['wash', 'inspect', 'postpone', 'stop'] as const),
  cleanerId: text().nullable().defined('The plan’s cleaner is missing.'),
  waterParts: num()
    .nullable()
    .defined('The plan’s strength is missing.')
    .min(0, 'The plan’s strength must not be below zero.')
    .max(1000, 'The plan’s strength must be at most 1000:1.'),
  dwell: object({
    minS: figure('Shortest dwell', 0, 7200, 's'),
    maxS: figure('Longest dwell', 0, 7200, 's').nullable().defined().notRequired(),
  })
    .nullable()
    .defined(),
  sections: array(object({ id: words('A section’s id', 80), areaM2: figure('A section’s area', 0.0001, 50, 'm²') }))
    .required('The plan’s sections are missing.')
    .max(64, 'A plan has 64 sections at most.'),
});

/** A whole plan: its frame is judged, the rest is kept just as it was made. */
export const planSchema = mixed<AnyObject>()
  .required('The plan is missing.')
  .test('plan', '', (value, context) => {
    try {
      planFrame.validateSync(value, { strict: true });
      return true;
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error;
      return context.createError({ path: error.path ? `${context.path}.${error.path}` : context.path, message: error.message });
    }
  });
