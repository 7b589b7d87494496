import { usualWords, type OwnerWords } from '@elm-mist/core/messages';
import { DEFAULT_HOUSE_RULES, type HouseRules } from '@elm-mist/core/method';
import { emptyBook, type PriceBook } from '@elm-mist/core/price';
import { usualWays, type ReportWays } from '@elm-mist/core/report';
import type { Tariff } from '@elm-mist/core/tariff';
import { and, eq, gte, lt, sql } from 'drizzle-orm';
import type { Db } from './open';
import { prepared } from './prepared';
import * as t from './schema';

/** House rules as they are stored; shops of before kept their name and crew among them. */
type StoredRules = HouseRules & { shopName?: string; crew?: string[] };

export const storedRules = (db: Db): StoredRules | undefined => db.select().from(t.houseRules).where(eq(t.houseRules.id, 1)).get()?.rules;

export function readHouseRules(db: Db): HouseRules {
  const { shopName, crew, ...rules } = { ...DEFAULT_HOUSE_RULES, ...storedRules(db) };
  return rules;
}

export function writeHouseRules(db: Db, rules: HouseRules): void {
  db.insert(t.houseRules).values({ id: 1, rules }).onConflictDoUpdate({ target: t.houseRules.id, set: { rules } }).run();
}

export const storedShop = (db: Db): t.StoredShop | undefined =>
  prepared(db, 'shop', () => db.select().from(t.shop).where(eq(t.shop.id, 1)).prepare()).get()?.record;

export function writeShop(db: Db, record: t.StoredShop): void {
  db.insert(t.shop).values({ id: 1, record }).onConflictDoUpdate({ target: t.shop.id, set: { record } }).run();
}

export const readPriceBook = (db: Db): PriceBook => db.select().from(t.priceBook).where(eq(t.priceBook.id, 1)).get()?.book ?? emptyBook();

export function writePriceBook(db: Db, book: PriceBook): void {
  db.insert(t.priceBook).values({ id: 1, book }).onConflictDoUpdate({ target: t.priceBook.id, set: { book } }).run();
}

const REPORT_WAYS = 'report-ways';
export function readReportWays(db: Db): ReportWays {
  const kept = readMeta(db, REPORT_WAYS);
  return { ...usualWays(), ...(kept ? (JSON.parse(kept) as Partial<ReportWays>) : {}) };
}

export const writeReportWays = (db: Db, ways: ReportWays): void => writeMeta(db, REPORT_WAYS, JSON.stringify(ways));

const OWNER_WORDS = 'owner-words';
export function readOwnerWords(db: Db): OwnerWords {
  const kept = readMeta(db, OWNER_WORDS);
  return { ...usualWords(), ...(kept ? (JSON.parse(kept) as Partial<OwnerWords>) : {}) };
}

export const writeOwnerWords = (db: Db, words: OwnerWords): void => writeMeta(db, OWNER_WORDS, JSON.stringify(words));

const TARIFF = 'tariff';
export function readTariff(db: Db): Tariff | null {
  const kept = readMeta(db, TARIFF);
  return kept ? (JSON.parse(kept) as Tariff | null) : null;
}

export const writeTariff = (db: Db, tariff: Tariff | null): void => writeMeta(db, TARIFF, JSON.stringify(tariff));

const ERASED = 'erased';
const MOST_ERASED = 1000;
/** Ids of the records of erased customers, the latest ones. */
export const erasedIds = (db: Db): string[] => JSON.parse(readMeta(db, ERASED) ?? '[]') as string[];
export const addErasedIds = (db: Db, ids: readonly string[]): void =>
  writeMeta(db, ERASED, JSON.stringify([...erasedIds(db), ...ids].slice(-MOST_ERASED)));

export const readMeta = (db: Db, key: string): string | undefined =>
  prepared(db, 'meta', () =>
    db
      .select()
      .from(t.meta)
      .where(eq(t.meta.key, sql.placeholder('key')))
      .prepare(),
  ).get({ key })?.value;

export function writeMeta(db: Db, key: string, value: string): void {
  db.insert(t.meta).values({ key, value }).onConflictDoUpdate({ target: t.meta.key, set: { value } }).run();
}

export const storedWeather = (db: Db, day: string) => db.select().from(t.weatherDay).where(eq(t.weatherDay.day, day)).get();
/** Air that was put in of the days from one on, up to another. */
export const storedWeathers = (db: Db, from: string, until: string) =>
  db
    .select()
    .from(t.weatherDay)
    .where(and(gte(t.weatherDay.day, from), lt(t.weatherDay.day, until)))
    .all();
