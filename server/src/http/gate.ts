import type { PersonRecord } from '@elm-mist/contract';
import { may, whoMay } from '@elm-mist/core';
import type { Context, Middleware } from 'koa';
import { anyAccount, personById } from '../services/accounts';
import { WHOLE_MS, type Sessions } from '../services/sessions';
import type { Store } from '../store/open';
import { ROUTE_POWERS } from '../routes/powers';
import { Problem } from './problem';

/** Who asks, and by which device. */
export interface Signed {
  person: PersonRecord;
  sessionId: string;
}

export const COOKIE = 'elm-mist';
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Gives a device its token: no script reads it, and no other site sends it (RFC 6265bis, SameSite). */
export function giveCookie(ctx: Context, token: string | null): void {
  ctx.cookies.set(COOKIE, token, {
    httpOnly: true,
    sameSite: 'strict',
    secure: ctx.secure,
    overwrite: true,
    path: '/',
    ...(token === null ? {} : { maxAge: WHOLE_MS }),
  });
}

/** Who is signed in on the device that asks; null for nobody. */
export function signedIn(ctx: Context, store: Store, sessions: Sessions): Signed | null {
  const token = ctx.cookies.get(COOKIE);
  const session = token ? sessions.of(token) : null;
  const person = session && personById(store, session.accountId);
  return session && person ? { person, sessionId: session.id } : null;
}

/** Who asks, on a route that is not open to everybody. */
export const signed = (ctx: Context): Signed => ctx.state['signed'] as Signed;

/** @throws Problem 403 for a write that another site's page sent (OWASP ASVS 4.0.3, 13.2.3) */
function ownPage(ctx: Context): void {
  if (READS.has(ctx.method)) return;
  const origin = ctx.get('Origin');
  const other = origin !== '' && (URL.canParse(origin) ? new URL(origin).host : '') !== ctx.host;
  if (other || ctx.get('Sec-Fetch-Site') === 'cross-site')
    throw new Problem(403, 'origin', 'A page of another site cannot write here.', { origin: 'A page of another site cannot write here.' });
}

/** What the router matched, as it was written there: its address names no id. */
function routeOf(ctx: Context): string {
  const layers = (ctx as unknown as { matched?: readonly { path: string; methods: readonly string[] }[] }).matched ?? [];
  // The first one that takes the method answers; middleware takes none.
  const path = layers.find(({ methods }) => methods.includes(ctx.method))?.path ?? '';
  return `${ctx.method === 'HEAD' ? 'GET' : ctx.method} ${path}`;
}

/** Lets nobody through who is not signed in, or whose role may not; a route that is in no list is nobody's. */
export const gate =
  (store: Store, sessions: Sessions): Middleware =>
  async (ctx, next) => {
    ownPage(ctx);
    const said = ROUTE_POWERS[routeOf(ctx)];
    const wants = typeof said !== 'object' ? said : anyAccount(store.db) ? said.onceThereArePeople : 'open';
    if (wants !== 'open') {
      const who = signedIn(ctx, store, sessions);
      if (!who) throw new Problem(401, 'sign-in', 'Sign in first.', { person: 'Nobody is signed in on this device.' });
      ctx.state['signed'] = who;
      if (wants === undefined) throw new Problem(403, 'role', 'This is for nobody.', { role: 'This is for nobody.' });
      if (wants !== 'self') {
        if (who.person.mustChange)
          throw new Problem(403, 'password', 'Choose a password of your own first.', { password: 'A code is good for signing in alone.' });
        if (!may(who.person.role, wants)) throw new Problem(403, 'role', whoMay(wants), { role: whoMay(wants) });
      }
    }
    await next();
  };
