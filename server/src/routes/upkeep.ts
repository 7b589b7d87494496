import { createReadStream, rmSync, statSync } from 'node:fs';
import type Router from '@koa/router';
import { eraseSchema, nothingSchema, parseInput } from '@elm-mist/contract';
import type { Upkeep } from '../upkeep/upkeep';
import { fewAtOnce, inLine } from '../http/fewAtOnce';
import { signed } from '../http/gate';
import { eraseCustomer, theirFile } from '../services/theirData';
import type { Store } from '../store/open';
import { passingFolder } from '../store/passing';
import { body, created, idOf } from './asked';

/** How the server is, its backups, the whole shop as one file, and one customer's data out and erased. */
export function upkeepRoutes(router: Router, store: Store, upkeep: Upkeep, now: () => Date): void {
  router.get('/upkeep', async (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = await upkeep.record();
  });
  router.get('/line', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = inLine(signed(ctx).person.id);
  });
  router.get('/customers/:id/data.zip', fewAtOnce, (ctx) => {
    const file = theirFile(store.db, idOf(ctx), now().toISOString());
    ctx.attachment('customer.zip');
    ctx.type = 'application/zip';
    ctx.set('Cache-Control', 'no-store');
    ctx.compress = false;
    ctx.body = file;
  });
  router.post('/customers/:id/erase', (ctx) => {
    ctx.body = eraseCustomer(store, idOf(ctx), parseInput(eraseSchema, body(ctx)).name);
  });
  router.post('/backups', fewAtOnce, async (ctx) => {
    parseInput(nothingSchema, body(ctx));
    created(ctx, await upkeep.backups.make());
  });
  router.get('/backups/:name', (ctx) => {
    const path = upkeep.backups.path(ctx.params['name'] ?? '');
    ctx.attachment(ctx.params['name']);
    ctx.type = 'application/vnd.sqlite3';
    ctx.length = statSync(path).size;
    ctx.set('Cache-Control', 'no-store');
    ctx.body = createReadStream(path);
  });
  router.get('/whole.zip', fewAtOnce, async (ctx) => {
    const folder = passingFolder(store.file);
    const drop = () => rmSync(folder, { recursive: true, force: true });
    try {
      const { path, name } = await upkeep.whole(folder);
      ctx.attachment(name);
      ctx.type = 'application/zip';
      ctx.length = statSync(path).size;
      ctx.set('Cache-Control', 'no-store');
      ctx.compress = false;
      const stream = createReadStream(path);
      stream.once('close', drop);
      ctx.body = stream;
    } catch (error) {
      drop();
      throw error;
    }
  });
}
