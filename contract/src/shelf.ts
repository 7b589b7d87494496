import { CONSTRUCTIONS } from '@elm-mist/core/equipment';
import { CoreError } from '@elm-mist/core/errors';
import { CLEANER_LIMITS, NAME_LENGTH, type CleanerEntry } from '@elm-mist/core/formats';
import { APPLICATOR_KINDS, CHEMISTRIES, CLEANER_FORMS, COUNTS_AGAINST, LABEL_LINES, parseRatio } from '@elm-mist/core/mix';
import { array, boolean, mixed, object, ValidationError, type InferType } from 'yup';
import { figure, flag, isoDay, newId, num, oneOf, optionalWords, recordId, words } from './fields';

const maybeFigure = (label: string, [min, max]: readonly [number, number], unit = '') =>
  num()
    .typeError(`${label} must be a number.`)
    .nullable()
    .default(null)
    .min(min, `${label} must be at least ${min}${unit && ` ${unit}`}.`)
    .max(max, `${label} must be at most ${max}${unit && ` ${unit}`}.`);
const maybeFlag = () =>
  boolean()
    .transform((_value, given: unknown) => given as boolean)
    .nullable()
    .default(null);
/** A strength as the label prints it ("4:1", "16 oz per gallon") or null where the label is silent. */
const strengthText = (label: string) =>
  mixed<string>()
    .nullable()
    .default(null)
    .test(
      'text',
      `${label}: type the strength as the label prints it, for example "4:1".`,
      (value) => value === null || typeof value === 'string',
    );

const STEPS = { light: 'Light', medium: 'Medium', heavy: 'Heavy' } as const;

/** A cleaner's label as it is typed in. What the label does not say is null. */
export const cleanerInputSchema = object({
  id: newId(),
  name: words('The cleaner’s name', NAME_LENGTH),
  chemistry: oneOf('Chemistry', CHEMISTRIES),
  form: oneOf('Form', CLEANER_FORMS),
  chart: object({ light: strengthText('Light'), medium: strengthText('Medium'), heavy: strengthText('Heavy') }).required(
    'The label’s chart is missing.',
  ),
  countsAgainst: mixed<(typeof COUNTS_AGAINST)[number]>()
    .oneOf(
      [...COUNTS_AGAINST, null] as (typeof COUNTS_AGAINST)[number][],
      `What the label counts against must be one of: ${COUNTS_AGAINST.join(', ')}.`,
    )
    .nullable()
    .default(null),
  dwellMinS: maybeFigure('Shortest dwell', CLEANER_LIMITS.dwellS, 's'),
  dwellMaxS: maybeFigure('Longest dwell', CLEANER_LIMITS.dwellS, 's'),
  allowedConstructions: array(oneOf('Allowed construction', CONSTRUCTIONS)).nullable().default(null),
  indoor: maybeFlag(),
  outdoor: maybeFlag(),
  rinseNeeded: maybeFlag(),
  waterFirst: flag().default(true),
  hazardWords: optionalWords('Hazard words', 200),
  handling: array(oneOf('A line of the label', LABEL_LINES)).default([]).max(LABEL_LINES.length),
  phLow: maybeFigure('pH low', CLEANER_LIMITS.pH),
  phHigh: maybeFigure('pH high', CLEANER_LIMITS.pH),
  packL: figure('Pack size', ...CLEANER_LIMITS.packL, 'L'),
  packPrice: figure('Price', ...CLEANER_LIMITS.price),
  lowL: maybeFigure('Low at', CLEANER_LIMITS.lowL, 'L'),
})
  .test('dwell', '', (value, context) =>
    value.dwellMinS !== null && value.dwellMaxS !== null && value.dwellMaxS < value.dwellMinS
      ? context.createError({ path: 'dwellMaxS', message: 'Longest dwell must not be below the shortest.' })
      : true,
  )
  .test('pH', '', (value, context) =>
    value.phLow !== null && value.phHigh !== null && value.phHigh < value.phLow
      ? context.createError({ path: 'phHigh', message: 'pH high must not be below pH low.' })
      : true,
  )
  .test('chart', '', (value, context) => {
    const problems = (Object.keys(STEPS) as (keyof typeof STEPS)[]).flatMap((step) => {
      const text = (value.chart as Partial<typeof value.chart> | null)?.[step];
      if (typeof text !== 'string') return [];
      try {
        parseRatio(text, STEPS[step], value.countsAgainst);
        return [];
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return [context.createError({ path: `chart.${step}`, message: error.message })];
      }
    });
    return problems.length === 0 ? true : new ValidationError(problems);
  });
export type CleanerInput = InferType<typeof cleanerInputSchema>;

/** Typed-in strengths as figures. @param input has passed `cleanerInputSchema` */
export function entryOf(input: CleanerInput): CleanerEntry {
  const figureOf = (text: string | null) => (text === null ? null : parseRatio(text, 'chart', input.countsAgainst).waterParts);
  return {
    ...input,
    handling: input.handling ?? [],
    allowedConstructions: input.allowedConstructions ?? null,
    chart: { light: figureOf(input.chart.light), medium: figureOf(input.chart.medium), heavy: figureOf(input.chart.heavy) },
  };
}

const dialPositionSchema = object({
  mark: words('The mark', 20),
  /** Null where it gives plain water. */
  waterParts: num()
    .typeError('Parts of water must be a number.')
    .nullable()
    .defined('Parts of water are missing.')
    .min(0, 'Parts of water must be at least 0.')
    .max(1000, 'Parts of water must be at most 1000.'),
  measured: object({ waterParts: figure('Measured parts of water', 0, 1000), day: isoDay('The day it was measured') })
    .nullable()
    .default(null),
});

/** A sprayer, bottle, gun or bucket. */
export const applicatorInputSchema = object({
  id: newId(),
  name: words('The applicator’s name', NAME_LENGTH),
  kind: oneOf('Kind', APPLICATOR_KINDS),
  capacityL: figure('What it holds', 0.05, 250, 'L'),
  dial: array(dialPositionSchema).default([]).max(20, 'A dial may have 20 positions at most.'),
});
export type ApplicatorInput = InferType<typeof applicatorInputSchema>;

/** Bottles of one cleaner put on the shelf, all alike. */
export const stockInputSchema = object({
  id: newId(),
  cleanerId: recordId('The cleaner'),
  lot: optionalWords('The lot', 40),
  expires: isoDay('Last good day').nullable().notRequired().default(null),
  sizeL: figure('Size', ...CLEANER_LIMITS.packL, 'L'),
  leftL: maybeFigure('Left', [0, CLEANER_LIMITS.packL[1]], 'L'),
  count: num()
    .required('How many is missing.')
    .integer('How many must be a whole number.')
    .min(1, 'At least one.')
    .max(50, '50 at a time at most.'),
}).test('left', '', (value, context) =>
  value.leftL !== null && value.leftL > value.sizeL + 1e-9
    ? context.createError({ path: 'leftL', message: 'Left must not be more than the bottle holds.' })
    : true,
);
export type StockInput = InferType<typeof stockInputSchema>;

/** What is really left in a bottle, as counted. */
export const stockCountSchema = object({
  leftL: figure('Left', 0, CLEANER_LIMITS.packL[1], 'L'),
});
export type StockCount = InferType<typeof stockCountSchema>;
