import { addMonths } from 'date-fns/addMonths';
import { differenceInMonths } from 'date-fns/differenceInMonths';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { longDay } from '../clock';
import { requireInRange } from '../errors';
import { PRICE_NAMES, type PriceBook, type PriceId } from '../price';
import type { Money } from '../price/money';

/** Most visits a year that an agreement may hold. */
export const MOST_VISITS_A_YEAR = 12;

/** What a shop and an owner agreed for a system: so many visits a year, what they include, its price, and until when. */
export interface Agreement {
  /** ISO day it begins with. */
  since: string;
  /** ISO day it ends before, unless it is renewed. */
  renews: string;
  visitsAYear: number;
  /** Work that is not charged apart on those visits. */
  includes: PriceId[];
  /** Of a year. */
  price: Money;
  note: string;
}

const plusMonths = (day: string, months: number): string => format(addMonths(parseISO(day), months), 'yyyy-MM-dd');

/** The year of an agreement that a day lies in, from its own first day on; null outside of it. */
function yearOf(agreement: Agreement, day: string): { from: string; to: string } | null {
  if (day < agreement.since || day >= agreement.renews) return null;
  const years = Math.floor(differenceInMonths(parseISO(day), parseISO(agreement.since)) / 12);
  const from = plusMonths(agreement.since, years * 12);
  const to = plusMonths(agreement.since, (years + 1) * 12);
  return { from, to: to < agreement.renews ? to : agreement.renews };
}

const within = (days: readonly string[], { from, to }: { from: string; to: string }): number =>
  days.filter((day) => day >= from && day < to).length;

/**
 * When the next visit that was agreed is due: spread over the year from the last one, all of a year's visits before it ends, and none more in it.
 * @param agreement with the owner
 * @param visited ISO days of closed visits to the system, in any order
 * @returns ISO day with why; null where it ends before another one
 * @throws CoreError `visitsAYear` that is no whole number from 1 to 12
 * @example agreedDue({ since: '2026-01-01', renews: '2027-01-01', visitsAYear: 2, includes: [], price: '0', note: '' }, ['2026-03-10'])?.day // '2026-09-10'
 */
export function agreedDue(agreement: Agreement, visited: readonly string[]): { day: string; why: string } | null {
  const { since, renews } = agreement;
  const visitsAYear = requireInRange('visitsAYear', agreement.visitsAYear, 1, MOST_VISITS_A_YEAR);
  const apart = 12 / visitsAYear;
  const whole = Math.floor(apart);
  const last = visited.filter((day) => day >= since && day < renews).reduce((best, day) => (day > best ? day : best), '');
  const year = yearOf(agreement, last || since);
  if (!year) return null;
  const done = within(visited, year);
  const spread = plusMonths(last || since, last ? whole : Math.ceil(apart / 2));
  const lastOfYear = format(new Date(parseISO(year.to).getTime() - 12 * 3_600_000), 'yyyy-MM-dd');
  const day = done < visitsAYear ? (spread > lastOfYear ? lastOfYear : spread) : spread > year.to ? spread : year.to;
  if (day >= renews) return null;
  const count = done < visitsAYear ? `${done} of ${visitsAYear} in the year from ${longDay(year.from)}` : 'the first of the next year';
  return { day, why: `By agreement ${visitsAYear} a year: ${count}.` };
}

/**
 * What a visit may not charge apart, by an agreement: none of it outside its days, or once the year's visits are used up.
 * @param agreement with the owner; null for none
 * @param visited ISO days of closed visits to the system before this one
 * @param day ISO day of the visit
 * @returns the work that is included, and how many-th visit of its year this is; null where it is not of the agreement
 * @throws RangeError days that are none
 * @example coveredBy({ since: '2026-01-01', renews: '2027-01-01', visitsAYear: 1, includes: ['exterior'], price: '0', note: '' }, [], '2026-06-11')?.visit // 1
 */
export function coveredBy(
  agreement: Agreement | null,
  visited: readonly string[],
  day: string,
): { includes: PriceId[]; visit: number; of: number } | null {
  const year = agreement && yearOf(agreement, day);
  if (!agreement || !year) return null;
  const before = within(visited, year);
  return before < agreement.visitsAYear ? { includes: agreement.includes, visit: before + 1, of: agreement.visitsAYear } : null;
}

/**
 * A price book in which included work costs nothing more, and says why.
 * @param book of the shop
 * @param includes what an agreement includes
 * @returns the book, other prices as they are
 * @example agreedBook(emptyBook(), ['exterior']).rows[0]?.amount // '0'
 */
export const agreedBook = (book: PriceBook, includes: readonly PriceId[]): PriceBook =>
  includes.length === 0
    ? book
    : {
        ...book,
        rows: [
          ...includes.map((id) => ({ id, way: 'fixed' as const, amount: '0', taxPct: '0', agreed: true })),
          ...book.rows.filter((row) => !includes.includes(row.id)),
        ],
      };

/**
 * An agreement in words.
 * @param agreement with the owner
 * @returns how many visits, what is included, until when
 * @example agreementWords({ since: '2026-01-01', renews: '2027-01-01', visitsAYear: 1, includes: [], price: '0', note: '' }) // '1 visit a year until 1 January 2027.'
 */
export function agreementWords({ visitsAYear, includes, renews }: Agreement): string {
  const what = includes.map((id) => PRICE_NAMES[id].toLowerCase()).join('; ');
  return `${visitsAYear} ${visitsAYear === 1 ? 'visit' : 'visits'} a year until ${longDay(renews)}${what ? `, with ${what}` : ''}.`;
}
