import { PassThrough } from 'node:stream';
import type { Context } from 'koa';

/**
 * Answers a request with server-sent events.
 * @param left called once whoever listened is gone
 */
export function eventStream(ctx: Context, left: () => void): PassThrough {
  const stream = new PassThrough();
  let gone = false;
  const leave = () => {
    if (gone) return;
    gone = true;
    left();
    stream.end();
  };
  ctx.req.on('close', leave);
  ctx.res.on('close', leave);
  ctx.compress = false;
  ctx.set({
    'Content-Type': 'text/event-stream; charset=utf-8',
    'Cache-Control': 'no-store',
    'X-Accel-Buffering': 'no',
    Connection: 'close',
  });
  ctx.body = stream;
  return stream;
}
