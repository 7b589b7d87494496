import type Router from '@koa/router';
import { agreementInputSchema, clockSetSchema, DUE_COILS, DUE_ORDERS, feedInputSchema, parseInput } from '@elm-mist/contract';
import { DUE_KINDS, type DueKind } from '@elm-mist/core/closing';
import type { Answers } from '../http/answers';
import { signed } from '../http/gate';
import { setAgreement, setClock } from '../services/clocks';
import { dueRecord, type DuePageAsked } from '../services/due';
import { feedFile, feedRecord, moveFeed } from '../services/feed';
import { weekRecord } from '../services/week';
import type { Store } from '../store/open';
import { askedDay, askedOneOf, askedWord, body, idOf } from './asked';

/** What is asked for where nobody says: washes, by dirt or by agreement. */
const USUAL_KINDS: readonly DueKind[] = ['coil', 'agreed'];

function askedDue(query: Record<string, unknown>): DuePageAsked {
  const kinds = askedWord(query, 'kinds', 200);
  return {
    until: askedDay('until', query['until']),
    kinds: kinds === '' ? USUAL_KINDS : kinds.split(',').map((kind) => askedOneOf('kinds', kind, DUE_KINDS)),
    coils: askedOneOf('coils', query['coils'] ?? 'all', DUE_COILS),
    shelf: query['shelf'] === 'yes',
    words: askedWord(query, 'q', 100),
    order: askedOneOf('order', query['order'] ?? 'soonest', DUE_ORDERS),
    unplanned: query['planned'] === 'no',
    after: askedWord(query, 'after', 300),
  };
}

/** What is due, clocks set by hand, agreements, and the feed that a calendar program reads. */
export function dueRoutes(router: Router, store: Store, now: () => Date, answers: Answers): void {
  const { db } = store;

  router.get('/due', (ctx) => {
    const asked = askedDue(ctx.query);
    return answers.send(ctx, `due ${JSON.stringify(asked)}`, () => dueRecord(store, asked, now().getTime()));
  });
  router.get('/weeks/:day', (ctx) => {
    const day = askedDay('day', ctx.params['day']);
    return answers.send(ctx, `week ${day}`, () => weekRecord(db, day));
  });
  router.put('/systems/:id/clock', (ctx) => {
    ctx.body = setClock(store, idOf(ctx), parseInput(clockSetSchema, body(ctx)), signed(ctx).person.name, now().toISOString());
  });
  router.put('/systems/:id/agreement', (ctx) => {
    ctx.body = setAgreement(store, idOf(ctx), parseInput(agreementInputSchema, body(ctx)));
  });

  router.get('/feed', (ctx) => answers.send(ctx, 'feed', () => feedRecord(db)));
  router.put('/feed', (ctx) => {
    ctx.body = moveFeed(store, parseInput(feedInputSchema, body(ctx)).wanted);
  });
  router.get('/feed/:secret/visits.ics', async (ctx) => {
    ctx.body = await feedFile(store, ctx.params['secret'] ?? '', now().getTime());
    ctx.type = 'text/calendar; charset=utf-8';
    ctx.set('Cache-Control', 'no-store');
  });
}
