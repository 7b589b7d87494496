import type Router from '@koa/router';
import {
  accountChangeSchema,
  accountInputSchema,
  demoSignInSchema,
  firstOwnerSchema,
  nothingSchema,
  parseInput,
  passwordSchema,
  signInSchema,
  type PersonRecord,
} from '@elm-mist/contract';
import { may } from '@elm-mist/core';
import type { Context } from 'koa';
import { giveCookie, signed, signedIn } from '../http/gate';
import { notFound, Problem } from '../http/problem';
import { SlowDown } from '../http/slowDown';
import * as a from '../services/accounts';
import type { Sessions } from '../services/sessions';
import type { Store } from '../store/open';
import { body, created, idOf } from './asked';

/** Who is signed in, who may be, and on which devices. */
export function peopleRoutes(router: Router, store: Store, sessions: Sessions, now: () => Date, besideDemo: () => boolean): void {
  const { db } = store;
  const slowDown = new SlowDown(() => now().getTime());
  const enter = (ctx: Context, person: PersonRecord, device: string) => {
    giveCookie(ctx, sessions.begin(person.id, device).token);
    ctx.set('Cache-Control', 'no-store');
    ctx.body = a.meRecord(db, person);
  };

  router.get('/me', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = a.meRecord(db, signedIn(ctx, store, sessions)?.person ?? null, besideDemo());
  });
  router.post('/sign-in', async (ctx) => {
    const { name, password, device } = parseInput(signInSchema, body(ctx));
    const person = await slowDown.guard([`name ${name.toLowerCase()}`, `from ${ctx.ip}`], () =>
      a.personBy(db, name, password, now().getTime()),
    );
    const wrong = 'That name and password do not go together, or the code is too old.';
    if (!person) throw new Problem(422, 'wrong-password', wrong, { password: wrong });
    enter(ctx, person, device);
  });
  router.post('/sign-in/demo', (ctx) => {
    const { id, device } = parseInput(demoSignInSchema, body(ctx));
    enter(ctx, a.demoPerson(db, id), device);
  });
  router.post('/sign-in/first', async (ctx) => {
    const { name, password, device } = parseInput(firstOwnerSchema, body(ctx));
    enter(ctx, await a.firstOwner(store, name, password), device);
  });
  router.post('/sign-out', (ctx) => {
    parseInput(nothingSchema, body(ctx));
    sessions.end(signed(ctx).sessionId);
    giveCookie(ctx, null);
    ctx.body = a.meRecord(db, null, besideDemo());
  });
  router.put('/me/password', async (ctx) => {
    const { person, sessionId } = signed(ctx);
    const { was, password } = parseInput(passwordSchema, body(ctx));
    await slowDown
      .guard([`own ${person.id}`], async () => {
        try {
          await a.changePassword(store, sessions, person.id, was, password, sessionId);
          return true;
        } catch (error) {
          if (error instanceof Problem && error.fields['was']) return null;
          throw error;
        }
      })
      .then((done) => {
        const wrong = 'That is not the password of now.';
        if (!done) throw new Problem(422, 'wrong-password', wrong, { was: wrong });
      });
    ctx.body = a.meRecord(db, a.personById(store, person.id));
  });

  router.get('/me/devices', (ctx) => {
    const { person, sessionId } = signed(ctx);
    ctx.set('Cache-Control', 'no-store');
    ctx.body = sessions.devices(person.id, sessionId);
  });
  router.post('/devices/:id/sign-out', (ctx) => {
    parseInput(nothingSchema, body(ctx));
    const { person, sessionId } = signed(ctx);
    const of = sessions.ownerOf(idOf(ctx));
    // Somebody else's device is told apart from none by the owner alone.
    if (of === null || (of !== person.id && !may(person.role, 'people'))) throw notFound('device', idOf(ctx));
    sessions.end(idOf(ctx));
    ctx.body = sessions.devices(of, sessionId);
  });

  router.get('/people', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = a.accountRecords(db, sessions, signed(ctx).sessionId);
  });
  router.post('/people', async (ctx) =>
    created(ctx, await a.addAccount(store, sessions, parseInput(accountInputSchema, body(ctx)), now().getTime())),
  );
  router.put('/people/:id', (ctx) => {
    ctx.body = a.changeAccount(store, sessions, idOf(ctx), parseInput(accountChangeSchema, body(ctx)), signed(ctx).sessionId);
  });
  router.post('/people/:id/code', async (ctx) => {
    parseInput(nothingSchema, body(ctx));
    created(ctx, await a.renewCode(store, sessions, idOf(ctx), now().getTime()));
  });
}
