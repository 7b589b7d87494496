import type { HourAir } from '@elm-mist/core/dryout';
import type { DayAir } from '@elm-mist/core/interval';
import type { HouseRules } from '@elm-mist/core/method';
import type { PriceBook } from '@elm-mist/core/price';
import type { DayCrew, ShopRecord, WeatherSource } from '@elm-mist/contract';
import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** The shop as it is stored; whether it is the demo is known from the file itself. */
export type StoredShop = Omit<ShopRecord, 'demo'>;

export const shop = sqliteTable('shop', {
  id: integer('id').primaryKey(),
  record: text('record', { mode: 'json' }).$type<StoredShop>().notNull(),
});

export const houseRules = sqliteTable('house_rules', {
  id: integer('id').primaryKey(),
  rules: text('rules', { mode: 'json' }).$type<HouseRules>().notNull(),
});

/** What the shop charges. */
export const priceBook = sqliteTable('price_book', {
  id: integer('id').primaryKey(),
  book: text('book', { mode: 'json' }).$type<PriceBook>().notNull(),
});

/** Hourly air of a day that somebody put in, in place of the simulated feed. */
export const weatherDay = sqliteTable('weather_day', {
  day: text('day').primaryKey(),
  source: text('source').$type<Exclude<WeatherSource, 'simulated'>>().notNull(),
  hours: text('hours', { mode: 'json' }).$type<HourAir[]>().notNull(),
  /** Of all its hours, those of the night too; null where too few were told, and in rows of before. */
  air: text('air', { mode: 'json' }).$type<DayAir>(),
});

/** Who was put on a day. A day that is not here goes by the last one before it. */
export const dayCrew = sqliteTable('day_crew', {
  day: text('day').primaryKey(),
  crews: text('crews', { mode: 'json' }).$type<DayCrew[]>().notNull(),
});

/** Requests that made something, by the id the device gave it: sent again, they make nothing new. */
export const made = sqliteTable('made', {
  id: text('id').primaryKey(),
  digest: text('digest').notNull(),
  at: text('at').notNull(),
});

/** Facts about the file itself, e.g. that the demo was seeded. */
export const meta = sqliteTable('meta', { key: text('key').primaryKey(), value: text('value').notNull() });
