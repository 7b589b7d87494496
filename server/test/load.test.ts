import { EventEmitter } from 'node:events';
import type { VisitDetail } from '@elm-mist/contract';
import { Changes } from '../src/http/changes';
import { Writes } from '../src/store/writes';
import { RealServer } from './helpers';
import { load } from './load';

jest.setTimeout(120_000);

test('sixty phones, ten of them deaf, and the plug pulled in the middle: nothing is lost and nothing is there twice', async () => {
  const server = new RealServer();
  await server.start({ ELM_MIST_LOG: 'error' });
  const visitIds = ['demo-visit-13', 'demo-visit-14', 'demo-visit-15', 'demo-visit-16'];
  const figures = await load({
    port: server.port,
    cookie: server.cookie,
    pid: () => null,
    visitIds,
    phones: 50,
    deaf: 10,
    seconds: 8,
    paceMs: 400,
    storms: [
      {
        name: 'the plug',
        at: 0.5,
        away: true,
        run: async () => {
          await server.stop('SIGKILL');
          await server.start({ ELM_MIST_LOG: 'error' });
        },
      },
    ],
  });
  expect(figures.appends).toBeGreaterThan(300);
  expect(figures.told).toBeGreaterThan(figures.appends);
  const stored = new Map<string, number>();
  for (const id of visitIds)
    for (const event of (await server.call<VisitDetail>('GET', `/visits/${id}`)).body.events)
      stored.set(event.id, (stored.get(event.id) ?? 0) + 1);
  expect(figures.accepted.filter((id) => stored.get(id) !== 1)).toEqual([]);
  await server.remove();
});

test('who follows and never reads is let go before it takes memory, and who is signed out hears no more', () => {
  const changes = new Changes(new Writes());
  const follow = (sessionId: string) => {
    const ctx = { req: new EventEmitter(), res: new EventEmitter(), set: () => undefined, body: null as NodeJS.ReadableStream | null };
    changes.follow(ctx as never, 'v', { sessionId, systemId: 's', entries: 0 });
    return ctx.body as unknown as NodeJS.ReadableStream & { destroyed: boolean; writableEnded: boolean; readableLength: number };
  };
  const [deaf, heard, other] = [follow('a'), follow('b'), follow('c')];
  const read: string[] = [];
  heard.on('data', (part: Buffer) => read.push(part.toString()));
  for (let i = 0; i < 5000; i += 1) changes.tell('v', { from: i, events: [], again: true });
  expect(deaf.destroyed).toBe(true);
  expect(deaf.readableLength).toBeLessThan(100_000);
  changes.leave('c');
  expect(other.writableEnded || other.destroyed).toBe(true);
  changes.close();
});
