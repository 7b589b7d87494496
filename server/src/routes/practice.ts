import type Router from '@koa/router';
import { nothingSchema, parseInput, practiceCoilSchema, practiceSchema, shareStepsSchema } from '@elm-mist/contract';
import { signed } from '../http/gate';
import * as p from '../services/practice';
import { realPracticeOf, shareSteps } from '../services/realPractice';
import type { Sessions } from '../services/sessions';
import type { Store } from '../store/open';
import { body, created, idOf } from './asked';

/** What somebody practised: kept for them, told to nobody else but as sums. */
export function practiceRoutes(router: Router, store: Store, sessions: Sessions, now: () => Date): void {
  router.get('/practice', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = p.practiceOf(store.db, signed(ctx).person.id);
  });
  router.post('/practice', (ctx) => {
    ctx.body = p.keepPractice(store, signed(ctx).person.id, parseInput(practiceSchema, body(ctx)).entries);
  });
  router.post('/practice/forget', (ctx) => {
    parseInput(nothingSchema, body(ctx));
    ctx.body = p.forgetPractice(store, signed(ctx).person.id);
  });
  router.get('/practice/coils', (ctx) => {
    ctx.body = p.practiceCoils(store.db);
  });
  router.post('/practice/coils', (ctx) =>
    created(ctx, p.makePracticeCoil(store, parseInput(practiceCoilSchema, body(ctx)), signed(ctx).person.name, now().toISOString())),
  );
  router.post('/practice/coils/:id/put-away', (ctx) => {
    parseInput(nothingSchema, body(ctx));
    ctx.body = p.archivePracticeCoil(store, idOf(ctx));
  });
  router.get('/practice/real', async (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    const { id, name } = signed(ctx).person;
    ctx.body = await realPracticeOf(store.db, id, name, now().getTime());
  });
  router.put('/practice/share', (ctx) => {
    const { shares } = parseInput(shareStepsSchema, body(ctx));
    shareSteps(store, signed(ctx).person.id, shares);
    ctx.body = { shares };
  });
  router.get('/practice/crew', async (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = await p.crewPractice(store.db, sessions, now().getTime());
  });
}
