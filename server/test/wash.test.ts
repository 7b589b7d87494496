import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  TIME_HEADER,
  type PlaceRecord,
  type ProbeBacklog,
  type ProbeSample,
  type ShelfRecord,
  type SystemRecord,
  type VisitChanged,
  type VisitDetail,
  type VisitRecord,
} from '@elm-mist/contract';
import type { CoilBuild } from '@elm-mist/core/method';
import { foldVisit, type VisitEvent } from '@elm-mist/core/run';
import { fullRun, fullRunCoils } from '@elm-mist/core/testing/fullRun';
import Database from 'libsql';
import { DAY, readUntil, RealServer } from './helpers';

jest.setTimeout(240_000);

const server = new RealServer();
beforeAll(() => server.start());
afterAll(() => server.remove());

const send = <T>(visitId: string, ...events: unknown[]) => server.call<T>('POST', `/visits/${visitId}/events`, { events });

/** A place, a system with both coils and a visit, made through the interface. */
async function newVisit(): Promise<{ visitId: string; coils: [CoilBuild, CoilBuild] }> {
  const place = await server.call<PlaceRecord>('POST', '/places', {
    customerName: 'Odo Lantry',
    name: 'Kiln yard',
    address: '4 Kiln Yard',
  });
  const system = await server.call<SystemRecord>('POST', '/systems', {
    placeId: place.body.id,
    name: 'Cooling',
    configuration: 'split-cool',
    model: 'XX-024',
    refrigerant: 'R-410A',
  });
  const coils: CoilBuild[] = [];
  for (const { geometry, role, construction, guards, topOpens, makerWaterOnly } of fullRunCoils) {
    const input = { ...geometry, shape: role === 'evaporator' ? 'a-coil' : 'wrap', role, construction, guards, topOpens, makerWaterOnly };
    coils.push((await server.call<CoilBuild>('POST', `/systems/${system.body.id}/coils`, input)).body);
  }
  const visit = await server.call<VisitRecord>('POST', '/visits', {
    systemId: system.body.id,
    day: DAY,
    startMinute: 600,
    durationMin: 90,
    purpose: '',
  });
  return { visitId: visit.body.id, coils: coils as [CoilBuild, CoilBuild] };
}
const uuid = (n: number) => `0198a1b2-0000-7000-8000-${String(n).padStart(12, '0')}`;

/** What a pulled plug would leave at this moment: the files as they lie, opened by another program. */
function asLeftBehind(visitId: string): VisitEvent[] {
  const folder = mkdtempSync(join(tmpdir(), 'elm-mist-plug-'));
  for (const end of ['', '-wal'])
    if (existsSync(join(server.folder, `elm-mist.db${end}`)))
      copyFileSync(join(server.folder, `elm-mist.db${end}`), join(folder, `elm-mist.db${end}`));
  const db = new Database(join(folder, 'elm-mist.db'));
  const rows = db.prepare('select id, at, "by", kind, data from event where visit_id = ?').all(visitId) as { data: string }[];
  const events = rows.map((row) => ({ ...row, visitId, data: JSON.parse(row.data) as unknown }) as unknown as VisitEvent);
  db.close();
  rmSync(folder, { recursive: true });
  return events;
}

test('a full run of two coils: the plug pulled at any event, and an answer lost on the way, leave the very same state', async () => {
  const { visitId, coils } = await newVisit();
  const { cleaners } = (await server.call<ShelfRecord>('GET', '/shelf')).body;
  // Kept under the name of who is signed in.
  const events = fullRun(visitId, uuid, coils, cleaners).map((event): VisitEvent => ({ ...event, by: 'Wren Cotter' }));
  // The days of a closing are the server's.
  const dateless = (event: VisitEvent): VisitEvent =>
    event.kind === 'visit.closed' ? { ...event, data: { nextDue: '', why: '', note: event.data.note } } : event;
  const fold = (some: readonly VisitEvent[]) => foldVisit(visitId, 'split-cool', some.map(dateless));
  const pulledAt = new Set([Math.floor(events.length / 3), Math.floor((events.length * 2) / 3)]);
  for (const [i, event] of events.entries()) {
    expect(await send(visitId, event)).toMatchObject({ status: 200, body: { added: 1 } });
    // The answer was lost: the phone sends it again.
    expect(await send(visitId, event)).toMatchObject({ status: 200, body: { added: 0 } });
    expect(fold(asLeftBehind(visitId))).toEqual(fold(events.slice(0, i + 1)));
    if (pulledAt.has(i)) {
      await server.stop('SIGKILL');
      await server.start();
    }
  }
  const end = (await server.call<VisitDetail>('GET', `/visits/${visitId}`)).body;
  expect(fold(end.events)).toEqual(fold(events));
  expect(end.visit.standing).toBe('closed');
});

test('an open page hears of a change on its visit at once, and of no other', async () => {
  const { visitId, coils } = await newVisit();
  const gone = new AbortController();
  const answer = await server.fetch(`/visits/${visitId}/changes`, { signal: gone.signal });
  expect(answer.headers.get('content-type')).toMatch(/^text\/event-stream/);
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader();
  const before = (await server.call<VisitDetail>('GET', `/visits/${visitId}`)).body.events.length;
  expect((await reader.read()).value).toBe(`event: ready\ndata: ${before}\n\n`);
  const heard = async () => {
    const { value = '' } = await reader.read();
    expect(value).toMatch(/^event: changed\ndata: .*\n\n$/);
    return JSON.parse(value.slice(value.indexOf('{'))) as VisitChanged;
  };
  await send('demo-visit-14', {
    id: uuid(9001),
    visitId: 'demo-visit-14',
    at: `${DAY}T15:00:00.000Z`,
    by: 'Ives',
    kind: 'note.added',
    data: { text: 'x' },
  });
  const note = { id: uuid(9002), visitId, at: `${DAY}T15:00:00.000Z`, by: 'Ives', kind: 'note.added', data: { text: 'y' } };
  await send(visitId, note);
  // The first word after being ready is of its own visit; a repeat that adds nothing is not told.
  expect(await heard()).toEqual({ from: before, events: [{ ...note, by: 'Wren Cotter' }], again: false });
  await send(visitId, note);
  await send(visitId, { ...note, id: uuid(9003), kind: 'coil.skipped', data: { coilId: coils[1].id, reason: 'no access' } });
  expect(await heard()).toMatchObject({ from: before + 1, events: [{ id: uuid(9003) }], again: false });
  // A visit that stands otherwise, or is moved, is read again.
  await send(visitId, { ...note, id: uuid(9004), kind: 'visit.cancelled', data: { reason: 'Nobody at home' } });
  expect(await heard()).toMatchObject({ from: before + 2, again: true });
  // What is on record around it is read again too: a coil corrected in the office changes a plan.
  const { geometry, role, construction, guards, topOpens, makerWaterOnly } = coils[0];
  const built = { ...geometry, shape: 'wrap', role, construction, guards, topOpens: !topOpens, makerWaterOnly };
  expect((await server.call('PUT', `/coils/${coils[0].id}`, built)).status).toBe(200);
  expect(await heard()).toEqual({ from: 0, events: [], again: true });
  gone.abort();
  await reader.cancel().catch(() => undefined);
  expect((await server.call('GET', '/visits/nowhere/changes')).status).toBe(404);
});

test('the simulated kit tells what it kept, then reads once a second; the same probe is off by the same before and after', async () => {
  const listen = async (when: string) => {
    const gone = new AbortController();
    const answer = await server.fetch(`/visits/demo-visit-13/probes?when=${when}`, { signal: gone.signal });
    const { said, reader } = await readUntil(answer.body, (words) => words.split('event: sample').length > 2 && words.endsWith('\n\n'));
    gone.abort();
    await reader.cancel().catch(() => undefined);
    const told = said.split('\n\n').filter(Boolean);
    const parsed = told.map((part) => JSON.parse(part.split('\ndata: ')[1] ?? 'null') as unknown);
    return { backlog: parsed[0] as ProbeBacklog, samples: parsed.slice(1) as ProbeSample[] };
  };
  const [before, after] = [await listen('before'), await listen('after')];
  expect(before.backlog.samples).toHaveLength(240);
  expect(before.backlog.runMinutes).toBeGreaterThan(20);
  expect(before.samples[1]!.atMs - before.samples[0]!.atMs).toBeGreaterThan(700);
  const run = (id: 'suctionP' | 'liquidP', told: ProbeBacklog) => told.samples.map((sample) => sample.values[id]);
  // Readings drop out now and then, and are noisy about a mean that the kit keeps.
  expect(run('liquidP', before.backlog)).toContain(null);
  const mean = (told: ProbeBacklog) => {
    const read = run('suctionP', told).filter((value) => typeof value === 'number');
    return read.reduce((sum, value) => sum + value, 0) / read.length;
  };
  expect(Math.abs(mean(before.backlog) - mean(after.backlog))).toBeLessThan(2);
  // Put wrong on purpose, it is wrong from what it kept on: return air is what comes out of the supply.
  const swapped = await listen('before&wrong=air-swapped');
  const last = (told: ProbeBacklog, id: 'returnDb' | 'supplyDb') =>
    told.samples
      .map((sample) => sample.values[id])
      .filter((value) => typeof value === 'number')
      .at(-1)!;
  expect(last(before.backlog, 'returnDb')).toBeGreaterThan(last(before.backlog, 'supplyDb') + 4);
  expect(last(swapped.backlog, 'returnDb')).toBeLessThan(last(swapped.backlog, 'supplyDb') - 4);
  expect((await server.call('GET', '/visits/demo-visit-13/probes?when=before&wrong=all')).body.error.fields).toHaveProperty('wrong');
  expect((await server.call('GET', '/visits/demo-visit-13/probes?when=now')).body.error.fields).toHaveProperty('when');
  expect((await server.call('GET', '/visits/nowhere/probes?when=before')).status).toBe(404);
});

test('every answer tells the shop’s time, unless it is kept', async () => {
  const before = Date.now();
  const told = Number((await server.call('GET', '/house-rules')).headers.get(TIME_HEADER));
  expect(told).toBeGreaterThanOrEqual(before);
  expect(told).toBeLessThanOrEqual(Date.now());
  const quiet = new RealServer();
  await quiet.start({ ELM_MIST_CLOCK: 'off', ELM_MIST_DEMO: 'off' });
  try {
    expect((await quiet.call('GET', '/house-rules')).headers.get(TIME_HEADER)).toBeNull();
  } finally {
    await quiet.remove();
  }
});

test('a visit brings the air of its day, marked simulated, and what past runs took', async () => {
  const { weather, known } = (await server.call<VisitDetail>('GET', '/visits/demo-visit-15')).body;
  expect(weather.source).toBe('simulated');
  expect(weather.hours.length).toBe(12);
  expect(known.taken['isolate']?.runs).toBeGreaterThan(5);
  expect(known.taken['gun']?.seconds).toBeGreaterThan(60);
});

test('a server with pages listening stops at once', async () => {
  const own = new RealServer();
  await own.start();
  const answer = await own.fetch(`/visits/demo-visit-14/changes`);
  const ended = answer.text();
  expect(await own.stop('SIGTERM')).toBe(0);
  expect(await ended).toContain('event: ready');
  await own.remove();
});
