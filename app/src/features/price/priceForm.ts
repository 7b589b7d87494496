import { PRICE_IDS, type PriceBook, type PriceId, type PriceWay } from '@elm-mist/core';

/** The price book as it is typed. */
export interface BookDraft {
  rows: Record<PriceId, { amount: string; way: PriceWay }>;
  parts: { name: string; amount: string }[];
  taxPct: string;
  facesIncluded: string;
  validDays: string;
}

/** By the hour where that is the only way that makes sense. */
const HOURLY: readonly PriceId[] = ['labour'];

export const bookDraft = (book: PriceBook): BookDraft => ({
  rows: Object.fromEntries(
    PRICE_IDS.map((id) => {
      const row = book.rows.find((price) => price.id === id);
      return [id, { amount: row?.amount ?? '', way: row?.way ?? (HOURLY.includes(id) ? 'minutes' : 'fixed') }];
    }),
  ) as BookDraft['rows'],
  parts: book.parts.map(({ name, amount }) => ({ name, amount })),
  taxPct: book.rows[0]?.taxPct ?? book.parts[0]?.taxPct ?? '0',
  facesIncluded: String(book.facesIncluded),
  validDays: String(book.validDays),
});

const AMOUNT = /^\d{1,7}([.,]\d{1,2})?$/;
const PERCENT = /^\d{1,2}([.,]\d{1,3})?$/;
const decimal = (text: string): string => text.trim().replace(',', '.');

/** Reads what was typed: the book, or what is wrong, by field. */
export function readBook(draft: BookDraft): { book: PriceBook } | { troubles: Record<string, string> } {
  const troubles: Record<string, string> = {};
  if (!PERCENT.test(draft.taxPct.trim())) troubles['tax'] = 'A percentage such as 7.25; 0 for none.';
  for (const id of PRICE_IDS)
    if (draft.rows[id].amount.trim() !== '' && !AMOUNT.test(draft.rows[id].amount.trim()))
      troubles[id] = 'An amount such as 84.50; empty for none.';
  const parts = draft.parts
    .map((part) => ({ name: part.name.trim(), amount: part.amount.trim() }))
    .filter((part) => part.name || part.amount);
  parts.forEach((part, i) => {
    if (part.name === '') troubles[`part${i}`] = 'Name the part.';
    else if (!AMOUNT.test(part.amount)) troubles[`part${i}`] = 'An amount such as 84.50.';
    else if (parts.findIndex((other) => other.name.toLowerCase() === part.name.toLowerCase()) !== i)
      troubles[`part${i}`] = 'This name stands above already.';
  });
  const whole = (text: string, least: number, most: number, key: string) => {
    const value = Number(text.trim());
    if (!Number.isInteger(value) || value < least || value > most) troubles[key] = `A whole number from ${least} to ${most}.`;
    return value;
  };
  const facesIncluded = whole(draft.facesIncluded, 1, 8, 'faces');
  const validDays = whole(draft.validDays, 1, 365, 'days');
  if (Object.keys(troubles).length > 0) return { troubles };
  const taxPct = decimal(draft.taxPct);
  return {
    book: {
      rows: PRICE_IDS.flatMap((id) => {
        const { amount, way } = draft.rows[id];
        return amount.trim() === '' ? [] : [{ id, way, amount: decimal(amount), taxPct }];
      }),
      parts: parts.map((part) => ({ name: part.name, amount: decimal(part.amount), taxPct })),
      facesIncluded,
      validDays,
    },
  };
}
