import type Router from '@koa/router';
import {
  accountChangeSchema,
  accountInputSchema,
  demoSignInSchema,
  firstOwnerSchema,
  nothingSchema,
  parseInput,
  passwordSchema,
  secondCodeSchema,
  secondSchema,
  signInSchema,
  triedPasswordSchema,
  type PersonRecord,
} from '@elm-mist/contract';
import { may } from '@elm-mist/core/people';
import type { Context } from 'koa';
import { giveCookie, signed, signedIn } from '../http/gate';
import { notFound, Problem } from '../http/problem';
import { SlowDown } from '../http/slowDown';
import * as a from '../services/accounts';
import * as twoStep from '../services/accountSecondStep';
import { noticesOf } from '../services/notices';
import type { Sessions } from '../services/sessions';
import type { Store } from '../store/open';
import { body, created, idOf } from './asked';

const ASK_CODE = 'Type the code that your app shows, or a spare one.';
const WRONG_CODE = 'That is not the code of now, or it was used. Is the clock of the phone right?';

/** Who is signed in, who may be, and on which devices. */
export function peopleRoutes(router: Router, store: Store, sessions: Sessions, now: () => Date, besideDemo: () => boolean): void {
  const { db } = store;
  // A clock that is set back prolongs no wait.
  const slowDown = new SlowDown(() => performance.now());
  const nowMs = () => now().getTime();
  const enter = (ctx: Context, person: PersonRecord, device: string, by: 'password' | 'spare' | 'press' = 'password') => {
    const { token, id } = sessions.begin(person.id, device);
    giveCookie(ctx, token);
    ctx.set('Cache-Control', 'no-store');
    ctx.body = a.meRecord(db, person, id);
    // One press is nobody's in particular.
    if (by !== 'press') a.tellSignedIn(store, person.id, by === 'spare', { device, sessionId: id }, nowMs());
  };
  /** Tries the password of who is signed in, which may be wrong so often and no oftener. @throws Problem 422 `field` */
  const byPassword = async <T>(id: string, field: 'was' | 'password', attempt: () => Promise<T>): Promise<T> => {
    const done = await slowDown.guard([`own ${id}`], async () => {
      try {
        return { value: await attempt() };
      } catch (error) {
        if (error instanceof Problem && error.code === a.WRONG_PASSWORD) return null;
        throw error;
      }
    });
    const wrong = 'That is not the password of now.';
    if (!done) throw new Problem(422, a.WRONG_PASSWORD, wrong, { [field]: wrong });
    return done.value;
  };
  /** Who asks and from where, for what they are told of it elsewhere. */
  const here = (ctx: Context) => {
    const { sessionId, person } = signed(ctx);
    return { by: person.name, device: sessions.deviceOf(sessionId), sessionId };
  };

  router.get('/me', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    const who = signedIn(ctx, store, sessions);
    ctx.body = a.meRecord(db, who?.person ?? null, who?.sessionId ?? null, besideDemo());
  });
  router.post('/sign-in', async (ctx) => {
    const { name, password, code, device } = parseInput(signInSchema, body(ctx));
    const tried = { wrongCode: false };
    const found = await slowDown.guard(
      [`name ${name.toLowerCase()}`],
      async () => {
        const person = await a.personBy(db, name, password, nowMs());
        const second = person && twoStep.passSecond(store, person.id, code, nowMs());
        // Neither right nor wrong: a password typed alone is not to forget the codes that were guessed before it.
        if (second === 'asked') throw new Problem(422, 'second-step', ASK_CODE, { code: ASK_CODE });
        // A wrong code counts as a wrong password does.
        tried.wrongCode = person !== null && second === null;
        return person && second ? { person, second } : null;
      },
      [`from ${ctx.ip}`],
    );
    if (tried.wrongCode) throw new Problem(422, 'wrong-code', WRONG_CODE, { code: WRONG_CODE });
    const wrong = 'That name and password do not go together, or the code is too old.';
    if (!found) throw new Problem(422, 'wrong-password', wrong, { password: wrong });
    enter(ctx, found.person, device, found.second === 'spare' ? 'spare' : 'password');
  });
  router.post('/sign-in/demo', (ctx) => {
    const { id, device } = parseInput(demoSignInSchema, body(ctx));
    enter(ctx, a.demoPerson(db, id), device, 'press');
  });
  router.post('/sign-in/first', async (ctx) => {
    const { name, password, device } = parseInput(firstOwnerSchema, body(ctx));
    enter(ctx, await a.firstOwner(store, name, password), device);
  });
  router.post('/sign-out', (ctx) => {
    parseInput(nothingSchema, body(ctx));
    sessions.end(signed(ctx).sessionId);
    giveCookie(ctx, null);
    // Browsers heed it behind TLS: what was read lies in no cache of theirs either (W3C Clear Site Data).
    ctx.set('Clear-Site-Data', '"cache"');
    ctx.body = a.meRecord(db, null, null, besideDemo());
  });
  router.put('/me/password', async (ctx) => {
    const { person, sessionId } = signed(ctx);
    const input = parseInput(passwordSchema, body(ctx));
    await byPassword(person.id, 'was', () => a.changePassword(store, sessions, person.id, input, sessionId, nowMs()));
    ctx.body = a.meRecord(db, a.personById(store, person.id), sessionId);
  });
  // What is typed is looked at and let go.
  router.post('/password/strength', (ctx) => {
    const { password } = parseInput(triedPasswordSchema, body(ctx));
    ctx.set('Cache-Control', 'no-store');
    ctx.body = twoStep.strengthHere(db, signedIn(ctx, store, sessions)?.person.id ?? null, password);
  });

  router.post('/me/second', async (ctx) => {
    const { person } = signed(ctx);
    const { password } = parseInput(secondSchema, body(ctx));
    ctx.set('Cache-Control', 'no-store');
    created(ctx, await byPassword(person.id, 'password', () => twoStep.beginSecond(store, person.id, password)));
  });
  router.put('/me/second', (ctx) => {
    const { code } = parseInput(secondCodeSchema, body(ctx));
    ctx.set('Cache-Control', 'no-store');
    ctx.body = twoStep.confirmSecond(store, signed(ctx).person.id, code, here(ctx), nowMs());
  });
  router.post('/me/second/off', async (ctx) => {
    const { person, sessionId } = signed(ctx);
    const { password } = parseInput(secondSchema, body(ctx));
    await byPassword(person.id, 'password', () => twoStep.endSecond(store, person.id, password, here(ctx), nowMs()));
    ctx.body = a.meRecord(db, a.personById(store, person.id), sessionId);
  });
  router.get('/me/notices', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = noticesOf(db, signed(ctx).person.id);
  });
  router.post('/me/notices/seen', (ctx) => {
    parseInput(nothingSchema, body(ctx));
    const { person, sessionId } = signed(ctx);
    a.seeNotices(store, person.id, nowMs());
    ctx.body = a.meRecord(db, person, sessionId);
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
    created(ctx, await a.addAccount(store, sessions, parseInput(accountInputSchema, body(ctx)), nowMs())),
  );
  router.put('/people/:id', (ctx) => {
    ctx.body = a.changeAccount(store, sessions, idOf(ctx), parseInput(accountChangeSchema, body(ctx)), here(ctx), nowMs());
  });
  router.post('/people/:id/code', async (ctx) => {
    parseInput(nothingSchema, body(ctx));
    created(ctx, await a.renewCode(store, sessions, idOf(ctx), signed(ctx).person.name, nowMs()));
  });
}
