import {
  currencyDigits,
  findingLines,
  lineMoney,
  sumLines,
  type FindingLife,
  type PriceBook,
  type PriceLine,
  type QuoteOption,
  type WayToOpen,
} from '@elm-mist/core';

/** What is put on a quote. */
export interface QuoteDraft {
  /** Ways to open that are offered; none where only findings are. Null until somebody chose. */
  ways: string[] | null;
  /** Null until somebody chose: all of them. */
  findingIds: string[] | null;
  /** Prices typed for lines that the book has none for, by line id. */
  typed: Record<string, string>;
  validUntil: string;
  note: string;
}

const AMOUNT = /^\d{1,7}([.,]\d{1,2})?$/;

/** A typed amount as a decimal; null where it is none. */
export const readAmountText = (text: string): string | null => (AMOUNT.test(text.trim()) ? text.trim().replace(',', '.') : null);

/** A line with a price typed in, where the book has none. */
function withTyped(line: PriceLine, typed: Record<string, string>, taxPct: string, digits: number): PriceLine {
  if (line.net !== null) return line;
  const amount = readAmountText(typed[line.id] ?? '');
  return amount === null ? line : { ...line, taxPct, ...lineMoney(amount, Number(line.quantity), taxPct, digits) };
}

/** The options that a draft makes, with lines that still want a price named. */
export function optionsOf(
  draft: { ways: readonly string[]; findingIds: readonly string[]; typed: Record<string, string> },
  ways: readonly WayToOpen[],
  findings: readonly FindingLife[],
  book: PriceBook,
  currency: string,
): { options: QuoteOption[]; open: PriceLine[] } {
  const digits = currencyDigits(currency);
  const taxPct = book.rows.find((row) => row.id === 'labour')?.taxPct ?? book.rows[0]?.taxPct ?? '0';
  const chosen = findings.filter((life) => draft.findingIds.includes(life.findingId)).flatMap((life) => findingLines(life, book, digits));
  const offered = ways.filter((way) => draft.ways.includes(way.id));
  const sets =
    offered.length > 0
      ? offered.map((way) => ({ id: way.id, name: way.name, leaves: way.leaves, lines: [...way.lines, ...chosen] }))
      : [{ id: 'findings', name: 'The work', leaves: '', lines: chosen }];
  const open = new Map<string, PriceLine>();
  const options = sets
    .filter((set) => set.lines.length > 0)
    .map(({ id, name, leaves, lines }): QuoteOption => {
      const priced = lines.map((line) => withTyped(line, draft.typed, taxPct, digits));
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
