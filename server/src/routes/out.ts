import type Router from '@koa/router';
import type { Context } from 'koa';
import { refused } from '../http/problem';
import { entriesFile, knownSystem, logFile, OUT_FORMATS, wholeVisit } from '../services/filesOut';
import { fewAtOnce } from '../http/fewAtOnce';
import { picturesFile } from '../services/pictures';
import { reportFor, reportPdf } from '../services/reportPaper';
import { systemRecord } from '../services/record';
import type { Store } from '../store/open';
import { askedDay, askedOneOf, idOf } from './asked';

/** The first and the last day there is. */
const [FIRST_DAY, LAST_DAY] = ['0001-01-01', '9999-12-31'];

const TYPES = { pdf: 'application/pdf', csv: 'text/csv; charset=utf-8', json: 'application/json', zip: 'application/zip' } as const;

/** Sends a file to be kept under a name. */
function asFile(ctx: Context, name: string, type: keyof typeof TYPES): void {
  ctx.attachment(`${name.replace(/[^\p{L}\p{N}. -]+/gu, ' ')}.${type}`);
  ctx.type = TYPES[type];
  ctx.set('Cache-Control', 'no-store');
}

/** What goes out of the shop: the record of a system, the log, a visit, its pictures. */
export function outRoutes(router: Router, store: Store, now: () => Date, script: URL): void {
  const { db } = store;
  const at = () => now().toISOString();

  router.get('/systems/:id/record', async (ctx) => {
    ctx.set('Cache-Control', 'no-store');
    ctx.body = await systemRecord(db, idOf(ctx), at());
  });
  router.get('/log', (ctx) => {
    const format = askedOneOf('format', ctx.query['format'] ?? 'csv', OUT_FORMATS);
    const from = ctx.query['from'] === undefined ? FIRST_DAY : askedDay('from', ctx.query['from']);
    const to = ctx.query['to'] === undefined ? LAST_DAY : askedDay('to', ctx.query['to']);
    if (from > to) throw refused('to', 'to must not be before from.');
    const asked = ctx.query['system'];
    const systemId = typeof asked === 'string' && asked !== '' ? knownSystem(db, asked) : null;
    const body = logFile(db, format, { from, to, systemId });
    asFile(ctx, systemId === null ? 'log' : `log ${systemId}`, format);
    ctx.body = body;
  });
  router.get('/visits/:id/report.pdf', fewAtOnce, async (ctx) => {
    const made = reportFor(store, idOf(ctx), now().getTime());
    const body = await reportPdf(store, script, made, now().getTime());
    asFile(ctx, made.title, 'pdf');
    ctx.body = body;
  });
  router.get('/visits/:id/entries', (ctx) => {
    const body = entriesFile(db, idOf(ctx));
    asFile(ctx, `visit ${idOf(ctx)}`, 'csv');
    ctx.body = body;
  });
  router.get('/visits/:id/whole', (ctx) => {
    const body = wholeVisit(db, idOf(ctx));
    asFile(ctx, `visit ${idOf(ctx)}`, 'json');
    ctx.body = body;
  });
  router.get('/visits/:id/pictures', fewAtOnce, (ctx) => {
    const keepsMeta = askedOneOf('place', ctx.query['place'] ?? 'out', ['out', 'kept'] as const) === 'kept';
    const body = picturesFile(db, idOf(ctx), keepsMeta);
    asFile(ctx, `visit ${idOf(ctx)} pictures`, 'zip');
    ctx.body = body;
  });
}
