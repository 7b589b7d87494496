import { PRICE_IDS, type PriceBook, type PriceId, type PriceWay } from '@elm-mist/core/price';

/** The price book as it is typed. */
export interface BookDraft {
  /** A tax of its own is empty where the usual one is on it. */
  rows: Record<PriceId, { amount: string; way: PriceWay; taxPct: string }>;
  parts: { name: string; amount: string; taxPct: string }[];
  /** The usual one. */
  taxPct: string;
  facesIncluded: string;
  validDays: string;
}

/** By the hour where that is the only way that makes sense. */
const HOURLY: readonly PriceId[] = ['labour'];

/** The tax that most lines carry; of equals the first. */
function usualTax(book: PriceBook): string {
  const all = [...book.rows, ...book.parts].map((row) => row.taxPct);
  const count = (tax: string) => all.filter((other) => other === tax).length;
  return all.reduce((best, tax) => (count(tax) > count(best) ? tax : best), all[0] ?? '0');
}

export function bookDraft(book: PriceBook): BookDraft {
  const taxPct = usualTax(book);
  const own = (tax: string) => (tax === taxPct ? '' : tax);
  return {
    rows: Object.fromEntries(
      PRICE_IDS.map((id) => {
        const row = book.rows.find((price) => price.id === id);
        const way = row?.way ?? (HOURLY.includes(id) ? 'minutes' : 'fixed');
        return [id, { amount: row?.amount ?? '', way, taxPct: row ? own(row.taxPct) : '' }];
      }),
    ) as BookDraft['rows'],
    parts: book.parts.map((part) => ({ name: part.name, amount: part.amount, taxPct: own(part.taxPct) })),
    taxPct,
    facesIncluded: String(book.facesIncluded),
    validDays: String(book.validDays),
  };
}

const AMOUNT = /^\d{1,7}([.,]\d{1,2})?$/;
const PERCENT = /^\d{1,2}([.,]\d{1,3})?$/;
const isOwnTax = (text: string): boolean => text.trim() === '' || PERCENT.test(text.trim());
const decimal = (text: string): string => text.trim().replace(',', '.');

/** Reads what was typed: the book, or what is wrong, by field. */
export function readBook(draft: BookDraft): { book: PriceBook } | { troubles: Record<string, string> } {
  const troubles: Record<string, string> = {};
  if (!PERCENT.test(draft.taxPct.trim())) troubles['tax'] = 'A percentage such as 7.25; 0 for none.';
  for (const id of PRICE_IDS)
    if (draft.rows[id].amount.trim() !== '' && !AMOUNT.test(draft.rows[id].amount.trim()))
      troubles[id] = 'An amount such as 84.50; empty for none.';
    else if (!isOwnTax(draft.rows[id].taxPct)) troubles[id] = 'A tax such as 7.25; empty for the usual one.';
  const parts = draft.parts
    .map((part) => ({ name: part.name.trim(), amount: part.amount.trim(), taxPct: part.taxPct }))
    .filter((part) => part.name || part.amount);
  parts.forEach((part, i) => {
    if (part.name === '') troubles[`part${i}`] = 'Name the part.';
    else if (!AMOUNT.test(part.amount)) troubles[`part${i}`] = 'An amount such as 84.50.';
    else if (!isOwnTax(part.taxPct)) troubles[`part${i}`] = 'A tax such as 7.25; empty for the usual one.';
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
  const taxOf = (own: string) => decimal(own.trim() === '' ? draft.taxPct : own);
  return {
    book: {
      rows: PRICE_IDS.flatMap((id) => {
        const { amount, way, taxPct } = draft.rows[id];
        return amount.trim() === '' ? [] : [{ id, way, amount: decimal(amount), taxPct: taxOf(taxPct) }];
      }),
      parts: parts.map((part) => ({ name: part.name, amount: decimal(part.amount), taxPct: taxOf(part.taxPct) })),
      facesIncluded,
      validDays,
    },
  };
}
