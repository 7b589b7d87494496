import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import type { DayRecord, VisitCostRecord, VisitDetail, VisitRecord } from '@elm-mist/contract';
import Database from 'libsql';
import { ENGINE_VERSION } from '@elm-mist/core/method';
import { alarmsOf, stepsDone, closingChecks, coilRunOf, foldVisit, nextAction, type VisitEvent } from '@elm-mist/core/run';
import { DAY, RealServer } from './helpers';

jest.setTimeout(240_000);

/** A data folder as the fourth engine left it, with a visit under way and foam on two of its sections. */
const server = new RealServer();
const VISIT = 'demo-visit-14';

beforeAll(async () => {
  const file = join(server.folder, 'elm-mist.db');
  writeFileSync(file, gunzipSync(readFileSync(join(__dirname, 'fixtures', 'demo-engine-4.db.gz'))));
  // A fence before a face, as it was called then.
  const db = new Database(file);
  const row = db.prepare("select id, faces from coil where id = 'fennick-hp-out'").get() as { id: string; faces: string };
  const faces = (JSON.parse(row.faces) as object[]).map((face, i) =>
    i === 0 ? { ...face, screen: { heightM: 1.8, distanceM: 0.9 } } : face,
  );
  db.prepare('update coil set faces = ? where id = ?').run(JSON.stringify(faces), row.id);
  db.close();
  await server.start();
});
afterAll(() => server.remove());

const detailOf = async () => (await server.call<VisitDetail>('GET', `/visits/${VISIT}`)).body;
const stateOf = (detail: VisitDetail) => foldVisit(VISIT, detail.system.configuration, detail.events);
const event = (kind: VisitEvent['kind'], data: unknown, at: number, id: number) => ({
  id: `0198ffff-0000-7000-8000-${String(id).padStart(12, '0')}`,
  visitId: VISIT,
  at: new Date(at).toISOString(),
  by: 'Wren Cotter',
  kind,
  data,
});

test('its plans and events open: the foam is on, its alarms stand, the next action is told, and no power goes back', async () => {
  const detail = await detailOf();
  const made = detail.events.filter((row): row is VisitEvent<'plan.made'> => row.kind === 'plan.made');
  expect(made.length).toBeGreaterThan(0);
  expect(made.every((row) => row.data.plan.engine !== ENGINE_VERSION)).toBe(true);
  const state = stateOf(detail);
  const outdoor = detail.coils.find((coil) => coil.role === 'condenser')!;
  const run = coilRunOf(state, outdoor.id)!;
  const soaking = run.sections.filter((section) => run.progress[section.id]?.foam);
  expect(soaking).toHaveLength(2);
  for (const section of soaking) expect(run.progress[section.id]?.foam?.ending).toBe('rinse');
  expect(alarmsOf(state).filter((alarm) => alarm.kind === 'too-long')).toHaveLength(2);
  const onAtMs = Math.min(...soaking.map((section) => run.progress[section.id]!.foam!.appliedAtMs));
  expect(nextAction(run, onAtMs + 3_600_000)).toMatchObject({ kind: 'rinse' });
  expect(stepsDone(state, detail.coils).wash).toBe(false);
  const up = ['blades-free', 'closed-up', 'told', 'power-on'].map((step, i) =>
    event('power.step', { step, ok: true }, onAtMs + 600_000 + i * 1000, i + 1),
  );
  const answer = await server.call('POST', `/visits/${VISIT}/events`, { events: up });
  expect(answer.status).toBe(422);
  expect(answer.body.error.message).toMatch(/Foam still soaks/);
});

test('planned anew by this engine, the foam that the old one put on stays as it was', async () => {
  const detail = await detailOf();
  const before = stateOf(detail);
  const outdoor = detail.coils.find((coil) => coil.role === 'condenser')!;
  const old = before.plans[outdoor.id]!.value;
  const last = Date.parse(detail.events.at(-1)!.at);
  const sections = old.sections.map((section, i) => ({ ...section, id: `${section.faceId}.${i + 1}` }));
  const answer = await server.call('POST', `/visits/${VISIT}/events`, {
    events: [event('plan.made', { coilId: outdoor.id, plan: { ...old, sections } }, last + 1000, 10)],
  });
  expect(answer.status).toBe(200);
  const after = stateOf(await detailOf());
  const foamOf = (state: typeof after) =>
    Object.entries(state.sections[outdoor.id] ?? {}).flatMap(([id, row]) => (row.foam ? [[id, row.foam.appliedAtMs]] : []));
  expect(foamOf(after)).toEqual(foamOf(before));
});

test('what stood before a face is still there, under the name it has now', async () => {
  const outdoor = (await detailOf()).coils.find((coil) => coil.id === 'fennick-hp-out')!;
  expect(outdoor.geometry.faces[0]).toMatchObject({ fence: { heightM: 1.8, distanceM: 0.9 } });
  expect(outdoor.geometry.faces[0]).not.toHaveProperty('screen');
});

test('the day, the history and the costs of the old years are read as before', async () => {
  const day = (await server.call<DayRecord>('GET', `/days/${DAY}`)).body;
  const row = day.visits.find(({ visit }) => visit.id === VISIT)!;
  // The indoor coil has no mix yet.
  expect(row.visitStep).toBe('mix');
  expect(row.fit?.time.seconds).toBeGreaterThan(0);
  const year = (await server.call<VisitCostRecord[]>('GET', `/costs?from=2025-06-11&to=${DAY}`)).body;
  expect(year.length).toBeGreaterThan(8);
  expect(new Set(year.map(({ means }) => means))).toContain('mixed');
});

test('a closed visit takes back nothing, not even what it never had; opened with a reason, it does', async () => {
  const visit = (await server.call<VisitRecord>('GET', `/visits/${VISIT}`)).body;
  expect(visit).toBeTruthy();
  const detail = await detailOf();
  const outdoor = detail.coils.find((coil) => coil.role === 'condenser')!;
  let at = Date.parse(detail.events.at(-1)!.at);
  let n = 20;
  const send = (kind: VisitEvent['kind'], data: unknown) => {
    at += 1000;
    n += 1;
    return server.call('POST', `/visits/${VISIT}/events`, { events: [event(kind, data, at, n)] });
  };
  expect((await send('visit.closed', { nextDue: '2027-06-01', why: '', note: '' })).body.error.message).toMatch(
    /rinse it before the visit is closed/,
  );
  const state = stateOf(detail);
  for (const [sectionId, row] of Object.entries(state.sections[outdoor.id] ?? {}))
    if (row.foam) expect((await send('section.rinsed', { coilId: outdoor.id, sectionId })).status).toBe(200);
  // A visit of before the closing gate is asked by it like any other.
  expect((await send('visit.closed', { nextDue: '2027-06-01', why: '', note: '' })).body.error.message).toMatch(/^Still open: /);
  const now = stateOf((await server.call<VisitDetail>('GET', `/visits/${VISIT}`)).body);
  for (const { item, standing } of closingChecks(now, detail.coils))
    if (standing === 'open') expect((await send('close.checked', { item, ok: false, reason: 'Closed from the office' })).status).toBe(200);
  expect((await send('visit.closed', { nextDue: '2027-06-01', why: '', note: '' })).status).toBe(200);
  const survey = detail.events.find((row) => row.kind === 'coil.surveyed')!;
  expect((await send('event.undone', { eventId: survey.id })).body.error.message).toMatch(/closed: open it again/);
  expect((await send('event.undone', { eventId: '0198ffff-0000-7000-8000-999999999999' })).body.error.message).toMatch(/no such entry/);
  expect((await send('visit.reopened', { reason: 'short' })).status).toBe(422);
  expect((await send('visit.reopened', { reason: 'Forgot the readings after' })).status).toBe(200);
  expect((await send('event.undone', { eventId: survey.id })).status).toBe(200);
  expect(stateOf(await detailOf()).closings).toMatchObject([{ reopened: { value: 'Forgot the readings after' } }]);
});
