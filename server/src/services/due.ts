import { setImmediate as nextTurn } from 'node:timers/promises';
import { DUE_PER_PAGE, type DueAsked, type DueClockRow, type DueOrder, type DueRecord, type DueRow } from '@elm-mist/contract';
import { DUE_KIND_NAMES } from '@elm-mist/core/closing';
import { dayIn } from '@elm-mist/core/clock';
import { COIL_ROLES, coilName, CONSTRUCTIONS } from '@elm-mist/core/equipment';
import { seasonAt, seasonWeeks } from '@elm-mist/core/interval';
import { onShelf } from '@elm-mist/core/mix';
import { neighborhoodOf } from '@elm-mist/core/route';
import { wholeFinding, type FindingLife } from '@elm-mist/core/run';
import { and, asc, eq, gt, inArray, isNull, lte, ne, or, sql, type SQL } from 'drizzle-orm';
import { refused } from '../http/problem';
import type { Store } from '../store/open';
import { asMatch, lastClosed } from '../store/places';
import * as t from '../store/schema';
import { cleaners } from '../store/shelf';
import { firstOf } from './firstOf';
import { shopOf } from './shop';
import { USUAL_MIN, usualMinutes } from './usualMinutes';

/** What is asked of the list, and where the page begins: as the page before told, empty for the first. */
export type DuePageAsked = DueAsked & { after: string };

const COILS: Record<DueAsked['coils'], SQL | undefined> = {
  all: undefined,
  condenser: eq(t.coil.role, 'condenser'),
  evaporator: eq(t.coil.role, 'evaporator'),
  microchannel: eq(t.coil.construction, 'microchannel'),
};

/** A coil that is asked for: one of the kind, and of a kind that something on the shelf is for, where that is asked. */
function coilAsked(store: Store, { coils, shelf }: DueAsked, nowMs: number): SQL | undefined {
  if (!shelf) return and(eq(t.coil.archived, false), COILS[coils]);
  const stocked = stockedCleaners(store, dayIn(shopOf(store.db).zone, nowMs));
  const can = COIL_ROLES.flatMap((role) =>
    CONSTRUCTIONS.filter((construction) => onShelf({ role, construction, makerWaterOnly: false }, stocked)).map((construction) =>
      and(eq(t.coil.role, role), eq(t.coil.construction, construction)),
    ),
  );
  return and(eq(t.coil.archived, false), COILS[coils], or(eq(t.coil.makerWaterOnly, true), ...can));
}

/** Which clocks of the kinds and days are asked for, of what is not put away; null for words that are none. */
function clocksAsked(store: Store, asked: DueAsked, nowMs: number): SQL | undefined | null {
  const match = asMatch(asked.words);
  if (asked.words.trim() !== '' && match === '') return null;
  return and(
    eq(t.system.archived, false),
    eq(t.place.archived, false),
    or(ne(t.dueClock.kind, 'coil'), coilAsked(store, asked, nowMs)),
    match === '' ? undefined : sql`${t.place.id} in (select place_id from place_search where place_search match ${match})`,
  );
}

type SystemInTime = ReturnType<typeof systemsInTime>[number];

/** Systems with a clock that is asked for, each with the soonest of them. */
const systemsInTime = ({ db }: Store, isAsked: SQL | undefined, { kinds, until, order }: DueAsked) =>
  db
    .select({
      systemId: t.dueClock.systemId,
      due: sql<string>`min(${t.dueClock.due})`,
      // Only where it is asked for: a join for each clock takes a fifth of the whole.
      owner: order === 'owner' ? sql<string>`(select name from customer where id = ${t.place.customerId})` : sql<string>`''`,
      latitudeDeg: t.place.latitudeDeg,
      longitudeDeg: t.place.longitudeDeg,
      isPlanned: sql<number>`${t.dueClock.systemId} in (select system_id from visit where standing in ${[...AHEAD]})`,
    })
    .from(t.dueClock)
    .innerJoin(t.system, eq(t.system.id, t.dueClock.systemId))
    .innerJoin(t.place, eq(t.place.id, t.system.placeId))
    .leftJoin(t.coil, and(eq(t.dueClock.kind, 'coil'), eq(t.coil.id, t.dueClock.of)))
    .where(and(inArray(t.dueClock.kind, [...kinds]), lte(t.dueClock.due, until), isAsked))
    .groupBy(t.dueClock.systemId)
    .all();

/** Clocks of some systems that are asked for, with the coil or the finding that each is of, soonest first. */
const clocksOfThese = ({ db }: Store, isAsked: SQL | undefined, { kinds, until }: DueAsked, systemIds: readonly string[]) =>
  db
    .select({
      systemId: t.dueClock.systemId,
      clock: {
        kind: t.dueClock.kind,
        of: t.dueClock.of,
        due: t.dueClock.due,
        why: t.dueClock.why,
        ruleId: t.dueClock.ruleId,
        at: t.dueClock.at,
      },
      coil: { name: t.coil.name, role: t.coil.role },
      finding: t.openItem.row,
    })
    .from(t.dueClock)
    .innerJoin(t.system, eq(t.system.id, t.dueClock.systemId))
    .innerJoin(t.place, eq(t.place.id, t.system.placeId))
    .leftJoin(t.coil, and(eq(t.dueClock.kind, 'coil'), eq(t.coil.id, t.dueClock.of)))
    .leftJoin(t.openItem, and(eq(t.dueClock.kind, 'ask-again'), eq(t.openItem.id, t.dueClock.of)))
    // The plus keeps the search to these systems: by kind and day it would go through the clocks of all.
    .where(
      and(inArray(t.dueClock.systemId, [...systemIds]), inArray(sql`+${t.dueClock.kind}`, [...kinds]), lte(t.dueClock.due, until), isAsked),
    )
    .orderBy(asc(t.dueClock.due), asc(t.dueClock.systemId), asc(t.dueClock.kind), asc(t.dueClock.of))
    .all();

/** What is around some systems: where they are, and whose. */
const aroundThese = ({ db }: Store, systemIds: readonly string[]) =>
  db
    .select({
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
    .from(t.system)
    .innerJoin(t.place, eq(t.place.id, t.system.placeId))
    .innerJoin(t.customer, eq(t.customer.id, t.place.customerId))
    .where(inArray(t.system.id, [...systemIds]))
    .all();

type InTime = ReturnType<typeof clocksOfThese>[number];

const named = ({ clock, coil, finding }: InTime): DueClockRow => ({
  ...clock,
  name: coil ? coilName(coil) : finding ? wholeFinding(finding as FindingLife).name : DUE_KIND_NAMES[clock.kind],
});

/** Where a place lies as the shop sees it. */
type WhereIs = (place: { latitudeDeg: number; longitudeDeg: number }) => DueRow['where'];

/** By what rows are in order; each row's key is unlike any other's. */
function keyOf({ systemId, due, owner, ...at }: SystemInTime, order: DueOrder, whereIs: WhereIs): string {
  const last = `${due} ${systemId}`;
  if (order === 'soonest') return last;
  if (order === 'owner') return `${owner.toLowerCase()} ${last}`;
  if (order === 'season') return `${seasonWeeks(due, seasonAt(at.latitudeDeg))?.to ?? '~'} ${last}`;
  const where = whereIs(at);
  return `${where ? String(where.fromKm).padStart(3, '0') : '~'} ${where?.towards ?? ''} ${last}`;
}

/**
 * What is due up to a day, in the order asked for, a page at a time.
 * @param nowMs UTC ms: what is past its date by then is not on the shelf
 * @throws Problem 422 `after`
 */
export async function dueRecord(store: Store, asked: DuePageAsked, nowMs: number): Promise<DueRecord> {
  const { db } = store;
  const { unplanned, after, order } = asked;
  if (after !== '' && !/ \d{4}-\d{2}-\d{2} \S+$/.test(` ${after}`))
    throw refused('after', 'after must be what a page before gave.', 'unreadable');
  const isAsked = clocksAsked(store, asked, nowMs);
  if (isAsked === null) return { rows: [], total: 0, unplanned: 0, next: null };
  const { latitudeDeg: north, longitudeDeg: east } = shopOf(db);
  const whereIs: WhereIs = (place) =>
    north === null || east === null ? null : neighborhoodOf({ latitudeDeg: north, longitudeDeg: east }, place);
  const inTime = systemsInTime(store, isAsked, asked);
  // With ten years of records that took some 70 ms: others have their turn.
  await nextTurn();
  const open = inTime.filter((row) => !row.isPlanned);
  const rest: { systemId: string; key: string }[] = [];
  for (const row of unplanned ? open : inTime) {
    const key = keyOf(row, order, whereIs);
    if (key > after) rest.push({ systemId: row.systemId, key });
  }
  const page = firstOf(rest, DUE_PER_PAGE);
  const last = page.at(-1);
  const ids = page.map(({ systemId }) => systemId);
  const washed = lastClosed(db, ids);
  const usual = usualMinutes(db, ids);
  const next = nextVisits(store, ids);
  const clocks = new Map<string, InTime[]>();
  for (const row of clocksOfThese(store, isAsked, asked, ids)) clocks.set(row.systemId, [...(clocks.get(row.systemId) ?? []), row]);
  const rows = new Map(
    aroundThese(store, ids).flatMap((around): [string, DueRow][] => {
      const own = clocks.get(around.systemId) ?? [];
      const [soonest] = own;
      if (!soonest) return [];
      const row: DueRow = {
        ...around,
        due: soonest.clock.due,
        lastVisit: washed.get(around.systemId) ?? null,
        usualMin: usual.get(around.systemId) ?? USUAL_MIN,
        planned: next.get(around.systemId) ?? null,
        clocks: own.map(named),
        where: whereIs(around),
        weeks: seasonWeeks(soonest.clock.due, seasonAt(around.latitudeDeg)),
      };
      return [[around.systemId, row]];
    }),
  );
  return {
    rows: ids.flatMap((id) => rows.get(id) ?? []),
    total: inTime.length,
    unplanned: open.length,
    next: rest.length > DUE_PER_PAGE && last ? last.key : null,
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

const AHEAD = ['planned', 'under way', 'suspended'] as const;

/** The next visit that is planned, or waits to be gone on with, of each of some systems. */
const nextVisits = ({ db }: Store, systemIds: readonly string[]): Map<string, DueRow['planned']> =>
  new Map(
    db
      .select({
        systemId: t.visit.systemId,
        visitId: t.visit.id,
        day: t.visit.day,
        startMinute: t.visit.startMinute,
        soonest: sql`min(${t.visit.day} || printf('%05d', ${t.visit.startMinute}))`,
      })
      .from(t.visit)
      .where(and(inArray(t.visit.systemId, [...systemIds]), inArray(t.visit.standing, [...AHEAD])))
      .groupBy(t.visit.systemId)
      .all()
      .map(({ systemId, visitId, day, startMinute }) => [systemId, { visitId, day, startMinute }]),
  );
