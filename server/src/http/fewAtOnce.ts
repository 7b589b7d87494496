import { Readable } from 'node:stream';
import type { LineRecord } from '@elm-mist/contract';
import type { RouterMiddleware } from '@koa/router';
import pLimit from 'p-limit';
import { signed } from './gate';
import { Problem } from './problem';

/** A report of two coils and twelve pictures takes some 80 MB while it is made. */
const AT_ONCE = 2;
/** Who comes after so many is asked to come again, rather than to wait for minutes. */
const MOST_WAITING = 40;
/** A download that its receiver takes slowly keeps its place no longer than this, ms. */
const MOST_HELD_MS = 20_000;

const turn = pLimit(AT_ONCE);
/** Whose files are being made or wait, in the order in which they were asked for: ids of people. */
const line: { of: string }[] = [];

/** Where the files of a person stand in the line. */
export function inLine(person: string): LineRecord {
  const first = line.findIndex(({ of }) => of === person);
  return {
    files: line.filter(({ of }) => of === person).length,
    before: Math.max(0, first - AT_ONCE + 1),
  };
}

/**
 * Makes large files two at a time, for the whole program: reports, ZIPs, backups. The rest wait in the order in which they came.
 * @throws Problem 503 where too many wait
 */
export const fewAtOnce: RouterMiddleware = async (ctx, next) => {
  if (turn.pendingCount >= MOST_WAITING) {
    ctx.set('Retry-After', '30');
    throw new Problem(503, 'busy', 'Many files are being made just now. Try again in half a minute.', {
      server: 'Try again in half a minute.',
    });
  }
  const job = { of: signed(ctx).person.id };
  line.push(job);
  await new Promise<void>((answered, failed) => {
    void turn(async () => {
      // Whoever left meanwhile is not worked for.
      if (ctx.req.socket.destroyed) return answered();
      try {
        await next();
      } catch (error) {
        return failed(error instanceof Error ? error : new Error(String(error)));
      }
      answered();
      const { body } = ctx;
      if (!(body instanceof Readable) || body.closed) return;
      await new Promise<void>((done) => {
        const timer = setTimeout(done, MOST_HELD_MS);
        body.once('close', () => {
          clearTimeout(timer);
          done();
        });
      });
    }).finally(() => line.splice(line.indexOf(job), 1));
  });
};
