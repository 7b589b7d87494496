import { CHEMISTRIES, CLEANER_FORMS, CONSTRUCTIONS, CoreError, parseRatio } from '@elm-mist/core';
import { array, mixed, object, type InferType } from 'yup';
import { figure, flag, oneOf, optionalWords, words } from './fields';

/** A strength as the label prints it ("4:1", "20 %") or null where the label is silent. */
const labelRatio = (label: string) =>
  mixed<string>()
    .nullable()
    .default(null)
    .test('ratio', '', (value, context) => {
      if (value === null || value === undefined) return true;
      if (typeof value !== 'string')
        return context.createError({ message: `${label}: type the strength as the label prints it, for example "4:1".` });
      try {
        parseRatio(value, label);
        return true;
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return context.createError({ message: error.message });
      }
    });

export const cleanerInputSchema = object({
  name: words('The cleaner’s name', 60),
  chemistry: oneOf('Chemistry', CHEMISTRIES),
  form: oneOf('Form', CLEANER_FORMS),
  chart: object({ light: labelRatio('Light'), medium: labelRatio('Medium'), heavy: labelRatio('Heavy') }).required(
    'The label’s chart is missing.',
  ),
  dwellMinS: figure('Shortest dwell', 0, 7200, 's'),
  dwellMaxS: figure('Longest dwell', 1, 7200, 's').test(
    'order',
    'Longest dwell must not be below the shortest.',
    (value, context) => !(value < (context.parent as { dwellMinS: number }).dwellMinS),
  ),
  allowedConstructions: array(oneOf('Allowed construction', CONSTRUCTIONS))
    .required('Say which constructions the label allows.')
    .min(1, 'Say which constructions the label allows.'),
  indoor: flag().required('Say whether the label allows indoor use.'),
  outdoor: flag().required('Say whether the label allows outdoor use.'),
  rinseNeeded: flag().default(true),
  waterFirst: flag().default(true),
  hazardWords: optionalWords('Hazard words', 200),
  packL: figure('Pack size', 0.01, 250, 'L'),
  packPrice: figure('Price', 0, 10000),
});
export type CleanerInput = InferType<typeof cleanerInputSchema>;
