import { DUE_PER_PAGE, type DueAsked, type DueClockRow, type DueOrder, type DueRecord, type DueRow } from '@elm-mist/contract';
import { DUE_KIND_NAMES, DUE_KINDS, type DueKind } from '@elm-mist/core/beads';
import { dayIn } from '@elm-mist/core/clock';
import { COIL_ROLES, coilName, CONSTRUCTIONS } from '@elm-mist/core/equipment';
import { seasonAt, seasonWeeks } from '@elm-mist/core/interval';
import { onShelf } from '@elm-mist/core/mix';
import { neighbourhoodOf } from '@elm-mist/core/route';
import { wholeFinding, type FindingLife } from '@elm-mist/core/run';
import { and, asc, eq, gt, inArray, isNull, or, sql } from 'drizzle-orm';
import { othersTurn } from '../http/othersTurn';
import { refused } from '../http/problem';
import { keptFor } from '../store/kept';
import { prepared } from '../store/prepared';
import type { Store } from '../store/open';
import { asMatch, lastClosed } from '../store/places';
import * as t from '../store/schema';
import { cleaners } from '../store/shelf';
import { clocksAhead, type ClockAhead } from './dueIndex';
import { firstOf } from './firstOf';
import { shopOf } from './shop';
import { systemsAhead, type CoilFacts, type SystemFacts } from './systemIndex';
import { USUAL_MIN, usualMinutes } from './usualMinutes';

/** What is asked of the list, and where the page begins: as the page before told, empty for the first. */
export type DuePageAsked = DueAsked & { after: string };

const COILS: Record<DueAsked['coils'], ((coil: CoilFacts) => boolean) | undefined> = {
  all: undefined,
  condenser: ({ role }) => role === 'condenser',
  evaporator: ({ role }) => role === 'evaporator',
  microchannel: ({ construction }) => construction === 'microchannel',
};

/** Whether a coil is asked for: one of the kind, and of a kind that something on the shelf is for, where that is asked. */
function asksForCoil(store: Store, { coils, shelf }: DueAsked, nowMs: number): (coil: CoilFacts | undefined) => boolean {
  const kind = COILS[coils];
  if (!kind && !shelf) return (coil) => !coil?.archived;
  const stocked = shelf ? stockedCleaners(store, dayIn(shopOf(store.db).zone, nowMs)) : [];
  const can = new Set(
    COIL_ROLES.flatMap((role) =>
      CONSTRUCTIONS.filter((construction) => onShelf({ role, construction, makerWaterOnly: false }, stocked)).map(
        (construction) => `${role} ${construction}`,
      ),
    ),
  );
  return (coil) =>
    coil !== undefined &&
    !coil.archived &&
    (kind?.(coil) ?? true) &&
    (!shelf || coil.makerWaterOnly || can.has(`${coil.role} ${coil.construction}`));
}

/** Which clocks are asked for, of what is not put away; null for words that are none. */
function wanted(store: Store, systems: Systems, asked: DueAsked, nowMs: number): Which | null {
  const { until, kinds, words } = asked;
  const match = asMatch(words);
  if (words.trim() !== '' && match === '') return null;
  const named = match === '' ? null : systemsNamed(store, match);
  const asksFor = asksForCoil(store, asked, nowMs);
  const any = new Set<DueKind>(kinds);
  return {
    system: (systemId) => {
      const system = systems.get(systemId);
      return !system || system.away || named?.has(systemId) === false ? null : system;
    },
    clock: ({ kind, of, due }, system) =>
      due <= until && any.has(kind) && (kind !== 'coil' || asksFor(system.coils.find(({ id }) => id === of))),
  };
}

/** Systems of places that a search finds. */
const systemsNamed = ({ db }: Store, match: string): ReadonlySet<string> =>
  new Set(
    db
      .select({ id: t.system.id })
      .from(t.system)
      .where(sql`${t.system.placeId} in (select place_id from place_search where place_search match ${match})`)
      .all()
      .map(({ id }) => id),
  );

type Systems = ReadonlyMap<string, SystemFacts>;
type Ordered = Pick<DueRow, 'systemId' | 'due'>;
interface Which {
  /** A system that is asked for; null for another. */
  system: (systemId: string) => SystemFacts | null;
  clock: (clock: ClockAhead, system: SystemFacts) => boolean;
}

/** A row for each system with a clock that is asked for, with the soonest of them. */
function allInTime(all: ReadonlyMap<string, readonly ClockAhead[]>, which: Which): Ordered[] {
  const found: Ordered[] = [];
  for (const [systemId, clocks] of all) {
    const system = which.system(systemId);
    if (!system) continue;
    let due: string | null = null;
    for (const clock of clocks) if ((due === null || clock.due < due) && which.clock(clock, system)) due = clock.due;
    if (due !== null) found.push({ systemId, due });
  }
  return found;
}

/** Some systems by a list of their ids, as one value. */
const ofThese = sql`(select value from json_each(${sql.placeholder('ids')}))`;

/** Clocks of some systems that are asked for, with the coil or the finding that each is of, soonest first. */
const clocksInTime = ({ db }: Store, which: Which, systemIds: readonly string[]) =>
  prepared(db, 'clocks of these', () =>
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
        coil: {
          name: t.coil.name,
          role: t.coil.role,
          construction: t.coil.construction,
          makerWaterOnly: t.coil.makerWaterOnly,
        },
        finding: t.openItem.row,
      })
      .from(t.dueClock)
      .leftJoin(t.coil, and(eq(t.dueClock.kind, 'coil'), eq(t.coil.id, t.dueClock.of)))
      .leftJoin(t.openItem, and(eq(t.dueClock.kind, 'ask-again'), eq(t.openItem.id, t.dueClock.of)))
      .where(sql`${t.dueClock.systemId} in ${ofThese}`)
      .orderBy(asc(t.dueClock.due), asc(t.dueClock.systemId), asc(t.dueClock.kind), asc(t.dueClock.of))
      .prepare(),
  )
    .all({ ids: JSON.stringify(systemIds) })
    .filter(({ systemId, clock }) => {
      const system = which.system(systemId);
      return system !== null && which.clock(clock, system);
    });

/** What stands around some systems: where they are, and whose. */
const aroundThese = ({ db }: Store, systemIds: readonly string[]) =>
  prepared(db, 'around these', () =>
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
      .where(sql`${t.system.id} in ${ofThese}`)
      .prepare(),
  ).all({ ids: JSON.stringify(systemIds) });

type InTime = ReturnType<typeof clocksInTime>[number];

const named = ({ clock, coil, finding }: InTime): DueClockRow => ({
  ...clock,
  name: coil ? coilName(coil) : finding ? wholeFinding(finding as FindingLife).name : DUE_KIND_NAMES[clock.kind],
});

/** Where a place lies as the shop sees it. */
type WhereIs = (place: { latitudeDeg: number; longitudeDeg: number }) => DueRow['where'];

/** By what rows stand one after the other; each row's own is unlike any other's. */
function keyOf({ systemId, due }: Ordered, order: DueOrder, at: SystemFacts | undefined, whereIs: WhereIs): string {
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
  const systems = await systemsAhead(store);
  const which = wanted(store, systems, asked, nowMs);
  if (!which) return { rows: [], total: 0, unplanned: 0, next: null };
  const { latitudeDeg: north, longitudeDeg: east } = shopOf(db);
  const whereIs: WhereIs = (place) =>
    north === null || east === null ? null : neighbourhoodOf({ latitudeDeg: north, longitudeDeg: east }, place);
  const planned = plannedSystems(store);
  await othersTurn();
  const inTime = allInTime(await clocksAhead(store), which);
  const open = inTime.filter((row) => !planned.has(row.systemId));
  await othersTurn();
  const rest: { systemId: string; key: string }[] = [];
  for (const row of unplanned ? open : inTime) {
    const key = keyOf(row, order, systems.get(row.systemId), whereIs);
    if (key > after) rest.push({ systemId: row.systemId, key });
  }
  const page = firstOf(rest, DUE_PER_PAGE);
  const last = page.at(-1);
  await othersTurn();
  const ids = page.map(({ systemId }) => systemId);
  const washed = lastClosed(db, ids);
  const usual = usualMinutes(store, ids);
  const next = nextVisits(store, ids);
  await othersTurn();
  const clocks = new Map<string, InTime[]>();
  for (const row of clocksInTime(store, which, ids)) clocks.set(row.systemId, [...(clocks.get(row.systemId) ?? []), row]);
  await othersTurn();
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

/** Draws the list once before anybody asks: whoever does first after a start would else wait until it is read which systems are planned for. */
export const dueAhead = (store: Store, until: string, nowMs: number): Promise<DueRecord> =>
  dueRecord(store, { until, kinds: DUE_KINDS, coils: 'all', shelf: false, words: '', order: 'near', unplanned: true, after: '' }, nowMs);

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
const plannedSystems = (store: Store): ReadonlySet<string> =>
  keptFor(store, 'planned systems', '', ['plans'], () => {
    const rows = store.db
      .selectDistinct({ id: t.visit.systemId })
      .from(t.visit)
      .where(inArray(t.visit.standing, [...AHEAD]))
      .all();
    return new Set(rows.map(({ id }) => id));
  });

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
