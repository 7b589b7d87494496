import { randomUUID } from 'node:crypto';
import type { CrewPractice, PracticeCoilRecord, PracticeEntry, PracticeRecord, RealPractice, VisitRecord } from '@elm-mist/contract';
import { PRACTICE_CASES } from '@elm-mist/core/trainer';
import { RealServer } from './helpers';

const server = new RealServer();
const NOW = Date.now();
const entry = (over: Partial<PracticeEntry> = {}): PracticeEntry => ({
  id: randomUUID(),
  atMs: NOW - 60_000,
  family: 'dead',
  skill: 'dead.none',
  seed: 4,
  right: true,
  ...over,
});
let ives = '';
const as = async <T>(cookie: string, method: string, path: string, body?: unknown): Promise<{ status: number; body: T }> => {
  const answer = await server.fetch(path, {
    method,
    headers: { Cookie: cookie, ...(body === undefined ? {} : { 'Content-Type': 'application/json' }) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: answer.status, body: (await answer.json()) as T };
};

beforeAll(async () => {
  await server.start({ ELM_MIST_LOG: 'error' });
  ives = await server.cookieOf('/sign-in/demo', { id: 'ives-vane', device: 'tests' });
});
afterAll(() => server.remove());

test('answers are kept for who gave them, once, oldest first, and shown to nobody else', async () => {
  const [late, early] = [entry(), entry({ atMs: NOW - 120_000, right: false })];
  expect((await as<PracticeRecord>(ives, 'POST', '/practice', { entries: [late, early] })).body.entries).toEqual([early, late]);
  // A phone that did not hear the answer sends again.
  const again = await as<PracticeRecord>(ives, 'POST', '/practice', { entries: [{ ...late, right: false }] });
  expect(again.body.entries).toEqual([early, late]);
  expect((await server.call<PracticeRecord>('GET', '/practice')).body.entries).toEqual([]);
  // Under somebody else's id nothing of theirs is changed or told.
  await server.call('POST', '/practice', { entries: [{ ...late, right: false }] });
  expect((await as<PracticeRecord>(ives, 'GET', '/practice')).body.entries).toEqual([early, late]);
});

test('what is no answer is refused by the name of its field, and none of the others is kept', async () => {
  for (const [field, wrong] of Object.entries({ family: 'juggling', atMs: -1, seed: 0.5, right: 'yes', id: '' })) {
    const answer = await as<{ error: { fields: Record<string, string> } }>(ives, 'POST', '/practice', {
      entries: [entry(), { ...entry(), [field]: wrong }],
    });
    expect([field, answer.status, Object.keys(answer.body.error.fields)]).toEqual([field, 422, [`entries[1].${field}`]]);
  }
  expect((await as<PracticeRecord>(ives, 'GET', '/practice')).body.entries).toHaveLength(2);
});

test('who leads sees by family who is ready, and no single answer; a technician does not', async () => {
  await as(ives, 'POST', '/practice', { entries: Array.from({ length: 12 }, (_, i) => entry({ atMs: NOW - 50_000 + i })) });
  const { body } = await server.call<CrewPractice[]>('GET', '/practice/crew');
  const his = body.find(({ personId }) => personId === 'ives-vane')!;
  expect(his.families.find(({ family }) => family === 'dead')).toEqual({ family: 'dead', asked: 14, right: 13, ready: true });
  expect(his.families.find(({ family }) => family === 'ratio')).toEqual({ family: 'ratio', asked: 0, right: 0, ready: false });
  expect(JSON.stringify(body)).not.toContain('seed');
  expect((await as(ives, 'GET', '/practice/crew')).status).toBe(403);
});

test('forgotten, nothing of it is left, and nothing of anybody else is touched', async () => {
  const own = entry();
  await server.call('POST', '/practice', { entries: [own] });
  expect((await as<PracticeRecord>(ives, 'POST', '/practice/forget', {})).body.entries).toEqual([]);
  expect((await as<PracticeRecord>(ives, 'GET', '/practice')).body.entries).toEqual([]);
  expect((await server.call<PracticeRecord>('GET', '/practice')).body.entries.map(({ id }) => id)).toContain(own.id);
});

test('a coil that the shop set is there for everybody until it is put away; one that cannot be is refused by the name of its field', async () => {
  const { id: _id, ...given } = PRACTICE_CASES[1]!;
  const made = await server.call<PracticeCoilRecord>('POST', '/practice/coils', given);
  expect(made).toMatchObject({ status: 201, body: { coil: given, by: 'Wren Cotter' } });
  expect((await as<PracticeCoilRecord[]>(ives, 'GET', '/practice/coils')).body).toEqual([made.body]);
  for (const [field, wrong] of Object.entries({ name: '', rows: 4, soils: [], widthM: 9, grade: 5, construction: 'tin' })) {
    const answer = await server.call<{ error: { fields: Record<string, string> } }>('POST', '/practice/coils', {
      ...given,
      [field]: wrong,
    });
    expect([field, answer.status, Object.keys(answer.body.error.fields)]).toEqual([field, 422, [field]]);
  }
  expect((await as(ives, 'POST', '/practice/coils', given)).status).toBe(403);
  expect((await server.call<PracticeCoilRecord[]>('POST', `/practice/coils/${made.body.coil.id}/put-away`, {})).body).toEqual([]);
  expect((await server.call('POST', '/practice/coils/nowhere/put-away', {})).status).toBe(404);
});

test('what somebody did on real visits is theirs; its sums are for who leads only while they share them', async () => {
  const day = new Date().toISOString().slice(0, 10);
  const { body: visit } = await server.call<VisitRecord>('POST', '/visits', {
    systemId: 'quillon-split',
    day,
    startMinute: 600,
    durationMin: 60,
    purpose: '',
  });
  let second = 0;
  const start = Date.now() - 60_000;
  const stamp = () => new Date(start + 1000 * (second += 1)).toISOString();
  const enter = (cookie: string, kind: string, data: unknown) =>
    as(cookie, 'POST', `/visits/${visit.id}/events`, {
      events: [{ id: randomUUID(), visitId: visit.id, at: stamp(), by: 'Somebody', kind, data }],
    });
  const real = async (cookie: string) => (await as<RealPractice>(cookie, 'GET', '/practice/real')).body;
  expect(await real(ives)).toEqual({ shares: false, families: [], misses: [] });
  for (const step of ['thermostat-off', 'isolated', 'tagged'])
    expect(await enter(ives, 'gate.step', { source: 'outdoor-unit', step, volts: null })).toMatchObject({ status: 200 });
  const reason = 'the probe did not reach';
  expect(await enter(ives, 'gate.skipped', { source: 'outdoor-unit', step: 'meter-proved', reason })).toMatchObject({ status: 200 });
  // What the owner did on the same visit is not his.
  await enter(server.cookie, 'gate.skipped', { source: 'outdoor-unit', step: 'l1-l2', reason });

  const at = new Date(start + 4000).toISOString();
  const place = 'Quillon bakery flat';
  const words = 'Meter on a known live source was left out.';
  expect(await real(ives)).toEqual({
    shares: false,
    families: [{ family: 'dead', done: 1, well: 0 }],
    misses: [{ family: 'dead', words, at, visitId: visit.id, place }],
  });
  const told = async () =>
    (await server.call<CrewPractice[]>('GET', '/practice/crew')).body.find(({ personId }) => personId === 'ives-vane')!.real;
  expect(await told()).toBeNull();
  await as(ives, 'PUT', '/practice/share', { shares: true });
  expect(await told()).toEqual([{ family: 'dead', done: 1, well: 0 }]);
  expect(JSON.stringify(await told())).not.toContain('left out');
  await as(ives, 'PUT', '/practice/share', { shares: false });
  expect(await told()).toBeNull();
});
