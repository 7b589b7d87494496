import type { RouterMiddleware } from '@koa/router';
import rawBody from 'raw-body';
import { Problem } from './problem';

const LIMIT = '1mb';
/** Bounds of a body as text, before it is parsed: a hundred entries of a visit have some 10,000 values. */
const MOST_VALUES = 50_000;
const DEEPEST = 64;

const QUOTE = 34;
const BACKSLASH = 92;
const COMMA = 44;
const OPENS = new Set([91, 123]);
const CLOSES = new Set([93, 125]);

/** Whether a JSON text stays within the bounds; parsing one that does not takes up to 0.3 s and 100 times its size. */
function withinBounds(text: string): boolean {
  let [values, depth, quoted] = [0, 0, false];
  for (let i = 0; i < text.length; i += 1) {
    const sign = text.charCodeAt(i);
    if (quoted) {
      if (sign === BACKSLASH) i += 1;
      else if (sign === QUOTE) quoted = false;
    } else if (sign === QUOTE) quoted = true;
    else if (sign === COMMA) values += 1;
    else if (OPENS.has(sign)) {
      values += 1;
      depth += 1;
      if (depth > DEEPEST) return false;
    } else if (CLOSES.has(sign)) depth -= 1;
    if (values > MOST_VALUES) return false;
  }
  return true;
}

const refused = (status: number, code: string, message: string): Problem => new Problem(status, code, message, { body: message });

/**
 * Reads a JSON body of 1 MB at most into `ctx.state.body`; none is an empty object. No phone of ours compresses what it sends, and a small
 * compressed body may be a large one: refused. JSON is UTF-8 (RFC 8259, section 8.1).
 * @throws Problem 415 for another type or encoding, 400 for what is not JSON, 413 for too much of it
 */
export const jsonBody: RouterMiddleware = async (ctx, next) => {
  if (!['', 'identity'].includes(ctx.get('Content-Encoding').toLowerCase()))
    throw refused(415, 'bad-encoding', 'Send the body without compression.');
  // A form or a plain text is what a page of another site could send.
  if (ctx.request.length !== 0 && ctx.is('json') === false) throw refused(415, 'bad-type', 'Send JSON.');
  if (!['', 'utf-8'].includes(ctx.request.charset.toLowerCase())) throw refused(415, 'bad-type', 'Send JSON as UTF-8.');
  const text = await rawBody(ctx.req, { limit: LIMIT, length: ctx.get('Content-Length') || undefined, encoding: 'utf-8' });
  if (!withinBounds(text)) throw refused(413, 'too-large', 'This body has too many values, or nests too deep. Send less at a time.');
  try {
    ctx.state['body'] = text.trim() === '' ? {} : (JSON.parse(text) as unknown);
  } catch {
    throw refused(400, 'bad-json', 'The body is not readable JSON.');
  }
  await next();
};
