import { DUE_PER_PAGE, type DueAsked, type DueClockRow, type DueOrder, type DueRecord, type DueRow } from '@elm-mist/contract';
import {
  COIL_ROLES,
  coilName,
  CONSTRUCTIONS,
  DUE_KIND_NAMES,
  dayIn,
  neighbourhoodOf,
  onShelf,
  wholeFinding,
  type FindingLife,
} from '@elm-mist/core';
import { and, asc, eq, gt, inArray, isNull, lte, ne, or, sql, type SQL } from 'drizzle-orm';
import { refused } from '../http/problem';
import type { Store } from '../store/open';
import { asMatch, lastClosed } from '../store/places';
import * as t from '../store/schema';
import { cleaners } from '../store/shelf';
import { shopOf } from './shop';
import { USUAL_MIN, usualMinutes } from './usualMinutes';

/** What is asked of the list, and where the page begins: as the page before told, empty for the first. */
export type DuePageAsked = DueAsked & { after: string };

const COILS = {
  all: undefined,
  condenser: eq(t.coil.role, 'condenser'),
  evaporator: eq(t.coil.role, 'evaporator'),
  microchannel: eq(t.coil.construction, 'microchannel'),
} as const;

/** How a coil is built and where it stands, as one word. */
const builtAs = sql<string>`${t.coil.role} || ' ' || ${t.coil.construction}`;

/** Which clocks are asked for, of what is not put away; null for words that are none. */
function wanted(store: Store, { until, kinds, coils, words, shelf }: DueAsked, nowMs: number): SQL | null {
  const match = asMatch(words);
  if (words.trim() !== '' && match === '') return null;
  const stocked = shelf ? stockedCleaners(store, dayIn(shopOf(store.db).zone, nowMs)) : [];
  const can = COIL_ROLES.flatMap((role) =>
    CONSTRUCTIONS.filter((construction) => onShelf({ role, construction, makerWaterOnly: false }, stocked)).map(
      (construction) => `${role} ${construction}`,
    ),
  );
  const ofCoil = and(
    sql`${t.coil.id} is not null`,
    COILS[coils],
    shelf ? or(eq(t.coil.makerWaterOnly, true), inArray(builtAs, can)) : undefined,
  );
  return (
    and(
      inArray(t.dueClock.kind, [...kinds]),
      lte(t.dueClock.due, until),
      or(ne(t.dueClock.kind, 'coil'), ofCoil),
      match === '' ? undefined : sql`${t.place.id} in (select place_id from place_search where place_search match ${match})`,
    ) ?? null
  );
}

/** What decides the order, a row for each system that is due: nothing else of it is read before its page is. */
const systemsInTime = ({ db }: Store, which: SQL) =>
  db
    .select({
      systemId: t.dueClock.systemId,
      due: sql<string>`min(${t.dueClock.due})`,
      latitudeDeg: t.place.latitudeDeg,
      longitudeDeg: t.place.longitudeDeg,
      customerName: t.customer.name,
    })
    .from(t.dueClock)
    .innerJoin(t.system, and(eq(t.system.id, t.dueClock.systemId), eq(t.system.archived, false)))
    .innerJoin(t.place, and(eq(t.place.id, t.system.placeId), eq(t.place.archived, false)))
    .innerJoin(t.customer, eq(t.customer.id, t.place.customerId))
    .leftJoin(t.coil, and(eq(t.dueClock.kind, 'coil'), eq(t.coil.id, t.dueClock.of), eq(t.coil.archived, false)))
    .where(which)
    .groupBy(t.dueClock.systemId)
    .all();

/** Clocks in time of some systems with what stands around them, soonest first. */
const clocksInTime = ({ db }: Store, which: SQL, systemIds: readonly string[]) =>
  db
    .select({
      clock: {
        kind: t.dueClock.kind,
        of: t.dueClock.of,
        due: t.dueClock.due,
        why: t.dueClock.why,
        ruleId: t.dueClock.ruleId,
        at: t.dueClock.at,
      },
      coil: {
        name: t.coil.name,
        role: t.coil.role,
        construction: t.coil.construction,
        makerWaterOnly: t.coil.makerWaterOnly,
      },
      finding: t.openItem.row,
      systemId: t.system.id,
      systemName: t.system.name,
      placeId: t.place.id,
      placeName: t.place.name,
      address: t.place.address,
      latitudeDeg: t.place.latitudeDeg,
      longitudeDeg: t.place.longitudeDeg,
      customerName: t.customer.name,
      phone: t.customer.phone,
      quiet: t.customer.quiet,
    })
    .from(t.dueClock)
    .innerJoin(t.system, and(eq(t.system.id, t.dueClock.systemId), eq(t.system.archived, false)))
    .innerJoin(t.place, and(eq(t.place.id, t.system.placeId), eq(t.place.archived, false)))
    .innerJoin(t.customer, eq(t.customer.id, t.place.customerId))
    .leftJoin(t.coil, and(eq(t.dueClock.kind, 'coil'), eq(t.coil.id, t.dueClock.of), eq(t.coil.archived, false)))
    .leftJoin(t.openItem, and(eq(t.dueClock.kind, 'ask-again'), eq(t.openItem.id, t.dueClock.of)))
    .where(and(inArray(t.dueClock.systemId, [...systemIds]), which))
    .orderBy(asc(t.dueClock.due), asc(t.dueClock.systemId), asc(t.dueClock.kind), asc(t.dueClock.of))
    .all();

type InTime = ReturnType<typeof clocksInTime>[number];

const named = ({ clock, coil, finding }: InTime): DueClockRow => ({
  ...clock,
  name: coil ? coilName(coil) : finding ? wholeFinding(finding as FindingLife).name : DUE_KIND_NAMES[clock.kind],
});

type Sorted = Pick<DueRow, 'systemId' | 'due' | 'customerName' | 'where'>;

/** By what rows stand one after the other; each row's own is unlike any other's. */
const KEYS: Record<DueOrder, (row: Sorted) => string> = {
  soonest: ({ due, systemId }) => `${due} ${systemId}`,
  owner: ({ customerName, due, systemId }) => `${customerName.toLowerCase()} ${due} ${systemId}`,
  near: ({ where, due, systemId }) => `${where ? String(where.fromKm).padStart(3, '0') : '~'} ${where?.towards ?? ''} ${due} ${systemId}`,
};

/**
 * What is due up to a day, in the order asked for, a page at a time.
 * @param nowMs UTC ms: what is past its date by then is not on the shelf
 * @throws Problem 422 `after`
 */
export function dueRecord(store: Store, asked: DuePageAsked, nowMs: number): DueRecord {
  const { db } = store;
  const { unplanned, after, order } = asked;
  if (after !== '' && !/ \d{4}-\d{2}-\d{2} \S+$/.test(` ${after}`))
    throw refused('after', 'after must be what a page before gave.', 'unreadable');
  const which = wanted(store, asked, nowMs);
  if (!which) return { rows: [], total: 0, unplanned: 0, next: null };
  const { latitudeDeg: north, longitudeDeg: east } = shopOf(db);
  const whereIs = (place: { latitudeDeg: number; longitudeDeg: number }) =>
    north === null || east === null ? null : neighbourhoodOf({ latitudeDeg: north, longitudeDeg: east }, place);
  const planned = plannedVisits(store);
  const inTime = systemsInTime(store, which);
  const open = inTime.filter((row) => !planned.has(row.systemId));
  const key = KEYS[order];
  const keyed = (unplanned ? open : inTime)
    .map((row) => ({ systemId: row.systemId, key: key({ ...row, where: order === 'near' ? whereIs(row) : null }) }))
    .sort((a, b) => (a.key < b.key ? -1 : 1));
  const from = keyed.filter((entry) => entry.key > after);
  const page = from.slice(0, DUE_PER_PAGE);
  const last = page.at(-1);
  const ids = page.map(({ systemId }) => systemId);
  const washed = lastClosed(db, ids);
  const usual = usualMinutes(db, ids);
  const rows = new Map<string, DueRow>();
  for (const row of clocksInTime(store, which, ids)) {
    const known = rows.get(row.systemId);
    if (known) {
      known.clocks.push(named(row));
      continue;
    }
    const { clock, coil: _coil, finding: _finding, ...name } = row;
    rows.set(row.systemId, {
      ...name,
      due: clock.due,
      lastVisit: washed.get(row.systemId) ?? null,
      usualMin: usual.get(row.systemId) ?? USUAL_MIN,
      planned: planned.get(row.systemId) ?? null,
      clocks: [named(row)],
      where: whereIs(row),
    });
  }
  return {
    rows: ids.flatMap((id) => rows.get(id) ?? []),
    total: inTime.length,
    unplanned: open.length,
    next: from.length > DUE_PER_PAGE && last ? last.key : null,
  };
}

/** Cleaners of which something is left that is still good. */
function stockedCleaners({ db }: Store, today: string) {
  const there = new Set(
    db
      .select({ id: t.stockItem.cleanerId })
      .from(t.stockItem)
      .where(and(gt(t.stockItem.leftL, 0), or(isNull(t.stockItem.expires), sql`${t.stockItem.expires} >= ${today}`)))
      .all()
      .map((row) => row.id),
  );
  return cleaners(db).filter((cleaner) => there.has(cleaner.id));
}

/** The next visit of each system that is planned, or waits to be gone on with. */
const plannedVisits = ({ db }: Store) =>
  new Map(
    db
      .all<{ systemId: string; id: string; day: string; startMinute: number }>(
        sql`select system_id as systemId, id, day, start_minute as startMinute, min(day || printf('%05d', start_minute)) as soonest
            from visit where standing in ('planned', 'under way', 'suspended') group by system_id`,
      )
      .map((row) => [row.systemId, { visitId: row.id, day: row.day, startMinute: row.startMinute }]),
  );
