import { MOST_VISITS_A_YEAR, type Agreement } from '@elm-mist/core/agreement';
import type { DueClock, DueKind } from '@elm-mist/core/closing';
import type { SeasonWeeks } from '@elm-mist/core/interval';
import { PRICE_IDS } from '@elm-mist/core/price';
import type { Neighborhood } from '@elm-mist/core/route';
import { array, object, type ObjectSchema } from 'yup';
import { figure, flag, isoDay, maybeDay, money, oneOf, optionalWords } from './fields';

/** One clock of a system with what it is called. */
export interface DueClockRow extends DueClock {
  name: string;
}

/** A system and what is due at it, as the list of what is due has it. */
export interface DueRow {
  systemId: string;
  systemName: string;
  placeId: string;
  placeName: string;
  address: string;
  customerName: string;
  phone: string;
  /** The owner wants no reminders; absent in answers that were kept before it was asked. */
  quiet?: boolean;
  /** ISO day: of what is due first. */
  due: string;
  /** ISO day of the last closed visit; null for none yet. */
  lastVisit: string | null;
  /** The next visit that is planned for it; null where none is. */
  planned: { visitId: string; day: string; startMinute: number } | null;
  latitudeDeg: number;
  longitudeDeg: number;
  /** How long a visit to it usually takes, by its own last ones, else by the shop's; minutes. */
  usualMin: number;
  /** What is due of what was asked for, soonest first. */
  clocks: DueClockRow[];
  /** Where it lies from the shop; null until the shop has said where it is. */
  where: Neighborhood | null;
  /** The useful weeks that its day falls into, where it stands; null outside of them. */
  weeks: SeasonWeeks | null;
}

/** What is due up to a day, in the order asked for. */
export interface DueRecord {
  rows: DueRow[];
  /** How many there are in all, and how many of them nothing is planned for. */
  total: number;
  unplanned: number;
  /** Where the next page begins; null on the last one. */
  next: string | null;
}

/** Most rows of one page of it. */
export const DUE_PER_PAGE = 60;

/** By what the list is put in order. */
export const DUE_ORDERS = ['soonest', 'owner', 'near', 'season'] as const;
/** One of `DUE_ORDERS`. */
export type DueOrder = (typeof DUE_ORDERS)[number];

/** Which coils are asked for: all, by where they stand, or by how they are built. */
export const DUE_COILS = ['all', 'condenser', 'evaporator', 'microchannel'] as const;
/** One of `DUE_COILS`. */
export type DueCoils = (typeof DUE_COILS)[number];

/** What is asked of the list of what is due. */
export interface DueAsked {
  /** ISO day, counted. */
  until: string;
  /** Which clocks. */
  kinds: readonly DueKind[];
  coils: DueCoils;
  /** Only coils that something on the shelf may go on. */
  shelf: boolean;
  /** Part of a place, street, owner, phone, system or model. */
  words: string;
  order: DueOrder;
  /** Only what nothing is planned for. */
  unplanned: boolean;
}

/** Clocks that can be set by hand between visits: what a closing told, never what was agreed or declined. */
export const SET_KINDS = ['coil', 'salt-rinse', 'filter', 'drain', 'wheel'] as const satisfies readonly DueKind[];

/** A clock of a system set by hand: done on a day, and it runs again by its rule, or due on another day with why. */
export const clockSetSchema = object({
  kind: oneOf('What is due', SET_KINDS),
  of: optionalWords('Which', 64),
  doneOn: maybeDay('Done on').nullable().default(null),
  due: maybeDay('Due on').nullable().default(null),
  why: optionalWords('The reason', 300),
});
export interface ClockSetInput {
  kind: (typeof SET_KINDS)[number];
  of: string;
  doneOn?: string | null | undefined;
  due?: string | null | undefined;
  why: string;
}

/** What was agreed with an owner for a system. */
const agreementSchema: ObjectSchema<Agreement> = object({
  since: isoDay('The first day'),
  renews: isoDay('The end'),
  visitsAYear: figure('Visits a year', 1, MOST_VISITS_A_YEAR).integer('Visits are counted whole.'),
  includes: array(oneOf('What is included', PRICE_IDS))
    .required('What is included is missing.')
    .max(PRICE_IDS.length, 'Each can be included once.')
    .test('once', 'Each can be included once.', (value) => new Set(value).size === (value?.length ?? 0)),
  price: money('The price').test('sign', 'The price is below zero.', (value) => !value?.startsWith('-')),
  note: optionalWords('The note', 600),
});
export const agreementInputSchema = object({
  agreement: agreementSchema.nullable().defined('The agreement is missing: null ends it.'),
}).test('order', '', ({ agreement }, context) =>
  !agreement?.since || !agreement.renews || agreement.renews > agreement.since
    ? true
    : context.createError({ path: 'agreement.renews', message: 'It ends after it begins.' }),
);
export interface AgreementInput {
  agreement: Agreement | null;
}

/** Where a calendar program finds the shop's planned visits; whoever knows the address reads them. */
export interface FeedRecord {
  /** Path on this server; null where there is no feed. */
  path: string | null;
}

/** A new address for it, or none. */
export const feedInputSchema = object({ wanted: flag().required('Whether there is a feed is missing.') });
