import { bodyParser } from '@koa/bodyparser';
import Koa from 'koa';
import compress from 'koa-compress';
import helmet from 'koa-helmet';
import type { Logger } from 'pino';
import { TIME_HEADER } from '@elm-mist/contract';
import type { Changes } from './http/changes';
import type { Probes } from './http/probes';
import { errorBody } from './http/errors';
import { webBuild } from './http/webBuild';
import { apiRouter, takesRawBody, type ShopChoice } from './routes/api';
import type { Cards } from './services/cards';
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
  /** The program's own file, for threads. */
  script: URL;
  shops: ShopChoice;
  upkeep: Upkeep;
  /** Whether answers carry the shop's time, by which phones put theirs right. */
  tellsTime?: boolean;
  /** A reverse proxy stands before it, and what it says of who asks and how is believed. */
  proxy?: boolean;
}

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
  script,
  shops,
  upkeep,
  tellsTime = true,
  proxy = false,
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
  const packed = compress({ threshold: 2048, br: false });
  // What is written is answered in a few words.
  app.use(async (ctx, next) => {
    await (ctx.method === 'GET' ? packed(ctx, next) : next());
  });
  const json = bodyParser({
    enableTypes: ['json'],
    jsonLimit: '1mb',
    encoding: 'utf-8',
    onError: (error) => {
      throw error;
    },
  });
  // A picture, a sheet and a file are read as they come, whatever their sender calls them.
  app.use(async (ctx, next) => {
    await (takesRawBody(ctx.path) ? next() : json(ctx, next));
  });
  const router = apiRouter({ store, now, changes, probes, cards, script, shops, upkeep });
  app.use(router.routes()).use(router.allowedMethods());
  app.use(webBuild(webRoot));
  return app;
}
