import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { FeedRecord } from '@elm-mist/contract';
import { DUE_KIND_NAMES } from '@elm-mist/core/closing';
import { dayIn, dayLater, instantIn } from '@elm-mist/core/clock';
import { calendarFile, type CalendarDay } from '@elm-mist/core/report';
import { and, asc, eq, gte, inArray, lte } from 'drizzle-orm';
import { notFound } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';
import { readMeta, writeMeta } from '../store/settings';
import { dueRecord } from './due';
import { shopOf } from './shop';

const SECRET = 'feed-secret';
/** Days of visits before and after today that the feed holds. */
const [DAYS_BACK, DAYS_AHEAD] = [30, 180];

export const feedRecord = (db: Db): FeedRecord => {
  const secret = readMeta(db, SECRET);
  return { path: secret ? `/api/feed/${secret}/visits.ics` : null };
};

/** Gives the feed a new address, or none: whoever had the one before reads nothing any more. */
export function moveFeed(store: Store, wanted: boolean): FeedRecord {
  return store.write((db) => {
    writeMeta(db, SECRET, wanted ? randomBytes(24).toString('base64url') : '');
    return feedRecord(db);
  });
}

const same = (a: string, b: string): boolean => {
  const [one, other] = [Buffer.from(a), Buffer.from(b)];
  return one.length === other.length && timingSafeEqual(one, other);
};

/**
 * The shop's planned visits with their hours, and what is due with nothing planned for it, as a calendar program reads them.
 * @throws Problem 404 for an address that is not, or no longer, the feed's
 */
export async function feedFile(store: Store, secret: string, nowMs: number): Promise<string> {
  const { db } = store;
  const own = readMeta(db, SECRET) ?? '';
  if (own === '' || !same(own, secret)) throw notFound('feed', 'with this address');
  const shop = shopOf(db);
  const today = dayIn(shop.zone, nowMs);
  const visits = db
    .select({
      id: t.visit.id,
      day: t.visit.day,
      startMinute: t.visit.startMinute,
      durationMin: t.visit.durationMin,
      purpose: t.visit.purpose,
      systemName: t.system.name,
      placeName: t.place.name,
      address: t.place.address,
      customerName: t.customer.name,
      phone: t.customer.phone,
    })
    .from(t.visit)
    .innerJoin(t.system, eq(t.system.id, t.visit.systemId))
    .innerJoin(t.place, eq(t.place.id, t.system.placeId))
    .innerJoin(t.customer, eq(t.customer.id, t.place.customerId))
    .where(
      and(
        inArray(t.visit.standing, ['planned', 'under way', 'suspended']),
        gte(t.visit.day, dayLater(today, -DAYS_BACK)),
        lte(t.visit.day, dayLater(today, DAYS_AHEAD)),
      ),
    )
    .orderBy(asc(t.visit.day), asc(t.visit.startMinute))
    .all()
    .map((row): CalendarDay => {
      const fromMs = instantIn(shop.zone, row.day, row.startMinute);
      return {
        id: `visit-${row.id}`,
        day: row.day,
        title: `${row.placeName}, ${row.systemName.toLowerCase()}`,
        words: [row.purpose, row.customerName, row.phone].filter(Boolean).join('. '),
        where: row.address,
        version: 0,
        hours: { fromMs, toMs: fromMs + row.durationMin * 60_000 },
      };
    });
  const ahead = await dueRecord(
    store,
    {
      until: dayLater(today, DAYS_AHEAD),
      kinds: ['coil', 'agreed', 'ask-again', 'renewal'],
      coils: 'all',
      shelf: false,
      words: '',
      order: 'soonest',
      unplanned: true,
      after: '',
    },
    nowMs,
  );
  const due = ahead.rows.flatMap((row) => {
    const [first] = row.clocks;
    if (!first) return [];
    const name = first.kind === 'coil' ? 'due' : DUE_KIND_NAMES[first.kind].toLowerCase();
    return [
      {
        id: `due-${row.systemId}`,
        day: row.due < today ? today : row.due,
        title: `${row.placeName}, ${row.systemName.toLowerCase()}: ${name}`,
        words: row.clocks.map((clock) => `${clock.name}: ${clock.why}`).join(' '),
        where: row.address,
        version: 0,
      },
    ];
  });
  return calendarFile(shop.name, [...visits, ...due], nowMs);
}
