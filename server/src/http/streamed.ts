import { PassThrough } from 'node:stream';
import type { Context } from 'koa';
import type { ErrorBody } from '@elm-mist/contract';
import { Problem } from './problem';

/** Answers line by line while a body is still being read: how far it is, then how it ended. A refusal is the last line. */
export function streamed(ctx: Context, work: (tell: (line: unknown) => void) => Promise<unknown>): void {
  const lines = new PassThrough();
  const tell = (line: unknown) => void lines.write(`${JSON.stringify(line)}\n`);
  ctx.type = 'application/x-ndjson';
  ctx.compress = false;
  ctx.body = lines;
  void work(tell)
    .then(tell, (error: unknown) => {
      const known = error instanceof Problem;
      const body: ErrorBody = {
        error: {
          code: known ? error.code : 'internal',
          message: known ? error.message : 'Something failed on the server. A part of the file may be in. Look before you import it again.',
          fields: known ? error.fields : {},
        },
      };
      if (!known) ctx.app.emit('error', error, ctx);
      ctx.req.resume();
      tell(body);
    })
    .finally(() => lines.end());
}
