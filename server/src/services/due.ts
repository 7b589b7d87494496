import { DUE_PER_PAGE, type DueAsked, type DueClockRow, type DueOrder, type DueRecord, type DueRow } from '@elm-mist/contract';
import {
  COIL_ROLES,
  coilName,
  CONSTRUCTIONS,
  DUE_KIND_NAMES,
  dayIn,
  neighbourhoodOf,
  onShelf,
  seasonAt,
  seasonWeeks,
  wholeFinding,
  type DueKind,
  type FindingLife,
} from '@elm-mist/core';
import { and, asc, eq, gt, inArray, isNull, lte, ne, or, sql, type SQL } from 'drizzle-orm';
import { othersTurn } from '../http/othersTurn';
import { refused } from '../http/problem';
import { keptFor } from '../store/kept';
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

/** Which clocks are asked for, of what is not put away; null for words that are none. Of lists of ids, so that no clock is looked up alone. */
function wanted(store: Store, { until, kinds, coils, words, shelf }: DueAsked, nowMs: number): SQL | null {
  const match = asMatch(words);
  if (words.trim() !== '' && match === '') return null;
  const stocked = shelf ? stockedCleaners(store, dayIn(shopOf(store.db).zone, nowMs)) : [];
  const can = COIL_ROLES.flatMap((role) =>
    CONSTRUCTIONS.filter((construction) => onShelf({ role, construction, makerWaterOnly: false }, stocked)).map(
      (construction) => `${role} ${construction}`,
    ),
  );
  const picked = and(COILS[coils], shelf ? or(eq(t.coil.makerWaterOnly, true), inArray(builtAs, can)) : undefined);
  const ofCoil = picked
    ? sql`${t.dueClock.of} in (select ${t.coil.id} from ${t.coil} where not ${t.coil.archived} and ${picked})`
    : sql`${t.dueClock.of} not in (select ${t.coil.id} from ${t.coil} where ${t.coil.archived})`;
  return (
    and(
      inArray(t.dueClock.kind, [...kinds]),
      lte(t.dueClock.due, until),
      sql`${t.dueClock.systemId} not in (select s.id from system s join place p on p.id = s.place_id where s.archived or p.archived)`,
      or(ne(t.dueClock.kind, 'coil'), ofCoil),
      match === ''
        ? undefined
        : sql`${t.dueClock.systemId} in (select s.id from system s join place_search f on f.place_id = s.place_id where place_search match ${match})`,
    ) ?? null
  );
}

/** Where a system stands and whose it is: what some orders go by. */
interface Whereabouts {
  latitudeDeg: number;
  longitudeDeg: number;
  /** In small letters. */
  owner: string;
}

/** Of every system, read once for as long as no place, system or owner changes: a list asks for all of them each time. */
const whereaboutsOf = (store: Store): ReadonlyMap<string, Whereabouts> =>
  keptFor(store, 'whereabouts', '', ['places'], () => {
    const rows = store.db
      .select({ id: t.system.id, latitudeDeg: t.place.latitudeDeg, longitudeDeg: t.place.longitudeDeg, owner: t.customer.name })
      .from(t.system)
      .innerJoin(t.place, eq(t.place.id, t.system.placeId))
      .innerJoin(t.customer, eq(t.customer.id, t.place.customerId))
      .all();
    return new Map(rows.map(({ id, owner, ...at }) => [id, { ...at, owner: owner.toLowerCase() }]));
  });

type Ordered = Pick<DueRow, 'systemId' | 'due'>;

/** A row for each system with a clock of a kind in time: nothing else of it is read before its page is. */
const systemsInTime = ({ db }: Store, which: SQL, kind: DueKind): Ordered[] =>
  db
    .select({ systemId: t.dueClock.systemId, due: sql<string>`min(${t.dueClock.due})` })
    .from(t.dueClock)
    .where(and(eq(t.dueClock.kind, kind), which))
    .groupBy(t.dueClock.systemId)
    .all();

/** The same for all kinds that are asked for, each system once. Others have their turn after each kind. */
async function allInTime(store: Store, which: SQL, { kinds }: DueAsked): Promise<Ordered[]> {
  const found = new Map<string, Ordered>();
  for (const kind of new Set(kinds)) {
    for (const row of systemsInTime(store, which, kind)) {
      const known = found.get(row.systemId);
      if (!known || row.due < known.due) found.set(row.systemId, row);
    }
    await othersTurn();
  }
  return [...found.values()];
}

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

/** Where a place lies as the shop sees it. */
type WhereIs = (place: { latitudeDeg: number; longitudeDeg: number }) => DueRow['where'];

/** By what rows stand one after the other; each row's own is unlike any other's. */
function keyOf({ systemId, due }: Ordered, order: DueOrder, at: Whereabouts | undefined, whereIs: WhereIs): string {
  const last = `${due} ${systemId}`;
  if (order === 'soonest') return last;
  if (order === 'owner') return `${at?.owner ?? ''} ${last}`;
  if (order === 'season') return `${(at && seasonWeeks(due, seasonAt(at.latitudeDeg)))?.to ?? '~'} ${last}`;
  const where = at && whereIs(at);
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
  const which = wanted(store, asked, nowMs);
  if (!which) return { rows: [], total: 0, unplanned: 0, next: null };
  const { latitudeDeg: north, longitudeDeg: east } = shopOf(db);
  const whereIs: WhereIs = (place) =>
    north === null || east === null ? null : neighbourhoodOf({ latitudeDeg: north, longitudeDeg: east }, place);
  const planned = plannedSystems(store);
  await othersTurn();
  const inTime = await allInTime(store, which, asked);
  const open = inTime.filter((row) => !planned.has(row.systemId));
  const places = order === 'soonest' ? null : whereaboutsOf(store);
  await othersTurn();
  const keyed = (unplanned ? open : inTime)
    .map((row) => ({ systemId: row.systemId, key: keyOf(row, order, places?.get(row.systemId), whereIs) }))
    .sort((a, b) => (a.key < b.key ? -1 : 1));
  const from = keyed.filter((entry) => entry.key > after);
  const page = from.slice(0, DUE_PER_PAGE);
  const last = page.at(-1);
  await othersTurn();
  const ids = page.map(({ systemId }) => systemId);
  const washed = lastClosed(db, ids);
  const usual = usualMinutes(db, ids);
  const next = nextVisits(store, ids);
  await othersTurn();
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
      planned: next.get(row.systemId) ?? null,
      clocks: [named(row)],
      where: whereIs(row),
      weeks: seasonWeeks(clock.due, seasonAt(row.latitudeDeg)),
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

const AHEAD = ['planned', 'under way', 'suspended'] as const;

/** Systems with a visit that is planned, or waits to be gone on with. */
const plannedSystems = ({ db }: Store): Set<string> =>
  new Set(
    db
      .selectDistinct({ id: t.visit.systemId })
      .from(t.visit)
      .where(inArray(t.visit.standing, [...AHEAD]))
      .all()
      .map(({ id }) => id),
  );

/** The next such visit of each of some systems. */
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
