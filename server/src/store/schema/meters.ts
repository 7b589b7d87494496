import type { MeteredWash, NotCounted } from '@elm-mist/core/savings';
import type { MeterRecord } from '@elm-mist/contract';
import { sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { place } from './places';

/** A wash within the days of a meter, and what it is counted for in the shop's own answer, or why it is not. */
export interface MeterSavingRow {
  day: string;
  visitIds: string[];
  told: MeteredWash | NotCounted;
}

/** A place's electricity meter, whole: brought in again it takes the place of what was there. */
export const meter = sqliteTable('meter', {
  placeId: text('place_id')
    .primaryKey()
    .references(() => place.id),
  record: text('record', { mode: 'json' }).$type<MeterRecord>().notNull(),
});

/** What the washes of a place were found to save by its meter: reckoned from rows, washes and air, and again when any of them is another. */
export const meterSaving = sqliteTable('meter_saving', {
  placeId: text('place_id')
    .primaryKey()
    .references(() => place.id),
  /** What it was reckoned from, as it was. */
  stamp: text('stamp').notNull(),
  washes: text('washes', { mode: 'json' }).$type<MeterSavingRow[]>().notNull(),
});
