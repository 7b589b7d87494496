import type { Agreement } from '@elm-mist/core/agreement';
import type { DueKind } from '@elm-mist/core/closing';
import { index, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { system } from './places';

/** What was agreed with the owner of a system. */
export const agreement = sqliteTable('agreement', {
  systemId: text('system_id')
    .primaryKey()
    .references(() => system.id),
  record: text('record', { mode: 'json' }).$type<Agreement>().notNull(),
});

const clockOf = () => ({
  systemId: text('system_id')
    .notNull()
    .references(() => system.id),
  kind: text('kind').$type<DueKind>().notNull(),
  /** Which coil or finding; empty where a system has one of its kind. */
  of: text('of').notNull().default(''),
  due: text('due').notNull(),
  why: text('why').notNull().default(''),
  ruleId: text('rule_id'),
  at: text('at').notNull().default(''),
});

/** What is due, each by its own clock: drawn from closings, findings, agreements and what was set by hand, and written with them. */
export const dueClock = sqliteTable('due_clock', clockOf(), (table) => [
  primaryKey({ columns: [table.systemId, table.kind, table.of] }),
  index('due_clock_kind').on(table.kind, table.due, table.systemId, table.of),
]);

/** Clocks that were set by hand between visits. */
export const clockSet = sqliteTable('clock_set', { ...clockOf(), by: text('by').notNull() }, (table) => [
  primaryKey({ columns: [table.systemId, table.kind, table.of] }),
]);
