import { Worker } from 'node:worker_threads';

/** Bounds of a file, so that a small one cannot fill memory: more than any table of ours has. */
const MOST_VALUES = 4_000_000;
const DEEPEST = 8;
const MOST_COLUMNS = 200;
const MOST_ITEMS = 200;
const MOST_CHARS = 20_000;

/**
 * What the thread does: a text of 25 MB is parsed for a quarter of a second, and its rows are handed over some at a time, their cells as text, so that
 * whoever takes them judges nothing nested.
 */
const SCRIPT = `
const { parentPort } = require('node:worker_threads');
const bounded = (text) => {
  let values = 0, depth = 0, quoted = false;
  for (let i = 0; i < text.length; i += 1) {
    const sign = text.charCodeAt(i);
    if (quoted) {
      if (sign === 92) i += 1;
      else if (sign === 34) quoted = false;
    } else if (sign === 34) quoted = true;
    else if (sign === 44) values += 1;
    else if (sign === 91 || sign === 123) { values += 1; depth += 1; if (depth > ${DEEPEST}) return false; }
    else if (sign === 93 || sign === 125) depth -= 1;
    if (values > ${MOST_VALUES}) return false;
  }
  return true;
};
const plain = (value) => typeof value === 'string' || typeof value === 'number';
const cell = (value) => {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.slice(0, ${MOST_ITEMS}).filter(plain).join(';').slice(0, ${MOST_CHARS});
  return plain(value) ? String(value).slice(0, ${MOST_CHARS}) : '';
};
const flat = (row) => {
  if (typeof row !== 'object' || row === null) return null;
  const cells = Object.entries(row).slice(0, ${MOST_COLUMNS}).map(([key, value]) => [key.trim().toLowerCase(), cell(value)]);
  return Object.fromEntries(cells.filter(([key]) => !(key in {})));
};
parentPort.once('message', ({ bytes, kind, slice }) => {
  let parsed;
  try {
    const text = Buffer.from(bytes).toString('utf8').replace(/^\\uFEFF/, '');
    if (!bounded(text)) return parentPort.postMessage({ trouble: 'unreadable' });
    parsed = JSON.parse(text);
  } catch {
    return parentPort.postMessage({ trouble: 'unreadable' });
  }
  const rows = Array.isArray(parsed) ? parsed : parsed === null ? undefined : parsed[kind];
  if (!Array.isArray(rows)) return parentPort.postMessage({ trouble: 'missing' });
  let from = 0;
  const next = () => {
    parentPort.postMessage(from < rows.length ? { rows: rows.slice(from, from + slice).map(flat) } : { done: true });
    from += slice;
  };
  parentPort.on('message', next);
  next();
});
`;

/** A row as its cells' text by lower-case heading; null for what is no row. */
export type FlatRow = Record<string, string> | null;

type Told = { trouble: 'unreadable' | 'missing' } | { rows: FlatRow[] } | { done: true };

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
  take: (rows: FlatRow[]) => void,
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
