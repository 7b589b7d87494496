export { currencyDigits, formatMoney, lessMoney, lineMoney, sumMoney } from './money';
export { emptyBook, PRICE_IDS, PRICE_NAMES, PRICE_WAYS, type PriceBook, type PriceId, type PriceWay } from './book';
export { doneWork, plannedWork } from './work';
export { findingLines, priceChanges, sumLines, workLines, wrongSums, type Priced, type PriceLine } from './price';
export { waysToOpen, type WayToOpen } from './ways';
