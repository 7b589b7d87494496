import type { ErrorBody } from '@elm-mist/contract';
import { ContractError } from '@elm-mist/contract';
import { CoreError } from '@elm-mist/core/errors';
import type { IncomingMessage } from 'node:http';
import type { Middleware } from 'koa';
import type { Logger } from 'pino';
import { codeOf, FolderError } from '../store/open';
import { Problem } from './problem';
import type { Troubles } from './troubles';

const BODY_PROBLEMS: Record<number, { code: string; message: string }> = {
  400: { code: 'bad-json', message: 'The body is not readable JSON.' },
  413: { code: 'too-large', message: 'The body is larger than is taken here: 1 MB, or 2 MB for a photo.' },
  415: { code: 'bad-type', message: 'Send JSON.' },
};

/** What the router says without a body where no route takes a request. */
const NO_ROUTE: Readonly<Record<number, string>> = {
  404: 'There is nothing at this address.',
  405: 'This address does not take that method.',
  501: 'There is no such method here.',
};

/** What the file refused, by the beginning of SQLite's code (SQLite, "Result and Error Codes"). */
const FILE_PROBLEMS: readonly (readonly [code: string, status: number, message: string])[] = [
  ['SQLITE_FULL', 507, 'The server’s disk is full. Nothing was written; what you entered is still on this device.'],
  ['SQLITE_IOERR', 507, 'The server’s disk is full or fails. Nothing was written; what you entered is still on this device.'],
  [
    'SQLITE_READONLY',
    503,
    'The server’s data folder cannot be written any more. Nothing was written; what you entered is still on this device.',
  ],
  ['SQLITE_CORRUPT', 503, 'The server’s file is damaged. Nothing was written; what you entered is still on this device.'],
  ['SQLITE_BUSY', 503, 'The server’s file is held by another program. Nothing was written; try again.'],
];

function fileProblem(error: unknown): Problem | null {
  if (error instanceof FolderError) return new Problem(503, 'storage', error.message, { server: error.message });
  const code = codeOf(error).startsWith('SQLITE_') ? codeOf(error) : codeOf((error as { cause?: unknown } | null)?.cause);
  const found = FILE_PROBLEMS.find(([start]) => code.startsWith(start));
  return found ? new Problem(found[1], 'storage', found[2], { server: found[2] }) : null;
}

function asProblem(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  if (error instanceof ContractError) return new Problem(422, 'invalid', error.message, error.fields);
  if (error instanceof CoreError) return new Problem(422, error.code, error.message, { [error.field]: error.message });
  if (error instanceof URIError)
    return new Problem(400, 'bad-address', 'The address is not readable.', { address: 'The address is not readable.' });
  const status = (error as { status?: unknown } | null)?.status;
  const known = typeof status === 'number' ? BODY_PROBLEMS[status] : undefined;
  return known ? new Problem(status as number, known.code, known.message, { body: known.message }) : null;
}

/** How much of a refused body is still let run out, bytes, and for how long, ms. */
const RUN_OUT = { bytes: 64_000_000, ms: 15_000 };

/** Reads a request to its end and forgets it, up to the limits above. */
function runOut(request: IncomingMessage): Promise<void> {
  if (request.readableEnded || request.destroyed) return Promise.resolve();
  return new Promise((done) => {
    let bytes = 0;
    const timer = setTimeout(() => done(), RUN_OUT.ms);
    const end = () => {
      clearTimeout(timer);
      done();
    };
    request.on('data', (chunk: Buffer) => {
      bytes += chunk.length;
      if (bytes > RUN_OUT.bytes) end();
    });
    request.once('end', end);
    request.once('close', end);
    request.resume();
  });
}

/** Turns whatever was thrown into `{error: {code, message, fields}}` with the right status; what nobody foresaw is logged and hidden. */
export const errorBody =
  (log: Logger, troubles: Troubles): Middleware =>
  async (ctx, next) => {
    const answer = async (problem: Problem) => {
      const { code, message, fields, meanwhile } = problem;
      const body: ErrorBody = { error: { code, message, fields, ...(meanwhile ? { meanwhile } : {}) } };
      ctx.status = problem.status;
      if (problem.status === 413) {
        // A sender that is cut off in the middle of its body sees a broken line, not the answer: let it end first, within reason.
        // The connection is not used again: its next request might be read from the middle of this body.
        ctx.set('Connection', 'close');
        await runOut(ctx.req);
      }
      ctx.body = body;
    };
    try {
      await next();
      const words = ctx.path.startsWith('/api') && ctx.body === undefined ? NO_ROUTE[ctx.status] : undefined;
      if (words) await answer(new Problem(ctx.status, 'not-found', words));
    } catch (error) {
      const problem = asProblem(error) ?? fileProblem(error);
      if (!problem || problem.status >= 500) {
        troubles.note(ctx.method, ctx.path, problem?.code ?? 'internal');
        log.error({ err: error, path: ctx.path }, problem ? 'the file cannot be used' : 'unforeseen error');
      }
      await answer(problem ?? new Problem(500, 'internal', 'Something failed on the server. Nothing was written. Try again.'));
    }
  };
