import type { FindingLife, QuoteOption } from '../run';
import type { PriceBook } from './book';
import { lineMoney, type Money } from './money';
import { findingLines, sumLines, type PriceLine } from './price';
import type { WayToOpen } from './ways';

/** What is put on a quote. */
export interface Offer {
  /** Ways to open that are offered; none where only findings are. */
  ways: readonly string[];
  findingIds: readonly string[];
  /** Prices for lines that the book has none for, decimals in words, by line id. */
  typed: Readonly<Record<string, Money>>;
}

/**
 * The options that an offer makes, each way with the findings on it, and the lines that still want a price.
 * @param offer what was chosen
 * @param ways to open, priced
 * @param findings that may be offered
 * @param book of the shop; its tax on an hour's work is that on prices put in by hand
 * @param digits decimals that the currency is paid in
 * @returns options whose sums are those of their lines, and lines without a price, each once
 * @throws CoreError unreadable when the book or a price put in holds what is no amount
 * @example quoteOptions({ ways: [], findingIds: [], typed: {} }, [], [], emptyBook(), 2) // { options: [], open: [] }
 */
export function quoteOptions(
  offer: Offer,
  ways: readonly WayToOpen[],
  findings: readonly FindingLife[],
  book: PriceBook,
  digits: number,
): { options: QuoteOption[]; open: PriceLine[] } {
  const taxPct = book.rows.find((row) => row.id === 'labour')?.taxPct ?? book.rows[0]?.taxPct ?? '0';
  const withTyped = (line: PriceLine): PriceLine => {
    const amount = line.net === null ? offer.typed[line.id] : undefined;
    return amount === undefined ? line : { ...line, taxPct, ...lineMoney(amount, Number(line.quantity), taxPct, digits) };
  };
  const chosen = findings.filter((life) => offer.findingIds.includes(life.findingId)).flatMap((life) => findingLines(life, book, digits));
  const offered = ways.filter((way) => offer.ways.includes(way.id));
  const sets: { id: string; name: string; leaves: string; lines: PriceLine[] }[] =
    offered.length > 0
      ? offered.map(({ id, name, leaves, lines }) => ({ id, name, leaves, lines: [...lines, ...chosen] }))
      : [{ id: 'findings', name: 'The work', leaves: '', lines: chosen }];
  const open = new Map<string, PriceLine>();
  const options = sets
    .filter((set) => set.lines.length > 0)
    .map(({ id, name, leaves, lines }): QuoteOption => {
      const priced = lines.map(withTyped);
      for (const line of priced) if (line.net === null) open.set(line.id, line);
      const { net, tax, total } = sumLines(priced, digits);
      return {
        id,
        name,
        leaves,
        net,
        tax,
        total,
        lines: priced.map((line) => ({
          id: line.id,
          words: line.how ? `${line.words}, ${line.how}` : line.words,
          quantity: line.quantity,
          net: line.net ?? '0',
          taxPct: line.taxPct,
          tax: line.tax ?? '0',
          findingId: line.findingId,
        })),
      };
    });
  return { options, open: [...open.values()] };
}
