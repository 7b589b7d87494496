import type Router from '@koa/router';
import {
  archiveSchema,
  coilInputSchema,
  customerInputSchema,
  mergeSchema,
  METER_VALUES,
  meterInputSchema,
  parseInput,
  placeInputSchema,
  systemInputSchema,
} from '@elm-mist/contract';
import type { Answers } from '../http/answers';
import { streamed } from '../http/streamed';
import { PAST_TABLE, PLACE_TABLE } from '@elm-mist/core/formats';
import { keepMeter, madeUpMeterFile, meterAnswer } from '../services/meter';
import { importPast } from '../services/pastFiles';
import { importPlaces, readMatching, type PlaceImport } from '../services/placeFiles';
import {
  addPlace,
  archivePlace,
  changeCustomer,
  changePlace,
  customerDetail,
  mergeCustomer,
  mergePlace,
  placeDetail,
  placePage,
} from '../services/places';
import { addCoil, addSystem, archiveCoil, archiveSystem, changeCoil, changeSystem } from '../services/systems';
import type { Store } from '../store/open';
import { customersAsked } from '../store/places';
import { todayOf } from '../services/shop';
import { askedOneOf, askedWord, body, created, idOf } from './asked';

const MOST_CUSTOMERS = 20;

/** How a file of so many columns is to be brought in. @throws Problem 422 `columns` | `onBad` */
const importWay = (query: Record<string, unknown>, table: readonly { name: string }[]): PlaceImport => ({
  matching: readMatching(table, askedWord(query, 'columns', 4000)),
  onBad: askedOneOf('onBad', query['onBad'] ?? 'refuse', ['refuse', 'skip'] as const),
});

/** Customers, places, systems and coils: made, put right, put away, taken together. */
export function placeRoutes(router: Router, store: Store, now: () => Date, answers: Answers): void {
  const { db } = store;
  const at = () => now().toISOString();
  const archived = (ctx: Parameters<typeof body>[0]) => parseInput(archiveSchema, body(ctx)).archived;

  router.get('/places', (ctx) => {
    const words = askedWord(ctx.query, 'q', 100);
    const after = askedWord(ctx.query, 'after', 400) || null;
    const away = ctx.query['archived'] === 'yes';
    return answers.send(ctx, `places ${JSON.stringify([words, after, away])}`, () => placePage(db, { words, after, archived: away }));
  });
  router.get('/places/:id', (ctx) => {
    const id = idOf(ctx);
    return answers.send(ctx, `place ${id}`, () => placeDetail(db, id));
  });
  router.get('/places/:id/meter', (ctx) => {
    const id = idOf(ctx);
    return answers.send(ctx, `meter ${id}`, () => meterAnswer(store, id));
  });
  router.get('/places/:id/meter/made-up', (ctx) => {
    ctx.body = madeUpMeterFile(store, idOf(ctx), todayOf(db, now()));
  });
  router.put('/places/:id/meter', (ctx) => {
    ctx.body = keepMeter(store, idOf(ctx), parseInput(meterInputSchema, body(ctx), METER_VALUES), at());
  });
  router.post('/places', (ctx) => created(ctx, addPlace(store, parseInput(placeInputSchema, body(ctx)), at())));
  router.put('/places/:id', (ctx) => {
    ctx.body = changePlace(store, idOf(ctx), parseInput(placeInputSchema, body(ctx)));
  });
  router.put('/places/:id/archived', (ctx) => {
    ctx.body = archivePlace(store, idOf(ctx), archived(ctx));
  });
  router.post('/places/:id/merge', (ctx) => {
    ctx.body = mergePlace(store, idOf(ctx), parseInput(mergeSchema, body(ctx)).intoId);
  });
  router.post('/places/import', (ctx) => {
    const way = importWay(ctx.query, PLACE_TABLE);
    streamed(ctx, (tell) => importPlaces(store, ctx.req, way, tell));
  });
  router.post('/places/past', (ctx) => {
    const way = importWay(ctx.query, PAST_TABLE);
    streamed(ctx, (tell) => importPast(store, ctx.req, way, now(), tell));
  });

  router.get('/customers', (ctx) => {
    ctx.body = customersAsked(db, askedWord(ctx.query, 'q', 100), MOST_CUSTOMERS);
  });
  router.get('/customers/:id', (ctx) => {
    ctx.body = customerDetail(db, idOf(ctx));
  });
  router.put('/customers/:id', (ctx) => {
    ctx.body = changeCustomer(store, idOf(ctx), parseInput(customerInputSchema, body(ctx)));
  });
  router.post('/customers/:id/merge', (ctx) => {
    ctx.body = mergeCustomer(store, idOf(ctx), parseInput(mergeSchema, body(ctx)).intoId);
  });

  router.post('/systems', (ctx) => created(ctx, addSystem(store, parseInput(systemInputSchema, body(ctx)), at())));
  router.put('/systems/:id', (ctx) => {
    ctx.body = changeSystem(store, idOf(ctx), parseInput(systemInputSchema, body(ctx)));
  });
  router.put('/systems/:id/archived', (ctx) => {
    ctx.body = archiveSystem(store, idOf(ctx), archived(ctx));
  });
  router.post('/systems/:id/coils', (ctx) => created(ctx, addCoil(store, idOf(ctx), parseInput(coilInputSchema, body(ctx)), at())));
  router.put('/coils/:id', (ctx) => {
    ctx.body = changeCoil(store, idOf(ctx), parseInput(coilInputSchema, body(ctx)));
  });
  router.put('/coils/:id/archived', (ctx) => {
    ctx.body = archiveCoil(store, idOf(ctx), archived(ctx));
  });
}
