import Big from 'big.js';
import { CoreError } from '../errors';

/** Money is a decimal in words, such as 84.50: sums of floats drift by a cent, and a customer sees it. */
export type Money = string;

const SHAPE = /^-?\d{1,9}(\.\d{1,4})?$/;

/** A decimal of a text that is one. @throws CoreError unreadable, naming the field */
export function decimal(field: string, text: string): Big {
  if (!SHAPE.test(text)) throw new CoreError('unreadable', field, `${field}: "${text.slice(0, 20)}" is no amount such as 84.50.`);
  return new Big(text);
}

/**
 * Decimals that a currency is paid in.
 * @param currency ISO 4217
 * @returns 2 for most, 0 for some
 * @throws CoreError unknown `currency`
 * @example currencyDigits('USD') // 2
 */
export const currencyDigits = (currency: string): number => formatOf(currency, 'en').resolvedOptions().maximumFractionDigits ?? 2;

/** How a currency is written. @throws CoreError unknown `currency`, `locale` */
function formatOf(currency: string, locale: string | undefined): Intl.NumberFormat {
  if (!/^[A-Za-z]{3}$/.test(currency))
    throw new CoreError('unknown', 'currency', `"${currency.slice(0, 20)}" is no currency, such as USD.`);
  try {
    return new Intl.NumberFormat(locale, { style: 'currency', currency });
  } catch {
    throw new CoreError('unknown', 'locale', `"${String(locale).slice(0, 20)}" is no language, such as en-US.`);
  }
}

/** Rounded as money is paid: halves away from nought. */
export const paid = (amount: Big, digits: number): Money => amount.round(digits, Big.roundHalfUp).toFixed(digits);

/**
 * The sum of amounts, the same in whatever order.
 * @param amounts decimals in words
 * @param digits decimals that the currency is paid in
 * @returns a decimal in words
 * @throws CoreError unreadable `amount` when one is no amount
 * @example sumMoney(['0.10', '0.20'], 2) // "0.30"
 */
export const sumMoney = (amounts: readonly Money[], digits: number): Money =>
  paid(
    amounts.reduce((sum, amount) => sum.plus(decimal('amount', amount)), new Big(0)),
    digits,
  );

/**
 * One amount less another.
 * @param from decimal in words
 * @param less what is taken off it
 * @param digits decimals that the currency is paid in
 * @returns a decimal in words, below zero where less is more
 * @throws CoreError unreadable `amount` when one is no amount
 * @example lessMoney('10.00', '12.50', 2) // "-2.50"
 */
export const lessMoney = (from: Money, less: Money, digits: number): Money =>
  paid(decimal('amount', from).minus(decimal('amount', less)), digits);

/**
 * What so many of something come to, and the tax on it, each rounded to what is paid: sums of lines are then equal to the cent.
 * @param unit price of one, a decimal in words
 * @param quantity how many
 * @param taxPct percent, a decimal in words
 * @param digits decimals that the currency is paid in
 * @returns net and tax
 * @throws CoreError unreadable `unit` | `taxPct` when it is no amount; not-a-number `quantity`
 * @example lineMoney('19.99', 3, '7.25', 2) // { net: '59.97', tax: '4.35' }
 */
export function lineMoney(unit: Money, quantity: number, taxPct: string, digits: number): { net: Money; tax: Money } {
  if (!Number.isFinite(quantity)) throw new CoreError('not-a-number', 'quantity', 'quantity must be a number.');
  const net = decimal('unit', unit).times(quantity).round(digits, Big.roundHalfUp);
  return { net: paid(net, digits), tax: paid(net.times(decimal('taxPct', taxPct)).div(100), digits) };
}

/**
 * An amount as it is read, in the currency's own way.
 * @param amount decimal in words
 * @param currency ISO 4217
 * @param locale of the reader; this platform's own where left out
 * @returns words with the currency's sign
 * @throws CoreError unknown `currency`, `locale`
 * @example formatMoney('84.50', 'USD', 'en-US') // "$84.50"
 */
export const formatMoney = (amount: Money, currency: string, locale?: string): string =>
  formatOf(currency, locale).format(amount as unknown as number);
