import Koa from 'koa';
import compress from 'koa-compress';
import helmet from 'koa-helmet';
import type { Logger } from 'pino';
import { TIME_HEADER } from '@elm-mist/contract';
import type { Changes } from './http/changes';
import { notSignedIn, signedIn } from './http/gate';
import type { Probes } from './http/probes';
import { errorBody } from './http/errors';
import { webBuild } from './http/webBuild';
import { apiRouter } from './routes/api';
import type { ShopChoice } from './routes/shop';
import type { HiddenOf } from './sandbox/sandbox';
import { SANDBOX_API, type Sandboxes } from './sandbox/sandboxes';
import type { Cards } from './services/cards';
import type { MeterSavings } from './services/meterSavings';
import { Sessions } from './services/sessions';
import type { Store } from './store/open';
import type { Upkeep } from './upkeep/upkeep';

export interface AppOptions {
  store: Store;
  log: Logger;
  /** Folder of the built interface. */
  webRoot: string;
  now: () => Date;
  changes: Changes;
  probes: Probes;
  cards: Cards;
  /** What meters tell; null in a practised visit. */
  meterSavings: MeterSavings | null;
  /** The program's own file, for threads. */
  script: URL;
  shops: ShopChoice;
  upkeep: Upkeep;
  /** Visits that are practised; null in the shop of one. */
  sandboxes: Sandboxes | null;
  /** What is wrong with a machine beside what its visit says. */
  hiddenOf?: HiddenOf | undefined;
  /** Whether answers carry the shop's time, by which phones put theirs right. */
  tellsTime?: boolean;
  /** A reverse proxy stands before it, and what it says of who asks and how is believed. */
  proxy?: boolean;
  /** Certificate of the shop's own authority; null for none. */
  authority?: string | null;
}

/** Where phones fetch the authority's certificate. It is public: it proves the shop, and opens nothing. */
const AUTHORITY_FILE = '/elm-mist-authority.crt';

/** Everything comes from this one origin: no script, font or picture is fetched from elsewhere. */
const SECURITY = {
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      fontSrc: ["'self'", 'data:'],
      workerSrc: ["'self'", 'blob:'],
      objectSrc: ["'none'"],
      baseUri: ["'self'"],
      frameAncestors: ["'none'"],
      formAction: ["'self'"],
    },
  },
  // Plain HTTP on the shop's own network is a normal way to run this; forcing HTTPS would lock the phone out.
  strictTransportSecurity: false,
} as const;

/** A page that was closed or reloaded in the middle of an answer is no failure of ours. */
const LEFT = new Set(['ERR_STREAM_PREMATURE_CLOSE', 'EPIPE', 'ECONNRESET']);

export function createApp({
  store,
  log,
  webRoot,
  now,
  changes,
  probes,
  cards,
  meterSavings,
  script,
  shops,
  upkeep,
  sandboxes,
  hiddenOf,
  tellsTime = true,
  proxy = false,
  authority = null,
}: AppOptions): Koa {
  const app = new Koa({ proxy });
  app.on('error', (err: NodeJS.ErrnoException) =>
    LEFT.has(err.code ?? '') ? log.debug({ err }, 'the browser left') : log.error({ err }, 'request failed'),
  );
  app.use(async (ctx, next) => {
    const started = performance.now();
    await next();
    if (tellsTime && ctx.path.startsWith('/api')) ctx.set(TIME_HEADER, String(now().getTime()));
    if (ctx.path.startsWith('/api') && ctx.path !== '/api/health') {
      log.info({ method: ctx.method, path: ctx.path, status: ctx.status, ms: Math.round(performance.now() - started) }, 'request');
    }
  });
  app.use(errorBody(log, upkeep.troubles));
  app.use(helmet(SECURITY as unknown as Parameters<typeof helmet>[0]));
  const sessions = new Sessions(
    store,
    () => now().getTime(),
    (id) => changes.leave(id),
  );
  // A practised visit has a server of its own: who is signed in here is let into theirs.
  app.use(async (ctx, next) => {
    if (!ctx.path.startsWith(`${SANDBOX_API}/`)) {
      await next();
      return;
    }
    const who = signedIn(ctx, store, sessions);
    if (!who || !sandboxes) throw notSignedIn();
    sandboxes.hand(who.person.id, ctx.req, ctx.res);
    ctx.respond = false;
  });
  const packed = compress({ threshold: 2048, br: false });
  // What is written is answered in a few words.
  app.use(async (ctx, next) => {
    await (ctx.method === 'GET' ? packed(ctx, next) : next());
  });
  const router = apiRouter({ store, now, changes, probes, cards, meterSavings, script, shops, upkeep, sessions, sandboxes, hiddenOf });
  app.use(router.routes()).use(router.allowedMethods());
  app.use(async (ctx, next) => {
    if (ctx.path === AUTHORITY_FILE && authority !== null) {
      ctx.type = 'application/x-x509-ca-cert';
      ctx.body = authority;
    } else await next();
  });
  app.use(webBuild(webRoot));
  return app;
}
