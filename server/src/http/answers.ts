import { createHash } from 'node:crypto';
import type { Context } from 'koa';
import type { Writes } from '../store/writes';

interface Made {
  tag: string;
  body: Buffer;
}

/** Answers that are kept. */
const MOST = 200;

/**
 * Answers to what phones ask again and again: made once, and good until anything is written. Each has a tag of its content, so that a phone that
 * has it is told no more than that (ETag and If-None-Match, RFC 9110).
 */
export class Answers {
  private readonly kept = new Map<string, { writes: number; made: Promise<Made> }>();

  constructor(private readonly writes: Writes) {}

  /** Answers with what is kept, or makes it. Many who ask at once wait for one making. */
  async send(ctx: Context, key: string, make: () => unknown): Promise<void> {
    const known = this.kept.get(key);
    const made = await (known?.writes === this.writes.count ? known.made : this.make(key, make));
    ctx.set('ETag', made.tag);
    ctx.set('Cache-Control', 'private, no-cache');
    ctx.status = 200;
    ctx.type = 'application/json';
    if (ctx.fresh) ctx.status = 304;
    else ctx.body = made.body;
  }

  private make(key: string, make: () => unknown): Promise<Made> {
    const writes = this.writes.count;
    const made = Promise.resolve()
      .then(make)
      .then((value) => {
        const body = Buffer.from(JSON.stringify(value));
        return { body, tag: `"${createHash('sha1').update(body).digest('base64url')}"` };
      });
    made.catch(() => this.kept.delete(key));
    this.kept.delete(key);
    this.kept.set(key, { writes, made });
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= MOST) break;
      this.kept.delete(oldest);
    }
    return made;
  }
}
