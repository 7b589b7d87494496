import type { CoilFace, CoilRole, CoilShape, Configuration, Construction, Refrigerant } from '@elm-mist/core/equipment';
import type { Guard } from '@elm-mist/core/method';
import type { PositionSource } from '@elm-mist/contract';
import { index, integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { archived } from './archived';

export const customer = sqliteTable('customer', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  phone: text('phone').notNull().default(''),
  /** Wants no reminders and no messages. */
  quiet: integer('quiet', { mode: 'boolean' }).notNull().default(false),
});

export const place = sqliteTable(
  'place',
  {
    id: text('id').primaryKey(),
    customerId: text('customer_id')
      .notNull()
      .references(() => customer.id),
    name: text('name').notNull(),
    address: text('address').notNull(),
    latitudeDeg: real('latitude_deg').notNull(),
    longitudeDeg: real('longitude_deg').notNull(),
    altitudeM: real('altitude_m').notNull(),
    positionFrom: text('position_from').$type<PositionSource>().notNull().default('typed'),
    note: text('note').notNull().default(''),
    archived: archived(),
  },
  (table) => [index('place_customer').on(table.customerId)],
);

export const system = sqliteTable(
  'system',
  {
    id: text('id').primaryKey(),
    placeId: text('place_id')
      .notNull()
      .references(() => place.id),
    name: text('name').notNull(),
    configuration: text('configuration').$type<Configuration>().notNull(),
    model: text('model').notNull(),
    btuh: integer('btuh').notNull(),
    refrigerant: text('refrigerant').$type<Refrigerant>().notNull(),
    madeYear: integer('made_year'),
    note: text('note').notNull().default(''),
    archived: archived(),
  },
  (table) => [index('system_place').on(table.placeId)],
);

export const coil = sqliteTable(
  'coil',
  {
    id: text('id').primaryKey(),
    systemId: text('system_id')
      .notNull()
      .references(() => system.id),
    name: text('name').notNull().default(''),
    role: text('role').$type<CoilRole>().notNull(),
    construction: text('construction').$type<Construction>().notNull(),
    shape: text('shape').$type<CoilShape>().notNull(),
    finnedHeightM: real('finned_height_m').notNull(),
    rows: integer('rows').notNull(),
    finsPerInch: real('fins_per_inch').notNull(),
    rowDepthM: real('row_depth_m').notNull(),
    faces: text('faces', { mode: 'json' }).$type<CoilFace[]>().notNull(),
    guards: text('guards').$type<Guard>().notNull(),
    topOpens: integer('top_opens', { mode: 'boolean' }).notNull(),
    makerWaterOnly: integer('maker_water_only', { mode: 'boolean' }).notNull(),
    sizeEstimated: integer('size_estimated', { mode: 'boolean' }).notNull().default(false),
    archived: archived(),
  },
  (table) => [index('coil_system').on(table.systemId)],
);
