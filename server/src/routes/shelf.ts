import type Router from '@koa/router';
import { applicatorInputSchema, cleanerInputSchema, parseInput, SHEET_LIMIT, stockCountSchema, stockInputSchema } from '@elm-mist/contract';
import rawBody from 'raw-body';
import type { Answers } from '../http/answers';
import { signed } from '../http/gate';
import { Problem } from '../http/problem';
import { streamed } from '../http/streamed';
import { todayOf } from '../services/shop';
import { askedDay, askedOneOf, body, idOf } from './asked';
import { visitCosts } from '../services/costs';
import { addApplicator, addCleaner, changeApplicator, changeCleaner, cleanerDetail, keepSheet, readSheet } from '../services/shelf';
import { exportCsv, exportJson, FILE_KINDS, importFile, reorderCsv, type FileKind } from '../services/shelfFiles';
import { addStock, countStock } from '../services/stock';
import type { Store } from '../store/open';
import * as shelf from '../store/shelf';

/** An emptied bottle is shown for so long, in case it was counted wrong, ms. */
const EMPTY_SHOWN_MS = 60 * 86_400_000;

/** Cleaners, bottles, stock, costs, and files in and out. */
export function shelfRoutes(router: Router, store: Store, now: () => Date, answers: Answers): void {
  const { db } = store;
  const at = () => now().toISOString();
  const since = () => new Date(now().getTime() - EMPTY_SHOWN_MS).toISOString();

  router.get('/shelf', (ctx) => {
    return answers.send(ctx, 'shelf', () => ({
      cleaners: shelf.cleaners(db),
      applicators: shelf.applicators(db),
      stock: shelf.stockStanding(db, since()),
    }));
  });
  router.post('/cleaners', (ctx) => {
    ctx.status = 201;
    ctx.body = addCleaner(store, parseInput(cleanerInputSchema, body(ctx)), at());
  });
  router.get('/cleaners/:id', (ctx) => {
    ctx.body = cleanerDetail(db, idOf(ctx));
  });
  router.put('/cleaners/:id', (ctx) => {
    ctx.body = changeCleaner(store, idOf(ctx), parseInput(cleanerInputSchema, body(ctx)));
  });
  router.put('/cleaners/:id/sheet', async (ctx) => {
    const bytes = await rawBody(ctx.req, { limit: SHEET_LIMIT });
    ctx.body = keepSheet(store, idOf(ctx), ctx.get('Content-Type'), bytes, at());
  });
  router.get('/cleaners/:id/sheet', (ctx) => {
    const sheet = readSheet(db, idOf(ctx));
    ctx.set('Cache-Control', 'private, no-cache');
    ctx.set('Content-Disposition', 'inline');
    ctx.type = sheet.mime;
    ctx.body = sheet.bytes;
  });

  router.post('/applicators', (ctx) => {
    ctx.status = 201;
    ctx.body = addApplicator(store, parseInput(applicatorInputSchema, body(ctx)), at());
  });
  router.put('/applicators/:id', (ctx) => {
    ctx.body = changeApplicator(store, idOf(ctx), parseInput(applicatorInputSchema, body(ctx)));
  });

  router.post('/stock', (ctx) => {
    ctx.status = 201;
    ctx.body = addStock(store, parseInput(stockInputSchema, body(ctx)), signed(ctx).person.name, at());
  });
  router.put('/stock/:id', (ctx) => {
    ctx.body = countStock(store, idOf(ctx), parseInput(stockCountSchema, body(ctx)), signed(ctx).person.name, at());
  });

  router.get('/costs', (ctx) => {
    const [from, to] = [askedDay('from', ctx.query['from']), askedDay('to', ctx.query['to'])];
    return answers.send(ctx, `costs ${from} ${to}`, () => visitCosts(db, from, to));
  });

  const file = (
    ctx: { set: (name: string, value: string) => void; type: string; body: unknown },
    name: string,
    type: string,
    text: string,
  ) => {
    ctx.set('Content-Disposition', `attachment; filename="${name}"`);
    ctx.type = type;
    ctx.body = text;
  };
  router.get('/shelf/files/:name', (ctx) => {
    const name = ctx.params['name'] ?? '';
    const makers: Record<string, () => [type: string, text: string]> = {
      'products.csv': () => ['text/csv', exportCsv(db, 'products')],
      'stock.csv': () => ['text/csv', exportCsv(db, 'stock')],
      'reorder.csv': () => ['text/csv', reorderCsv(db, todayOf(db, now()))],
      'shelf.json': () => ['application/json', JSON.stringify(exportJson(db), null, 2)],
    };
    const make = Object.hasOwn(makers, name) ? makers[name] : undefined;
    if (!make) throw new Problem(404, 'not-found', `There is no file "${name}".`, { name: `There is no file "${name}".` });
    file(ctx, name, ...make());
  });

  // The answer comes line by line while the file is still being read: how many rows so far, then how it ended.
  router.post('/shelf/import', (ctx) => {
    const request = {
      kind: askedOneOf<FileKind>('kind', ctx.query['kind'], FILE_KINDS),
      format: askedOneOf('format', ctx.query['format'], ['csv', 'json'] as const),
      onBad: askedOneOf('onBad', ctx.query['onBad'] ?? 'refuse', ['refuse', 'skip'] as const),
      by: signed(ctx).person.name,
      at: at(),
    };
    streamed(ctx, (tell) => importFile(store, ctx.req, request, tell));
  });
}
