import { randomUUID } from 'node:crypto';
import type {
  CoilRecord,
  CustomerDetail,
  CustomerRecord,
  DayRecord,
  ErrorBody,
  ImportLine,
  PlacePage,
  PlaceRecord,
  PlaceSummary,
  ShopAnswer,
  SystemDetail,
  SystemRecord,
  VisitDetail,
  VisitRecord,
} from '@elm-mist/contract';
import { dayIn, instantIn } from '@elm-mist/core/clock';
import type { HouseRules } from '@elm-mist/core/method';
import { DAY, RealServer } from './helpers';

jest.setTimeout(240_000);

const server = new RealServer();
beforeAll(() => server.start({ ELM_MIST_DEMO: 'off' }));
afterAll(() => server.remove());

const shopNow = async () => (await server.call<ShopAnswer>('GET', '/shop')).body;
const place = (over: object = {}) => ({ customerName: 'Odo Lantry', name: 'Kiln yard', address: '4 Kiln Yard', ...over });
const newPlace = async (over: object = {}) => (await server.call<PlaceRecord>('POST', '/places', place(over))).body;
const system = (placeId: string, over: object = {}) => ({
  placeId,
  name: 'Cooling',
  configuration: 'split-cool',
  model: 'XX-024',
  refrigerant: 'R-410A',
  ...over,
});
const newSystem = async (placeId: string, over: object = {}) =>
  (await server.call<SystemRecord>('POST', '/systems', system(placeId, over))).body;
const coil = (over: object = {}) => ({
  role: 'condenser',
  construction: 'copper-plate-fin',
  shape: 'wrap',
  finnedHeightM: 0.6,
  rows: 1,
  finsPerInch: 16,
  rowDepthM: 0.022,
  faces: [{ id: 'f1', name: 'Front', widthM: 0.8 }],
  guards: 'wire',
  topOpens: true,
  ...over,
});
const newCoil = async (systemId: string, over: object = {}) =>
  (await server.call<CoilRecord>('POST', `/systems/${systemId}/coils`, coil(over))).body;
const newVisit = async (systemId: string, over: object = {}) =>
  (await server.call<VisitRecord>('POST', '/visits', { systemId, day: DAY, startMinute: 540, durationMin: 90, ...over })).body;
let tick = 0;
const event = (visitId: string, kind: string, data: unknown) => {
  tick += 1;
  const at = new Date(Date.parse(`${DAY}T15:00:00Z`) + tick * 1000).toISOString();
  return { id: randomUUID(), visitId, at, by: 'Wren Cotter', kind, data };
};
const send = (visitId: string, ...events: unknown[]) => server.call('POST', `/visits/${visitId}/events`, { events });

describe('a shop of its own', () => {
  test('starts with nothing, and takes its zone, money, crew and steps as they are told', async () => {
    const empty = await shopNow();
    expect(empty).toMatchObject({ name: '', crew: [], setUp: [], demo: false, latitudeDeg: null });
    expect((await server.call<{ zone: string }>('GET', '/zone?latitude=-43.53&longitude=172.64')).body).toEqual({
      zone: 'Pacific/Auckland',
    });
    const { demo, ownIsThere, ...shop } = empty;
    const wanted = {
      ...shop,
      name: 'Southern coils',
      latitudeDeg: -43.53,
      longitudeDeg: 172.64,
      altitudeM: 20,
      zone: 'Pacific/Auckland',
      currency: 'NZD',
      crew: [{ id: 'w', name: 'Wren Cotter', licences: ['electrical'] }],
      setUp: ['shop', 'crew'],
    };
    expect((await server.call('PUT', '/shop', { ...wanted, was: shop })).status).toBe(200);
    expect(await shopNow()).toMatchObject({ zone: 'Pacific/Auckland', currency: 'NZD', setUp: ['shop', 'crew'] });
  });

  test.each([
    ['zone', { zone: 'Moon/Base' }],
    ['currency', { currency: 'XQZ' }],
    ['crew[0].licences[0]', { crew: [{ id: 'a', name: 'A', licences: ['plumbing'] }] }],
    ['crew', { crew: [1, 2].map((n) => ({ id: `a${n}`, name: 'Same Name', licences: [] })) }],
    ['latitudeDeg', { latitudeDeg: null }],
  ])('refuses what is none, by its field: %s', async (field, over) => {
    const { demo, ownIsThere, ...shop } = await shopNow();
    const answer = await server.call('PUT', '/shop', { ...shop, ...over });
    expect(answer.status).toBe(422);
    expect(answer.body.error.fields).toHaveProperty([field]);
  });

  test('its clock decides what a day is: hours of the weather stand at seven by the wall, on both sides of a change of summer time', async () => {
    for (const day of ['2026-04-04', '2026-04-05', '2026-09-27']) {
      const { weather } = (await server.call<DayRecord>('GET', `/days/${day}`)).body;
      expect(weather.hours[0]?.atMs).toBe(instantIn('Pacific/Auckland', day, 7 * 60));
      expect(new Set(weather.hours.map((hour) => dayIn('Pacific/Auckland', hour.atMs)))).toEqual(new Set([day]));
    }
    // Warm in January, in the south.
    const warmest = async (day: string) =>
      Math.max(...(await server.call<DayRecord>('GET', `/days/${day}`)).body.weather.hours.map((hour) => hour.dryBulbC));
    expect(await warmest('2026-01-15')).toBeGreaterThan((await warmest('2026-07-15')) + 10);
  });

  test('a visit goes on through a night in which clocks are put back, and closes on the shop’s own day', async () => {
    const at = await newSystem((await newPlace({ name: 'Night yard' })).id);
    await newCoil(at.id);
    const visit = await newVisit(at.id, { day: '2026-04-05', startMinute: 90 });
    const stamped = (minute: number, kind: string, data: unknown) => ({
      ...event(visit.id, kind, data),
      at: new Date(instantIn('Pacific/Auckland', '2026-04-05', minute)).toISOString(),
    });
    const [began, ended] = [
      stamped(100, 'visit.started', {}),
      stamped(240, 'visit.closed', { nextDue: '2027-04-05', why: 'yearly', note: '' }),
    ];
    expect((await send(visit.id, began, ended)).status).toBe(200);
    const costs = (await server.call<{ visitId: string; minutes: number }[]>('GET', '/costs?from=2026-04-05&to=2026-04-05')).body;
    // From 1:40 to 4:00 by the wall, with an hour between that came twice.
    expect(costs.find((row) => row.visitId === visit.id)?.minutes).toBe(140 + 60);
  });
});

describe('places', () => {
  test('take the shop’s position where none is given, their own where one is', async () => {
    expect(await newPlace()).toMatchObject({ latitudeDeg: -43.53, longitudeDeg: 172.64, altitudeM: 20, positionFrom: 'shop' });
    expect(await newPlace({ latitudeDeg: -44, longitudeDeg: 170, positionFrom: 'unit' })).toMatchObject({
      latitudeDeg: -44,
      positionFrom: 'unit',
      altitudeM: 20,
    });
    expect((await server.call('POST', '/places', place({ latitudeDeg: 1 }))).body.error.fields).toHaveProperty('longitudeDeg');
  });

  test('made twice under one id are one; another under that id is a conflict', async () => {
    const id = randomUUID();
    const [one, two] = await Promise.all([1, 2].map(() => server.call<PlaceRecord>('POST', '/places', place({ id, name: 'Once' }))));
    expect([one?.status, two?.status]).toEqual([201, 201]);
    expect(one?.body).toEqual(two?.body);
    expect((await server.call('POST', '/places', place({ id, name: 'Other' }))).status).toBe(409);
    expect((await server.call<PlacePage>('GET', '/places?q=once')).body.total).toBe(1);
    const made = { id: randomUUID(), ...system(one?.body.id ?? '') };
    expect((await server.call('POST', '/systems', made)).status).toBe(201);
    expect((await server.call('POST', '/systems', made)).status).toBe(201);
    expect((await server.call<PlaceSummary>('GET', `/places/${id}`)).body.systems).toHaveLength(1);
  });

  test('are put right, and the same field changed on two phones is shown with both, nothing dropped', async () => {
    const { id, archived, ...was } = await newPlace({ name: 'Tipo' });
    const change = (over: object, from: object = was) => server.call<PlaceRecord>('PUT', `/places/${id}`, { ...was, ...over, was: from });
    expect((await change({ name: 'Typo', note: 'Dog' })).body).toMatchObject({ name: 'Typo', note: 'Dog' });
    // Another phone that read it before: what it did not touch stays as it is now.
    expect((await change({ phone: '555' })).body).toMatchObject({ name: 'Typo', note: 'Dog', phone: '555' });
    const clash = await server.call('PUT', `/places/${id}`, { ...was, name: 'Tupo', note: 'Cat', was });
    expect(clash.status).toBe(409);
    expect(clash.body.error).toMatchObject({
      code: 'changed-meanwhile',
      meanwhile: { fields: { name: { was: 'Tipo', now: 'Typo', wanted: 'Tupo' }, note: { was: '', now: 'Dog', wanted: 'Cat' } } },
    });
    expect((await server.call<PlaceSummary>('GET', `/places/${id}`)).body.place).toMatchObject({ name: 'Typo', note: 'Dog', phone: '555' });
  });

  test('house rules: two phones change one each and both stay; the same one to two ends is refused by its name', async () => {
    const was = (await server.call<HouseRules>('GET', '/house-rules')).body;
    const put = (over: Partial<HouseRules>) => server.call<HouseRules>('PUT', '/house-rules', { ...was, ...over, was });
    expect((await put({ force: 'gentle-fan' })).body.force).toBe('gentle-fan');
    expect((await put({ hourlyRate: was.hourlyRate + 5 })).body).toEqual({ ...was, force: 'gentle-fan', hourlyRate: was.hourlyRate + 5 });
    const clash = await server.call('PUT', '/house-rules', { ...was, hourlyRate: was.hourlyRate + 7, was });
    expect([clash.status, Object.keys(clash.body.error.fields)]).toEqual([409, ['hourlyRate']]);
    // Meant whatever they were: written as they are sent.
    expect((await server.call('PUT', '/house-rules', was)).body).toEqual(was);
  });

  test('go to another owner with their systems; two of the same become one; what is put away is found again', async () => {
    const [one, two] = [await newPlace({ name: 'Twice yard' }), await newPlace({ name: 'Twice yrad', note: 'Gate' })];
    const moved = await newSystem(two.id, { name: 'Moved along' });
    const merged = await server.call<PlaceSummary>('POST', `/places/${two.id}/merge`, { intoId: one.id });
    expect(merged.body.systems.map((row) => row.id)).toEqual([moved.id]);
    expect(merged.body.place.note).toBe('Gate');
    const names = async (query: string) =>
      (await server.call<PlacePage>('GET', `/places?${query}`)).body.places.map((row) => row.place.name);
    expect(await names('q=twice')).toEqual(['Twice yard']);
    expect(await names('q=twice&archived=yes')).toEqual(['Twice yrad']);
    expect(await names('q=moved')).toEqual(['Twice yard']);
    expect((await server.call('POST', `/places/${one.id}/merge`, { intoId: one.id })).body.error.fields).toHaveProperty('intoId');

    const sold = await server.call<PlaceRecord>('PUT', `/places/${one.id}`, {
      ...place(),
      name: one.name,
      customerName: 'Nell Ashby',
      newOwner: true,
    });
    expect(sold.body).toMatchObject({ customerName: 'Nell Ashby' });
    expect(sold.body.customerId).not.toBe(one.customerId);
    const customers = (await server.call<CustomerRecord[]>('GET', '/customers?q=nell')).body;
    expect(customers).toMatchObject([{ name: 'Nell Ashby', places: 1 }]);
    const nell = `/customers/${sold.body.customerId}`;
    const rang = await server.call<CustomerDetail>('PUT', nell, {
      name: 'Nell Ashby',
      phone: '0155 201',
      was: { name: 'Nell Ashby', phone: '' },
    });
    expect(rang.body.places).toMatchObject([{ id: one.id, phone: '0155 201' }]);
    expect(await names('q=0155')).toEqual([one.name]);
    const crossed = await server.call('PUT', nell, { name: 'Nell Ashby', phone: '0177', was: { name: 'Nell Ashby', phone: '' } });
    expect([crossed.status, crossed.body.error.fields]).toEqual([409, { phone: expect.stringContaining('0155 201') as string }]);
    expect((await server.call<CustomerDetail>('GET', nell)).body.customer).toMatchObject({ phone: '0155 201', places: 1 });
    await server.call('POST', `${nell}/merge`, { intoId: one.customerId });
    expect((await server.call<PlaceSummary>('GET', `/places/${one.id}`)).body.place.customerName).toBe('Odo Lantry');
    expect((await server.call<CustomerRecord[]>('GET', '/customers?q=nell')).body).toEqual([]);
  });

  test('come by pages, each once and in order', async () => {
    await Promise.all(
      Array.from({ length: 60 }, (_, i) => newPlace({ name: `Row ${String(i % 30).padStart(2, '0')}`, address: `${i} Row` })),
    );
    const seen: string[] = [];
    let after = '';
    for (let page = 0; page < 5; page += 1) {
      const { places, next } = (await server.call<PlacePage>('GET', `/places?q=row&after=${encodeURIComponent(after)}`)).body;
      seen.push(...places.map((row) => row.place.id));
      if (next === null) break;
      after = next;
    }
    expect(new Set(seen).size).toBe(60);
    expect(seen).toHaveLength(60);
    expect((await server.call('GET', '/places?after=nonsense')).body.error.fields).toHaveProperty('after');
  });
});

describe('systems and coils', () => {
  test('one outdoor unit has up to eight heads, each by its name; a split has one of each', async () => {
    const multi = await newSystem((await newPlace({ name: 'Many heads' })).id, { configuration: 'ductless-split', model: '', btuh: 36000 });
    await newCoil(multi.id);
    const head = (name: string) => coil({ role: 'evaporator', shape: 'wall-head', name, guards: 'none', topOpens: false });
    for (let i = 1; i <= 8; i += 1) expect((await server.call('POST', `/systems/${multi.id}/coils`, head(`Head ${i}`))).status).toBe(201);
    expect((await server.call('POST', `/systems/${multi.id}/coils`, head('Head 9'))).body.error.fields).toHaveProperty('role');
    const detail = (await server.call<SystemDetail>('GET', `/systems/${multi.id}`)).body;
    expect(detail.coils).toHaveLength(9);
    const heads = detail.coils.filter((row) => row.role === 'evaporator');
    await server.call('PUT', `/coils/${heads[7]?.id}/archived`, { archived: true });
    expect((await server.call('POST', `/systems/${multi.id}/coils`, head('Head 1'))).body.error.fields).toHaveProperty('name');
    expect((await server.call('POST', `/systems/${multi.id}/coils`, head('Porch'))).status).toBe(201);
    expect((await server.call('PUT', `/coils/${heads[7]?.id}/archived`, { archived: false })).status).toBe(409);
    // A visit to all of them: outdoor first, the one put away left out.
    const visit = await newVisit(multi.id);
    expect(visit.coilIds).toHaveLength(9);
    expect((await server.call<VisitDetail>('GET', `/visits/${visit.id}`)).body.coils[0]?.role).toBe('condenser');
    const split = await newSystem((await newPlace()).id);
    await newCoil(split.id);
    expect((await server.call('POST', `/systems/${split.id}/coils`, coil())).body.error.fields).toHaveProperty('role');
  });

  test('moved, renamed and rebuilt, a system shows so; what a closed visit showed stays as it was', async () => {
    const [from, to] = [await newPlace({ name: 'Old house' }), await newPlace({ name: 'New house' })];
    const moved = await newSystem(from.id, { name: 'Old name' });
    const outdoor = await newCoil(moved.id);
    const visit = await newVisit(moved.id);
    const next = await newVisit(moved.id, { day: '2026-07-01' });
    await send(
      visit.id,
      event(visit.id, 'visit.started', {}),
      event(visit.id, 'visit.closed', { nextDue: '2027-06-11', why: '', note: '' }),
    );
    const before = (await server.call<VisitDetail>('GET', `/visits/${visit.id}`)).body;
    expect((await server.call('PUT', `/systems/${moved.id}`, system(to.id, { name: 'New name' }))).status).toBe(200);
    expect((await server.call('PUT', `/coils/${outdoor.id}`, coil({ finnedHeightM: 0.9 }))).status).toBe(200);
    const after = (await server.call<VisitDetail>('GET', `/visits/${visit.id}`)).body;
    expect([after.place, after.system, after.coils]).toEqual([before.place, before.system, before.coils]);
    const open = (await server.call<VisitDetail>('GET', `/visits/${next.id}`)).body;
    expect([open.place.name, open.system.name, open.coils[0]?.geometry.finnedHeightM]).toEqual(['New house', 'New name', 0.9]);
    const detail = (await server.call<SystemDetail>('GET', `/systems/${moved.id}`)).body;
    expect([detail.place.name, detail.history.map((row) => row.id)]).toEqual(['New house', [visit.id]]);
    // Opened again, it is of what is there now.
    await send(visit.id, event(visit.id, 'visit.reopened', { reason: 'Forgot the readings' }));
    expect((await server.call<VisitDetail>('GET', `/visits/${visit.id}`)).body.place.name).toBe('New house');
  });
});

describe('visits', () => {
  test('are moved, given other coils and cancelled with a reason; what was entered holds its coil', async () => {
    const at = await newSystem((await newPlace()).id);
    const outdoor = await newCoil(at.id);
    const indoor = await newCoil(at.id, {
      role: 'evaporator',
      shape: 'a-coil',
      faces: ['l', 'r'].map((id) => ({ id, name: id, widthM: 0.5 })),
      guards: 'none',
      topOpens: false,
    });
    const visit = await newVisit(at.id, { day: '2026-08-01' });
    const change = (over: object) =>
      server.call<VisitRecord & Partial<ErrorBody>>('PUT', `/visits/${visit.id}`, {
        day: '2026-08-02',
        startMinute: 600,
        durationMin: 60,
        purpose: 'Smells',
        coilIds: [indoor.id],
        ...over,
      });
    expect((await change({})).body).toMatchObject({ day: '2026-08-02', purpose: 'Smells', coilIds: [indoor.id] });
    expect((await change({ coilIds: ['other'] })).body.error?.fields).toHaveProperty(['coilIds[0]']);
    await send(visit.id, event(visit.id, 'visit.started', {}), event(visit.id, 'coil.skipped', { coilId: indoor.id, reason: 'Locked' }));
    const held = await server.call('PUT', `/visits/${visit.id}`, {
      day: '2026-08-02',
      startMinute: 600,
      durationMin: 60,
      purpose: '',
      coilIds: [outdoor.id],
    });
    expect(held.body.error.fields).toHaveProperty('coilIds');
    expect((await server.call('PUT', `/systems/${at.id}/archived`, { archived: true })).body.error.fields).toHaveProperty('archived');
    expect((await send(visit.id, event(visit.id, 'visit.cancelled', { reason: 'Nobody is at home' }))).status).toBe(200);
    const day = (await server.call<DayRecord>('GET', '/days/2026-08-02')).body.visits;
    expect(day.map((row) => row.visit.standing)).toEqual(['cancelled']);
    expect((await change({})).body.error?.fields).toHaveProperty('day');
    expect((await server.call('PUT', `/systems/${at.id}/archived`, { archived: true })).status).toBe(200);
    expect(
      (await server.call('POST', '/visits', { systemId: at.id, day: DAY, startMinute: 1, durationMin: 9 })).body.error.fields,
    ).toHaveProperty('systemId');
  });
});

describe('a table of customers, places and systems', () => {
  const post = async (query: string, body: string) => {
    const answer = await server.fetch(`/places/import?${query}`, { method: 'POST', body });
    return JSON.parse((await answer.text()).trim().split('\n').at(-1) ?? '') as ImportLine & { error?: { fields: Record<string, string> } };
  };
  const columns = (matching: object) => `columns=${encodeURIComponent(JSON.stringify(matching))}`;

  test('comes in by its own headings, a place with two systems once, and a second time changes nothing', async () => {
    const table = [
      'Owner;Address;Lat;Lng;Unit;Type;Model;Tons;Gas',
      'Una Thorne;1 Mill Way;43° 31′ S;172.6;Upstairs;split-heat-pump;;3;r410a',
      'Una Thorne;1 Mill Way;43° 31′ S;172.6;Downstairs;Split, cooling only;QX-024;;',
      'Una Thorne;2 Mill Way;;;;;;;',
    ].join('\r\n');
    expect(await post('onBad=refuse', table)).toMatchObject({ imported: true, rows: 3, added: 3, bad: 0 });
    expect(await post('onBad=refuse', table)).toMatchObject({ imported: true, added: 0, same: 3 });
    const { places } = (await server.call<PlacePage>('GET', '/places?q=mill')).body;
    expect(
      places.map((row) => [
        row.place.name,
        row.place.positionFrom,
        row.systems.map((system) => [system.name, system.btuh, system.refrigerant]),
      ]),
    ).toEqual([
      [
        '1 Mill Way',
        'typed',
        [
          ['Downstairs', 24000, 'unknown'],
          ['Upstairs', 36000, 'R-410A'],
        ],
      ],
      ['2 Mill Way', 'shop', []],
    ]);
    expect(places[0]?.place.customerId).toBe(places[1]?.place.customerId);
  });

  test('every faulty row is named; with the columns matched by hand, and with the faulty left out', async () => {
    const table =
      'who,where,kind of it,size\nA,1 Fault Row,split-cool,2\n,2 Fault Row,,\nC,3 Fault Row,mill,2\nD,4 Fault Row,split-cool,40\n';
    const matched = columns({ customer: 'who', street: 'where', kind: 'kind of it', tons: 'size' });
    const refused = await post(matched, table);
    expect(refused).toMatchObject({ imported: false, bad: 3 });
    expect('problems' in refused && refused.problems.map((problem) => [problem.row, problem.column])).toEqual([
      [3, 'customer'],
      [4, 'kind'],
      [5, 'tons'],
    ]);
    expect(await post(`onBad=skip&${matched}`, table)).toMatchObject({ imported: true, added: 1, bad: 3 });
    expect((await post('', 'a,b\n1,2\n')).error?.fields).toHaveProperty('file');
    expect((await server.call('POST', `/places/import?${columns({ nothing: 'x' })}`, table)).body.error.fields).toHaveProperty('columns');
  });
});

describe('hourly weather from a file', () => {
  const post = (format: string, body: string) => server.fetch(`/weather?format=${format}`, { method: 'POST', body });

  test('stands in place of the simulated feed, and says what it is', async () => {
    const answer = await post('csv', 'Date,Hour,Temp,RH,Wind,Clouds\n2026-10-01,9:00,18.5,55,3,40\n2026-10-01,8,17,60,2,\n');
    expect(await answer.json()).toEqual({ days: 1, from: '2026-10-01', to: '2026-10-01', source: 'read' });
    const { weather } = (await server.call<DayRecord>('GET', '/days/2026-10-01')).body;
    expect(weather).toEqual({
      source: 'read',
      hours: [
        { atMs: instantIn('Pacific/Auckland', '2026-10-01', 480), dryBulbC: 17, rhPct: 60, windMs: 2, cloud: 0 },
        { atMs: instantIn('Pacific/Auckland', '2026-10-01', 540), dryBulbC: 18.5, rhPct: 55, windMs: 3, cloud: 0.4 },
      ],
    });
    expect((await server.call<DayRecord>('GET', '/days/2026-10-02')).body.weather.source).toBe('simulated');
  });

  test('a row that is none is named by its number, and nothing is kept', async () => {
    const answer = await post('csv', 'day,hour,temp,rh,wind\n2026-10-03,9,18,55,3\n2026-10-03,10,warm,55,3\n');
    expect(answer.status).toBe(422);
    expect(((await answer.json()) as { error: { fields: { file: string } } }).error.fields.file).toContain('Row 3, temperature');
    expect((await post('epw', 'no epw')).status).toBe(422);
    expect((await server.call<DayRecord>('GET', '/days/2026-10-03')).body.weather.source).toBe('simulated');
  });
});

test('the demo and a shop of one’s own lie apart, and neither ever gets into the other', async () => {
  const both = new RealServer();
  try {
    await both.start();
    expect((await both.call<ShopAnswer>('GET', '/shop')).body).toMatchObject({ demo: true, ownIsThere: false });
    expect((await both.call('PUT', '/shop/open', { which: 'own' })).status).toBe(200);
    // Nobody of the demo gets into it, nor by the demo's way in.
    expect((await both.call('GET', '/shop')).status).toBe(401);
    expect((await both.call('POST', '/sign-in/demo', { id: 'wren-cotter', device: 'x' })).status).toBe(422);
    await both.signIn();
    expect((await both.call<ShopAnswer>('GET', '/shop')).body).toMatchObject({ demo: false, ownIsThere: true, setUp: [] });
    expect((await both.call<PlacePage>('GET', '/places')).body.total).toBe(0);
    await both.call('POST', '/places', place({ name: 'My own' }));
    await both.stop('SIGKILL');
    await both.start();
    expect((await both.call<PlacePage>('GET', '/places')).body.places.map((row) => row.place.name)).toEqual(['My own']);
    await both.call('PUT', '/shop/open', { which: 'demo' });
    expect((await both.call('GET', '/places')).status).toBe(401);
    await both.signIn();
    expect((await both.call<PlacePage>('GET', '/places')).body.total).toBe(6);
    expect((await both.call<PlacePage>('GET', '/places?q=own')).body.total).toBe(0);
  } finally {
    await both.remove();
  }
});
