import { randomUUID } from 'node:crypto';
import { readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import type {
  CrewPractice,
  ShelfRecord,
  ProbeBacklog,
  PracticeLook,
  PracticeVisit,
  PracticeVisitDone,
  UpkeepRecord,
  VisitDetail,
} from '@elm-mist/contract';
import { DEFAULT_HOUSE_RULES, planCoil } from '@elm-mist/core/method';
import { emptySurvey, type Grade } from '@elm-mist/core/survey';
import { passingFolder } from '../src/store/passing';
import { readUntil, RealServer } from './helpers';

const server = new RealServer();
let ives = '';

interface Said<T> {
  status: number;
  body: T;
}
type Refused = { error: { code: string; fields: Record<string, string> } };

/** A request as somebody: to the shop, or to the visit that they practise. */
async function ask<T>(method: string, path: string, body?: unknown, cookie = ives): Promise<Said<T>> {
  const whole = path.startsWith('/sandbox') ? path : `/api${path}`;
  const answer = await fetch(`http://localhost:${server.port}${whole}`, {
    method,
    headers: { Cookie: cookie, ...(body === undefined ? {} : { 'Content-Type': 'application/json' }) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: answer.status, body: (await answer.json()) as T };
}
const begin = async (seed: number): Promise<PracticeVisit> =>
  (await ask<PracticeVisit>('POST', '/practice/visit', { exam: false, seed })).body;
const look = async (): Promise<PracticeLook> => (await ask<PracticeLook>('GET', '/practice/visit/look')).body;
const there = <T>(method: string, path: string, body?: unknown) => ask<T>(method, `/sandbox/api${path}`, body);

/** What one adds to the visit that is practised, at its own time. */
async function enter(visitId: string, kind: string, data: unknown): Promise<number> {
  const { body } = await ask<{ now: PracticeVisit }>('GET', '/practice/visit');
  return (
    await there('POST', `/visits/${visitId}/events`, {
      events: [{ id: randomUUID(), visitId, at: body.now.at, by: 'Ives Vane', kind, data }],
    })
  ).status;
}

/** What the simulated kit read last of each quantity: now and then a reading drops out, as a real one's does. */
async function kit(visitId: string, when: 'before' | 'after'): Promise<Record<string, number>> {
  const answer = await fetch(`http://localhost:${server.port}/sandbox/api/visits/${visitId}/probes?when=${when}`, {
    headers: { Cookie: ives },
  });
  const { said, reader } = await readUntil(answer.body, (text) => /event: backlog\ndata: .*\n\n/.test(text));
  await reader.cancel();
  const { samples } = JSON.parse(/event: backlog\ndata: (.*)\n/.exec(said)?.[1] ?? '{}') as ProbeBacklog;
  const read = samples.flatMap(({ values }) => Object.entries(values).filter((row): row is [string, number] => typeof row[1] === 'number'));
  return Object.fromEntries(read);
}

beforeAll(async () => {
  await server.start({ ELM_MIST_LOG: 'error' });
  ives = await server.cookieOf('/sign-in/demo', { id: 'ives-vane', device: 'tests' });
});
afterAll(() => server.remove());

test('a practised visit has a shop, a clock and a kit of its own, and touches nothing of the real one', async () => {
  const shop = async () => {
    const { visits, entries } = (await server.call<UpkeepRecord>('GET', '/upkeep')).body;
    return { visits, entries, shelf: (await server.call('GET', '/shelf')).body };
  };
  const before = await shop();
  // An outdoor coil alone: seeds below the number of systems are even ones.
  const visit = await begin(0);
  expect(visit.startedAt).toBe('2026-06-11T17:30:00.000Z');
  expect((await ask('GET', `/visits/${visit.visitId}`)).status).toBe(404);
  const { body: detail } = await there<VisitDetail>('GET', `/visits/${visit.visitId}`);
  const coil = detail.coils[0]!;

  // Found: a torch picture of each face, and no grade said.
  const found = await look();
  expect(found.coils[0]!.faces.map(({ faceId }) => faceId)).toEqual(coil.geometry.faces.map(({ id }) => id));
  const lightOf = (seen: PracticeLook) => seen.coils[0]!.faces.flatMap(({ light }) => light).reduce((sum, each) => sum + each, 0);

  // Proved dead with what the meter shows, whatever comes up, until the gate is open.
  for (let i = 0; i < 40; i += 1) {
    const next = (await look()).meters[0];
    if (!next) break;
    expect(await enter(visit.visitId, 'gate.step', { source: next.source, step: next.step, volts: next.volts })).toBe(200);
  }
  expect((await look()).meters).toEqual([]);
  const grades = Object.fromEntries(coil.geometry.faces.map(({ id }) => [id, Array<Grade>(coil.geometry.rows).fill(3)]));
  await enter(visit.visitId, 'visit.started', {});
  const survey = { ...emptySurvey(), grades, soils: ['dust' as const], coolingSymptom: true };
  await enter(visit.visitId, 'coil.surveyed', { coilId: coil.id, survey });
  const dirty = await kit(visit.visitId, 'before');
  const { body: planned } = await there<VisitDetail>('GET', `/visits/${visit.visitId}`);
  expect(planned.events.map(({ kind }) => kind)).toContain('coil.surveyed');

  // Ten minutes at once.
  const { at } = (await ask<{ now: PracticeVisit }>('GET', '/practice/visit')).body.now;
  const { body: later } = await ask<PracticeVisit>('POST', '/practice/visit/ahead', { minutes: 10 });
  expect(Date.parse(later.at) - Date.parse(at)).toBeGreaterThanOrEqual(600_000);
  expect(Date.parse(later.at) - Date.parse(at)).toBeLessThan(630_000);
  // Its answers tell its own time, so that a phone follows it.
  const health = await fetch(`http://localhost:${server.port}/sandbox/api/health`, { headers: { Cookie: ives } });
  expect(((await health.json()) as { time: string }).time.slice(0, 10)).toBe('2026-06-11');

  // Water on every face lets more of the torch through, and the machine feels it.
  const { cleaners } = (await there<ShelfRecord>('GET', '/shelf')).body;
  const plan = planCoil(
    coil,
    survey,
    { configuration: 'split-cool', refrigerant: 'R-410A', pressureKPa: 92, sensitiveOccupants: false, site: null },
    cleaners,
    DEFAULT_HOUSE_RULES,
  );
  expect(await enter(visit.visitId, 'plan.made', { coilId: coil.id, plan })).toBe(200);
  for (const { id: sectionId } of plan.sections)
    expect(await enter(visit.visitId, 'section.rinsed', { coilId: coil.id, sectionId })).toBe(200);
  const washed = await look();
  expect(lightOf(washed)).toBeGreaterThan(lightOf(found));
  const clean = await kit(visit.visitId, 'after');
  expect(clean['liquidP']).toBeLessThan(dirty['liquidP']!);
  expect(await shop()).toEqual(before);
});

test('the owner answers, which takes a minute each, and says the same when asked again', async () => {
  await begin(1);
  const clock = async () => Date.parse((await ask<{ now: PracticeVisit }>('GET', '/practice/visit')).body.now.at);
  const started = await clock();
  const asked = async () => (await ask<PracticeLook>('POST', '/practice/visit/ask', { question: 'money' })).body.told;
  const told = await asked();
  expect(told).toEqual([{ question: 'money', words: expect.stringMatching(/^Not more than \d+/) as string }]);
  expect(await asked()).toEqual(told);
  const took = (await clock()) - started;
  expect(took).toBeGreaterThanOrEqual(60_000);
  expect(took).toBeLessThan(110_000);
  expect((await ask<Refused>('POST', '/practice/visit/ask', { question: 'weather' })).body.error.fields).toHaveProperty('question');
});

test('it is judged at its end, kept for who practised alone, counted for who leads, and forgotten when asked', async () => {
  const { seed } = await begin(3);
  const ended = await ask<PracticeVisitDone>('POST', '/practice/visit/end', {});
  expect(ended.status).toBe(200);
  // Nobody looked, nobody asked: that is told, and nothing is praised that was not done.
  expect(ended.body.debrief.judgement.filter(({ ok, words }) => !ok && words.includes('nobody looked')).length).toBeGreaterThan(0);
  expect(ended.body.debrief.water).toEqual([]);
  const kept = () => ask<{ now: PracticeVisit | null; done: PracticeVisitDone[] }>('GET', '/practice/visit');
  expect((await kept()).body).toEqual({ now: null, done: [ended.body] });
  expect(ended.body.seed).toBe(seed);
  expect((await server.call<{ done: unknown[] }>('GET', '/practice/visit')).body.done).toEqual([]);
  const his = async () =>
    (await server.call<CrewPractice[]>('GET', '/practice/crew')).body.find(({ personId }) => personId === 'ives-vane')!.visits;
  const safe = ended.body.debrief.safety.every(({ ok }) => ok) ? 1 : 0;
  expect(await his()).toEqual({ done: 1, safe });
  for (const path of ['/practice/visit/look', '/sandbox/api/visits/x'])
    expect((await ask<Refused>('GET', path)).body.error.code).toBe('practice-over');
  expect((await ask('POST', '/practice/visit/ahead', { minutes: 5 })).status).toBe(410);
  await ask('POST', '/practice/forget', {});
  expect((await kept()).body.done).toEqual([]);
  expect(await his()).toEqual({ done: 0, safe: 0 });
});

test('from inside a practised visit nothing of the shop or of who is signed in can be reached; nor by anybody else', async () => {
  await begin(2);
  for (const [method, path, status] of [
    ['POST', '/sign-out', 403],
    ['PUT', '/me/password', 403],
    ['POST', '/backups', 403],
    // A practice visit has no such route.
    ['POST', '/practice/visit', 404],
    ['PUT', '/shop/open', 403],
  ] as const)
    expect([path, (await ask(method, `/sandbox/api${path}`, {})).status]).toEqual([path, status]);
  expect((await ask('GET', '/me')).status).toBe(200);
  // Whoever is not signed in has none; the owner is not let into somebody else's; another site's page writes nothing.
  expect((await ask('GET', '/sandbox/api/visits/x', undefined, '')).status).toBe(401);
  expect((await ask('GET', '/sandbox/api/shop', undefined, server.cookie)).status).toBe(410);
  const foreign = await fetch(`http://localhost:${server.port}/sandbox/api/visits`, {
    method: 'POST',
    headers: { Cookie: ives, Origin: 'http://elsewhere.example', 'Content-Type': 'application/json' },
    body: '{}',
  });
  expect(foreign.status).toBe(403);
  // Who begins another leaves the one before.
  const first = (await ask<{ now: PracticeVisit }>('GET', '/practice/visit')).body.now.visitId;
  await begin(5);
  expect((await there('GET', `/visits/${first}`)).status).toBe(404);
});

test('what a killed program left of practised visits is taken away at the next start, and nothing of another shop’s', async () => {
  const [own, other] = ['elm-mist.db', 'other.db'].map((name) => passingFolder(join(server.folder, name)));
  const lying = (folder: string) => readdirSync(tmpdir()).filter((name) => name.startsWith(basename(folder).slice(0, -6)));
  await begin(2);
  const drawnAndBegun = lying(own!).filter((name) => name !== basename(own!));
  expect(drawnAndBegun.length).toBeGreaterThanOrEqual(2);
  await server.stop('SIGKILL');
  expect(lying(own!)).toEqual(expect.arrayContaining(drawnAndBegun));
  await server.start({ ELM_MIST_LOG: 'error' });
  expect(lying(own!)).toEqual([]);
  expect(lying(other!)).toEqual([basename(other!)]);
  rmSync(other!, { recursive: true });
});
