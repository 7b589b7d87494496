import { Worker } from 'node:worker_threads';

/** What the thread does: a text of 25 MB is parsed for a quarter of a second, and its rows are handed over some at a time. */
const SCRIPT = `
const { parentPort } = require('node:worker_threads');
parentPort.once('message', ({ bytes, kind, slice }) => {
  let parsed;
  try {
    parsed = JSON.parse(Buffer.from(bytes).toString('utf8').replace(/^\\uFEFF/, ''));
  } catch {
    return parentPort.postMessage({ trouble: 'unreadable' });
  }
  const rows = Array.isArray(parsed) ? parsed : parsed === null ? undefined : parsed[kind];
  if (!Array.isArray(rows)) return parentPort.postMessage({ trouble: 'missing' });
  let from = 0;
  const next = () => {
    parentPort.postMessage(from < rows.length ? { rows: rows.slice(from, from + slice) } : { done: true });
    from += slice;
  };
  parentPort.on('message', next);
  next();
});
`;

type Told = { trouble: 'unreadable' | 'missing' } | { rows: unknown[] } | { done: true };

/** Rows that are handed over at a time: a millisecond or two of checking, then others' requests have their turn. */
const SLICE = 500;

/**
 * Reads a list of rows out of JSON on a thread of its own, so that a large file holds up nobody.
 * @param bytes the file · kind under which name the list stands, where the file is no list itself
 * @param take given some rows at a time, in order
 * @returns null, or what is wrong with the file as a whole
 * @throws what `take` throws
 */
export async function parseAway(
  bytes: Uint8Array,
  kind: string,
  take: (rows: unknown[]) => void,
): Promise<'unreadable' | 'missing' | null> {
  const worker = new Worker(SCRIPT, { eval: true });
  try {
    return await new Promise((done, failed) => {
      worker.on('error', failed);
      worker.on('message', (told: Told) => {
        if ('trouble' in told) done(told.trouble);
        else if ('done' in told) done(null);
        else
          try {
            take(told.rows);
            // Asked for one by one: messages that wait are all handed out in one turn.
            setImmediate(() => worker.postMessage('next'));
          } catch (error) {
            failed(error instanceof Error ? error : new Error(String(error)));
          }
      });
      worker.postMessage({ bytes, kind, slice: SLICE });
    });
  } finally {
    await worker.terminate();
  }
}
