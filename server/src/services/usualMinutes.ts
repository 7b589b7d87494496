import { sql } from 'drizzle-orm';
import type { Db } from '../store/open';

/** Minutes set aside where no visit tells. Common practice, no source. */
export const USUAL_MIN = 90;
/** A visit's time on site is learned from so many of a system's last, or of the shop's. */
const [OWN, SHOPS] = [3, 40];
/** Shorter was a look in passing, longer was left open over lunch or night, minutes. */
const [LEAST, MOST] = [15, 360];

const rounded = (min: number): number => Math.ceil(min / 5) * 5;

function median(values: readonly number[]): number | null {
  const sorted = values.filter((value) => value >= LEAST && value <= MOST).sort((a, b) => a - b);
  return sorted.length === 0 ? null : rounded(sorted[Math.floor(sorted.length / 2)] ?? USUAL_MIN);
}

/** Of the last closed visits, of one system or of the shop. The index has the minutes beside the id: without it a page of what is due takes twice the time. */
const minutesOfLast = (db: Db, most: number, systemId?: string): number[] =>
  db
    .all<{ minutes: number }>(
      sql`select r.cost ->> '$.minutes' as minutes from visit v join visit_read r indexed by visit_read_cost on r.visit_id = v.id
        where v.standing = 'closed' ${systemId === undefined ? sql`` : sql`and v.system_id = ${systemId}`}
        order by v.day desc, v.start_minute desc limit ${most}`,
    )
    .map((row) => row.minutes);

/** How long a visit to each of some systems usually takes: the median of its own last ones, else of the shop's last. */
export function usualMinutes(db: Db, systemIds: readonly string[]): Map<string, number> {
  const shops = median(minutesOfLast(db, SHOPS)) ?? USUAL_MIN;
  return new Map(systemIds.map((id) => [id, median(minutesOfLast(db, OWN, id)) ?? shops]));
}
