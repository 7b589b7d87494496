import { PassThrough } from 'node:stream';
import type Router from '@koa/router';
import {
  applicatorInputSchema,
  cleanerInputSchema,
  parseInput,
  SHEET_LIMIT,
  stockCountSchema,
  stockInputSchema,
  type ErrorBody,
} from '@elm-mist/contract';
import rawBody from 'raw-body';
import { Problem } from '../http/problem';
import { visitCosts } from '../services/costs';
import { addApplicator, addCleaner, changeApplicator, changeCleaner, cleanerDetail, keepSheet, readSheet } from '../services/shelf';
import { exportCsv, exportJson, FILE_KINDS, importFile, reorderCsv, type FileKind } from '../services/shelfFiles';
import { addStock, countStock } from '../services/stock';
import type { Store } from '../store/open';
import * as shelf from '../store/shelf';

const DAY = /^\d{4}-\d{2}-\d{2}$/;

function oneOf<T extends string>(name: string, value: unknown, allowed: readonly T[]): T {
  const found = allowed.find((word) => word === value);
  if (!found)
    throw new Problem(422, 'unknown', `${name} must be one of: ${allowed.join(', ')}.`, {
      [name]: `${name} must be one of: ${allowed.join(', ')}.`,
    });
  return found;
}

/** Cleaners, bottles, stock, costs, and files in and out. */
export function shelfRoutes(router: Router, store: Store, now: () => Date): void {
  const { db } = store;
  const today = () => now().toISOString().slice(0, 10);
  const id = (params: Record<string, string | undefined>): string => params['id'] ?? '';
  const by = (given: unknown): string => (typeof given === 'string' ? given.slice(0, 60) : '');

  router.get('/shelf', (ctx) => {
    ctx.body = { cleaners: shelf.cleaners(db), applicators: shelf.applicators(db), stock: shelf.stock(db) };
  });
  router.post('/cleaners', (ctx) => {
    ctx.status = 201;
    ctx.body = addCleaner(store, parseInput(cleanerInputSchema, ctx.request.body));
  });
  router.get('/cleaners/:id', (ctx) => {
    ctx.body = cleanerDetail(db, id(ctx.params));
  });
  router.put('/cleaners/:id', (ctx) => {
    ctx.body = changeCleaner(store, id(ctx.params), parseInput(cleanerInputSchema, ctx.request.body));
  });
  router.put('/cleaners/:id/sheet', async (ctx) => {
    const bytes = await rawBody(ctx.req, { limit: SHEET_LIMIT });
    ctx.body = keepSheet(store, id(ctx.params), ctx.get('Content-Type'), bytes, now().toISOString());
  });
  router.get('/cleaners/:id/sheet', (ctx) => {
    const sheet = readSheet(db, id(ctx.params));
    ctx.set('Cache-Control', 'private, no-cache');
    ctx.set('Content-Disposition', 'inline');
    ctx.type = sheet.mime;
    ctx.body = sheet.bytes;
  });

  router.post('/applicators', (ctx) => {
    ctx.status = 201;
    ctx.body = addApplicator(store, parseInput(applicatorInputSchema, ctx.request.body));
  });
  router.put('/applicators/:id', (ctx) => {
    ctx.body = changeApplicator(store, id(ctx.params), parseInput(applicatorInputSchema, ctx.request.body));
  });

  router.post('/stock', (ctx) => {
    ctx.status = 201;
    ctx.body = addStock(store, parseInput(stockInputSchema, ctx.request.body), by(ctx.query['by']), now().toISOString());
  });
  router.put('/stock/:id', (ctx) => {
    ctx.body = countStock(store, id(ctx.params), parseInput(stockCountSchema, ctx.request.body), now().toISOString());
  });

  router.get('/costs', (ctx) => {
    const { from, to } = ctx.query;
    for (const [name, day] of Object.entries({ from, to }))
      if (typeof day !== 'string' || !DAY.test(day))
        throw new Problem(422, 'unreadable', `${name} must be a day like 2026-06-11.`, {
          [name]: `${name} must be a day like 2026-06-11.`,
        });
    ctx.body = visitCosts(db, String(from), String(to));
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
      'reorder.csv': () => ['text/csv', reorderCsv(db, today())],
      'shelf.json': () => ['application/json', JSON.stringify(exportJson(db), null, 2)],
    };
    const make = makers[name];
    if (!make) throw new Problem(404, 'not-found', `There is no file "${name}".`, { name: `There is no file "${name}".` });
    file(ctx, name, ...make());
  });

  // The answer comes line by line while the file is still being read: how many rows so far, then how it ended.
  router.post('/shelf/import', (ctx) => {
    const request = {
      kind: oneOf<FileKind>('kind', ctx.query['kind'], FILE_KINDS),
      format: oneOf('format', ctx.query['format'], ['csv', 'json'] as const),
      onBad: oneOf('onBad', ctx.query['onBad'] ?? 'refuse', ['refuse', 'skip'] as const),
      by: by(ctx.query['by']),
      at: now().toISOString(),
    };
    const lines = new PassThrough();
    const tell = (line: unknown) => lines.write(`${JSON.stringify(line)}\n`);
    ctx.type = 'application/x-ndjson';
    ctx.compress = false;
    ctx.body = lines;
    void importFile(store, ctx.req, request, tell)
      .then(tell, (error: unknown) => {
        const known = error instanceof Problem;
        const body: ErrorBody = {
          error: {
            code: known ? error.code : 'internal',
            message: known ? error.message : 'Something failed on the server. Nothing was imported.',
            fields: known ? error.fields : {},
          },
        };
        if (!known) ctx.app.emit('error', error, ctx);
        ctx.req.resume();
        tell(body);
      })
      .finally(() => lines.end());
  });
}
