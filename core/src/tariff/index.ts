export { checkTariff, costOf, marginalPrice, PRICED_DAYS, type HourShares, type PricedDays, type PricedHours, type Tariff } from './tariff';
