import type { PassThrough } from 'node:stream';
import type { Context } from 'koa';
import type { ProbeSample } from '@elm-mist/contract';
import { eventStream, tellStream } from './eventStream';

/** A kit of probes, wherever its readings come from. */
export interface ProbeKit {
  /** What it kept of the minutes before somebody connected. @param nowMs UTC ms */
  backlog: (nowMs: number) => { samples: ProbeSample[]; runMinutes: number | null };
  /** What it reads at a moment. */
  at: (nowMs: number) => ProbeSample;
}

const EVERY_MS = 1000;

/** Sends what kits read, once a second, to whoever listens (server-sent events). */
export class Probes {
  private readonly open = new Set<PassThrough>();

  /** @param clock the server's, UTC ms */
  constructor(private readonly clock: () => number) {}

  /** Answers a request with what a kit kept, and from then on with what it reads. */
  follow(ctx: Context, kit: ProbeKit): void {
    const stream = eventStream(ctx, () => {
      clearInterval(beat);
      this.open.delete(stream);
    });
    this.open.add(stream);
    const send = (event: string, data: unknown) => tellStream(stream, `event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    send('backlog', kit.backlog(this.clock()));
    const beat = setInterval(() => send('sample', kit.at(this.clock())), EVERY_MS);
    beat.unref();
  }

  /** Ends every stream, so that the server can stop. */
  close(): void {
    for (const stream of this.open) stream.end();
    this.open.clear();
  }
}
