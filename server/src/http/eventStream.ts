import { PassThrough } from 'node:stream';
import type { Context } from 'koa';

/** What a client that does not read may have waiting, bytes: it asks again when it is back, and loses nothing but words. */
const MOST_WAITING = 64_000;

/** Writes to a stream, or ends it where nobody has read it for long: memory is for those who do. */
export function tellStream(stream: PassThrough, words: string): void {
  if (stream.writableLength + stream.readableLength > MOST_WAITING) stream.destroy();
  else stream.write(words);
}

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
  stream.once('close', leave);
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
