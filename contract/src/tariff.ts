import { CoreError } from '@elm-mist/core/errors';
import { checkTariff, PRICED_DAYS, type Tariff } from '@elm-mist/core/tariff';
import { array, lazy, object, type Schema } from 'yup';
import { figure, oneOf, words } from './fields';

const price = () => figure('The price', 0, 100);
/** Most tiers, and most periods with a price of their own. */
export const MOST_PRICES = 12;

const KINDS = ['flat', 'tiers', 'hours'] as const;
const flat = object({ kind: oneOf('How it is priced', KINDS), price: price() });
const tiers = object({
  kind: oneOf('How it is priced', KINDS),
  tiers: array(object({ upToKwh: figure('Up to', 1, 1e6, 'kWh').nullable().defined('Up to is missing.'), price: price() }))
    .required('The tiers are missing.')
    .max(MOST_PRICES, `${MOST_PRICES} tiers at most.`)
    .test('climb', '', (value, context) => {
      try {
        if (value) checkTariff({ kind: 'tiers', tiers: value, usualMonthKwh: 1 });
        return true;
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return context.createError({ message: error.message });
      }
    }),
  usualMonthKwh: figure('A usual summer month', 1, 1e6, 'kWh'),
});
const hours = object({
  kind: oneOf('How it is priced', KINDS),
  periods: array(
    object({
      name: words('The name', 40),
      months: array(figure('A month', 1, 12).integer('Months are counted whole.'))
        .required('The months are missing.')
        .max(12, 'There are twelve months.'),
      days: oneOf('The days', PRICED_DAYS),
      from: figure('From', 0, 23).integer('Hours are counted whole.'),
      to: figure('To', 0, 24).integer('Hours are counted whole.'),
      price: price(),
    }),
  )
    .required('The hours are missing.')
    .min(1, 'Name the hours that have a price of their own, or choose one price.')
    .max(MOST_PRICES, `${MOST_PRICES} at most.`),
  otherPrice: price(),
});

/** What energy costs; null where nobody said. */
export const tariffInputSchema = object({
  tariff: lazy((value: unknown) => {
    const kind = typeof value === 'object' && value !== null && 'kind' in value ? value.kind : null;
    const schema: Schema = kind === 'hours' ? hours : kind === 'tiers' ? tiers : flat;
    return value === null ? flat.nullable() : schema;
  }),
});
export interface TariffInput {
  tariff: Tariff | null;
}
