export { currencyDigits, formatMoney } from './money';
export { AGREED, emptyBook, PRICE_IDS, PRICE_NAMES, PRICE_WAYS, type PriceBook, type PriceId, type PriceWay } from './book';
export { wrongSums, type Priced } from './price';
export { waysToOpen, type WayToOpen } from './ways';
export { quoteOptions } from './offer';
export { visitPrice, type VisitPrice } from './visitPrice';
