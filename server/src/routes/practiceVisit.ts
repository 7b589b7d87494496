import type Router from '@koa/router';
import { randomUUID } from 'node:crypto';
import { nothingSchema, parseInput, practiceAheadSchema, practiceAskSchema, practiceVisitSchema } from '@elm-mist/contract';
import { signed } from '../http/gate';
import type { Sandboxes } from '../sandbox/sandboxes';
import { keepPracticeVisit, practiceVisits } from '../services/practice';
import type { Store } from '../store/open';
import { body } from './asked';

/** A whole visit to practise: begun, looked around in, put ahead and judged. Its own entries go to its own server. */
export function practiceVisitRoutes(router: Router, store: Store, sandboxes: Sandboxes): void {
  router.get('/practice/visit', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    const { id } = signed(ctx).person;
    ctx.body = { now: sandboxes.of(id)?.standing() ?? null, done: practiceVisits(store.db, id) };
  });
  router.post('/practice/visit', (ctx) => {
    const { exam, seed } = parseInput(practiceVisitSchema, body(ctx));
    ctx.body = sandboxes.begin(signed(ctx).person, exam, seed).standing();
  });
  router.get('/practice/visit/look', async (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = await sandboxes.wanted(signed(ctx).person.id).look();
  });
  router.post('/practice/visit/ahead', (ctx) => {
    const { minutes } = parseInput(practiceAheadSchema, body(ctx));
    ctx.body = sandboxes.wanted(signed(ctx).person.id).ahead(minutes);
  });
  router.post('/practice/visit/ask', async (ctx) => {
    const { question } = parseInput(practiceAskSchema, body(ctx));
    ctx.body = await sandboxes.wanted(signed(ctx).person.id).ask(question);
  });
  router.post('/practice/visit/end', async (ctx) => {
    parseInput(nothingSchema, body(ctx));
    const { id } = signed(ctx).person;
    const done = await sandboxes.wanted(id).debrief(randomUUID());
    ctx.body = keepPracticeVisit(store, id, done);
    sandboxes.end(id);
  });
}
