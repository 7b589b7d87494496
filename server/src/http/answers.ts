import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import type { Context } from 'koa';
import type { Scope, Versions } from '../store/versions';

interface Kept {
  scopes: readonly Scope[];
  stamp: string;
  tag: string;
  body: Buffer;
  packed: Buffer | null;
}

/** Bytes of answers that are kept. */
const MOST_BYTES = 16_000_000;
/** Below this an answer is not worth packing. */
const PACK_FROM = 2048;

/**
 * Answers to what phones ask again and again: made once, and good for as long as nothing they rest on was written to. Each has a tag of its
 * content, so that a phone that has it is told no more than that (ETag and If-None-Match, RFC 9110).
 */
export class Answers {
  private readonly kept = new Map<string, Kept>();
  private bytes = 0;
  /** What is being made, and after how many writes it was begun; with what follows it for those who came after a write since. */
  private readonly inHand = new Map<string, { writes: number; now: Promise<Kept>; next: Promise<Kept> | null }>();

  constructor(private readonly versions: Versions) {}

  /**
   * Answers with what is kept, or makes it.
   * @param scopesOf what the answer rests on, told from the answer itself
   */
  async send<T>(ctx: Context, key: string, make: () => T | Promise<T>, scopesOf: (made: T) => readonly Scope[]): Promise<void> {
    const known = this.kept.get(key);
    const entry =
      known && this.versions.stamp(known.scopes) === known.stamp ? known : await this.together(key, () => this.made(key, make, scopesOf));
    ctx.set('ETag', entry.tag);
    ctx.set('Cache-Control', 'private, no-cache');
    ctx.vary('Accept-Encoding');
    ctx.status = 200;
    ctx.type = 'application/json';
    if (ctx.fresh) {
      ctx.status = 304;
      return;
    }
    ctx.compress = false;
    if (entry.body.length >= PACK_FROM && ctx.acceptsEncodings('gzip', 'identity') === 'gzip') {
      entry.packed ??= gzipSync(entry.body, { level: 4 });
      ctx.set('Content-Encoding', 'gzip');
      ctx.body = entry.packed;
    } else ctx.body = entry.body;
  }

  /**
   * Makes an answer once for all who ask at the same time. Whoever asks after a write gets one that was begun after it: two hundred phones that ask
   * for a day at once wait for two makings of it, not for two hundred.
   */
  private together(key: string, make: () => Promise<Kept>): Promise<Kept> {
    const running = this.inHand.get(key);
    if (running?.writes === this.versions.writes) return running.now;
    if (running) return (running.next ??= running.now.catch(() => undefined).then(() => this.together(key, make)));
    const now = make().finally(() => this.inHand.delete(key));
    this.inHand.set(key, { writes: this.versions.writes, now, next: null });
    return now;
  }

  private async made<T>(key: string, make: () => T | Promise<T>, scopesOf: (made: T) => readonly Scope[]): Promise<Kept> {
    const writes = this.versions.writes;
    const value = await make();
    const scopes = scopesOf(value);
    const body = Buffer.from(JSON.stringify(value));
    const tag = `"${createHash('sha1').update(body).digest('base64url')}"`;
    // What was written while it was made is not in it: then it is made anew next time.
    const stamp = this.versions.writes === writes ? this.versions.stamp(scopes) : 'overtaken';
    const entry: Kept = { scopes, stamp, tag, body, packed: null };
    this.drop(key);
    this.kept.set(key, entry);
    this.bytes += body.length;
    for (const oldest of this.kept.keys()) {
      if (this.bytes <= MOST_BYTES) break;
      this.drop(oldest);
    }
    return entry;
  }

  private drop(key: string): void {
    const old = this.kept.get(key);
    if (old) this.bytes -= old.body.length;
    this.kept.delete(key);
  }
}
