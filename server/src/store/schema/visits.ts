import { sql } from 'drizzle-orm';
import type { Agreement } from '@elm-mist/core/agreement';
import type { CostFacts, VisitSummary } from '@elm-mist/core/visit';
import type { EventKind, VisitStanding } from '@elm-mist/core/run';
import type { CoilRecord, PlaceRecord, SystemRecord } from '@elm-mist/contract';
import { blob, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { coil, system } from './places';

/** What stood around a visit when it was closed. */
export interface ClosedAs {
  place: PlaceRecord;
  system: SystemRecord;
  coils: CoilRecord[];
  /** Absent in visits that were closed before there were any. */
  agreement?: Agreement | null;
}

export const visit = sqliteTable(
  'visit',
  {
    id: text('id').primaryKey(),
    systemId: text('system_id')
      .notNull()
      .references(() => system.id),
    day: text('day').notNull(),
    startMinute: integer('start_minute').notNull(),
    durationMin: integer('duration_min').notNull(),
    /** When the owner lets somebody in, minutes of the day; null for any time. */
    windowFrom: integer('window_from'),
    windowTo: integer('window_to'),
    /** Crew of the day that goes there: the id of its first member; null for nobody in particular. */
    crewId: text('crew_id'),
    purpose: text('purpose').notNull().default(''),
    /** What the fold of the events says; kept beside them so that lists need no fold. Written with every event. */
    standing: text('standing').$type<VisitStanding>().notNull().default('planned'),
    /** Place, system and coils as they were when it was closed: what it showed stays as it was. */
    closedAs: text('closed_as', { mode: 'json' }).$type<ClosedAs>(),
  },
  (table) => [
    index('visit_day').on(table.day),
    index('visit_system').on(table.systemId, table.standing, table.day, table.startMinute),
    index('visit_standing').on(table.standing, table.day, table.startMinute, table.id),
  ],
);

export const visitCoil = sqliteTable(
  'visit_coil',
  {
    visitId: text('visit_id')
      .notNull()
      .references(() => visit.id),
    coilId: text('coil_id')
      .notNull()
      .references(() => coil.id),
    position: integer('position').notNull(),
  },
  (table) => [primaryKey({ columns: [table.visitId, table.coilId] })],
);

/** Append-only: rows are added, never changed or removed. */
export const event = sqliteTable(
  'event',
  {
    seq: integer('seq').primaryKey({ autoIncrement: true }),
    id: text('id').notNull().unique(),
    visitId: text('visit_id')
      .notNull()
      .references(() => visit.id),
    at: text('at').notNull(),
    by: text('by').notNull(),
    kind: text('kind').$type<EventKind>().notNull(),
    data: text('data', { mode: 'json' }).$type<unknown>().notNull(),
    receivedAt: text('received_at').notNull(),
    /** The time that the phone gave, where its clock was ahead and `at` was set to the time of receipt; null otherwise. */
    saidAt: text('said_at'),
  },
  (table) => [index('event_visit').on(table.visitId, table.seq)],
);

/** Pictures, shrunk on the device before they come. */
export const photo = sqliteTable(
  'photo',
  {
    id: text('id').primaryKey(),
    visitId: text('visit_id')
      .notNull()
      .references(() => visit.id),
    mime: text('mime').notNull(),
    bytes: blob('bytes', { mode: 'buffer' }).notNull(),
    receivedAt: text('received_at').notNull(),
  },
  (table) => [index('photo_visit').on(table.visitId)],
);

/** What others want to know of a visit, drawn from its events and written with them. Made again by `npm run rebuild`. */
export const visitSummary = sqliteTable(
  'visit_read',
  {
    visitId: text('visit_id')
      .primaryKey()
      .references(() => visit.id),
    version: integer('version').notNull(),
    read: text('read', { mode: 'json' }).$type<VisitSummary>().notNull(),
    /** Of it what it took, apart: a year of costs reads nothing else. */
    cost: text('cost', { mode: 'json' }).$type<CostFacts>().notNull(),
  },
  (table) => [
    // What is read of many visits at once; walking over what is beside it in a row takes a hundred times longer.
    index('visit_read_cost').on(table.visitId, sql`"cost" ->> '$.minutes'`, sql`"cost" ->> '$.saved'`),
  ],
);

/** What is still to come of in the shop: findings, quotes without an answer, visits that wait for parts. Written with every event that changes it. */
export const openItem = sqliteTable(
  'open_item',
  {
    id: text('id').primaryKey(),
    systemId: text('system_id')
      .notNull()
      .references(() => system.id),
    visitId: text('visit_id')
      .notNull()
      .references(() => visit.id),
    kind: text('kind').$type<'finding' | 'quote' | 'pause'>().notNull(),
    /** What comes first comes first in its list. */
    rank: text('rank').notNull(),
    row: text('row', { mode: 'json' }).$type<unknown>().notNull(),
  },
  (table) => [index('open_item_kind').on(table.kind, table.rank), index('open_item_system').on(table.systemId)],
);
