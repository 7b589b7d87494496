import type Router from '@koa/router';
import { dayCrewsSchema, dayOrderSchema, parseInput } from '@elm-mist/contract';
import type { Answers } from '../http/answers';
import type { Cards } from '../services/cards';
import { dayRecord } from '../services/day';
import { dayCrewsRecord, sayCrews } from '../services/dayCrews';
import { openRecord } from '../services/open';
import { orderDay } from '../services/visits';
import type { Store } from '../store/open';
import { askedDay, body } from './asked';

/** A day with its visits, its crews and its order, and what is still open in the shop. */
export function dayRoutes(router: Router, store: Store, answers: Answers, cards: Cards): void {
  const { db } = store;

  router.get('/days/:day', (ctx) => {
    const day = askedDay('day', ctx.params['day']);
    return answers.send(ctx, `day ${day}`, () => dayRecord(store, cards, day));
  });

  router.get('/days/:day/crews', (ctx) => {
    const day = askedDay('day', ctx.params['day']);
    return answers.send(ctx, `crews ${day}`, () => dayCrewsRecord(db, day));
  });
  router.put('/days/:day/crews', (ctx) => {
    ctx.body = sayCrews(store, askedDay('day', ctx.params['day']), parseInput(dayCrewsSchema, body(ctx)));
  });
  router.put('/days/:day/order', (ctx) => {
    ctx.body = orderDay(store, askedDay('day', ctx.params['day']), parseInput(dayOrderSchema, body(ctx)));
  });

  router.get('/open', (ctx) => answers.send(ctx, 'open', () => openRecord(db)));
}
