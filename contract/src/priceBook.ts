import { PRICE_IDS, PRICE_WAYS, type PriceBook } from '@elm-mist/core/price';
import { array, object, type InferType } from 'yup';
import { changedFrom, figure, money, oneOf, percent, words } from './fields';

const once = (name: string) => (rows: unknown) => {
  const all = (Array.isArray(rows) ? rows : []).map((row: Record<string, unknown> | null) => String(row?.[name]).trim().toLowerCase());
  return new Set(all).size === all.length;
};

/** What a shop charges: a price for each kind of work it wants to sell, and for parts. */
export const priceBookSchema = object({
  was: changedFrom(),
  rows: array(
    object({
      id: oneOf('The price', PRICE_IDS),
      way: oneOf('How it is priced', PRICE_WAYS),
      amount: money('The price'),
      taxPct: percent('The tax'),
    }),
  )
    .required('The prices are missing.')
    .max(PRICE_IDS.length)
    .test('once', 'Each kind of work has one price.', once('id')),
  parts: array(object({ name: words('A part', 80), amount: money('The price of a part'), taxPct: percent('The tax') }))
    .required('The parts are missing.')
    .max(500, '500 parts at most.')
    .test('once', 'Two parts have the same name.', once('name')),
  facesIncluded: figure('Faces included', 1, 8).integer('Faces are counted whole.'),
  validDays: figure('Days that a quote holds', 1, 365).integer('Days are counted whole.'),
});
export type PriceBookInput = InferType<typeof priceBookSchema>;
export type PriceBookRecord = PriceBook;
