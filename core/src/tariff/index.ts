export {
  checkTariff,
  costOf,
  marginalPrice,
  PRICED_DAYS,
  type HourShares,
  type PricedDays,
  type PricedHours,
  type Tariff,
  type Tier,
} from './tariff';
