import { array } from 'yup';
import { num } from '../fields';

/** Longest signature that is kept, numbers in all of its strokes. */
const MOST_STROKE_NUMBERS = 6000;
/** A signature in thousandths of its box. */
export const strokes = () =>
  array(array(num().required().min(0, 'A point lies outside the box.').max(1000, 'A point lies outside the box.')).required())
    .default([])
    .max(200, 'The signature has too many strokes.')
    .test('size', 'The signature is too long: clear it and sign again.', (value) => (value ?? []).flat().length <= MOST_STROKE_NUMBERS);
