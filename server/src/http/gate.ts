import type { PersonRecord } from '@elm-mist/contract';
import { may, whoMay } from '@elm-mist/core/people';
import type { Context, Middleware } from 'koa';
import { anyAccount, personById } from '../services/accounts';
import { WHOLE_MS, type Sessions } from '../services/sessions';
import type { Store } from '../store/open';
import { CLOSED_IN_PRACTICE, ROUTE_POWERS } from '../routes/powers';
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

export const notSignedIn = (): Problem => new Problem(401, 'sign-in', 'Sign in first.', { person: 'Nobody is signed in on this device.' });

/**
 * Who asks, on a route that is not open to everybody.
 * @throws Problem 401 where no guard has marked the request
 */
export function signed(ctx: Context): Signed {
  const who = ctx.state['signed'] as Signed | undefined;
  if (!who) throw notSignedIn();
  return who;
}

/** @throws Problem 403 for a write that another site's page sent (OWASP ASVS 4.0.3, 13.2.3) */
function ownPage(ctx: Context): void {
  if (READS.has(ctx.method)) return;
  const origin = ctx.get('Origin');
  const other = origin !== '' && (URL.canParse(origin) ? new URL(origin).host : '') !== ctx.host;
  if (other || ctx.get('Sec-Fetch-Site') === 'cross-site')
    throw new Problem(403, 'origin', 'A page of another site cannot write here.', { origin: 'A page of another site cannot write here.' });
}

/**
 * The guard of one route: refuses whoever is not signed in, and whose role may not.
 * @param route method and pattern, such as "GET /api/visits/:id"
 * @param practice whether it guards a practice visit, where what belongs to the shop and to accounts is closed
 * @throws Error for a route that is not in the table: the program does not start
 */
export function gate(store: Store, sessions: Sessions, route: string, practice: boolean): Middleware {
  const row = Object.hasOwn(ROUTE_POWERS, route) ? ROUTE_POWERS[route] : undefined;
  if (row === undefined) throw new Error(`${route} has no row in ROUTE_POWERS.`);
  const closed = practice && CLOSED_IN_PRACTICE.test(route);
  return async (ctx, next) => {
    ownPage(ctx);
    if (closed) throw new Problem(403, 'practice', 'A practice visit has none of this.', { practice: 'End the practice visit first.' });
    const wants = typeof row !== 'object' ? row : anyAccount(store.db) ? row.onceThereArePeople : 'open';
    if (wants !== 'open') {
      const who = signedIn(ctx, store, sessions);
      if (!who) throw notSignedIn();
      ctx.state['signed'] = who;
      if (wants !== 'self') {
        if (who.person.mustChange)
          throw new Problem(403, 'password', 'Choose a password of your own first.', { password: 'A code is good for signing in alone.' });
        if (!may(who.person.role, wants)) throw new Problem(403, 'role', whoMay(wants), { role: whoMay(wants) });
      }
    }
    await next();
  };
}
