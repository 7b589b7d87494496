import type Router from '@koa/router';
import { nothingSchema, parseInput, practiceSchema } from '@elm-mist/contract';
import { signed } from '../http/gate';
import { crewPractice, forgetPractice, keepPractice, practiceOf } from '../services/practice';
import type { Sessions } from '../services/sessions';
import type { Store } from '../store/open';
import { body } from './asked';

/** What somebody practised: kept for them, told to nobody else but as sums. */
export function practiceRoutes(router: Router, store: Store, sessions: Sessions, now: () => Date): void {
  router.get('/practice', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = practiceOf(store.db, signed(ctx).person.id);
  });
  router.post('/practice', (ctx) => {
    ctx.body = keepPractice(store, signed(ctx).person.id, parseInput(practiceSchema, body(ctx)).entries);
  });
  router.post('/practice/forget', (ctx) => {
    parseInput(nothingSchema, body(ctx));
    ctx.body = forgetPractice(store, signed(ctx).person.id);
  });
  router.get('/practice/crew', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = crewPractice(store.db, sessions, now().getTime());
  });
}
