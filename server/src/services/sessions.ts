import { hash, randomBytes, randomUUID } from 'node:crypto';
import { desc, eq, lt, or } from 'drizzle-orm';
import type { DeviceRecord } from '@elm-mist/contract';
import type { Store } from '../store/open';
import { NOTHING } from '../store/writes';
import * as t from '../store/schema';

const DAY_MS = 86_400_000;
/** A device is signed out when it was not used for so long, and so long after it was signed in in any case: a phone is used all season. */
export const IDLE_MS = 30 * DAY_MS;
export const WHOLE_MS = 180 * DAY_MS;
/** How often it is written down that a device was used. */
const SEEN_MS = 10 * 60_000;

interface Session {
  id: string;
  accountId: string;
  sinceMs: number;
  lastMs: number;
}

export const hashOf = (token: string): string => hash('sha256', token, 'base64url');

/** Devices that are signed in. Those in use are kept in memory, so that a request costs no query. */
export class Sessions {
  private readonly known = new Map<string, Session>();

  constructor(
    private readonly store: Store,
    private readonly now: () => number,
    /** Told of each device that was signed out. */
    private readonly ended: (id: string) => void,
  ) {}

  /** Signs a device in. @returns its token, which is told this once, and the session's id */
  begin(accountId: string, device: string): { token: string; id: string } {
    const token = randomBytes(32).toString('base64url');
    const [id, at] = [randomUUID(), new Date(this.now()).toISOString()];
    this.store.write((db, only) => {
      only(NOTHING);
      db.delete(t.session)
        .where(or(lt(t.session.lastAt, this.ago(IDLE_MS)), lt(t.session.since, this.ago(WHOLE_MS))))
        .run();
      db.insert(t.session)
        .values({ id, tokenHash: hashOf(token), accountId, device, since: at, lastAt: at })
        .run();
    });
    return { token, id };
  }

  private ago(ms: number): string {
    return new Date(this.now() - ms).toISOString();
  }

  /** The session of a token; null for none, for one that was ended, and for one that is too old. */
  of(token: string): Session | null {
    const hash = hashOf(token);
    const session = this.known.get(hash) ?? this.read(hash);
    if (!session) return null;
    const now = this.now();
    if (now - session.lastMs > IDLE_MS || now - session.sinceMs > WHOLE_MS) {
      this.end(session.id);
      return null;
    }
    if (now - session.lastMs > SEEN_MS) {
      session.lastMs = now;
      this.store.write((db, only) => {
        only(NOTHING);
        db.update(t.session)
          .set({ lastAt: new Date(now).toISOString() })
          .where(eq(t.session.id, session.id))
          .run();
      });
    }
    return session;
  }

  private read(hash: string): Session | null {
    const row = this.store.db.select().from(t.session).where(eq(t.session.tokenHash, hash)).get();
    if (!row) return null;
    const session = { id: row.id, accountId: row.accountId, sinceMs: Date.parse(row.since), lastMs: Date.parse(row.lastAt) };
    this.known.set(hash, session);
    return session;
  }

  /** Signs one device out. */
  end(id: string): void {
    for (const [hash, session] of this.known) if (session.id === id) this.known.delete(hash);
    this.store.write((db) => db.delete(t.session).where(eq(t.session.id, id)).run());
    this.ended(id);
  }

  /** Signs all devices of somebody out. @param but the one that stays */
  endAll(accountId: string, but: string | null = null): void {
    for (const { id } of this.devices(accountId, null)) if (id !== but) this.end(id);
  }

  /** The devices that somebody is signed in on, last used first. @param here the one that asks */
  devices(accountId: string, here: string | null): DeviceRecord[] {
    return this.store.db
      .select()
      .from(t.session)
      .where(eq(t.session.accountId, accountId))
      .orderBy(desc(t.session.lastAt))
      .all()
      .map(({ id, device, since, lastAt }) => ({ id, device, since, lastAt, here: id === here }));
  }

  /** What a device calls itself; empty for none of that id. */
  deviceOf(id: string): string {
    return this.store.db.select({ device: t.session.device }).from(t.session).where(eq(t.session.id, id)).get()?.device ?? '';
  }

  /** Whose a device is; null for none of that id. */
  ownerOf(id: string): string | null {
    return this.store.db.select({ accountId: t.session.accountId }).from(t.session).where(eq(t.session.id, id)).get()?.accountId ?? null;
  }
}
