import type Router from '@koa/router';
import { Answers } from '../http/answers';
import { gate } from '../http/gate';
import { GatedRouter } from '../http/gatedRouter';
import { jsonBody } from '../http/jsonBody';
import type { Sandboxes } from '../sandbox/sandboxes';
import type { MeterSavings } from '../services/meterSavings';
import type { Sessions } from '../services/sessions';
import type { Upkeep } from '../upkeep/upkeep';
import { dayRoutes } from './days';
import { dueRoutes } from './due';
import { outRoutes } from './out';
import { peopleRoutes } from './people';
import { placeRoutes } from './places';
import { practiceRoutes } from './practice';
import { practiceVisitRoutes } from './practiceVisit';
import { settingRoutes } from './settings';
import { shelfRoutes } from './shelf';
import { shopRoutes, type ShopChoice } from './shop';
import { upkeepRoutes } from './upkeep';
import { visitRoutes, type VisitParts } from './visits';
import { weatherRoutes } from './weather';

/** Routes that read their body themselves, as bytes, whatever its sender calls it. */
export const RAW_BODIES: ReadonlySet<string> = new Set([
  'PUT /api/visits/:id/photos/:photoId',
  'PUT /api/cleaners/:id/sheet',
  'POST /api/shelf/import',
  'POST /api/places/import',
  'POST /api/places/past',
  'POST /api/weather',
]);

export interface RouteParts extends VisitParts {
  /** What meters tell; null in a practised visit, which has none. */
  meterSavings: MeterSavings | null;
  /** The program's own file, for threads. */
  script: URL;
  shops: ShopChoice;
  upkeep: Upkeep;
  sessions: Sessions;
  /** Visits that are practised; null in the shop of one. */
  sandboxes: Sandboxes | null;
}

/** Every route of the program: judge the input, call a service, answer. */
export function apiRouter({ meterSavings, script, shops, upkeep, sessions, sandboxes, ...visits }: RouteParts): Router {
  const { store, now, cards } = visits;
  // A shop without practice visits is a practice visit's own.
  const guard = (route: string) => gate(store, sessions, route, sandboxes === null);
  // No body is read before its sender was let in.
  const router = new GatedRouter('/api', (route) => [
    guard(route),
    ...(route.startsWith('GET ') || RAW_BODIES.has(route) ? [] : [jsonBody]),
  ]);
  router.use(async (ctx, next) => {
    await next();
    if (ctx.method !== 'GET') meterSavings?.soon();
  });
  const answers = new Answers(store.writes);

  router.get('/health', (ctx) => {
    ctx.body = { status: 'ready', time: now().toISOString() };
  });
  shopRoutes(router, store, answers, shops, meterSavings);
  settingRoutes(router, store, answers);
  dayRoutes(router, store, answers, cards);
  visitRoutes(router, answers, visits);
  peopleRoutes(router, store, sessions, now, () => shops.besideDemo());
  practiceRoutes(router, store, sessions, now);
  if (sandboxes) practiceVisitRoutes(router, store, sandboxes);
  dueRoutes(router, store, now, answers);
  placeRoutes(router, store, now, answers);
  shelfRoutes(router, store, now, answers);
  weatherRoutes(router, store, script);
  outRoutes(router, store, now, script);
  upkeepRoutes(router, store, upkeep, now);
  return router;
}
