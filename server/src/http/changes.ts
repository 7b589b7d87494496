import type { PassThrough } from 'node:stream';
import type { VisitChanged } from '@elm-mist/contract';
import type { Context } from 'koa';
import type { Writes } from '../store/writes';
import { eventStream, tellStream } from './eventStream';

/** A line now and then, so that whatever stands between does not take a silent connection for a dead one. */
const BREATH_MS = 20_000;

/** Entries larger than this are looked up instead, characters. */
const MOST_SENT = 50_000;
const ALL_OF_IT: VisitChanged = { from: 0, events: [], again: true };

interface Followed {
  systemId: string;
  /** The last write of what is on record around it that its pages were told of. */
  record: number;
  /** Each with the device that listens. */
  streams: Map<PassThrough, string>;
}

/** Tells open pages that a visit has changed (server-sent events), so that two phones on one visit see each other at once. */
export class Changes {
  private readonly open = new Map<string, Followed>();
  private readonly breath = setInterval(() => this.all((stream) => tellStream(stream, ': \n\n')), BREATH_MS);

  constructor(private readonly writes: Writes) {
    this.breath.unref();
    writes.onWrite = () => this.lookAround();
  }

  /** What is on record around a visit changed: its coils, its system, its day. */
  private lookAround(): void {
    for (const [visitId, followed] of this.open) {
      const record = this.writes.ofRecord(followed.systemId);
      if (record === followed.record) continue;
      followed.record = record;
      this.tell(visitId);
    }
  }

  private all(each: (stream: PassThrough) => void): void {
    for (const { streams } of this.open.values()) for (const stream of streams.keys()) each(stream);
  }

  /**
   * Answers a request with the stream of one visit.
   * @param who the device that asks, which system it is at, and how many entries the visit has now
   */
  follow(ctx: Context, visitId: string, { sessionId, systemId, entries }: { sessionId: string; systemId: string; entries: number }): void {
    const followed = this.open.get(visitId) ?? {
      systemId,
      record: this.writes.ofRecord(systemId),
      streams: new Map<PassThrough, string>(),
    };
    const { streams } = followed;
    const stream = eventStream(ctx, () => {
      streams.delete(stream);
      if (streams.size === 0) this.open.delete(visitId);
    });
    streams.set(stream, sessionId);
    this.open.set(visitId, followed);
    stream.write(`event: ready\ndata: ${entries}\n\n`);
  }

  /** Sends a visit's new entries to the pages that follow it; without any, says that it is to be read again. */
  tell(visitId: string, changed: VisitChanged = ALL_OF_IT): void {
    const streams = this.open.get(visitId)?.streams;
    if (!streams) return;
    const words = JSON.stringify(changed);
    const data = words.length > MOST_SENT ? JSON.stringify(ALL_OF_IT) : words;
    for (const stream of streams.keys()) tellStream(stream, `event: changed\ndata: ${data}\n\n`);
  }

  /** A device that was signed out hears no more. */
  leave(sessionId: string): void {
    for (const { streams } of this.open.values()) for (const [stream, of] of streams) if (of === sessionId) stream.end();
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
