import type { PassThrough } from 'node:stream';
import type { Context } from 'koa';
import { eventStream, tellStream } from './eventStream';

/** A line now and then, so that whatever stands between does not take a silent connection for a dead one. */
const BREATH_MS = 20_000;

/** Tells open pages that a visit has changed (server-sent events), so that two phones on one visit see each other at once. */
export class Changes {
  /** By visit, each with the device that listens. */
  private readonly open = new Map<string, Map<PassThrough, string>>();
  private readonly breath = setInterval(() => this.all((stream) => tellStream(stream, ': \n\n')), BREATH_MS);

  constructor() {
    this.breath.unref();
  }

  private all(each: (stream: PassThrough) => void): void {
    for (const streams of this.open.values()) for (const stream of streams.keys()) each(stream);
  }

  /** Answers a request with the stream of one visit. @param sessionId of the device that asks */
  follow(ctx: Context, visitId: string, sessionId: string): void {
    const streams = this.open.get(visitId) ?? new Map<PassThrough, string>();
    const stream = eventStream(ctx, () => {
      streams.delete(stream);
      if (streams.size === 0) this.open.delete(visitId);
    });
    this.open.set(visitId, streams.set(stream, sessionId));
    stream.write('event: ready\ndata: \n\n');
  }

  /** Says that a visit has new events, by their ids: the page that sent them knows them already. */
  tell(visitId: string, ids: readonly string[]): void {
    for (const stream of this.open.get(visitId)?.keys() ?? []) tellStream(stream, `event: changed\ndata: ${ids.join(' ')}\n\n`);
  }

  /** A device that was signed out hears no more. */
  leave(sessionId: string): void {
    for (const streams of this.open.values()) for (const [stream, of] of streams) if (of === sessionId) stream.end();
  }

  /** How many pages follow a visit. */
  following(): number {
    let count = 0;
    this.all(() => (count += 1));
    return count;
  }

  /** Ends every stream, so that the server can stop. */
  close(): void {
    clearInterval(this.breath);
    this.all((stream) => stream.end());
    this.open.clear();
  }
}
