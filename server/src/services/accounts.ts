import type { AccountChange, AccountInput, AccountRecord, CodeRecord, MeRecord, PersonRecord } from '@elm-mist/contract';
import { ROLES } from '@elm-mist/core/people';
import { hash, verify } from '@node-rs/argon2';
import { asc, count, eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { notFound, refused } from '../http/problem';
import type { Db, Store } from '../store/open';
import { prepared } from '../store/prepared';
import * as t from '../store/schema';
import { erasedIds } from '../store/settings';
import { refuseGuessable } from './guessable';
import { newCode } from './newCode';
import { noticesSeen, tell, unseenNotices, type NoticeBy } from './notices';
import type { Sessions } from './sessions';
import { shopOf } from './shop';

/** The code of a refusal for a password that is another than that of now. */
export const WRONG_PASSWORD = 'wrong-password';

type Account = typeof t.account.$inferSelect;

/** What nobody has at first. */
const NEW = { active: true, sharesSteps: false, second: null, noticesSeenAt: null } as const;

/** Argon2id at the least cost that OWASP's Password Storage Cheat Sheet names: 19 MiB, two passes, one lane (from memory). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
const CODE_MS = 7 * 86_400_000;

/** Verified against where there is nobody of that name, so that it takes as long. */
let nobody: Promise<string> | null = null;

const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** What an account goes by: the crew list's name and licences for one of the crew. Null for one who works here no longer. */
export function personOf(db: Db, { id, crewId, name, role, active, codeUntil, second }: Account): PersonRecord | null {
  // The owner may have come before the crew list: then the name finds them there.
  const member =
    shopOf(db).crew.find((each) => (crewId === null ? !each.archived && sameName(each.name, name) : each.id === crewId)) ?? null;
  if (!active || (crewId !== null && (!member || member.archived))) return null;
  return {
    id,
    crewId: member?.id ?? null,
    name: member?.name ?? name,
    role,
    licences: member?.licences ?? [],
    mustChange: codeUntil !== null,
    second: second?.on ?? false,
  };
}

/** By role, the owner first, then by name. */
const all = (db: Db): Account[] =>
  db
    .select()
    .from(t.account)
    .orderBy(asc(t.account.name), asc(t.account.id))
    .all()
    .sort((a, b) => ROLES.indexOf(a.role) - ROLES.indexOf(b.role));
export const found = (db: Db, id: string): Account => {
  const account = db.select().from(t.account).where(eq(t.account.id, id)).get();
  if (!account) throw notFound('person', id);
  return account;
};

/** Who an account is now; null for one that may not sign in. */
export function personById({ db }: Store, id: string): PersonRecord | null {
  const account = prepared(db, 'account', () =>
    db
      .select()
      .from(t.account)
      .where(eq(t.account.id, sql.placeholder('id')))
      .prepare(),
  ).get({ id });
  return account ? personOf(db, account) : null;
}

/** Gives the demo's crew accounts without a password, the first as owner: they sign in with one press, in the demo alone. */
export function seedDemoAccounts(store: Store): void {
  const { demo, crew } = shopOf(store.db);
  if (!demo || anyAccount(store.db)) return;
  store.write((db) => {
    for (const [i, { id, name }] of crew.entries())
      db.insert(t.account)
        .values({ id, crewId: id, name, role: i === 0 ? 'owner' : 'technician', secret: null, codeUntil: null, active: true })
        .run();
  });
}

/** Whether anybody may sign in. */
export const anyAccount = (db: Db): boolean => (db.select({ n: count() }).from(t.account).get()?.n ?? 0) > 0;

/** Who is signed in, how somebody can be, and what they are to be told. @param here the session that asks */
export function meRecord(db: Db, person: PersonRecord | null, here: string | null, besideDemo = false): MeRecord {
  const { demo, name } = shopOf(db);
  const people = demo
    ? all(db).flatMap((account) => {
        const own = account.secret === null ? personOf(db, account) : null;
        return own ? [{ id: own.id, name: own.name, role: own.role }] : [];
      })
    : [];
  return {
    person,
    ways: demo ? 'demo' : anyAccount(db) ? 'password' : 'first',
    people,
    shopName: name,
    besideDemo,
    notices: person ? unseenNotices(db, person.id, here) : [],
    erased: person ? erasedIds(db) : [],
  };
}

/** Who of the demo signs in with one press. @throws Problem 422 for a shop that is no demo, and for somebody with a password */
export function demoPerson(db: Db, id: string): PersonRecord {
  const account = shopOf(db).demo ? db.select().from(t.account).where(eq(t.account.id, id)).get() : undefined;
  const person = account && account.secret === null ? personOf(db, account) : null;
  if (!person) throw refused('id', 'Only the demo’s own people sign in with one press.');
  return person;
}

/**
 * Who a name and a password are of.
 * @returns null where they are nobody's, which takes as long as where they are somebody's
 */
export async function personBy(db: Db, name: string, password: string, nowMs: number): Promise<PersonRecord | null> {
  const wanted = name.trim().toLowerCase();
  const match = all(db)
    .map((account) => ({ account, person: personOf(db, account) }))
    .find(({ person }) => person?.name.toLowerCase() === wanted);
  nobody ??= hash('nobody has this one', COST);
  const secret = match?.account.secret ?? (await nobody);
  const right = await verify(secret, password);
  if (!right || !match?.person || match.account.secret === null) return null;
  const { codeUntil } = match.account;
  return codeUntil !== null && Date.parse(codeUntil) < nowMs ? null : match.person;
}

/** Makes the first owner of a shop that nobody has an account in. @throws Problem 409, and 422 for a password that others guess */
export async function firstOwner(store: Store, name: string, password: string): Promise<PersonRecord> {
  const open = (db: Db) => {
    if (shopOf(db).demo || anyAccount(db)) throw refused('name', 'This shop has its people already. Sign in.', 'conflict', 409);
  };
  // Before a password is hashed for nothing, and again for two who are first at once.
  open(store.db);
  refuseGuessable(password, [name, shopOf(store.db).name]);
  const secret = await hash(password, COST);
  return store.write((db) => {
    open(db);
    // The owner may stand on the crew list already.
    const member = shopOf(db).crew.find((each) => !each.archived && each.name.toLowerCase() === name.toLowerCase());
    const id = randomUUID();
    const row: Account = { ...NEW, id, crewId: member?.id ?? null, name, role: 'owner', secret, codeUntil: null };
    db.insert(t.account).values(row).run();
    return personOf(db, row) as PersonRecord;
  });
}

function accountRecord(db: Db, sessions: Sessions, account: Account, here: string | null): AccountRecord {
  const { id, crewId, role, active, codeUntil, second } = account;
  const member = crewId === null ? null : shopOf(db).crew.find((each) => each.id === crewId);
  const devices = sessions.devices(id, here);
  return {
    id,
    crewId,
    name: member?.name ?? account.name,
    role,
    active,
    second: second?.on ?? false,
    codeUntil,
    lastAt: devices[0]?.lastAt ?? null,
    devices,
  };
}

/** Everybody who may sign in, or might. @param here the session that asks */
export const accountRecords = (db: Db, sessions: Sessions, here: string | null): AccountRecord[] =>
  all(db).map((account) => accountRecord(db, sessions, account, here));

/** Lets somebody sign in with a code that is told once. @throws Problem 422 for a name that somebody has */
export async function addAccount(store: Store, sessions: Sessions, input: AccountInput, nowMs: number): Promise<CodeRecord> {
  const code = newCode();
  const secret = await hash(code, COST);
  return store.write((db) => {
    const { crew } = shopOf(db);
    const member = input.crewId === null ? null : crew.find((each) => each.id === input.crewId && !each.archived);
    if (member === undefined) throw refused('crewId', 'Nobody of that id is on the crew list.');
    const name = member?.name ?? input.name;
    const others = accountRecords(db, sessions, null);
    if (others.some((other) => other.name.toLowerCase() === name.toLowerCase() || (member && other.crewId === member.id)))
      throw refused('name', `${name} is among the people already.`, 'conflict', 409);
    if (!member && crew.some((each) => each.name.toLowerCase() === name.toLowerCase()))
      throw refused('name', `${name} is on the crew list: choose them there.`);
    const codeUntil = new Date(nowMs + CODE_MS).toISOString();
    const row: Account = {
      ...NEW,
      id: randomUUID(),
      crewId: member?.id ?? null,
      name,
      role: input.role,
      secret,
      codeUntil,
    };
    db.insert(t.account).values(row).run();
    return { account: accountRecord(db, sessions, row, null), code };
  });
}

/** A new code for somebody who forgot their password, or lost a phone: their devices are signed out, and a second step is taken off, which was on it. @throws Problem 404 */
export async function renewCode(store: Store, sessions: Sessions, id: string, by: string, nowMs: number): Promise<CodeRecord> {
  const code = newCode();
  const secret = await hash(code, COST);
  found(store.db, id);
  sessions.endAll(id);
  return store.write((db) => {
    const codeUntil = new Date(nowMs + CODE_MS).toISOString();
    db.update(t.account).set({ secret, codeUntil, second: null }).where(eq(t.account.id, id)).run();
    tell(db, id, 'code', { by }, nowMs);
    return { account: accountRecord(db, sessions, found(db, id), null), code };
  });
}

/** Changes a role, or lets somebody sign in no longer, which signs their devices out. @throws Problem 404, and 422 for the last owner */
export function changeAccount(
  store: Store,
  sessions: Sessions,
  id: string,
  { role, active }: AccountChange,
  by: NoticeBy & { sessionId: string },
  nowMs: number,
): AccountRecord {
  const record = store.write((db) => {
    const account = found(db, id);
    const owners = all(db).filter((each) => each.id !== id && each.role === 'owner' && personOf(db, each) !== null);
    if (owners.length === 0 && (role !== 'owner' || !active)) throw refused('role', 'A shop keeps one owner at least.');
    db.update(t.account).set({ role, active }).where(eq(t.account.id, id)).run();
    if (role !== account.role) tell(db, id, 'role', by, nowMs);
    return accountRecord(db, sessions, { ...account, role, active }, by.sessionId);
  });
  if (!active) sessions.endAll(id);
  return record;
}

/** Holds what was typed against the password of now. @throws Problem 422 where it is another, and for the demo's people, who have none */
export async function ownPassword(store: Store, id: string, typed: string, field: 'was' | 'password'): Promise<Account> {
  const account = found(store.db, id);
  if (account.secret === null) throw refused(field, 'The demo’s people have no password.');
  if (!(await verify(account.secret, typed))) throw refused(field, 'That is not the password of now.', WRONG_PASSWORD);
  return account;
}

/** Takes a password of one's own, and signs the other devices out. @throws Problem 422 where the one of before is another, and where others guess the new one */
export async function changePassword(
  store: Store,
  sessions: Sessions,
  id: string,
  { was, password }: { was: string; password: string },
  here: string,
  nowMs: number,
): Promise<void> {
  const account = await ownPassword(store, id, was, 'was');
  if (was === password) throw refused('password', 'Take another one than before.');
  refuseGuessable(password, namesAround(store.db, account));
  const secret = await hash(password, COST);
  store.write((db) => {
    db.update(t.account).set({ secret, codeUntil: null }).where(eq(t.account.id, id)).run();
    tell(db, id, 'password', { device: sessions.deviceOf(here), sessionId: here }, nowMs);
  });
  sessions.endAll(id, here);
}

/** Names that others know of somebody, and the shop's. */
export const namesAround = (db: Db, account: Account | null): string[] => [
  ...(account ? [personOf(db, account)?.name ?? account.name] : []),
  shopOf(db).name,
];

/** Tells somebody that they signed in, where it was them, and that a spare code was used. */
export function tellSignedIn(store: Store, id: string, spare: boolean, by: NoticeBy, nowMs: number): void {
  store.write((db) => {
    tell(db, id, 'signed-in', by, nowMs);
    if (spare) tell(db, id, 'spare-used', by, nowMs);
  });
}

export const seeNotices = (store: Store, id: string, nowMs: number): void => store.write((db) => noticesSeen(db, id, nowMs));
