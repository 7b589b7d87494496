import type Router from '@koa/router';
import { eachEvent, parseInput, PHOTO_LIMIT, visitChangeSchema, visitInputSchema, visitSlotSchema } from '@elm-mist/contract';
import { KIT_WRONG_IDS } from '@elm-mist/core/cycle';
import type { VisitEvent } from '@elm-mist/core/run';
import rawBody from 'raw-body';
import type { Answers } from '../http/answers';
import type { Changes } from '../http/changes';
import { signed } from '../http/gate';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { notFound, refused } from '../http/problem';
import type { Probes } from '../http/probes';
import type { HiddenOf } from '../sandbox/sandbox';
import type { Cards } from '../services/cards';
import { appendEvents, ownEvents } from '../services/events';
import { keepPhoto, readPhoto } from '../services/photos';
import { probeKit } from '../services/probeKit';
import { addVisit, changeVisit, moveVisit, systemDetail, visitDetail } from '../services/visits';
import type { Store } from '../store/open';
import * as v from '../store/visits';
import { askedOneOf, body, created, idOf } from './asked';

/** Entries that are judged before others have their turn: an entry takes 0.1 ms, the largest one some 50. */
const EVENTS_A_TURN = 8;

export interface VisitParts {
  store: Store;
  now: () => Date;
  changes: Changes;
  probes: Probes;
  cards: Cards;
  /** What is wrong with a machine beside what its visit says; the demo's own where left out. */
  hiddenOf?: HiddenOf | undefined;
}

/** Visits: made, moved, entered on and followed; their pictures, and the system they are at. */
export function visitRoutes(router: Router, answers: Answers, { store, now, changes, probes, cards, hiddenOf }: VisitParts): void {
  const { db } = store;
  const at = () => now().toISOString();

  router.get('/systems/:id', (ctx) => {
    const id = idOf(ctx);
    return answers.send(ctx, `system ${id}`, () => systemDetail(store, id));
  });

  router.post('/visits', (ctx) => created(ctx, addVisit(store, parseInput(visitInputSchema, body(ctx)), at())));
  router.put('/visits/:id/slot', (ctx) => {
    ctx.body = moveVisit(store, idOf(ctx), parseInput(visitSlotSchema, body(ctx)));
  });
  router.put('/visits/:id', (ctx) => {
    ctx.body = changeVisit(store, idOf(ctx), parseInput(visitChangeSchema, body(ctx)));
  });
  router.get('/visits/:id', (ctx) => {
    const id = idOf(ctx);
    return answers.send(ctx, `visit ${id}`, () => visitDetail(store, id));
  });
  router.post('/visits/:id/events', async (ctx) => {
    const sent: VisitEvent[] = [];
    for (const event of eachEvent(body(ctx))) if (sent.push(event) % EVENTS_A_TURN === 0) await nextTurn();
    const { accepted, added, from, moved } = await appendEvents(store, idOf(ctx), ownEvents(signed(ctx).person, sent), at());
    ctx.body = { accepted, added: added.length };
    if (added.length === 0) return;
    changes.tell(idOf(ctx), { from, events: added, again: moved });
    cards.soon(idOf(ctx));
  });
  router.get('/visits/:id/changes', (ctx) => {
    const visit = v.findVisit(db, idOf(ctx));
    if (!visit) throw notFound('visit', idOf(ctx));
    changes.follow(ctx, visit.id, { sessionId: signed(ctx).sessionId, systemId: visit.systemId, entries: v.countEvents(db, visit.id) });
  });

  router.get('/visits/:id/probes', async (ctx) => {
    const when = ctx.query['when'];
    if (when !== 'before' && when !== 'after') throw refused('when', 'when must be before or after.');
    const wrong = ctx.query['wrong'] === undefined ? 'none' : askedOneOf('wrong', ctx.query['wrong'], KIT_WRONG_IDS);
    const hidden = await hiddenOf?.(idOf(ctx), when);
    probes.follow(ctx, probeKit(store, idOf(ctx), when, now().getTime(), wrong, hidden));
  });

  router.put('/visits/:id/photos/:photoId', async (ctx) => {
    const read = () => rawBody(ctx.req, { limit: PHOTO_LIMIT });
    created(ctx, await keepPhoto(store, idOf(ctx), ctx.params['photoId'] ?? '', ctx.get('Content-Type'), read, at()));
  });
  router.get('/photos/:id', (ctx) => {
    const photo = readPhoto(db, idOf(ctx));
    // Looked up by its tag each time: whoever is signed out gets it from no cache.
    ctx.set('Cache-Control', 'private, no-cache');
    ctx.etag = photo.id;
    ctx.status = 200;
    if (ctx.fresh) {
      ctx.status = 304;
      return;
    }
    ctx.type = photo.mime;
    ctx.body = photo.bytes;
  });
}
