import type { OpeningId } from '../survey';
import type { Money } from './money';

/** What a shop may put a price on. */
export const PRICE_IDS = [
  'call-out',
  'exterior',
  'guards-off',
  'top-open',
  'deep',
  'extra-face',
  'panel',
  'coil-and-pan',
  'wheel-in',
  'wheel-out',
  'head',
  'drain',
  'labour',
] as const;
/** One of `PRICE_IDS`. */
export type PriceId = (typeof PRICE_IDS)[number];

/** The same in words, as they stand on a quote. */
export const PRICE_NAMES: Record<PriceId, string> = {
  'call-out': 'Call-out',
  exterior: 'Outdoor coil washed from outside',
  'guards-off': 'Outdoor coil washed, guards off',
  'top-open': 'Outdoor coil washed from both sides, top open',
  deep: 'Outdoor coil washed deep, panels and fan out',
  'extra-face': 'Further face of the outdoor coil',
  panel: 'Indoor coil looked over, panel off',
  'coil-and-pan': 'Indoor coil, pan and drain washed',
  'wheel-in': 'Blower wheel cleaned in place',
  'wheel-out': 'Blower wheel taken out and washed, coil and pan',
  head: 'Wall head washed',
  drain: 'Drain cleared',
  labour: 'Work by the hour',
};

/** By a price of its own, or by its hands-on minutes at a rate for the hour. Waiting is never sold. */
export const PRICE_WAYS = ['fixed', 'minutes'] as const;
/** One of `PRICE_WAYS`. */
export type PriceWay = (typeof PRICE_WAYS)[number];

/** One price. */
export interface PriceRow {
  id: PriceId;
  way: PriceWay;
  /** Of one, or of an hour. */
  amount: Money;
  /** Percent. */
  taxPct: string;
  /** Included in an agreement with the owner: it costs nothing more. */
  agreed?: boolean;
}

/** The price of a part, by the name that findings give it. */
export interface PartPrice {
  name: string;
  amount: Money;
  taxPct: string;
}

/** How a line came about that an agreement includes. */
export const AGREED = 'by agreement';

/** What a shop charges. */
export interface PriceBook {
  rows: PriceRow[];
  parts: PartPrice[];
  /** Faces of an outdoor coil that its price includes. */
  facesIncluded: number;
  /** How long a quote holds, days. */
  validDays: number;
}

/**
 * A price book that nobody has written in.
 * @returns nothing priced; three faces included, quotes hold for thirty days
 * @example emptyBook().rows // []
 */
export const emptyBook = (): PriceBook => ({ rows: [], parts: [], facesIncluded: 3, validDays: 30 });

/** Under which price an opening goes. */
export const OPENING_PRICE: Record<OpeningId, PriceId> = {
  exterior: 'exterior',
  'guards-off': 'guards-off',
  'top-open': 'top-open',
  deep: 'deep',
  panel: 'panel',
  'coil-and-pan': 'coil-and-pan',
  'wheel-out': 'wheel-out',
};
