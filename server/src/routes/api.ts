import Router from '@koa/router';
import { KIT_WRONG_IDS, type OwnerWords, type PriceBook, type ReportWays } from '@elm-mist/core';
import rawBody from 'raw-body';
import {
  dayCrewsSchema,
  dayOrderSchema,
  houseRulesSchema,
  ownerWordsSchema,
  parseEvents,
  parseInput,
  PHOTO_LIMIT,
  priceBookSchema,
  reportWaysSchema,
  shopInputSchema,
  shopOpenSchema,
  type ShopYear,
  tariffInputSchema,
  type TariffInput,
  visitChangeSchema,
  visitInputSchema,
  visitSlotSchema,
  type VisitRecord,
} from '@elm-mist/contract';
import { Answers } from '../http/answers';
import type { Changes } from '../http/changes';
import { gate, signed } from '../http/gate';
import { notFound, refused } from '../http/problem';
import type { Probes } from '../http/probes';
import type { Cards } from '../services/cards';
import type { MeterSavings } from '../services/meterSavings';
import { climateHere } from '../services/climate';
import { teachersAhead } from '../services/teachers';
import { dayRecord } from '../services/day';
import { dayCrewsRecord, sayCrews } from '../services/dayCrews';
import { appendEvents, ownEvents } from '../services/events';
import { overlaid } from '../services/meanwhile';
import type { Sessions } from '../services/sessions';
import { openRecord } from '../services/open';
import { keepPhoto, readPhoto } from '../services/photos';
import { probeKit } from '../services/probeKit';
import { shopSaved } from '../services/shopSaved';
import { changeShop, shopOf, zoneOf } from '../services/shop';
import { addVisit, changeVisit, moveVisit, orderDay, systemDetail, visitDetail } from '../services/visits';
import type { HiddenOf } from '../sandbox/sandbox';
import type { Sandboxes } from '../sandbox/sandboxes';
import type { Store } from '../store/open';
import type { Upkeep } from '../upkeep/upkeep';
import * as s from '../store/settings';
import * as v from '../store/visits';
import { askedOneOf, askedDay, askedNumber, body, created, idOf } from './asked';
import { dueRoutes } from './due';
import { outRoutes } from './out';
import { peopleRoutes } from './people';
import { practiceRoutes } from './practice';
import { practiceVisitRoutes } from './practiceVisit';
import { placeRoutes } from './places';
import { shelfRoutes } from './shelf';
import { upkeepRoutes } from './upkeep';
import { weatherRoutes } from './weather';

const RAW_BODIES = [
  /^\/api\/visits\/[^/]+\/photos\//,
  /^\/api\/cleaners\/[^/]+\/sheet$/,
  /^\/api\/shelf\/import$/,
  /^\/api\/places\/(import|past)$/,
  /^\/api\/weather$/,
];

/** Whether a route reads the body itself, as bytes. */
export const takesRawBody = (path: string): boolean => RAW_BODIES.some((address) => address.test(path));

/** The demo and one's own shop, of which one is open. */
export interface ShopChoice {
  ownIsThere: () => boolean;
  /** The open one is one's own, and the demo lies beside it. */
  besideDemo: () => boolean;
  /** Opens the other. @throws FolderError */
  open: (which: 'demo' | 'own') => void;
}

export interface RouteParts {
  store: Store;
  now: () => Date;
  changes: Changes;
  probes: Probes;
  cards: Cards;
  /** What meters tell; null in a practised visit, which has none. */
  meterSavings: MeterSavings | null;
  /** The program's own file, for threads. */
  script: URL;
  shops: ShopChoice;
  upkeep: Upkeep;
  sessions: Sessions;
  /** Visits that are practised; null in the shop of one. */
  sandboxes: Sandboxes | null;
  /** What is wrong with a machine beside what its visit says; the demo's own where left out. */
  hiddenOf?: HiddenOf | undefined;
}

/** Every route of the program: judge the input, call a service, answer. */
export function apiRouter({
  store,
  now,
  changes,
  probes,
  cards,
  meterSavings,
  script,
  shops,
  upkeep,
  sessions,
  sandboxes,
  hiddenOf,
}: RouteParts): Router {
  const { db } = store;
  const router = new Router({ prefix: '/api' });
  router.use(gate(store, sessions));
  router.use(async (ctx, next) => {
    await next();
    if (ctx.method !== 'GET') meterSavings?.soon();
  });
  const answers = new Answers(store.versions);
  const at = () => now().toISOString();

  router.get('/health', (ctx) => {
    ctx.body = { status: 'ready', time: at() };
  });

  router.get('/shop', (ctx) =>
    answers.send(
      ctx,
      'shop',
      () => ({ ...shopOf(db), ownIsThere: shops.ownIsThere() }),
      () => ['shop', 'places'],
    ),
  );
  // Apart from the shop itself, which every page asks for: what coils teach takes some reading after a start.
  router.get('/shop/year', (ctx) =>
    answers.send(
      ctx,
      'shop-year',
      async (): Promise<ShopYear> => {
        await teachersAhead(store);
        return { climate: climateHere(store) };
      },
      () => ['shop', 'places', 'weather', 'closings'],
    ),
  );
  router.put('/shop', (ctx) => {
    ctx.body = changeShop(store, parseInput(shopInputSchema, body(ctx)));
  });
  router.put('/shop/open', (ctx) => {
    const { which } = parseInput(shopOpenSchema, body(ctx));
    shops.open(which);
    ctx.body = { which };
  });
  router.get('/zone', (ctx) => {
    const latitude = askedNumber(ctx.query, 'latitude', -90, 90);
    ctx.body = { zone: zoneOf(latitude, askedNumber(ctx.query, 'longitude', -180, 180)) };
  });
  router.get('/house-rules', (ctx) =>
    answers.send(
      ctx,
      'house-rules',
      () => s.readHouseRules(db),
      () => ['shop'],
    ),
  );
  router.put('/house-rules', (ctx) => {
    const rules = parseInput(houseRulesSchema, body(ctx));
    store.write((tx, touches) => {
      s.writeHouseRules(tx, rules);
      touches.push('shop');
    });
    ctx.body = rules;
  });

  router.get('/price-book', (ctx) =>
    answers.send(
      ctx,
      'price-book',
      () => s.readPriceBook(db),
      () => ['shop'],
    ),
  );
  router.put('/price-book', (ctx) => {
    const { was, ...wanted } = parseInput(priceBookSchema, body(ctx));
    ctx.body = store.write((tx, touches) => {
      const book = overlaid<PriceBook>(s.readPriceBook(tx), wanted, was);
      s.writePriceBook(tx, book);
      touches.push('shop');
      return book;
    });
  });

  router.get('/report-ways', (ctx) =>
    answers.send(
      ctx,
      'report-ways',
      () => s.readReportWays(db),
      () => ['shop'],
    ),
  );
  router.put('/report-ways', (ctx) => {
    const { was, ...wanted } = parseInput(reportWaysSchema, body(ctx));
    ctx.body = store.write((tx, touches) => {
      const ways = overlaid<ReportWays>(s.readReportWays(tx), wanted, was);
      s.writeReportWays(tx, ways);
      touches.push('shop');
      return ways;
    });
  });

  router.get('/owner-words', (ctx) =>
    answers.send(
      ctx,
      'owner-words',
      () => s.readOwnerWords(db),
      () => ['shop'],
    ),
  );
  router.put('/owner-words', (ctx) => {
    const { was, ...wanted } = parseInput(ownerWordsSchema, body(ctx));
    ctx.body = store.write((tx, touches) => {
      const words = overlaid<OwnerWords>(s.readOwnerWords(tx), wanted, was);
      s.writeOwnerWords(tx, words);
      touches.push('shop');
      return words;
    });
  });

  router.get('/tariff', (ctx) =>
    answers.send(
      ctx,
      'tariff',
      () => ({ tariff: s.readTariff(db) }),
      () => ['shop'],
    ),
  );
  router.put('/tariff', (ctx) => {
    const { tariff } = parseInput(tariffInputSchema, body(ctx)) as TariffInput;
    store.write((tx, touches) => {
      s.writeTariff(tx, tariff);
      touches.push('shop');
    });
    ctx.body = { tariff };
  });

  router.get('/saved', (ctx) => {
    meterSavings?.soon();
    const behind = meterSavings?.behind ?? false;
    return answers.send(
      ctx,
      `saved ${behind}`,
      () => shopSaved(db, behind),
      () => ['closings', 'savings', 'places'],
    );
  });

  router.get('/days/:day', (ctx) => {
    const day = askedDay('day', ctx.params['day']);
    return answers.send(
      ctx,
      `day ${day}`,
      () => dayRecord(store, cards, day),
      (made) => [
        `day:${day}`,
        ...made.visits.map((row) => `system:${row.system.id}` as const),
        ...(made.next ? [`visit:${made.next.id}` as const, `day:${made.next.day}` as const] : []),
        'places',
        'shop',
        'shelf',
        'closings',
        'savings',
        'weather',
        'plans',
      ],
    );
  });

  router.get('/days/:day/crews', (ctx) => {
    const day = askedDay('day', ctx.params['day']);
    return answers.send(
      ctx,
      `crews ${day}`,
      () => dayCrewsRecord(db, day),
      () => ['shop', 'closings', 'places'],
    );
  });
  router.put('/days/:day/crews', (ctx) => {
    ctx.body = sayCrews(store, askedDay('day', ctx.params['day']), parseInput(dayCrewsSchema, body(ctx)));
  });
  router.put('/days/:day/order', (ctx) => {
    const visits = orderDay(store, askedDay('day', ctx.params['day']), parseInput(dayOrderSchema, body(ctx)));
    visits.forEach(tellMoved);
    ctx.body = visits;
  });

  router.get('/open', (ctx) =>
    answers.send(
      ctx,
      'open',
      () => openRecord(db),
      () => ['open', 'places'],
    ),
  );

  router.get('/systems/:id', (ctx) => {
    const id = idOf(ctx);
    return answers.send(
      ctx,
      `system ${id}`,
      () => systemDetail(store, id),
      () => [`system:${id}`, 'places', 'shop', 'closings', 'weather'],
    );
  });

  router.post('/visits', (ctx) => created(ctx, addVisit(store, parseInput(visitInputSchema, body(ctx)), at())));
  router.put('/visits/:id/slot', (ctx) => {
    ctx.body = tellMoved(moveVisit(store, idOf(ctx), parseInput(visitSlotSchema, body(ctx))));
  });
  router.put('/visits/:id', (ctx) => {
    ctx.body = tellMoved(changeVisit(store, idOf(ctx), parseInput(visitChangeSchema, body(ctx))));
  });
  const tellMoved = (visit: VisitRecord): VisitRecord => {
    changes.tell(visit.id, []);
    return visit;
  };
  router.get('/visits/:id', (ctx) => {
    const id = idOf(ctx);
    return answers.send(
      ctx,
      `visit ${id}`,
      () => visitDetail(store, id),
      ({ visit, system }) => [
        `visit:${id}`,
        `system:${system.id}`,
        `system:${visit.systemId}`,
        `day:${visit.day}`,
        'places',
        'shop',
        'shelf',
        'closings',
        'weather',
      ],
    );
  });
  router.post('/visits/:id/events', async (ctx) => {
    const appended = await appendEvents(store, idOf(ctx), ownEvents(signed(ctx).person, parseEvents(body(ctx))), at());
    ctx.body = appended;
    if (appended.added === 0) return;
    changes.tell(idOf(ctx), appended.accepted);
    cards.soon(idOf(ctx));
  });
  router.get('/visits/:id/changes', (ctx) => {
    if (!v.findVisit(db, idOf(ctx))) throw notFound('visit', idOf(ctx));
    changes.follow(ctx, idOf(ctx), signed(ctx).sessionId);
  });

  router.get('/visits/:id/probes', async (ctx) => {
    const when = ctx.query['when'];
    if (when !== 'before' && when !== 'after') throw refused('when', 'when must be before or after.');
    const wrong = ctx.query['wrong'] === undefined ? 'none' : askedOneOf('wrong', ctx.query['wrong'], KIT_WRONG_IDS);
    const hidden = await hiddenOf?.(idOf(ctx), when);
    probes.follow(ctx, probeKit(store, idOf(ctx), when, now().getTime(), wrong, hidden));
  });

  router.put('/visits/:id/photos/:photoId', async (ctx) => {
    const read = () => rawBody(ctx.req, { limit: PHOTO_LIMIT });
    created(ctx, await keepPhoto(store, idOf(ctx), ctx.params['photoId'] ?? '', ctx.get('Content-Type'), read, at()));
  });
  router.get('/photos/:id', (ctx) => {
    const photo = readPhoto(db, idOf(ctx));
    ctx.set('Cache-Control', 'private, max-age=31536000, immutable');
    ctx.type = photo.mime;
    ctx.body = photo.bytes;
  });

  peopleRoutes(router, store, sessions, now, () => shops.besideDemo());
  practiceRoutes(router, store, sessions, now);
  if (sandboxes) practiceVisitRoutes(router, store, sandboxes);
  dueRoutes(router, store, now, answers);
  placeRoutes(router, store, now, answers);
  shelfRoutes(router, store, now, answers);
  weatherRoutes(router, store);
  outRoutes(router, store, now, script);
  upkeepRoutes(router, store, upkeep, now);
  return router;
}
