import { requireNonNegative } from '../errors';

/** One bottle, can or drum on the shelf or in the truck. */
export interface StockItem {
  id: string;
  cleanerId: string;
  lot: string;
  /** Last good day, ISO; null when the label gives none. */
  expires: string | null;
  sizeL: number;
  leftL: number;
}

/** Within so many days of its last good day a bottle is warned of. Common practice, no source. */
export const EXPIRY_WARNING_DAYS = 60;

const order = (today: string) => (a: StockItem, b: StockItem) => {
  const key = (item: StockItem) =>
    `${item.expires !== null && item.expires < today ? 1 : 0}${item.expires ?? '9999-12-31'}${item.leftL < item.sizeL - 1e-9 ? 0 : 1}${item.id}`;
  return key(a) < key(b) ? -1 : 1;
};

export interface DrawDown {
  draws: { itemId: string; litres: number }[];
  /** What was used beyond all that the shelf held, L. */
  shortL: number;
}

/**
 * Takes an amount from the bottles of one cleaner: still good ones first, the sooner to expire before the later, an opened one
 * before a full one. Never takes more than a bottle holds.
 * @param items bottles of the shelf, with what is left in each, L
 * @param litres to take, L, 0 or more
 * @param today ISO day
 * @returns litres from each bottle, and what the shelf did not have
 * @throws CoreError out-of-range `litres`
 * @example drawDown([{ id: 'a', cleanerId: 'c', lot: '', expires: null, sizeL: 4, leftL: 3 }], 5, '2026-06-11').shortL // 2
 */
export function drawDown(items: readonly StockItem[], litres: number, today: string): DrawDown {
  requireNonNegative('litres', litres);
  let open = litres;
  const draws: DrawDown['draws'] = [];
  for (const item of [...items].sort(order(today))) {
    const taken = Math.min(open, Math.max(0, item.leftL));
    if (taken <= 1e-12) continue;
    draws.push({ itemId: item.id, litres: taken });
    open -= taken;
  }
  return { draws, shortL: open > 1e-9 ? open : 0 };
}

/** A cleaner that is low, or a bottle past its day. */
export type StockWarning =
  | { kind: 'low'; cleanerId: string; leftL: number; lowL: number }
  | { kind: 'expired' | 'expires-soon'; cleanerId: string; itemId: string; lot: string; expires: string };

const DAY_MS = 86_400_000;

/**
 * What is low, what has expired and what soon will. A cleaner without a low mark is never low; empty bottles do not expire.
 * @param cleaners cleaners with the mark below which each is low, L
 * @param items bottles of the shelf, with what is left in each, L
 * @param today ISO day
 * @returns what is low, expired or soon will be
 * @example stockWarnings([{ id: 'c', lowL: 1 }], [{ id: 'a', cleanerId: 'c', lot: '', expires: null, sizeL: 4, leftL: 0.5 }], '2026-06-11')[0].kind // 'low'
 */
export function stockWarnings(
  cleaners: readonly { id: string; lowL: number | null }[],
  items: readonly StockItem[],
  today: string,
): StockWarning[] {
  return cleaners.flatMap(({ id, lowL }) => {
    const own = items.filter((item) => item.cleanerId === id);
    const leftL = own.filter((item) => item.expires === null || item.expires >= today).reduce((sum, item) => sum + item.leftL, 0);
    const low: StockWarning[] = lowL !== null && leftL < lowL - 1e-9 ? [{ kind: 'low', cleanerId: id, leftL, lowL }] : [];
    const aged = own
      .filter((item) => item.leftL > 1e-9)
      .flatMap((item): StockWarning[] => {
        if (item.expires === null) return [];
        const days = (Date.parse(item.expires) - Date.parse(today)) / DAY_MS;
        const kind = days < 0 ? 'expired' : days <= EXPIRY_WARNING_DAYS ? 'expires-soon' : null;
        return kind ? [{ kind, cleanerId: id, itemId: item.id, lot: item.lot, expires: item.expires }] : [];
      });
    return [...low, ...aged];
  });
}

export interface ReorderRow {
  cleanerId: string;
  name: string;
  leftL: number;
  lowL: number;
  packs: number;
  packL: number;
  price: number;
}

/**
 * Whole packs that bring every low cleaner back to twice its low mark.
 * @param cleaners cleaners with the mark below which each is low, L
 * @param items bottles of the shelf, with what is left in each, L
 * @param today ISO day
 * @returns what to buy, with its price in the shop's money
 * @example reorderList([], [], '2026-06-11') // []
 */
export function reorderList(
  cleaners: readonly { id: string; name: string; lowL: number | null; packL: number; packPrice: number }[],
  items: readonly StockItem[],
  today: string,
): ReorderRow[] {
  return stockWarnings(cleaners, items, today).flatMap((warning) => {
    const cleaner = cleaners.find((row) => row.id === warning.cleanerId);
    if (warning.kind !== 'low' || !cleaner) return [];
    const packs = Math.max(1, Math.ceil((2 * warning.lowL - warning.leftL) / cleaner.packL - 1e-9));
    return [
      {
        cleanerId: cleaner.id,
        name: cleaner.name,
        leftL: warning.leftL,
        lowL: warning.lowL,
        packs,
        packL: cleaner.packL,
        price: packs * cleaner.packPrice,
      },
    ];
  });
}
