import type { SecondRecord, SpareCodes, StrengthRecord } from '@elm-mist/contract';
import { eq } from 'drizzle-orm';
import { refused } from '../http/problem';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';
import { found, namesAround, ownPassword, personOf } from './accounts';
import { strengthOf } from './guessable';
import { tell, type NoticeBy } from './notices';
import { confirmed, judged, newSecond } from './secondStep';
import { shopOf } from './shop';

/** How hard a password is to guess that somebody thinks of. Nothing of it is kept. @param id who; null for the first owner of a shop */
export const strengthHere = (db: Db, id: string | null, password: string): StrengthRecord =>
  strengthOf(password, namesAround(db, id === null ? null : found(db, id)));

/** Begins a second step: what an app for codes is told. It is asked for once its first code was typed. @throws Problem 422 `password` */
export async function beginSecond(store: Store, id: string, password: string): Promise<SecondRecord> {
  const account = await ownPassword(store, id, password, 'password');
  if (account.second?.on) throw refused('password', 'It is set up already: take it off first.', 'conflict', 409);
  const { step, told } = newSecond(shopOf(store.db).name, personOf(store.db, account)?.name ?? account.name);
  store.write((db) => db.update(t.account).set({ second: step }).where(eq(t.account.id, id)).run());
  return told;
}

/** Sets it up by its first code. @returns spare codes, told this once @throws Problem 422 `code` */
export function confirmSecond(store: Store, id: string, code: string, by: NoticeBy, nowMs: number): SpareCodes {
  const { step, told } = confirmed(found(store.db, id).second, code, nowMs);
  store.write((db) => {
    db.update(t.account).set({ second: step }).where(eq(t.account.id, id)).run();
    tell(db, id, 'second-on', by, nowMs);
  });
  return told;
}

/** Takes it off. @throws Problem 422 `password` */
export async function endSecond(store: Store, id: string, password: string, by: NoticeBy, nowMs: number): Promise<void> {
  await ownPassword(store, id, password, 'password');
  store.write((db) => {
    db.update(t.account).set({ second: null }).where(eq(t.account.id, id)).run();
    tell(db, id, 'second-off', by, nowMs);
  });
}

/**
 * Whether somebody's second step is passed: there is none, or the code is right, which is used up by it.
 * @returns `none`, how the code was right, `asked` where it is wanted and none was typed, or null for a wrong one
 */
export function passSecond(store: Store, id: string, code: string, nowMs: number): 'none' | 'asked' | 'app' | 'spare' | null {
  const { second } = found(store.db, id);
  if (!second?.on) return 'none';
  if (code === '') return 'asked';
  const right = judged(second, code, nowMs);
  if (!right) return null;
  store.write((db) => db.update(t.account).set({ second: right.step }).where(eq(t.account.id, id)).run());
  return right.by;
}
