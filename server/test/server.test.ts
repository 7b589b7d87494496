import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type {
  CoilRecord,
  DayRecord,
  ErrorBody,
  OpenRecord,
  PlaceRecord,
  PlacePage,
  ShelfRecord,
  SystemDetail,
  SystemRecord,
  TodayVisit,
  VisitDetail,
  VisitRecord,
} from '@elm-mist/contract';
import { CONSTRUCTIONS } from '@elm-mist/core/equipment';
import { planCoil, type HouseRules } from '@elm-mist/core/method';
import { foldVisit, isOpenFinding, type VisitEvent } from '@elm-mist/core/run';
import { emptySurvey } from '@elm-mist/core/survey';
import Database from 'libsql';
import { DAY, RealServer } from './helpers';

jest.setTimeout(180_000);

const server = new RealServer();
beforeAll(() => server.start());
afterAll(() => server.remove());

let tick = 0;
const event = (visitId: string, kind: VisitEvent['kind'], data: unknown, over: Partial<VisitEvent> = {}) => {
  tick += 1;
  return {
    id: randomUUID(),
    visitId,
    at: new Date(Date.parse(`${DAY}T15:00:00Z`) + tick * 1000).toISOString(),
    by: 'Wren Cotter',
    kind,
    data,
    ...over,
  };
};
const send = <T>(visitId: string, ...events: unknown[]) => server.call<T>('POST', `/visits/${visitId}/events`, { events });
const stored = async (visitId: string) => (await server.call<VisitDetail>('GET', `/visits/${visitId}`)).body.events;

const coilInput = {
  role: 'condenser',
  construction: 'copper-plate-fin',
  shape: 'wrap',
  finnedHeightM: 0.6,
  rows: 1,
  finsPerInch: 16,
  rowDepthM: 0.022,
  faces: [{ id: 'f1', name: 'Front', widthM: 0.8, wallSide: false }],
  guards: 'wire',
  topOpens: true,
  makerWaterOnly: false,
};

describe('the demo shop', () => {
  test('shows six places, eight or more systems, every construction, and four visits in different states today', async () => {
    const places = (await server.call<PlacePage>('GET', '/places')).body.places;
    const systems = places.flatMap((row) => row.systems);
    expect(places.length).toBeGreaterThanOrEqual(6);
    expect(systems.length).toBeGreaterThanOrEqual(8);
    const details = await Promise.all(
      systems.map(async (system) => (await server.call<SystemDetail>('GET', `/systems/${system.id}`)).body),
    );
    const built = new Set(details.flatMap((detail) => detail.coils.map((coil) => coil.construction)));
    expect(CONSTRUCTIONS.filter((construction) => construction !== 'unknown' && !built.has(construction))).toEqual([]);
    const kinds = new Set(systems.map((system) => system.configuration));
    for (const kind of ['split-cool', 'split-heat-pump', 'package-gas-electric', 'ductless-split'] as const) expect(kinds).toContain(kind);

    const day = (await server.call<{ visits: TodayVisit[] }>('GET', `/days/${DAY}`)).body.visits;
    expect(day.map((row) => row.visit.standing)).toEqual(['closed', 'under way', 'planned', 'planned']);
    expect(day.map((row) => row.visit.startMinute)).toEqual([...day.map((row) => row.visit.startMinute)].sort((a, b) => a - b));
  });

  test('the slot and the plan of a visit stand side by side; longer set aside, it fits', async () => {
    const fitOf = async () =>
      (await server.call<{ visits: TodayVisit[] }>('GET', `/days/${DAY}`)).body.visits.find((row) => row.visit.id === 'demo-visit-13')!;
    const short = (await fitOf()).fit!;
    expect(short.slotS).toBe(70 * 60);
    expect(short.overS).toBeGreaterThan(0);
    expect(short.ways.length).toBeGreaterThan(0);
    const slot = { day: DAY, startMinute: 510, durationMin: Math.ceil(short.time.seconds / 60) };
    expect((await server.call('PUT', '/visits/demo-visit-13/slot', slot)).status).toBe(200);
    expect(await fitOf()).toMatchObject({ visit: slot, fit: { overS: 0, ways: [] } });
    await server.call('PUT', '/visits/demo-visit-13/slot', { ...slot, durationMin: 70 });
  });

  test('has a year of history in which washing helped', async () => {
    const { history } = (await server.call<SystemDetail>('GET', '/systems/fennick-hp')).body;
    const closed = history.filter((visit) => visit.standing === 'closed');
    expect(closed.length).toBeGreaterThanOrEqual(2);
    for (const coil of closed.flatMap((visit) => visit.coils)) expect(coil.worstAfter).toBeLessThan(coil.worstBefore ?? 0);
    expect(closed.some((visit) => (visit.figures.after.drop ?? 0) > (visit.figures.before.drop ?? 0))).toBe(true);
    expect(closed.every((visit) => visit.nextDue !== null && visit.nextDue > visit.day)).toBe(true);
  });
});

test('the simulated weather is the same for the same day, hour by hour, and is marked as simulated', async () => {
  const ask = async (day: string) => (await server.call<DayRecord>('GET', `/days/${day}`)).body.weather;
  const today = await ask(DAY);
  expect(await ask(DAY)).toEqual(today);
  expect(today.source).toBe('simulated');
  expect(today.hours).toHaveLength(12);
  for (const [i, hour] of today.hours.entries()) {
    if (i > 0) expect(hour.atMs - (today.hours[i - 1]?.atMs ?? 0)).toBe(3_600_000);
    expect(hour.rhPct).toBeGreaterThanOrEqual(5);
    expect(hour.rhPct).toBeLessThanOrEqual(100);
    expect(hour.cloud).toBeGreaterThanOrEqual(0);
    expect(hour.cloud).toBeLessThanOrEqual(1);
  }
  const warmest = Math.max(...today.hours.map((hour) => hour.dryBulbC));
  expect(today.hours.findIndex((hour) => hour.dryBulbC === warmest)).toBeGreaterThanOrEqual(8);
  // Winter on the prairie is colder than June, and another day is another sky.
  expect(Math.max(...(await ask('2026-01-15')).hours.map((hour) => hour.dryBulbC))).toBeLessThan(warmest - 10);
  expect((await ask('2026-06-12')).hours.map((hour) => hour.cloud)).not.toEqual(today.hours.map((hour) => hour.cloud));
});

describe('a visit', () => {
  test('is kept as events: accepted once, repeated without harm, read back as they were', async () => {
    const id = 'demo-visit-14';
    const started = event(id, 'visit.started', {});
    const air = event(id, 'site.noted', { dryBulbC: 31, rhPct: 30, windMs: 2, sun: 'shade' });
    expect((await send(id, started, air)).body).toEqual({ accepted: [started.id, air.id], added: 2 });
    expect((await send(id, started, air)).body).toEqual({ accepted: [started.id, air.id], added: 0 });
    expect(await stored(id)).toEqual([started, air]);
    const detail = (await server.call<{ visits: TodayVisit[] }>('GET', `/days/${DAY}`)).body.visits.find((row) => row.visit.id === id);
    expect(detail?.visit.standing).toBe('under way');
  });

  test('an id that comes again with other content is a conflict', async () => {
    const first = event('demo-visit-14', 'note.added', { text: 'one' });
    await send('demo-visit-14', first);
    const answer = await send('demo-visit-14', { ...first, data: { text: 'two' } });
    expect(answer.status).toBe(409);
    expect(answer.body).toMatchObject({ error: { code: 'conflict', fields: { 'events[0].id': expect.any(String) } } });
  });

  test('what a day without signal gathered comes in at once and in order, all of it or nothing', async () => {
    const id = 'demo-visit-16';
    const before = await stored(id);
    const many = Array.from({ length: 47 }, (_, i) => event(id, 'note.added', { text: `${'’–° '.repeat(i % 3)}“${i}”` }));
    const taken = event('demo-visit-14', 'note.added', { text: 'elsewhere' });
    await send('demo-visit-14', taken);
    const answer = await send(id, ...many, { ...taken, visitId: id });
    expect([answer.status, answer.body]).toEqual([
      409,
      { error: expect.objectContaining({ fields: { 'events[47].id': expect.any(String) } }) },
    ]);
    expect(await stored(id)).toEqual(before);
    expect((await send(id, ...many)).body).toMatchObject({ added: 47 });
    expect(await stored(id)).toEqual([...before, ...many]);
  });

  test('a plan made on the phone is stored whole and folds to the same state', async () => {
    const id = 'demo-visit-15';
    const detail = (await server.call<VisitDetail>('GET', `/visits/${id}`)).body;
    const shelf = (await server.call<ShelfRecord>('GET', '/shelf')).body;
    const house = (await server.call<HouseRules>('GET', '/house-rules')).body;
    const coil = detail.coils.find((row) => row.role === 'condenser');
    if (!coil) throw new Error('the visit has no outdoor coil');
    const survey = {
      ...emptySurvey(),
      grades: Object.fromEntries(coil.geometry.faces.map((face) => [face.id, [3, 2]])),
      soils: ['grease'],
    };
    const plan = planCoil(
      coil,
      survey as never,
      { configuration: 'split-cool', refrigerant: 'R-410A', site: null, pressureKPa: 92, sensitiveOccupants: false },
      shelf.cleaners,
      house,
    );
    const sent = [event(id, 'coil.surveyed', { coilId: coil.id, survey }), event(id, 'plan.made', { coilId: coil.id, plan })];
    expect((await send(id, ...sent)).status).toBe(200);
    expect(foldVisit(id, 'split-cool', await stored(id)).plans[coil.id]?.value).toEqual(JSON.parse(JSON.stringify(plan)));

    const before = (await stored(id)).length;
    const overLabel = { ...plan, dwell: { minS: 300, maxS: 4000 } };
    const unknown = { ...plan, cleanerId: 'no-such-cleaner' };
    expect((await send(id, event(id, 'plan.made', { coilId: coil.id, plan: overLabel }))).body).toMatchObject({
      error: { fields: { 'events[0].data.plan.dwell.maxS': expect.stringContaining('600 s at most') } },
    });
    expect((await send(id, event(id, 'plan.made', { coilId: coil.id, plan: unknown }))).body).toMatchObject({
      error: { code: 'unknown', fields: { 'events[0].data.plan.cleanerId': expect.any(String) } },
    });
    expect((await send(id, event(id, 'section.rinsed', { coilId: coil.id, sectionId: plan.sections[0]?.id }))).body).toMatchObject({
      error: { code: 'not-allowed', message: expect.stringContaining('prove dead') },
    });
    expect((await stored(id)).length).toBe(before);
  });

  test('a batch with one bad event writes nothing at all', async () => {
    const id = 'demo-visit-14';
    const before = await stored(id);
    const good = event(id, 'note.added', { text: 'good' });
    const answer = await send(id, good, event(id, 'site.noted', { dryBulbC: 31, rhPct: 130, windMs: 2, sun: 'shade' }));
    expect(answer.status).toBe(422);
    expect(answer.body).toMatchObject({ error: { fields: { 'events[1].data.rhPct': 'Humidity must be at most 100 %.' } } });
    const stranger = await send(id, good, event('demo-visit-1', 'note.added', { text: 'another visit' }));
    expect(stranger.body).toMatchObject({ error: { fields: { 'events[1].visitId': expect.any(String) } } });
    expect(await stored(id)).toEqual(before);
  });

  test('a closed visit takes a note and nothing else', async () => {
    const id = 'demo-visit-1';
    expect((await send(id, event(id, 'power.restored', { source: 'outdoor-unit' }))).body).toMatchObject({
      error: { fields: { 'events[0].kind': expect.stringContaining('closed') } },
    });
    expect((await send(id, event(id, 'note.added', { text: 'Owner rang.' }))).status).toBe(200);
  });
});

describe('what earlier visits left', () => {
  test('a repeat visit knows the last surveys, story and chemistry, and the air noted last that day', async () => {
    const { known } = (await server.call<VisitDetail>('GET', '/visits/demo-visit-14')).body;
    expect(known.day).not.toBeNull();
    expect(Object.keys(known.surveys).sort()).toEqual(['fennick-hp-in', 'fennick-hp-out']);
    expect(known.surveys['fennick-hp-out']?.answers.disconnect).toBe('unknown');
    expect(known.chemistries.length).toBeGreaterThan(0);
    expect(known.air).toMatchObject({ sun: 'shade' });
  });

  test('what is open in the shop: most urgent first, with quotes that wait and visits left for parts; a quote with wrong sums is refused', async () => {
    const open = async () => (await server.call<OpenRecord>('GET', '/open')).body;
    const here = async () => (await open()).findings.filter((life) => life.systemId === 'harrow-roof');
    expect((await here()).map((life) => [life.what, life.placeName])).toEqual([['port-caps', 'Harrow Road bungalow']]);
    const visitId = (
      await server.call<VisitRecord>('POST', '/visits', { systemId: 'harrow-roof', day: '2026-08-03', startMinute: 540, durationMin: 60 })
    ).body.id;
    const pad = event(visitId, 'finding.noted', { what: 'pad', coilId: null, note: '', action: 'Quote levelling' });
    const wiring = event(visitId, 'finding.noted', { what: 'wiring', coilId: null, note: 'Chewed', action: 'Refer' });
    expect((await send(visitId, event(visitId, 'visit.started', {}), pad, wiring)).status).toBe(200);
    expect((await here()).map((life) => [life.what, life.urgency, life.customerName])).toEqual([
      ['wiring', 'stop', 'Harrow Road Foot Clinic'],
      ['port-caps', 'soon', 'Harrow Road Foot Clinic'],
      ['pad', 'watch', 'Harrow Road Foot Clinic'],
    ]);
    const line = { id: 'l', words: 'Pad levelled', quantity: '1', net: '95.00', taxPct: '5.5', tax: '5.23', findingId: pad.id };
    const quote = (total: string, currency = 'USD') =>
      event(visitId, 'quote.made', {
        number: 'Q1',
        currency,
        options: [{ id: 'all', name: 'All', leaves: '', lines: [line], net: '95.00', tax: '5.23', total }],
        validUntil: '2026-09-03',
        note: '',
      });
    expect((await send<ErrorBody>(visitId, quote('100.22'))).body.error.message).toMatch(/sums of "All"/);
    expect((await send(visitId, quote('100.23', 'usd'))).status).toBe(422);
    const good = quote('100.23');
    expect((await send(visitId, good)).status).toBe(200);
    expect((await open()).quotes.map((row) => [row.quoteId, row.visitId])).toContainEqual([good.id, visitId]);
    // Ives has no licence: the server says so whatever the phone let through.
    const fixed = event(visitId, 'finding.step', { findingId: wiring.id, step: 'fixed', words: '' }, { by: 'Ives Vane' });
    const refusal = (await send<ErrorBody>(visitId, fixed)).body.error.message;
    expect(refusal).toMatch(/Offer it first/);
    const told = { quoteId: good.id, optionId: 'all', name: 'The clinic', how: 'told', strokes: [], words: '' };
    await send(visitId, event(visitId, 'quote.answered', told));
    await send(
      visitId,
      event(visitId, 'visit.suspended', {
        reason: 'Waits for a pad',
        findingIds: [pad.id],
        due: '2026-08-20',
        lies: '',
        told: 'The clinic',
        safe: ['water-off', 'told'],
      }),
    );
    expect(await open()).toMatchObject({ pauses: expect.arrayContaining([expect.objectContaining({ visitId })]) as unknown });
    expect((await open()).quotes.map((row) => row.quoteId)).not.toContain(good.id);
    await send(
      visitId,
      event(visitId, 'visit.resumed', { checked: ['rain', 'people'], note: '' }),
      event(visitId, 'finding.step', { findingId: pad.id, step: 'fixed', words: 'Levelled' }),
    );
    expect((await here()).map((life) => life.what)).toEqual(['wiring', 'port-caps']);
    expect((await open()).pauses.map((row) => row.visitId)).not.toContain(visitId);
  });

  test('a finding stays with the system over visits until one closes it', async () => {
    const noted = event('demo-visit-13', 'finding.noted', {
      what: 'contactor',
      coilId: 'marl-split-out',
      note: 'Pitted',
      action: 'Quote a contactor',
    });
    expect((await send('demo-visit-13', noted)).status).toBe(200);
    const open = async () =>
      (await server.call<SystemDetail>('GET', '/systems/marl-split')).body.findings
        .filter(isOpenFinding)
        .map((finding) => finding.findingId);
    expect(await open()).toEqual([noted.id]);
    const later = (
      await server.call<VisitRecord>('POST', '/visits', { systemId: 'marl-split', day: '2026-08-01', startMinute: 540, durationMin: 60 })
    ).body;
    expect(
      (await server.call<VisitDetail>('GET', `/visits/${later.id}`)).body.known.openFindings.map((finding) => finding.findingId),
    ).toEqual([noted.id]);
    await send(
      later.id,
      event(later.id, 'visit.started', {}),
      event(later.id, 'finding.closed', { findingId: noted.id, note: 'Changed by the licensed' }),
    );
    expect(await open()).toEqual([]);
  });

  test('a photo is kept once under the device’s id and given back byte for byte; anything else is refused', async () => {
    const photoId = randomUUID();
    const jpeg = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.from('the rest of a picture')]);
    const put = (id: string, body: Buffer, type = 'image/jpeg') =>
      server.fetch(`/visits/demo-visit-14/photos/${id}`, {
        method: 'PUT',
        headers: { 'Content-Type': type },
        body: new Uint8Array(body),
      });
    expect((await put(photoId, jpeg)).status).toBe(201);
    expect((await put(photoId, jpeg)).status).toBe(201);
    const back = await server.fetch(`/photos/${photoId}`);
    expect(back.headers.get('content-type')).toBe('image/jpeg');
    expect(Buffer.from(await back.arrayBuffer())).toEqual(jpeg);
    expect((await put(randomUUID(), Buffer.from('<svg onload=alert(1)>'))).status).toBe(415);
    expect((await put(randomUUID(), jpeg, 'image/svg+xml')).status).toBe(415);
    expect((await put('not-an-id', jpeg)).status).toBe(422);
    expect((await put(randomUUID(), Buffer.concat([jpeg, Buffer.alloc(2_100_000)]))).status).toBe(413);
  });
});

describe('bad input', () => {
  test.each<[string, string, string, unknown, number, string]>([
    ['area 0', 'PUT', '/coils/fennick-hp-out', { ...coilInput, finnedHeightM: 0 }, 422, 'finnedHeightM'],
    [
      'negative area',
      'PUT',
      '/coils/fennick-hp-out',
      { ...coilInput, faces: [{ ...coilInput.faces[0], widthM: -1 }] },
      422,
      'faces[0].widthM',
    ],
    ['40 fins per inch', 'PUT', '/coils/fennick-hp-out', { ...coilInput, finsPerInch: 40 }, 422, 'finsPerInch'],
    ['a role that changes', 'PUT', '/coils/fennick-hp-out', { ...coilInput, role: 'evaporator', shape: 'slab' }, 422, 'role'],
    [
      'a model without capacity',
      'POST',
      '/systems',
      { placeId: 'fennick', name: 'X', configuration: 'split-cool', model: 'ABC', refrigerant: 'R-22' },
      422,
      'model',
    ],
    [
      'a place that is not there',
      'POST',
      '/systems',
      { placeId: 'nowhere', name: 'X', configuration: 'split-cool', model: 'Q036', refrigerant: 'R-22' },
      422,
      'placeId',
    ],
    ['a visit to no system', 'POST', '/visits', { systemId: 'nowhere', day: DAY, startMinute: 540, durationMin: 60 }, 422, 'systemId'],
    ['a day that is none', 'POST', '/visits', { systemId: 'fennick-hp', day: '2026-02-30', startMinute: 540, durationMin: 60 }, 422, 'day'],
    [
      'a coil of another system',
      'POST',
      '/visits',
      { systemId: 'fennick-hp', day: DAY, startMinute: 540, durationMin: 60, coilIds: ['marl-split-out'] },
      422,
      'coilIds[0]',
    ],
    [
      'a school that is none',
      'PUT',
      '/house-rules',
      { units: 'us', chemistry: 'strong', rinse: 'inside-out', dwell: 'long', noRinse: 'condensate', minimumOutdoorC: 4, crew: [] },
      422,
      'chemistry',
    ],
    ['no events', 'POST', '/visits/demo-visit-14/events', {}, 422, 'events'],
    ['an unknown visit', 'POST', '/visits/none/events', { events: [event('none', 'visit.started', {})] }, 404, 'id'],
    ['broken JSON', 'POST', '/places', '{"name": ', 400, 'body'],
    ['a body of 5 MB', 'POST', '/places', { name: 'x'.repeat(5_000_000) }, 413, 'body'],
    ['a day in words', 'GET', '/days/today', undefined, 422, 'day'],
    ['a move of a closed visit', 'PUT', '/visits/demo-visit-1/slot', { day: DAY, startMinute: 600, durationMin: 60 }, 422, 'day'],
    ['a move to no hour', 'PUT', '/visits/demo-visit-14/slot', { day: DAY, startMinute: 5000, durationMin: 60 }, 422, 'startMinute'],
  ])('%s is refused by name', async (_what, method, path, body, status, field) => {
    const answer = await server.call(method, path, body);
    expect(answer.status).toBe(status);
    expect(answer.body.error.message).not.toBe('');
    expect(Object.keys(answer.body.error.fields)).toContain(field);
  });

  test.each(['4', '4:0', '-3:1'])('a label with the strength "%s" is refused, and the cleaner is not there', async (heavy) => {
    const cleaner = {
      name: `Test ${heavy}`,
      chemistry: 'neutral',
      form: 'concentrate',
      chart: { light: null, medium: null, heavy },
      dwellMinS: 60,
      dwellMaxS: 600,
      allowedConstructions: ['coated'],
      indoor: false,
      outdoor: true,
      packL: 1,
      packPrice: 5,
    };
    const answer = await server.call('POST', '/cleaners', cleaner);
    expect(answer.status).toBe(422);
    expect(answer.body.error.fields).toHaveProperty(['chart.heavy']);
    expect((await server.call<ShelfRecord>('GET', '/shelf')).body.cleaners.map((row) => row.name)).not.toContain(cleaner.name);
  });

  test('the coil that was refused stands as it was', async () => {
    const { coils } = (await server.call<SystemDetail>('GET', '/systems/fennick-hp')).body;
    expect(coils.find((coil) => coil.id === 'fennick-hp-out')?.geometry.finsPerInch).toBe(18);
  });
});

test('a new place, system, coil and visit can be made, and the visit stands on its day', async () => {
  const place = (
    await server.call<PlaceRecord>('POST', '/places', { name: 'Alder loft', address: '63 Alder Mews', customerName: 'Perpetua Sloe' })
  ).body;
  const system = (
    await server.call<SystemRecord>('POST', '/systems', {
      placeId: place.id,
      name: 'Loft',
      configuration: 'split-cool',
      model: 'QX-030',
      refrigerant: 'R-410A',
      madeYear: 2019,
    })
  ).body;
  expect(system.btuh).toBe(30000);
  const coil = (await server.call<CoilRecord>('POST', `/systems/${system.id}/coils`, coilInput)).body;
  expect((await server.call('POST', `/systems/${system.id}/coils`, coilInput)).status).toBe(409);
  const visit = (
    await server.call<VisitRecord>('POST', '/visits', { systemId: system.id, day: '2026-07-01', startMinute: 540, durationMin: 60 })
  ).body;
  expect(visit.coilIds).toEqual([coil.id]);
  expect((await server.call<{ visits: TodayVisit[] }>('GET', '/days/2026-07-01')).body.visits.map((row) => row.visit.id)).toEqual([
    visit.id,
  ]);
});

test('answers carry security headers and nothing is fetched from elsewhere', async () => {
  const { headers } = await server.call('GET', '/health');
  expect(headers.get('content-security-policy')).toContain("default-src 'self'");
  expect(headers.get('x-content-type-options')).toBe('nosniff');
});

describe('starting and stopping', () => {
  test('data survives a restart, the demo is not seeded again, and a pulled plug loses nothing that was acknowledged', async () => {
    const own = new RealServer();
    try {
      await own.start();
      const note = event('demo-visit-14', 'note.added', { text: 'kept' });
      await own.call('POST', '/visits/demo-visit-14/events', { events: [note] });
      await own.stop('SIGKILL');
      await own.start({ ELM_MIST_DEMO_DAY: '2027-01-01' });
      expect((await own.call<VisitDetail>('GET', '/visits/demo-visit-14')).body.events).toEqual([note]);
      expect((await own.call<{ visits: TodayVisit[] }>('GET', '/days/2027-01-01')).body.visits).toEqual([]);
      expect(await own.stop('SIGTERM')).toBe(0);
      const file = new Database(join(own.folder, 'elm-mist.db'), { readonly: true });
      expect(file.prepare('pragma integrity_check').get()).toMatchObject({ integrity_check: 'ok' });
      file.close();
    } finally {
      await own.remove();
    }
  });

  test('a busy port is said plainly and nothing is left running', async () => {
    const second = new RealServer();
    second.port = server.port;
    try {
      const child = second.start();
      await child.catch(() => undefined);
      for (let tries = 0; tries < 600 && !second.output.includes('is in use'); tries += 1)
        await new Promise((done) => setTimeout(done, 100));
      expect(second.output).toContain(`Port ${server.port} is in use`);
    } finally {
      await second.remove();
    }
  });

  test('the interface is served for any address that is no file, and a missing file is 404', async () => {
    const web = join(server.folder, 'web');
    mkdirSync(join(web, 'assets'), { recursive: true });
    writeFileSync(join(web, 'index.html'), '<title>page</title>');
    writeFileSync(join(web, 'assets', 'a.js'), '1');
    expect(existsSync(join(web, 'index.html'))).toBe(true);
    const get = (path: string) => fetch(`http://localhost:${server.port}${path}`);
    expect(await (await get('/visits/x/wash')).text()).toContain('page');
    expect((await get('/assets/a.js')).headers.get('cache-control')).toContain('immutable');
    expect((await get('/assets/none.js')).status).toBe(404);
    // What was packed when it was built is sent as it lies there.
    writeFileSync(join(web, 'assets', 'b.js'), 'let a = 1;');
    writeFileSync(join(web, 'assets', 'b.js.gz'), gzipSync('let packed = 1;'));
    const packed = await get('/assets/b.js');
    expect([await packed.text(), packed.headers.get('content-type')]).toEqual(['let packed = 1;', expect.stringContaining('javascript')]);
    expect(packed.headers.get('vary')).toContain('Accept-Encoding');
    const plain = await fetch(`http://localhost:${server.port}/assets/b.js`, { headers: { 'Accept-Encoding': 'identity' } });
    expect(await plain.text()).toBe('let a = 1;');
    expect((await get('/api/none')).status).toBe(404);
    expect((await get('/../server/package.json')).status).not.toBe(500);
  });
});
