import { createReadStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type Router from '@koa/router';
import { nothingSchema, parseInput } from '@elm-mist/contract';
import type { Upkeep } from '../upkeep/upkeep';
import { body, created } from './asked';

/** How the server is, its backups, and the whole shop as one file. */
export function upkeepRoutes(router: Router, upkeep: Upkeep): void {
  router.get('/upkeep', (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = upkeep.record();
  });
  router.post('/backups', async (ctx) => {
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
  router.get('/whole.zip', async (ctx) => {
    const folder = mkdtempSync(join(tmpdir(), 'elm-mist-whole-'));
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
