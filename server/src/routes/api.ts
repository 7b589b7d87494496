import Router from '@koa/router';
import rawBody from 'raw-body';
import {
  coilInputSchema,
  eventsInputSchema,
  houseRulesSchema,
  parseInput,
  PHOTO_LIMIT,
  placeInputSchema,
  systemInputSchema,
  visitInputSchema,
  visitSlotSchema,
  type DayRecord,
} from '@elm-mist/contract';
import type { Changes } from '../http/changes';
import { notFound, Problem } from '../http/problem';
import { appendEvents } from '../services/events';
import { addCoil, addPlace, addSystem, changeCoil, placeList } from '../services/places';
import { keepPhoto, readPhoto } from '../services/photos';
import { addVisit, moveVisit, dayList, systemDetail, visitDetail } from '../services/visits';
import type { Store } from '../store/open';
import { simulatedDay } from '../standins/weather';
import * as q from '../store/records';
import { shelfRoutes } from './shelf';

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** Every route of the program: judge the input, call a service, answer. */
export function apiRouter(store: Store, now: () => Date, changes: Changes): Router {
  const { db } = store;
  const router = new Router({ prefix: '/api' });
  const id = (params: Record<string, string | undefined>): string => params['id'] ?? '';
  const body = (ctx: { request: { body?: unknown } }): unknown => ctx.request.body;
  const created = (ctx: { status: number; body: unknown }, record: unknown) => {
    ctx.status = 201;
    ctx.body = record;
  };

  router.get('/health', (ctx) => {
    ctx.body = { status: 'ready', time: now().toISOString() };
  });

  router.get('/days/:day', (ctx) => {
    const day = ctx.params['day'] ?? '';
    if (!DAY.test(day)) throw new Problem(422, 'unreadable', 'A day looks like 2026-06-11.', { day: 'A day looks like 2026-06-11.' });
    const weather = { simulated: true as const, hours: simulatedDay(day) };
    ctx.body = { day, visits: dayList(db, day), next: q.nextVisitAfter(db, day) ?? null, weather } satisfies DayRecord;
  });

  router.get('/places', (ctx) => {
    ctx.body = placeList(db);
  });
  router.get('/places/:id', (ctx) => {
    const found = placeList(db).find((row) => row.place.id === id(ctx.params));
    if (!found) throw notFound('place', id(ctx.params));
    ctx.body = found;
  });
  router.post('/places', (ctx) => created(ctx, addPlace(store, parseInput(placeInputSchema, body(ctx)))));

  router.get('/systems/:id', (ctx) => {
    ctx.body = systemDetail(db, id(ctx.params));
  });
  router.post('/systems', (ctx) => created(ctx, addSystem(store, parseInput(systemInputSchema, body(ctx)))));
  router.post('/systems/:id/coils', (ctx) => created(ctx, addCoil(store, id(ctx.params), parseInput(coilInputSchema, body(ctx)))));
  router.put('/coils/:id', (ctx) => {
    ctx.body = changeCoil(store, id(ctx.params), parseInput(coilInputSchema, body(ctx)));
  });

  shelfRoutes(router, store, now);

  router.get('/house-rules', (ctx) => {
    ctx.body = q.readHouseRules(db);
  });
  router.put('/house-rules', (ctx) => {
    const rules = parseInput(houseRulesSchema, body(ctx));
    store.write((tx) => q.writeHouseRules(tx, rules));
    ctx.body = rules;
  });

  router.post('/visits', (ctx) => created(ctx, addVisit(store, parseInput(visitInputSchema, body(ctx)))));
  router.put('/visits/:id/slot', (ctx) => {
    ctx.body = moveVisit(store, id(ctx.params), parseInput(visitSlotSchema, body(ctx)));
  });
  router.get('/visits/:id', (ctx) => {
    ctx.body = visitDetail(db, id(ctx.params));
  });
  router.post('/visits/:id/events', (ctx) => {
    const { events } = parseInput(eventsInputSchema, body(ctx));
    const appended = appendEvents(store, id(ctx.params), events, now().toISOString());
    ctx.body = appended;
    if (appended.added > 0) changes.tell(id(ctx.params), appended.accepted);
  });
  router.get('/visits/:id/changes', (ctx) => {
    if (!q.findVisit(db, id(ctx.params))) throw notFound('visit', id(ctx.params));
    changes.follow(ctx, id(ctx.params));
  });

  router.put('/visits/:id/photos/:photoId', async (ctx) => {
    const bytes = await rawBody(ctx.req, { limit: PHOTO_LIMIT });
    created(ctx, keepPhoto(store, id(ctx.params), ctx.params['photoId'] ?? '', ctx.get('Content-Type'), bytes, now().toISOString()));
  });
  router.get('/photos/:id', (ctx) => {
    const photo = readPhoto(db, id(ctx.params));
    ctx.set('Cache-Control', 'private, max-age=31536000, immutable');
    ctx.type = photo.mime;
    ctx.body = photo.bytes;
  });

  return router;
}
