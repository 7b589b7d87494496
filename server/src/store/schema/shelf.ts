import type { Construction } from '@elm-mist/core/equipment';
import type { Chemistry, CleanerForm, CountsAgainst, DialPosition, LabelChart, LabelGap, LabelLine } from '@elm-mist/core/mix';
import type { ApplicatorRecord, StockMove } from '@elm-mist/contract';
import { blob, index, integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { visit } from './visits';

export const cleaner = sqliteTable('cleaner', {
  id: text('id').primaryKey(),
  name: text('name').notNull().unique(),
  chemistry: text('chemistry').$type<Chemistry>().notNull(),
  form: text('form').$type<CleanerForm>().notNull(),
  chart: text('chart', { mode: 'json' }).$type<LabelChart>().notNull(),
  dwellMinS: integer('dwell_min_s').notNull(),
  dwellMaxS: integer('dwell_max_s').notNull(),
  allowedConstructions: text('allowed_constructions', { mode: 'json' }).$type<Construction[]>().notNull(),
  indoor: integer('indoor', { mode: 'boolean' }).notNull(),
  outdoor: integer('outdoor', { mode: 'boolean' }).notNull(),
  rinseNeeded: integer('rinse_needed', { mode: 'boolean' }).notNull(),
  waterFirst: integer('water_first', { mode: 'boolean' }).notNull(),
  hazardWords: text('hazard_words').notNull().default(''),
  packL: real('pack_l').notNull(),
  packPrice: real('pack_price').notNull(),
  countsAgainst: text('counts_against').$type<CountsAgainst>(),
  phLow: real('ph_low'),
  phHigh: real('ph_high'),
  lowL: real('low_l'),
  /** What the label does not say; those columns hold what was assumed. */
  assumed: text('assumed', { mode: 'json' }).$type<LabelGap[]>().notNull().default([]),
  handling: text('handling', { mode: 'json' }).$type<LabelLine[]>().notNull().default([]),
});

/** The safety sheet of a cleaner, as a PDF or a photo of it. */
export const safetySheet = sqliteTable('safety_sheet', {
  cleanerId: text('cleaner_id')
    .primaryKey()
    .references(() => cleaner.id),
  mime: text('mime').notNull(),
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
  receivedAt: text('received_at').notNull(),
});

/** One bottle, can or drum. What is left in it is the sum of its moves, kept beside them; written with every move. */
export const stockItem = sqliteTable(
  'stock_item',
  {
    id: text('id').primaryKey(),
    cleanerId: text('cleaner_id')
      .notNull()
      .references(() => cleaner.id),
    lot: text('lot').notNull().default(''),
    expires: text('expires'),
    sizeL: real('size_l').notNull(),
    leftL: real('left_l').notNull().default(0),
    movedAt: text('moved_at').notNull().default(''),
  },
  (table) => [index('stock_item_cleaner').on(table.cleanerId)],
);

/** Append-only, like events. Without an item: used beyond what the shelf was known to hold. */
export const stockMove = sqliteTable(
  'stock_move',
  {
    id: text('id').primaryKey(),
    itemId: text('item_id').references(() => stockItem.id),
    cleanerId: text('cleaner_id')
      .notNull()
      .references(() => cleaner.id),
    visitId: text('visit_id').references(() => visit.id),
    litres: real('litres').notNull(),
    why: text('why').$type<StockMove['why']>().notNull(),
    by: text('by').notNull(),
    at: text('at').notNull(),
  },
  (table) => [
    index('stock_move_item').on(table.itemId),
    index('stock_move_visit').on(table.visitId),
    index('stock_move_cleaner').on(table.cleanerId, table.at),
  ],
);

/** Checked rows of a file on their way to the shelf, a few hundred to a part; gone once they are there. */
export const importPart = sqliteTable(
  'import_part',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    job: text('job').notNull(),
    work: text('work', { mode: 'json' }).$type<unknown[]>().notNull(),
    /** The last of its file: with it the file is there whole. */
    last: integer('last', { mode: 'boolean' }).notNull(),
  },
  (table) => [index('import_part_job').on(table.job)],
);

export const applicator = sqliteTable('applicator', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  kind: text('kind').$type<ApplicatorRecord['kind']>().notNull(),
  capacityL: real('capacity_l').notNull(),
  dial: text('dial', { mode: 'json' }).$type<DialPosition[]>().notNull(),
});
