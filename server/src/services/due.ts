import { DUE_PER_PAGE, type DueRecord, type DueRow } from '@elm-mist/contract';
import { eq, inArray, sql } from 'drizzle-orm';
import { othersTurn } from '../http/othersTurn';
import { refused } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';

/** What is asked of the list. */
export interface DueAsked {
  /** ISO day, counted. */
  until: string;
  /** Only what nothing is planned for. */
  unplanned: boolean;
  /** Where the page begins, as the page before told; empty for the first. */
  after: string;
}

/** A system, when its last closing says that it is due, and the next visit that is planned for it. */
interface Due {
  systemId: string;
  due: string;
  lastVisit: string;
  planned: DueRow['planned'];
}

/** Systems looked up at a time, with room for other requests between. */
const SLICE = 400;

/** When systems are due by their last closing. The index is named: by standing alone each look would read the whole log. */
const toldOf = (db: Db, from: string) =>
  db.all<{ systemId: string; told: string | null }>(sql`
    select s.id as systemId,
           (select x.next_due || ' ' || x.day from visit x indexed by visit_system
            where x.system_id = s.id and x.standing = 'closed' order by x.day desc, x.start_minute desc limit 1) as told
    from (select id, place_id from system where id > ${from} and archived = 0 order by id limit ${SLICE}) s
    join place p on p.id = s.place_id and p.archived = 0
    order by s.id`);

/** The last system of a slice, whether or not it is due; null after the last one. */
const sliceEnd = (db: Db, from: string): string | null =>
  db.get<{ id: string | null }>(
    sql`select max(id) as id from (select id from system where id > ${from} and archived = 0 order by id limit ${SLICE})`,
  )?.id ?? null;

/** Every system that is not put away and has a closing, soonest due first. */
async function allDues(db: Db): Promise<Due[]> {
  const planned = new Map(
    db
      .all<{ systemId: string; id: string; day: string; startMinute: number }>(
        sql`select system_id as systemId, id, day, start_minute as startMinute, min(day || printf('%05d', start_minute)) as soonest
            from visit where standing in ('planned', 'under way', 'suspended') group by system_id`,
      )
      .map((row) => [row.systemId, { visitId: row.id, day: row.day, startMinute: row.startMinute }]),
  );
  const dues: Due[] = [];
  for (let from = '', end = sliceEnd(db, from); end !== null; from = end, end = sliceEnd(db, from)) {
    for (const { systemId, told } of toldOf(db, from)) {
      const [due = '', lastVisit = ''] = (told ?? '').split(' ');
      if (due !== '') dues.push({ systemId, due, lastVisit, planned: planned.get(systemId) ?? null });
    }
    await othersTurn();
  }
  return dues.sort((a, b) => (a.due === b.due ? (a.systemId < b.systemId ? -1 : 1) : a.due < b.due ? -1 : 1));
}

/** Kept until something it rests on is written to. */
const kept = new WeakMap<Store, { stamp: string; dues: Due[] }>();
async function duesOf(store: Store): Promise<Due[]> {
  const stamp = store.versions.stamp(['closings', 'places', 'plans']);
  const known = kept.get(store);
  if (known?.stamp === stamp) return known.dues;
  const dues = await allDues(store.db);
  // What was written while it was made may not be in it: then it is made anew next time.
  kept.set(store, { stamp, dues });
  return dues;
}

const MARK = /^(\d{4}-\d{2}-\d{2}) (.+)$/;

/**
 * What is due up to a day, soonest first, a page at a time.
 * @throws Problem 422 `after`
 */
export async function dueRecord(store: Store, { until, unplanned, after }: DueAsked): Promise<DueRecord> {
  const { db } = store;
  const mark = MARK.exec(after);
  if (after !== '' && !mark) throw refused('after', 'after must be what a page before gave.', 'unreadable');
  const [day, id] = [mark?.[1] ?? '', mark?.[2] ?? ''];
  const inTime = (await duesOf(store)).filter((row) => row.due <= until);
  const open = inTime.filter((row) => row.planned === null);
  const from = (unplanned ? open : inTime).filter((row) => row.due > day || (row.due === day && row.systemId > id));
  const page = from.slice(0, DUE_PER_PAGE);
  const last = page.at(-1);
  return {
    rows: named(db, page),
    total: inTime.length,
    unplanned: open.length,
    next: from.length > DUE_PER_PAGE && last ? `${last.due} ${last.systemId}` : null,
  };
}

/** The same with what its system, place and owner are called. */
function named(db: Db, page: readonly Due[]): DueRow[] {
  const names = new Map(
    db
      .select({
        systemId: t.system.id,
        systemName: t.system.name,
        placeId: t.place.id,
        placeName: t.place.name,
        address: t.place.address,
        customerName: t.customer.name,
        phone: t.customer.phone,
        quiet: t.customer.quiet,
      })
      .from(t.system)
      .innerJoin(t.place, eq(t.system.placeId, t.place.id))
      .innerJoin(t.customer, eq(t.place.customerId, t.customer.id))
      .where(
        inArray(
          t.system.id,
          page.map((row) => row.systemId),
        ),
      )
      .all()
      .map((row) => [row.systemId, row]),
  );
  return page.flatMap((row) => {
    const name = names.get(row.systemId);
    return name ? [{ ...row, ...name }] : [];
  });
}
