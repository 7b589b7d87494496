import type { PassThrough } from 'node:stream';
import { setImmediate as nextTurn } from 'node:timers/promises';

/**
 * Waits until what was written has been taken, so that a slow receiver keeps no whole file in memory, and lets others have their turn.
 * @throws Error where the receiver has left
 */
export async function taken(out: PassThrough): Promise<void> {
  await nextTurn();
  if (out.destroyed) throw new Error('the receiver has left');
  if (!out.writableNeedDrain) return;
  await new Promise<void>((done) => {
    out.once('drain', done);
    out.once('close', done);
  });
}
