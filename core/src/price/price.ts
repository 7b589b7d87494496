import { wholeFinding, type Finding, type QuoteLine } from '../run';
import { FINDING_TABLE } from '../survey';
import { AGREED, PRICE_NAMES, type PriceBook } from './book';
import { lessMoney, lineMoney, sumMoney, type Money } from './money';
import type { WorkItem } from './work';

/** One line of a price: a quote line, or one that the book has no price for. */
export interface PriceLine extends Omit<QuoteLine, 'net' | 'tax'> {
  /** Null where the book has no price for it. */
  net: Money | null;
  tax: Money | null;
  /** How it came about: 42 min at 95.00 an hour. */
  how: string;
  why: string;
}

/** Sums of lines. */
export interface Priced {
  lines: PriceLine[];
  net: Money;
  tax: Money;
  total: Money;
  /** Lines that the book has no price for, in words. */
  unpriced: string[];
}

/**
 * The lines added up: to the cent the same in whatever order.
 * @param lines with or without a price
 * @param digits decimals that the currency is paid in
 * @returns sums, and what has no price
 * @example sumLines([], 2).total // "0.00"
 */
export function sumLines(lines: readonly PriceLine[], digits: number): Priced {
  const net = sumMoney(
    lines.flatMap((line) => line.net ?? []),
    digits,
  );
  const tax = sumMoney(
    lines.flatMap((line) => line.tax ?? []),
    digits,
  );
  return {
    lines: [...lines],
    net,
    tax,
    total: sumMoney([net, tax], digits),
    unpriced: lines.filter((line) => line.net === null).map((line) => line.words),
  };
}

const line = (
  from: Pick<PriceLine, 'id' | 'words' | 'findingId' | 'why'>,
  price: { amount: Money; taxPct: string } | undefined,
  quantity: number,
  digits: number,
  how: string,
): PriceLine => ({
  ...from,
  quantity: String(quantity),
  taxPct: price?.taxPct ?? '0',
  how,
  ...(price ? lineMoney(price.amount, quantity, price.taxPct, digits) : { net: null, tax: null }),
});

/** Hours of hands-on minutes, to the minute. */
const hours = (minutes: number): number => Math.round(minutes) / 60;

/**
 * What work comes to by the price book.
 * @param items of work
 * @param book of the shop
 * @param digits decimals that the currency is paid in
 * @returns a line for each; without a price where the book has none
 * @throws CoreError unreadable when the book holds what is no amount
 * @example workLines([], emptyBook(), 2) // []
 */
export const workLines = (items: readonly WorkItem[], book: PriceBook, digits: number): PriceLine[] =>
  items.map((item) => {
    const row = book.rows.find((price) => price.id === item.priceId);
    const about = [item.words.toLowerCase(), item.seen].filter(Boolean).join(': ');
    const words = about ? `${PRICE_NAMES[item.priceId]} (${about})` : PRICE_NAMES[item.priceId];
    const from = { id: item.id, words, findingId: null, why: item.why };
    if (row?.way === 'minutes') {
      const price = { amount: lineMoney(row.amount, hours(item.minutes), '0', digits).net, taxPct: row.taxPct };
      return line(from, price, item.quantity, digits, `${Math.round(item.minutes)} min at ${row.amount} an hour`);
    }
    return line(from, row, item.quantity, digits, row?.agreed ? AGREED : '');
  });

/**
 * What putting a finding right comes to: its hands-on minutes at the shop's hour, and its parts.
 * @param finding with its id
 * @param book of the shop
 * @param digits decimals that the currency is paid in
 * @returns lines; without a price where the book has none
 * @throws CoreError unreadable when the book holds what is no amount
 * @example findingLines({ findingId: 'f', what: 'contactor', coilId: null, note: '', action: 'Fit' }, emptyBook(), 2).map((row) => row.net) // [null, null]
 */
export function findingLines(finding: Finding & { findingId: string }, book: PriceBook, digits: number): PriceLine[] {
  const { action, minutes, parts, licence } = wholeFinding(finding);
  const facts = FINDING_TABLE[finding.what];
  // What somebody wrote stands; what the table proposed is told as the customer reads it.
  const words = action === facts.action || action === '' ? facts.work : action;
  const { findingId } = finding;
  const labour = book.rows.find((row) => row.id === 'labour');
  const hour = labour ? { amount: lineMoney(labour.amount, hours(minutes), '0', digits).net, taxPct: labour.taxPct } : undefined;
  const work = line(
    { id: `${findingId}.work`, words, findingId, why: '' },
    hour,
    1,
    digits,
    labour ? `${minutes} min at ${labour.amount} an hour` : '',
  );
  return [
    // What only a look can tell has no minutes yet, and is for whoever looks to price.
    ...(minutes > 0 || parts.length === 0
      ? [minutes > 0 ? work : { ...work, net: null, tax: null, how: licence ? 'to be priced by who may do it' : 'to be priced' }]
      : []),
    ...parts.map((part, i) => {
      const price = book.parts.find((row) => row.name.trim().toLowerCase() === part.name.trim().toLowerCase());
      return line({ id: `${findingId}.part${i + 1}`, words: part.name, findingId, why: '' }, price, part.quantity, digits, '');
    }),
  ];
}

/** One line of the difference between what was offered and what was done. */
export interface PriceChange {
  id: string;
  words: string;
  /** Null where it was not offered, or not done. */
  before: Money | null;
  after: Money | null;
  change: Money;
  why: string;
}

/**
 * What differs between what was offered and what was done, line by line.
 * @param before lines as offered
 * @param after lines as done
 * @param digits decimals that the currency is paid in
 * @param whyNot words for a line that was offered and not done
 * @returns the lines that differ; their changes add up to the whole difference before tax
 * @throws CoreError unreadable when a line holds what is no amount
 * @example priceChanges([], [], 2, () => '') // []
 */
export function priceChanges(
  before: readonly Pick<PriceLine, 'id' | 'words' | 'net'>[],
  after: readonly Pick<PriceLine, 'id' | 'words' | 'net' | 'why'>[],
  digits: number,
  whyNot: (id: string) => string,
): PriceChange[] {
  const ids = [...new Set([...before, ...after].map((row) => row.id))];
  return ids.flatMap((id): PriceChange[] => {
    const [was, is] = [before.find((row) => row.id === id), after.find((row) => row.id === id)];
    const change = lessMoney(is?.net ?? '0', was?.net ?? '0', digits);
    if ((was?.net ?? null) === (is?.net ?? null)) return [];
    return [
      {
        id,
        words: is?.words ?? was?.words ?? '',
        before: was?.net ?? null,
        after: is?.net ?? null,
        change,
        why: is ? is.why || (was ? 'Other minutes than were planned' : 'Not in the offer') : whyNot(id) || 'Not done',
      },
    ];
  });
}

/**
 * Refuses a quote whose sums are not those of its lines.
 * @param options of the quote
 * @param digits decimals that the currency is paid in
 * @returns the way whose sums are wrong; null where all are right
 * @throws CoreError unreadable when a line holds what is no amount
 * @example wrongSums([], 2) // null
 */
export function wrongSums(
  options: readonly { name: string; lines: readonly { net: Money; tax: Money }[]; net: Money; tax: Money; total: Money }[],
  digits: number,
): string | null {
  const wrong = options.find(({ lines, net, tax, total }) => {
    const sums = [
      sumMoney(
        lines.map((row) => row.net),
        digits,
      ),
      sumMoney(
        lines.map((row) => row.tax),
        digits,
      ),
    ] as const;
    return sums[0] !== net || sums[1] !== tax || sumMoney(sums, digits) !== total;
  });
  return wrong?.name ?? null;
}
