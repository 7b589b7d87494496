/** What is put on a quote, as it is chosen and typed. */
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

/** The amounts among what was typed. */
export const typedAmounts = (typed: Record<string, string>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(typed).flatMap(([id, text]) => {
      const amount = readAmountText(text);
      return amount === null ? [] : [[id, amount]];
    }),
  );
