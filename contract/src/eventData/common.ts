import { GRADES } from '@elm-mist/core/survey';
import { array, lazy, mixed, object } from 'yup';
import { figure, flag, recordId } from '../fields';

/** Null for a row that nobody graded. */
export const grade = () =>
  mixed<number>()
    .oneOf([...GRADES, null] as number[], 'A grade must be 0, 1, 2, 3 or 4.')
    .nullable()
    .defined('A grade is missing.');

/** Face id → grade per row, outermost first. */
export const gradesSchema = lazy((value: unknown) => {
  const keys = value && typeof value === 'object' && !Array.isArray(value) ? Object.keys(value) : [];
  return object(
    Object.fromEntries(
      keys.map((key) => [
        key,
        array(grade())
          .max(3, 'A coil has 3 rows at most.')
          .required()
          .test('one', 'Grade at least one row.', (rows) => rows.some((row) => row !== null)),
      ]),
    ),
  ).required('Grades are missing.');
});

/** Left out is no. */
export const yes = () => flag().default(false);
/** A choice that may be left out. */
export const known = <T extends string>(label: string, values: readonly T[]) =>
  mixed<T>().oneOf([...values], `${label} must be one of: ${values.join(', ')}.`);

export const coilOnly = { coilId: recordId('The coil') };
/** Air outdoors. */
export const celsius = (label: string) => figure(label, -40, 70, '°C');
