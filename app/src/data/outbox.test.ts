import { foldVisit, type VisitEvent } from '@elm-mist/core';
import { fullRun } from '@elm-mist/core/testing/fullRun';
import type * as Outbox from './outbox';

const mockDisk = new Map<string, unknown>();
jest.mock('idb-keyval', () => ({
  createStore: () => 'store',
  get: async (key: string) => mockDisk.get(key),
  set: async (key: string, value: unknown) => void mockDisk.set(key, JSON.parse(JSON.stringify(value))),
  del: async (key: string) => void mockDisk.delete(key),
}));

const note = (n: number, visitId = 'v1'): VisitEvent => ({
  id: `0198a1b2-0000-7000-8000-00000000000${n}`,
  visitId,
  at: `2026-06-11T14:00:0${n}.000Z`,
  by: 'Wren',
  kind: 'note.added',
  data: { text: String(n) },
});

type Answer = { status: number; body: unknown };
const ok = (events: VisitEvent[]): Answer => ({ status: 200, body: { accepted: events.map((event) => event.id), added: events.length } });
const refuse = (index: number): Answer => ({
  status: 422,
  body: { error: { code: 'not-allowed', message: 'Not now.', fields: { [`events[${index}].kind`]: 'Not now.' } } },
});

/** What was sent, and how the server answers it; throwing is a server that cannot be reached. */
let sent: { visitId: string; ids: string[] }[] = [];
let server: (events: VisitEvent[]) => Answer;

const settled = async () => {
  for (let i = 0; i < 40; i += 1) await Promise.resolve();
  await new Promise((done) => setTimeout(done, 0));
  for (let i = 0; i < 40; i += 1) await Promise.resolve();
};

/** The program as it starts: what the device kept is there, nothing else. */
function started(): typeof Outbox {
  let module!: typeof Outbox;
  jest.isolateModules(() => {
    module = jest.requireActual<typeof Outbox>('./outbox');
  });
  return module;
}
const stored = () => mockDisk.get('elm-mist.outbox') as { waiting: VisitEvent[]; refused: { event: VisitEvent }[] };
const journal = () => JSON.parse(window.localStorage.getItem('elm-mist.outbox.journal') ?? '[]') as VisitEvent[];
const ids = (events: readonly VisitEvent[]) => events.map((event) => event.id.at(-1));

// The page's own, which the test page lacks.
beforeAll(() => Object.assign(AbortSignal, { timeout: () => new AbortController().signal }));

beforeEach(() => {
  mockDisk.clear();
  window.localStorage.clear();
  sent = [];
  server = ok;
  global.fetch = jest.fn(async (url: string, init: { body: string }) => {
    const { events } = JSON.parse(init.body) as { events: VisitEvent[] };
    sent.push({ visitId: /visits\/([^/]+)/.exec(url)?.[1] ?? '', ids: ids(events) as string[] });
    const { status, body } = server(events);
    return { ok: status < 400, status, json: async () => body };
  }) as never;
});

test('an entry is on the device before post returns, and leaves it once the server has it', async () => {
  const outbox = started();
  await outbox.openOutbox();
  outbox.post([note(1)]);
  expect(ids(journal())).toEqual(['1']);
  await settled();
  expect(sent).toEqual([{ visitId: 'v1', ids: ['1'] }]);
  expect(journal()).toEqual([]);
  expect(stored().waiting).toEqual([]);
});

test('with the server away entries wait on the device, and go out in order after a restart', async () => {
  server = () => {
    throw new Error('no network');
  };
  const first = started();
  await first.openOutbox();
  first.post([note(1)]);
  first.post([note(2), note(3)]);
  await settled();
  expect(ids(stored().waiting)).toEqual(['1', '2', '3']);
  sent = [];
  server = ok;
  const second = started();
  await second.openOutbox();
  await settled();
  expect(sent).toEqual([{ visitId: 'v1', ids: ['1', '2', '3'] }]);
  expect(stored().waiting).toEqual([]);
});

test('a crash between the journal and the database loses nothing and doubles nothing', async () => {
  mockDisk.set('elm-mist.outbox', { waiting: [note(1), note(2)], refused: [] });
  window.localStorage.setItem('elm-mist.outbox.journal', JSON.stringify([note(2), note(3)]));
  const outbox = started();
  await outbox.openOutbox();
  await settled();
  expect(sent.flatMap((row) => row.ids)).toEqual(['1', '2', '3']);
  expect(journal()).toEqual([]);
});

test('what the server refuses is set aside by name and the rest goes on', async () => {
  server = (events) => (ids(events).includes('2') ? refuse(ids(events).indexOf('2')) : ok(events));
  const outbox = started();
  await outbox.openOutbox();
  outbox.post([note(1), note(2), note(3)]);
  await settled();
  expect(sent.map((row) => row.ids)).toEqual([
    ['1', '2', '3'],
    ['1', '3'],
  ]);
  expect(stored().refused.map((row) => row.event.id.at(-1))).toEqual(['2']);
  await outbox.dismissRefused(note(2).id);
  expect(stored().refused).toEqual([]);
});

test('visits are sent apart, each in its own order', async () => {
  server = () => {
    throw new Error('no network');
  };
  const first = started();
  await first.openOutbox();
  first.post([note(1, 'v1'), note(2, 'v2'), note(3, 'v1')]);
  await settled();
  sent = [];
  server = ok;
  await started().openOutbox();
  await settled();
  expect(sent).toEqual([
    { visitId: 'v1', ids: ['1', '3'] },
    { visitId: 'v2', ids: ['2'] },
  ]);
});

test('two thousand entries drain in batches, each once', async () => {
  const many = Array.from({ length: 2000 }, (_, i) => ({ ...note(1), id: `0198a1b2-0000-7000-8000-${String(i).padStart(12, '0')}` }));
  mockDisk.set('elm-mist.outbox', { waiting: many, refused: [] });
  const seen: string[] = [];
  server = (events) => {
    seen.push(...events.map((event) => event.id));
    return ok(events);
  };
  await started().openOutbox();
  for (let i = 0; i < 100 && seen.length < 2000; i += 1) await settled();
  expect(seen).toEqual(many.map((event) => event.id));
});

test('a full run with the page killed and the network away at any entry: sent once each, in order, and the same state at every step', async () => {
  const uuid = (n: number) => `0198a1b2-0000-7000-8000-${String(n).padStart(12, '0')}`;
  const events = fullRun('v1', uuid);
  const fold = (some: readonly VisitEvent[]) => foldVisit('v1', 'split-cool', some);
  const taken = new Map<string, VisitEvent>();
  const order: string[] = [];
  let answers = 0;
  let outbox = started();
  await outbox.openOutbox();
  for (const [i, event] of events.entries()) {
    // Away, here, or answered with the answer lost: turn and turn about.
    const mood = i % 3;
    server = (some) => {
      if (mood === 0) throw new Error('away');
      for (const row of some)
        if (!taken.has(row.id)) {
          taken.set(row.id, row);
          order.push(row.id);
        }
      answers += 1;
      if (mood === 1) throw new Error('the answer was lost');
      return ok(some);
    };
    outbox.post([event]);
    if (i % 2 === 0) await settled();
    // The page is killed at this very entry and comes back with what the device kept.
    outbox = started();
    await outbox.openOutbox();
    const known = [...taken.values(), ...outbox.waitingFor('v1').filter((row) => !taken.has(row.id))];
    expect(fold(known)).toEqual(fold(events.slice(0, i + 1)));
  }
  server = (some) => {
    for (const row of some)
      if (!taken.has(row.id)) {
        taken.set(row.id, row);
        order.push(row.id);
      }
    return ok(some);
  };
  outbox = started();
  await outbox.openOutbox();
  for (let i = 0; i < 20 && outbox.waitingFor('v1').length > 0; i += 1) await settled();
  expect(outbox.waitingFor('v1')).toEqual([]);
  expect(order).toEqual(events.map((event) => event.id));
  expect(fold([...taken.values()])).toEqual(fold(events));
  expect(answers).toBeGreaterThan(10);
});
