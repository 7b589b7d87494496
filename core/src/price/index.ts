export { currencyDigits, formatMoney, lessMoney, lineMoney, sumMoney, type Money } from './money';
export {
  emptyBook,
  OPENING_PRICE,
  PRICE_IDS,
  PRICE_NAMES,
  PRICE_WAYS,
  type PartPrice,
  type PriceBook,
  type PriceId,
  type PriceRow,
  type PriceWay,
} from './book';
export { doneWork, plannedWork, type PricedCoil, type WorkItem } from './work';
export { findingLines, priceChanges, sumLines, workLines, wrongSums, type PriceChange, type Priced, type PriceLine } from './price';
export { waysToOpen, type WayToOpen } from './ways';
