import { randomUUID } from 'node:crypto';
import type { NoticeRecord } from '@elm-mist/contract';
import type { Notice } from '@elm-mist/core/people';
import { and, desc, eq, exists, gt, isNull, ne, notInArray, or } from 'drizzle-orm';
import type { Db } from '../store/open';
import * as t from '../store/schema';

/** So many are kept of each person. */
const MOST_KEPT = 40;
const MOST_SHOWN = 5;

/** Who did it, on which device, and the session that knows of it without being told. */
export interface NoticeBy {
  by?: string;
  device?: string;
  sessionId?: string | null;
}

/** Notes down a change of how somebody signs in, to be told to them (OWASP ASVS 4.0.3, 2.2.3, from memory: there is no mail, so it is told on the next page). */
export function tell(db: Db, accountId: string, what: Notice, { by = '', device = '', sessionId = null }: NoticeBy, nowMs: number): void {
  db.insert(t.notice)
    .values({ id: randomUUID(), accountId, at: new Date(nowMs).toISOString(), what, by, device, sessionId })
    .run();
  const last = db
    .select({ id: t.notice.id })
    .from(t.notice)
    .where(eq(t.notice.accountId, accountId))
    .orderBy(desc(t.notice.at))
    .limit(MOST_KEPT);
  db.delete(t.notice)
    .where(and(eq(t.notice.accountId, accountId), notInArray(t.notice.id, last)))
    .run();
}

const SHOWN = { id: t.notice.id, at: t.notice.at, what: t.notice.what, by: t.notice.by, device: t.notice.device };

/** The last changes, the newest first. */
export const noticesOf = (db: Db, accountId: string): NoticeRecord[] =>
  db.select(SHOWN).from(t.notice).where(eq(t.notice.accountId, accountId)).orderBy(desc(t.notice.at)).all();

/** Those that were not seen and not done on the device that asks; of devices, those that are signed in still. */
export function unseenNotices(db: Db, accountId: string, here: string | null): NoticeRecord[] {
  const seen = db.select({ at: t.account.noticesSeenAt }).from(t.account).where(eq(t.account.id, accountId)).get()?.at ?? null;
  return db
    .select(SHOWN)
    .from(t.notice)
    .where(
      and(
        eq(t.notice.accountId, accountId),
        seen === null ? undefined : gt(t.notice.at, seen),
        here === null ? undefined : or(isNull(t.notice.sessionId), ne(t.notice.sessionId, here)),
        // Of devices that were signed out since nobody has to be told.
        or(
          ne(t.notice.what, 'signed-in'),
          exists(db.select({ id: t.session.id }).from(t.session).where(eq(t.session.id, t.notice.sessionId))),
        ),
      ),
    )
    .orderBy(desc(t.notice.at))
    .limit(MOST_SHOWN)
    .all();
}

/** All up to now were seen. */
export const noticesSeen = (db: Db, accountId: string, nowMs: number): void =>
  void db
    .update(t.account)
    .set({ noticesSeenAt: new Date(nowMs).toISOString() })
    .where(eq(t.account.id, accountId))
    .run();
