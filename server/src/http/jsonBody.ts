import { bodyParser } from '@koa/bodyparser';
import type { RouterMiddleware } from '@koa/router';
import { Problem } from './problem';

const parse = bodyParser({
  enableTypes: ['json'],
  jsonLimit: '1mb',
  encoding: 'utf-8',
  onError: (error) => {
    throw error;
  },
});

/**
 * Reads a JSON body of 1 MB at most. No phone of ours compresses what it sends, and a small compressed body may be a large one: refused.
 * @throws Problem 415 for a Content-Encoding
 */
export const jsonBody: RouterMiddleware = async (ctx, next) => {
  if (!['', 'identity'].includes(ctx.get('Content-Encoding').toLowerCase()))
    throw new Problem(415, 'bad-encoding', 'Send the body without compression.', { body: 'Send the body without compression.' });
  await parse(ctx as never, next);
};
