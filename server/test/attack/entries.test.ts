import { randomUUID } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import Database from 'libsql';
import type { DayRecord, ErrorBody, UpkeepRecord, VisitDetail, VisitRecord } from '@elm-mist/contract';
import type { Cleaner } from '@elm-mist/core/mix';
import { EVENT_KINDS, type EventKind } from '@elm-mist/core/run';
import { fullRun, fullRunCoils, fullRunPlans } from '@elm-mist/core/testing/fullRun';
import { RealServer } from '../helpers';
import { rawRequest } from './rawRequest';
import { tell, WHOLE } from './whole';

jest.setTimeout(1_800_000);

/** How many spoiled copies of each entry of the demo's visits are sent before the entry itself. */
const COPIES = WHOLE ? 11 : 1;

const server = new RealServer();
beforeAll(async () => {
  mkdirSync(join(server.folder, 'web'));
  writeFileSync(join(server.folder, 'web', 'index.html'), '<title>page</title>');
  await server.start({ ELM_MIST_LOG: 'error' });
});
afterAll(() => server.remove());

const STRANGE: readonly unknown[] = [
  null,
  true,
  -1,
  0,
  1e-9,
  1e9,
  1e308,
  '',
  ' ',
  'constructor',
  '__proto__',
  'x'.repeat(300),
  '🜁',
  '2026-02-30',
  '2026-06-11',
  [],
  [null],
  {},
  { kind: 'volume' },
];

/** A copy of a value with one thing of it spoiled, chosen by numbers that are drawn. */
function spoiled(value: unknown, [where, how]: readonly [where: number, how: number]): unknown {
  const paths: (string | number)[][] = [];
  const walk = (at: unknown, path: (string | number)[]): void => {
    paths.push(path);
    if (Array.isArray(at)) at.forEach((item, i) => walk(item, [...path, i]));
    else if (at && typeof at === 'object') for (const [key, item] of Object.entries(at)) walk(item, [...path, key]);
  };
  walk(value, []);
  const path = paths[where % paths.length] ?? [];
  const copy = structuredClone({ data: value }) as Record<string, unknown>;
  const full = ['data', ...path];
  const parent = full.slice(0, -1).reduce<Record<string, unknown>>((at, key) => at[key] as Record<string, unknown>, copy);
  const key = String(full.at(-1));
  const old = parent[key];
  // Strange values, and those that are nearly right: gone, twice, cut, another of its kind.
  const nearly: unknown[] = [undefined];
  if (typeof old === 'number') nearly.push(-old, old * 1000, old + 0.5);
  if (typeof old === 'string') nearly.push(`${old}x`, old.slice(1), old.toUpperCase());
  if (Array.isArray(old)) nearly.push([...(old as unknown[]), ...(old as unknown[])], old.slice(1), (old as unknown[]).toReversed());
  const choices = [...nearly, ...STRANGE];
  parent[key] = choices[how % choices.length];
  return copy['data'];
}

const post = (visitId: string, event: unknown) => {
  const body = JSON.stringify({ events: [event] });
  const headers = { Cookie: server.cookie, 'Content-Type': 'application/json', 'Content-Length': String(Buffer.byteLength(body)) };
  return rawRequest(server.port, { method: 'POST', path: `/api/visits/${visitId}/events`, headers, body });
};

const FINDING = randomUUID();
const QUOTE = randomUUID();
const line = { id: 'a', words: 'Fan motor', quantity: '1', net: '10.00', taxPct: '0', tax: '0.00', findingId: null };
const light = {
  photoId: randomUUID(),
  corners: [0, 1, 2, 3].map((n) => ({ x: n === 1 || n === 2 ? 0.9 : 0.1, y: n > 1 ? 0.9 : 0.1 })),
  card: null,
  openPct: 60,
  doubtPoints: 4,
  cells: [0.5, 1],
  threshold: 0.4,
  separability: 0.8,
  by: 'own',
  doubts: [],
};
/** Entries of kinds that no visit of the demo has, put before the closing of a run. */
const MORE: readonly (readonly [kind: EventKind, data: object, id?: string])[] = [
  ['story.noted', { symptoms: ['weak-cooling'], facts: [], hazards: [], lastService: 'Last year', helper: false }],
  ['readings.chosen', { readings: 'quick' }],
  ['rules.chosen', { name: 'Water first', rules: { chemistry: 'water-first' } }],
  ['photo.added', { photoId: randomUUID(), coilId: null, findingId: null, when: 'before', caption: 'Base' }],
  ['finding.noted', { what: 'wiring', coilId: null, note: 'Chewed', action: 'Refer', urgency: 'soon', minutes: 30, parts: [] }, FINDING],
  [
    'quote.made',
    {
      number: 'Q-1',
      currency: 'USD',
      options: [{ id: 'o', name: 'All', leaves: '', lines: [line], net: '10.00', tax: '0.00', total: '10.00' }],
      validUntil: '2026-08-01',
      note: '',
    },
    QUOTE,
  ],
  ['quote.answered', { quoteId: QUOTE, optionId: 'o', name: 'The owner', how: 'told', strokes: [], words: '' }],
  ['finding.step', { findingId: FINDING, step: 'scheduled', words: '', day: '2026-08-01' }],
  ['finding.closed', { findingId: FINDING, note: 'Done' }],
  ['readings.held', { when: 'before', readings: [{ quantity: 'outdoorIn', value: 30, u: 0.5, how: 'typed', steady: true }] }],
  ['light.measured', { coilId: 'coil-1', before: light, after: light, bentBeforePct: 5, bentAfterPct: 1 }],
  ['coil.skipped', { coilId: 'coil-2', reason: 'Nested' }],
  ['section.left', { coilId: 'coil-1', sectionId: 'path', why: 'Paint between the fins' }],
  ['foam.ranOff', { coilId: 'coil-1' }],
  ['condensate.looked', { coilId: 'coil-2', well: true }],
  ['power.restored', { source: 'outdoor-unit' }],
  ['runs.told', { minutesAnHour: 40, designC: 36 }],
  ['note.added', { text: 'Gate squeaks' }],
  ['due.set', { coilId: 'coil-1', date: '2027-05-01', why: 'Cottonwood in June' }],
  ['upkeep.set', { upkeep: 'filter', date: '2026-09-01', why: 'Dusty road beside it' }],
  ['saving.told', { verdict: 'saved', kWh: 300, low: 100, high: 500, money: null, file: 'm.csv', simulated: false, changes: '' }],
  ['past.noted', { coils: [{ coilId: 'coil-1', before: 3, after: 0, cleanerName: 'Bramble', inside: true }], note: '' }],
  ['visit.suspended', { reason: 'Waits for a motor', findingIds: [], due: null, told: 'The owner', safe: [] }],
  ['visit.resumed', { checked: [] }],
  ['visit.cancelled', { reason: 'Nobody is at home' }],
  ['visit.reopened', { reason: 'A reading was wrong' }],
];

/** A system as the run of core's own tests has it, with that run's coils. @returns its id */
async function runSystem(): Promise<string> {
  const { body: system } = await server.call<{ id: string }>('POST', '/systems', {
    placeId: 'alder',
    name: 'Run system',
    configuration: 'split-cool',
    model: '',
    btuh: 36000,
    refrigerant: 'R-410A',
    madeYear: 2014,
  });
  for (const { geometry, id, ...build } of fullRunCoils) {
    const made = await server.call('POST', `/systems/${system.id}/coils`, { ...build, ...geometry, id });
    expect(made).toMatchObject({ status: 201 });
  }
  return system.id;
}

test('whatever is spoiled of any entry, it is refused or harmless: no page of anybody fails after it', async () => {
  const file = new Database(join(server.folder, 'elm-mist.db'), { readonly: true });
  const rows = file
    .prepare(
      'select e.id, e.visit_id as visitId, v.system_id as systemId, e.kind, e.data from event e join visit v on v.id = e.visit_id order by e.visit_id, e.at, e.id',
    )
    .all() as { id: string; visitId: string; systemId: string; kind: EventKind; data: string }[];
  file.close();
  const visits = new Map<string, typeof rows>();
  for (const row of rows) visits.set(row.visitId, [...(visits.get(row.visitId) ?? []), row]);
  const systemId = await runSystem();
  const { cleaners } = (await server.call<{ cleaners: Cleaner[] }>('GET', '/shelf')).body;
  for (const visitId of ['run-1', 'run-2']) {
    const run = fullRun(visitId, undefined, fullRunCoils, cleaners).map(({ id, kind, data }) => ({
      id,
      visitId,
      systemId,
      kind,
      data: JSON.stringify(data),
    }));
    const more = MORE.map(([kind, data, id = randomUUID()]) => ({ id, visitId, systemId, kind, data: JSON.stringify(data) }));
    visits.set(visitId, visitId === 'run-1' ? run : [...run.slice(0, -4), ...more, ...run.slice(-4)]);
  }
  const many = [...visits.values()].flat().length;
  const draws = fc.sample(fc.tuple(fc.nat(), fc.nat()), { numRuns: many * COPIES, seed: 20261201 });
  const failed: string[] = [];
  const [kinds, asItWas] = [new Set<string>(), new Set<string>()];
  const renamed = new Map<string, string>();
  let [sent, taken] = [0, 0];
  for (const [n, events] of [...visits.values()].entries()) {
    const day = `2026-07-${String((n % 28) + 1).padStart(2, '0')}`;
    const made = async () =>
      (
        await server.call<VisitRecord & ErrorBody>('POST', '/visits', {
          systemId: events[0]?.systemId,
          day,
          startMinute: 540,
          durationMin: 90,
          purpose: 'Spoiled',
        })
      ).body;
    const visit = await made();
    // One that gets the entries as they were: what is spoiled is spoiled of something good.
    const sound = await made();
    // One after another, a minute apart, as they would have been entered.
    let minute = 0;
    const entry = (kind: string, data: unknown, { id: visitId } = visit) => ({
      id: randomUUID(),
      visitId,
      at: new Date(Date.UTC(2026, 5, 11, 13, (minute += 1))).toISOString(),
      by: 'Wren Cotter',
      kind,
      data,
    });
    for (const row of events) {
      // What it refers to is there under a new id.
      const dataFor = (visitId: string) =>
        JSON.parse(
          row.data.replaceAll(row.visitId, visitId).replace(/e\d{4}|[0-9a-f-]{36}/g, (id) => renamed.get(`${visitId} ${id}`) ?? id),
        ) as unknown;
      const data = dataFor(visit.id);
      kinds.add(row.kind);
      for (let copy = 0; copy < COPIES; copy += 1) {
        const draw = draws.pop();
        if (!draw) break;
        const event = entry(row.kind, spoiled(data, draw));
        const { status, text } = await post(visit.id, event);
        sent += 1;
        // Most of what was taken is taken back, so that the visit goes on as it went: a third stands and bears on what follows.
        if (status === 200 && (taken += 1) % 3 > 0) await post(visit.id, entry('event.undone', { eventId: event.id }));
        if (status >= 500) failed.push(`${row.kind} ${JSON.stringify(event).slice(120, 400)} → ${status} ${text.slice(0, 200)}`);
      }
      for (const to of [visit, sound]) {
        const whole = entry(row.kind, dataFor(to.id), to);
        renamed.set(`${to.id} ${row.id}`, whole.id);
        const { status, text } = await post(to.id, whole);
        if (status === 200 && to === sound) asItWas.add(row.kind);
        if (status >= 500) failed.push(`${row.kind} as it was → ${status} ${text.slice(0, 200)}`);
      }
    }
    const { place } = (await server.call<{ place: { id: string } }>('GET', `/systems/${visit.systemId}`)).body;
    for (const path of [
      `/days/${day}`,
      `/days/${day}/crews`,
      `/weeks/${day}`,
      '/open',
      '/due',
      '/places',
      `/places/${place?.id}`,
      `/places/${place?.id}/meter`,
      `/systems/${visit.systemId}`,
      `/systems/${visit.systemId}/record`,
      `/visits/${visit.id}`,
      `/visits/${visit.id}/entries`,
      `/visits/${visit.id}/whole`,
      `/visits/${visit.id}/probes?when=before`,
      '/costs?from=2020-01-01&to=2027-01-01',
      '/saved',
      '/shelf',
      '/upkeep',
      '/customers',
      '/practice/real',
      '/log?from=2020-01-01&to=2027-01-01',
      ...(WHOLE && n % 5 === 0 ? [`/visits/${visit.id}/report.pdf`] : []),
    ]) {
      const { status, text } = await rawRequest(server.port, { method: 'GET', path: `/api${path}`, headers: { Cookie: server.cookie } });
      if (status >= 500 || status === 404) failed.push(`after ${visit.id}: ${path} → ${status} ${text.slice(0, 200)}`);
    }
  }
  tell(`${sent} spoiled entries of ${kinds.size} kinds of ${EVENT_KINDS.length}; ${taken} were taken as something that is meant`);
  expect(EVENT_KINDS.filter((kind) => !kinds.has(kind))).toEqual([]);
  // What is spoiled is spoiled of something good.
  const untried = EVENT_KINDS.filter((kind) => !asItWas.has(kind));
  tell(`never taken as they were: ${untried.join(', ')}`);
  expect(untried.length).toBeLessThan(12);
  expect(sent).toBeGreaterThan(WHOLE ? 6000 : 500);
  expect(failed).toEqual([]);
});

test('a plan that an earlier version let in is one visit that cannot be summed up: the day loads, and Upkeep lists the failure', async () => {
  const { coils } = (await server.call<VisitDetail>('GET', '/visits/demo-visit-13')).body;
  const coilId = coils[0]?.id ?? '';
  const event = { id: randomUUID(), visitId: 'demo-visit-13', at: '2026-06-11T13:30:00.000Z', by: 'Wren Cotter', kind: 'plan.made' };
  const plan = { ...fullRunPlans[0], coilId, cleanerId: null };
  expect(await post('demo-visit-13', { ...event, data: { coilId, plan } })).toMatchObject({ status: 200 });
  await server.stop();
  const file = new Database(join(server.folder, 'elm-mist.db'));
  file
    .prepare(`update event set data = json_set(data, '$.plan', json('{"verdict":"wash"}')) where visit_id = ? and kind = 'plan.made'`)
    .run('demo-visit-13');
  file.close();
  await server.start({ ELM_MIST_LOG: 'error' });
  const { status, body } = await server.call<DayRecord>('GET', '/days/2026-06-11');
  expect(status).toBe(200);
  const unread = body.visits.filter(({ unread }) => unread).map(({ visit }) => visit.id);
  expect([body.visits.length, unread]).toEqual([4, ['demo-visit-13']]);
  expect((await server.call<UpkeepRecord>('GET', '/upkeep')).body.troubles).toMatchObject({
    last: [expect.objectContaining({ code: 'unread-visit' })],
  });
});
