import * as contract from '@elm-mist/contract';
import * as run from '@elm-mist/core/run';
import { fullRun } from '@elm-mist/core/testing/fullRun';
import { openDB } from 'idb';
import { deviceStore } from '@/device/store';
import { turn } from '@/testing/turn';
import type * as Outbox from './outbox';

const { foldVisit } = run;
type VisitEvent = run.VisitEvent;

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
const refuse = (field: string, status = 422): Answer => ({
  status,
  body: { error: { code: 'not-allowed', message: 'Not now.', fields: { [field]: 'Not now.' } } },
});

/** What was sent, and how the server answers it; throwing is a server that cannot be reached. */
let sent: { path: string; ids: string[] }[] = [];
let server: (events: VisitEvent[], path: string) => Answer;
/** Whether the server says that it is well. */
let healthy = true;

/** Every start of the program in this test, those that were killed too. */
let starts: (typeof Outbox)[] = [];
/** Until nothing is on its way any more; what waits for its next try is not. */
const settled = async () => {
  for (let i = 0; i < 12 || (i < 500 && starts.some((outbox) => outbox.onItsWay())); i += 1) await turn();
};

/** The program as it starts: what the device kept is there, nothing else. */
function started(): typeof Outbox {
  let module!: typeof Outbox;
  jest.isolateModules(() => {
    // What keeps nothing between two calls is one for all starts: it is long to load.
    jest.doMock('@elm-mist/core/run', () => run);
    jest.doMock('@elm-mist/contract', () => contract);
    module = jest.requireActual<typeof Outbox>('./outbox');
  });
  starts.push(module);
  return module;
}
const stored = async () => ((await (await deviceStore())?.getAll('queue')) ?? []) as { id: string }[];
const refused = async () => ((await (await deviceStore())?.getAll('refused')) ?? []) as { id: string }[];
const last = (rows: readonly { id: string }[]) => rows.map((row) => row.id.at(-1));
const away = () => {
  throw new Error('no network');
};

/** Locks as a browser has them, for all tabs of the device. */
const held = new Set<string>();
const locks = {
  request: async (name: string, _options: unknown, work: (lock: object | null) => Promise<void>) => {
    if (held.has(name)) return work(null);
    held.add(name);
    return work({}).finally(() => held.delete(name));
  },
};

// The page's own, which the test page lacks.
beforeAll(() => {
  Object.assign(AbortSignal, { timeout: () => new AbortController().signal });
  Object.defineProperty(navigator, 'locks', { value: locks });
});

beforeEach(async () => {
  jest.restoreAllMocks();
  const db = await deviceStore();
  await Promise.all([db?.clear('queue'), db?.clear('refused'), db?.clear('photos')]);
  window.localStorage.clear();
  starts = [];
  sent = [];
  server = ok;
  healthy = true;
  global.fetch = jest.fn(async (url: string, init: { body: string }) => {
    const path = url.replace(/^\/api/, '');
    if (path === '/health') {
      if (!healthy) throw new Error('no network');
      return { ok: true, status: 200, json: async () => ({ status: 'ready' }) };
    }
    const body = JSON.parse(init.body) as { events?: VisitEvent[]; id?: string };
    sent.push({ path, ids: (body.events?.map((event) => event.id.at(-1)) ?? [body.id?.at(-1)]) as string[] });
    const answer = server(body.events ?? [], path);
    // What is made is answered as it is now.
    if (!body.events && answer.status === 200) answer.body = { id: body.id };
    return { ok: answer.status < 400, status: answer.status, json: async () => answer.body };
  }) as never;
});

test('an entry waits on the device until the server has it, in order, over a restart', async () => {
  server = away;
  const first = started();
  await first.openOutbox();
  first.post([note(1)]);
  first.post([note(2), note(3)]);
  await settled();
  expect(last(await stored())).toEqual(['1', '2', '3']);
  sent = [];
  server = ok;
  await started().openOutbox();
  await settled();
  expect(sent).toEqual([{ path: '/visits/v1/events', ids: ['1', '2', '3'] }]);
  expect(await stored()).toEqual([]);
});

test('what the server refuses is set aside by name and the rest goes on', async () => {
  server = (events) => (last(events).includes('2') ? refuse(`events[${last(events).indexOf('2')}].kind`) : ok(events));
  const outbox = started();
  await outbox.openOutbox();
  outbox.post([note(1), note(2), note(3)]);
  await settled();
  expect(sent.map((row) => row.ids)).toEqual([
    ['1', '2', '3'],
    ['1', '3'],
  ]);
  expect(last(await refused())).toEqual(['2']);
  await outbox.dismissRefused(note(2).id);
  expect(await refused()).toEqual([]);
});

test('a batch that is too large is sent in smaller ones; only an entry that is too large by itself is set aside', async () => {
  server = (events) => (events.length > 2 || last(events).includes('3') ? refuse('body', 413) : ok(events));
  const outbox = started();
  await outbox.openOutbox();
  outbox.post([1, 2, 3, 4, 5].map((n) => note(n)));
  await settled();
  expect(await stored()).toEqual([]);
  expect(last(await refused())).toEqual(['3']);
  expect(new Set(sent.filter((row) => row.ids.length <= 2).flatMap((row) => row.ids))).toEqual(new Set(['1', '2', '3', '4', '5']));
});

test.each<[string, () => Answer]>([
  ['nobody is signed in', () => refuse('person', 401)],
  ['a password is due', () => ({ status: 403, body: { error: { code: 'password', message: 'No.', fields: {} } } })],
  ['the page is another site’s', () => ({ status: 403, body: { error: { code: 'origin', message: 'No.', fields: {} } } })],
  ['too many at once', () => refuse('body', 429)],
  ['a hotel’s page', () => ({ status: 200, body: null })],
  ['a hotel’s refusal', () => ({ status: 403, body: null })],
  ['an empty answer', () => ({ status: 200, body: {} })],
  ['another’s ids', () => ({ status: 200, body: { accepted: [note(9).id], added: 1 } })],
  ['a proxy without its server', () => ({ status: 502, body: null })],
  ['a full disk', () => ({ status: 507, body: { error: { code: 'storage', message: 'Full.', fields: {} } } })],
])('%s: that is "not now", for an entry and for what is made, and nothing is refused', async (how, answer) => {
  healthy = how === 'a full disk';
  server = answer;
  const outbox = started();
  await outbox.openOutbox();
  outbox.post([note(1)]);
  outbox.postMake({ id: 'place-7', what: 'a place', path: '/places', body: { id: 'place-7' } });
  await settled();
  expect(sent.length).toBeGreaterThan(0);
  expect(last(await stored())).toEqual(['1', '7']);
  expect(await refused()).toEqual([]);
  server = ok;
  await outbox.send();
  await settled();
  expect(await stored()).toEqual([]);
});

test('an entry that the server fails on is passed over with its visit, tried less and less often, named after five times, and sent at last', async () => {
  const clock = jest.spyOn(Date, 'now').mockReturnValue(1_000_000);
  server = (events) =>
    last(events).includes('2') ? { status: 500, body: { error: { code: 'internal', message: 'Oh.', fields: {} } } } : ok(events);
  const outbox = started();
  await outbox.openOutbox();
  outbox.post([note(1), note(2), note(3), note(4, 'v2')]);
  await settled();
  // The one before it went through, and the other visit.
  expect(last(await stored())).toEqual(['2', '3']);
  const stuck = () => outbox.outboxState().stuck.map(({ row, tries }) => ({ id: row.id, tries }));
  const tried = () => sent.filter((row) => row.ids.includes('2')).length;
  let before = tried();
  let waited = 0;
  for (let tries = 2; tries <= 5; tries += 1) {
    expect(stuck()).toEqual([]);
    await outbox.send();
    expect(tried()).toBe(before);
    // Twice as long as before, a quarter less at least.
    waited = 5_000 * 2 ** (tries - 2);
    clock.mockReturnValue(Date.now() + waited * 0.74);
    await outbox.send();
    expect(tried()).toBe(before);
    clock.mockReturnValue(Date.now() + waited * 0.52);
    await outbox.send();
    await settled();
    expect(tried()).toBeGreaterThan(before);
    before = tried();
  }
  expect(stuck()).toEqual([{ id: note(2).id, tries: 5 }]);
  expect(await refused()).toEqual([]);
  server = ok;
  clock.mockReturnValue(Date.now() + 600_000);
  await outbox.send();
  await settled();
  expect(await stored()).toEqual([]);
  expect(stuck()).toEqual([]);
});

test('what was refused is sent once more when asked, over a restart too', async () => {
  server = () => refuse('events[0].kind');
  const first = started();
  await first.openOutbox();
  first.post([note(1)]);
  await settled();
  const outbox = started();
  await outbox.openOutbox();
  server = away;
  await outbox.retryRefused([note(1).id]);
  await settled();
  expect([last(await stored()), await refused()]).toEqual([['1'], []]);
  server = ok;
  await outbox.send();
  await settled();
  expect([await stored(), await refused()]).toEqual([[], []]);
});

test('what the device does not keep is counted, and written as soon as it can be', async () => {
  server = away;
  const outbox = started();
  await outbox.openOutbox();
  outbox.post([note(1)]);
  await settled();
  const add = jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
    throw new DOMException('no room', 'QuotaExceededError');
  });
  outbox.post([note(2), note(3)]);
  await settled();
  const counts = () => {
    const { waiting, unsaved } = outbox.outboxState();
    return { waiting: waiting.length, unsaved };
  };
  expect(counts()).toEqual({ waiting: 3, unsaved: 2 });
  // Reading is no sign of room.
  await outbox.send();
  expect(counts()).toEqual({ waiting: 3, unsaved: 2 });
  add.mockRestore();
  outbox.post([note(4)]);
  await settled();
  expect(counts()).toEqual({ waiting: 4, unsaved: 0 });
  expect(last(await stored())).toEqual(['1', '2', '3', '4']);
});

test('visits are sent apart, each in its own order; what was made goes before what rests on it', async () => {
  server = away;
  const first = started();
  await first.openOutbox();
  first.postMake({ id: 'place-7', what: 'a place', path: '/places', body: { id: 'place-7' } });
  first.postMake({ id: 'visit-8', what: 'a visit', path: '/visits', body: { id: 'visit-8' } });
  first.post([note(1, 'v1'), note(2, 'v2'), note(3, 'v1')]);
  await settled();
  expect(first.isWaiting('place-7')).toBe(true);
  sent = [];
  server = ok;
  await started().openOutbox();
  await settled();
  expect(sent).toEqual([
    { path: '/places', ids: ['7'] },
    { path: '/visits', ids: ['8'] },
    { path: '/visits/v1/events', ids: ['1', '3'] },
    { path: '/visits/v2/events', ids: ['2'] },
  ]);
});

test('two tabs send each entry once, and both know when it is sent', async () => {
  server = away;
  const [one, two] = [started(), started()];
  await Promise.all([one.openOutbox(), two.openOutbox()]);
  one.post([note(1)]);
  two.post([note(2)]);
  await settled();
  // Each tab reads what waits before it sends: what the other entered goes out with its own, in order.
  server = ok;
  sent = [];
  await one.send();
  await settled();
  expect(sent.flatMap((row) => row.ids).sort()).toEqual(['1', '2']);
  await two.send();
  await settled();
  expect(sent).toHaveLength(1);
  expect(two.waitingFor('v1')).toEqual([]);
});

test('what an earlier version left waiting is brought over once, in order, and its places are let go', async () => {
  const old = await openDB('elm-mist-outbox', 1, { upgrade: (db) => void db.createObjectStore('entries') });
  await old.put('entries', { waiting: [note(1), note(2)], refused: [{ event: note(4), message: 'No.' }] }, 'elm-mist.outbox');
  old.close();
  window.localStorage.setItem('elm-mist.outbox.journal', JSON.stringify([note(2), note(3)]));
  const photos = await openDB('keyval-store', 1, { upgrade: (db) => void db.createObjectStore('keyval') });
  await photos.put('keyval', { visitId: 'v1', blob: new Blob(['x']) }, 'elm-mist.photo.p1');
  photos.close();
  await started().openOutbox();
  await settled();
  expect(sent.flatMap((row) => row.ids)).toEqual(['1', '2', '3']);
  expect(last(await refused())).toEqual(['4']);
  expect(await (await deviceStore())?.getAllKeys('photos')).toEqual(['p1']);
  expect(window.localStorage.getItem('elm-mist.outbox.journal')).toBeNull();
  expect((await indexedDB.databases()).map((db) => db.name)).toEqual(['elm-mist']);
});

test('six hundred entries drain in batches, each once', async () => {
  server = away;
  const first = started();
  await first.openOutbox();
  const many = Array.from({ length: 600 }, (_, i) => ({ ...note(1), id: `0198a1b2-0000-7000-8000-${String(i).padStart(12, '0')}` }));
  first.post(many);
  await settled();
  const seen: string[] = [];
  server = (events) => {
    seen.push(...events.map((event) => event.id));
    return ok(events);
  };
  await started().openOutbox();
  for (let i = 0; i < 200 && seen.length < 600; i += 1) await settled();
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
  const take = (some: VisitEvent[]) => {
    for (const row of some)
      if (!taken.has(row.id)) {
        taken.set(row.id, row);
        order.push(row.id);
      }
  };
  for (const [i, event] of events.entries()) {
    // Away, here, or answered with the answer lost: turn and turn about.
    const mood = i % 3;
    server = (some) => {
      if (mood === 0) throw new Error('away');
      take(some);
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
    take(some);
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
