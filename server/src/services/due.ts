import { DUE_PER_PAGE, type DueRecord, type DueRow } from '@elm-mist/contract';
import { sql } from 'drizzle-orm';
import { refused } from '../http/problem';
import type { Db } from '../store/open';

/** What is asked of the list. */
export interface DueAsked {
  /** ISO day, counted. */
  until: string;
  /** Only what nothing is planned for. */
  unplanned: boolean;
  /** Where the page begins, as the page before told; empty for the first. */
  after: string;
}

interface Found extends Omit<DueRow, 'planned'> {
  plannedId: string | null;
  plannedDay: string | null;
}

/** The last closing of each system that is not put away, with when it is due again and the next visit that is planned. */
const DUES = (until: string) => sql`
  select s.id as systemId, s.name as systemName, p.id as placeId, p.name as placeName, p.address as address,
         c.name as customerName, c.phone as phone, last.next_due as due, last.day as lastVisit, n.id as plannedId, n.day as plannedDay
  from (select system_id, next_due, max(day || printf('%05d', start_minute)) as latest, day from visit where standing = 'closed' group by system_id) last
  join system s on s.id = last.system_id and s.archived = 0
  join place p on p.id = s.place_id and p.archived = 0
  join customer c on c.id = p.customer_id
  left join (select id, system_id, min(day || printf('%05d', start_minute)) as soonest, day from visit
             where standing in ('planned', 'under way', 'suspended') group by system_id) n on n.system_id = s.id
  where last.next_due is not null and last.next_due <= ${until}`;

const MARK = /^(\d{4}-\d{2}-\d{2}) (.+)$/;

/**
 * What is due up to a day, soonest first, a page at a time.
 * @throws Problem 422 `after`
 */
export function dueRecord(db: Db, { until, unplanned, after }: DueAsked): DueRecord {
  const mark = MARK.exec(after);
  if (after !== '' && !mark) throw refused('after', 'after must be what a page before gave.', 'unreadable');
  const counts = db.get<{ total: number; open: number }>(
    sql`select count(*) as total, count(*) - count(plannedId) as open from (${DUES(until)})`,
  );
  const rows = db.all<Found>(sql`
    select * from (${DUES(until)})
    where (${unplanned ? 1 : 0} = 0 or plannedId is null) and (due, systemId) > (${mark?.[1] ?? ''}, ${mark?.[2] ?? ''})
    order by due, systemId limit ${DUE_PER_PAGE + 1}`);
  const page = rows.slice(0, DUE_PER_PAGE);
  const last = page.at(-1);
  return {
    rows: page.map(({ plannedId, plannedDay, ...row }) => ({
      ...row,
      planned: plannedId !== null && plannedDay !== null ? { visitId: plannedId, day: plannedDay } : null,
    })),
    total: counts?.total ?? 0,
    unplanned: counts?.open ?? 0,
    next: rows.length > DUE_PER_PAGE && last ? `${last.due} ${last.systemId}` : null,
  };
}
