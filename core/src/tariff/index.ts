export { checkTariff, costOf, marginalPrice, PRICED_DAYS, type HourShares, type PricedDays, type Tariff } from './tariff';
