import type { Notice, Role } from '@elm-mist/core/people';
import type { DrillFamily, PracticeCoil, VisitDebrief } from '@elm-mist/core/trainer';
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

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
