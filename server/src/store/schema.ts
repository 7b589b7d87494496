import type {
  Agreement,
  Chemistry,
  CleanerForm,
  CoilFace,
  CoilRole,
  CoilShape,
  CostFacts,
  Configuration,
  CountsAgainst,
  Construction,
  DayAir,
  DialPosition,
  DrillFamily,
  VisitDebrief,
  DueKind,
  EventKind,
  Guard,
  HourAir,
  HouseRules,
  LabelChart,
  LabelGap,
  LabelLine,
  MeteredWash,
  NotCounted,
  Notice,
  PracticeCoil,
  PriceBook,
  Refrigerant,
  VisitRead,
  VisitStanding,
  Role,
} from '@elm-mist/core';
import type {
  ApplicatorRecord,
  CoilRecord,
  DayCrew,
  MeterRecord,
  PlaceRecord,
  PositionSource,
  ShopRecord,
  StockMove,
  SystemRecord,
  WeatherSource,
} from '@elm-mist/contract';
import { blob, index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** What stood around a visit when it was closed. */
export interface ClosedAs {
  place: PlaceRecord;
  system: SystemRecord;
  coils: CoilRecord[];
  /** Absent in visits that were closed before there were any. */
  agreement?: Agreement | null;
}

/** A wash within the days of a meter, and what it is counted for in the shop's own answer, or why it is not. */
export interface MeterSavingRow {
  day: string;
  visitIds: string[];
  told: MeteredWash | NotCounted;
}

/** Codes by time (RFC 6238), and spare ones that serve once. */
export interface SecondStep {
  /** Base32. The server must read it to check a code, so it lies in the file as it is. */
  secret: string;
  /** Asked for at sign-in; before the first code was typed it is not. */
  on: boolean;
  /** The last step of time whose code was used: none is good twice. */
  step: number;
  /** SHA-256 of each spare code that is left, base64url. */
  spare: string[];
}

/** The shop as it is stored; whether it is the demo is known from the file itself. */
export type StoredShop = Omit<ShopRecord, 'demo'>;

/** Sizes are SI; days are ISO dates; instants are UTC ISO 8601 with milliseconds. */
export const customer = sqliteTable('customer', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  phone: text('phone').notNull().default(''),
  /** Wants no reminders and no messages. */
  quiet: integer('quiet', { mode: 'boolean' }).notNull().default(false),
});

const archived = () => integer('archived', { mode: 'boolean' }).notNull().default(false);

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
    index('visit_standing').on(table.standing, table.day, table.startMinute),
  ],
);

/** A place's electricity meter, whole: brought in anew it takes the place of what was there. */
export const meter = sqliteTable('meter', {
  placeId: text('place_id')
    .primaryKey()
    .references(() => place.id),
  record: text('record', { mode: 'json' }).$type<MeterRecord>().notNull(),
});

/** What the washes of a place were found to save by its meter: reckoned from rows, washes and air, and anew when any of them is another. */
export const meterSaving = sqliteTable('meter_saving', {
  placeId: text('place_id')
    .primaryKey()
    .references(() => place.id),
  /** What it was reckoned from, as it was. */
  stamp: text('stamp').notNull(),
  washes: text('washes', { mode: 'json' }).$type<MeterSavingRow[]>().notNull(),
});

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

/** Who was put on a day. A day that is not here goes by the last one before it. */
export const dayCrew = sqliteTable('day_crew', {
  day: text('day').primaryKey(),
  crews: text('crews', { mode: 'json' }).$type<DayCrew[]>().notNull(),
});

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
  },
  (table) => [index('event_visit').on(table.visitId, table.seq)],
);

/** Pictures, shrunk on the device before they come. */
export const photo = sqliteTable('photo', {
  id: text('id').primaryKey(),
  visitId: text('visit_id')
    .notNull()
    .references(() => visit.id),
  mime: text('mime').notNull(),
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
  receivedAt: text('received_at').notNull(),
});

/** What others want to know of a visit, drawn from its events and written with them. Made anew by `npm run rebuild`. */
export const visitRead = sqliteTable('visit_read', {
  visitId: text('visit_id')
    .primaryKey()
    .references(() => visit.id),
  version: integer('version').notNull(),
  read: text('read', { mode: 'json' }).$type<VisitRead>().notNull(),
  /** Of it what it took, apart: a year of costs reads nothing else. */
  cost: text('cost', { mode: 'json' }).$type<CostFacts>().notNull(),
});

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

/** Requests that made something, by the id the device gave it: sent again, they make nothing new. */
export const made = sqliteTable('made', {
  id: text('id').primaryKey(),
  digest: text('digest').notNull(),
  at: text('at').notNull(),
});

/** Hourly air of a day that somebody put in, in place of the simulated feed. */
export const weatherDay = sqliteTable('weather_day', {
  day: text('day').primaryKey(),
  source: text('source').$type<Exclude<WeatherSource, 'simulated'>>().notNull(),
  hours: text('hours', { mode: 'json' }).$type<HourAir[]>().notNull(),
  /** Of all its hours, those of the night too; null where too few were told, and in rows of before. */
  air: text('air', { mode: 'json' }).$type<DayAir>(),
});

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

/** Facts about the file itself, e.g. that the demo was seeded. */
/** Who may sign in. One of the crew goes by the name that the crew list has; others by their own. */
export const account = sqliteTable('account', {
  id: text('id').primaryKey(),
  crewId: text('crew_id'),
  name: text('name').notNull(),
  role: text('role').$type<Role>().notNull(),
  /** Argon2id, with its salt and cost; null for somebody of the demo, who has none. */
  secret: text('secret'),
  /** The secret is a code that was handed over, and good until then, UTC ISO; null for one's own password. */
  codeUntil: text('code_until'),
  active: integer('active', { mode: 'boolean' }).notNull(),
  /** Who leads sees how they did on real visits, by kind of drill; they said so themselves. */
  sharesSteps: integer('shares_steps', { mode: 'boolean' }).notNull().default(false),
  /** The second step at sign-in; null where there is none. */
  second: text('second', { mode: 'json' }).$type<SecondStep>(),
  /** Notices up to then were seen, UTC ISO; null for none. */
  noticesSeenAt: text('notices_seen_at'),
});

/** A change of how somebody signs in, told to them. */
export const notice = sqliteTable(
  'notice',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id')
      .notNull()
      .references(() => account.id),
    /** UTC, ISO 8601. */
    at: text('at').notNull(),
    what: text('what').$type<Notice>().notNull(),
    by: text('by').notNull(),
    device: text('device').notNull(),
    /** The device that did it knows. */
    sessionId: text('session_id'),
  },
  (table) => [index('notice_account').on(table.accountId, table.at)],
);

/** One drill that somebody answered: theirs alone, whatever becomes of a visit. */
export const practice = sqliteTable(
  'practice',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id')
      .notNull()
      .references(() => account.id),
    /** UTC ms. */
    atMs: integer('at_ms').notNull(),
    family: text('family').$type<DrillFamily>().notNull(),
    skill: text('skill').notNull(),
    seed: integer('seed').notNull(),
    right: integer('right', { mode: 'boolean' }).notNull(),
  },
  (table) => [index('practice_account').on(table.accountId, table.atMs)],
);

/** A whole visit that was practised, and how it went. */
export const practiceVisit = sqliteTable(
  'practice_visit',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id')
      .notNull()
      .references(() => account.id),
    /** UTC ms. */
    atMs: integer('at_ms').notNull(),
    seed: integer('seed').notNull(),
    exam: integer('exam', { mode: 'boolean' }).notNull(),
    minutes: integer('minutes').notNull(),
    place: text('place').notNull(),
    debrief: text('debrief', { mode: 'json' }).$type<VisitDebrief>().notNull(),
  },
  (table) => [index('practice_visit_account').on(table.accountId, table.atMs)],
);

/** A coil to practise on that the shop made. */
export const practiceCoil = sqliteTable('practice_coil', {
  id: text('id').primaryKey(),
  data: text('data', { mode: 'json' }).$type<PracticeCoil>().notNull(),
  by: text('by').notNull(),
  /** UTC, ISO 8601. */
  madeAt: text('made_at').notNull(),
  archived: integer('archived', { mode: 'boolean' }).notNull(),
});

/** A device that is signed in. The token itself is on the device alone. */
export const session = sqliteTable(
  'session',
  {
    id: text('id').primaryKey(),
    /** SHA-256 of the token, base64url. */
    tokenHash: text('token_hash').notNull().unique(),
    accountId: text('account_id')
      .notNull()
      .references(() => account.id),
    device: text('device').notNull(),
    /** UTC, ISO 8601. */
    since: text('since').notNull(),
    lastAt: text('last_at').notNull(),
  },
  (table) => [index('session_account').on(table.accountId)],
);

export const meta = sqliteTable('meta', { key: text('key').primaryKey(), value: text('value').notNull() });
