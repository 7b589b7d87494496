import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Middleware } from 'koa';
import { send } from '@koa/send';

const HASHED = /^\/(_expo\/static|assets)\//;

/** Serves the built interface; any other address that is no file is the single page itself, so that links can be opened and reloaded. */
export function webBuild(root: string): Middleware {
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api') || (ctx.method !== 'GET' && ctx.method !== 'HEAD')) {
      await next();
      return;
    }
    if (!existsSync(join(root, 'index.html'))) {
      ctx.status = 503;
      ctx.body = 'The interface is not built yet. Run npm start.';
      return;
    }
    const page = async () => {
      await send(ctx, 'index.html', { root, maxage: 0, setHeaders: (res) => res.setHeader('Cache-Control', 'no-cache') });
    };
    const wantsFile = /\.[A-Za-z0-9]+$/.test(ctx.path);
    if (!wantsFile) {
      await page();
      return;
    }
    await send(ctx, ctx.path, {
      root,
      setHeaders: (res) => res.setHeader('Cache-Control', HASHED.test(ctx.path) ? 'public, max-age=31536000, immutable' : 'no-cache'),
    }).catch((error: { status?: number }) => {
      // Not there, hidden, outside of the folder, or no address at all: nothing of ours is at it.
      if (error.status === undefined || error.status >= 500) throw error;
      ctx.status = 404;
    });
  };
}
