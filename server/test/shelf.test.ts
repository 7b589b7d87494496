import { randomUUID } from 'node:crypto';
import type {
  ApplicatorRecord,
  CleanerDetail,
  CleanerRecord,
  ImportLine,
  ShelfRecord,
  StockRecord,
  VisitCostRecord,
  VisitDetail,
} from '@elm-mist/contract';
import { planCoil, type HouseRules } from '@elm-mist/core/method';
import type { VisitEvent } from '@elm-mist/core/run';
import { emptySurvey } from '@elm-mist/core/survey';
import { DAY, RealServer } from './helpers';

jest.setTimeout(180_000);

const server = new RealServer();
beforeAll(() => server.start());
afterAll(() => server.remove());

const GALLON = 3.785411784;
const shelf = async () => (await server.call<ShelfRecord>('GET', '/shelf')).body;
const leftOf = async (cleanerId: string) =>
  (await shelf()).stock.filter((item) => item.cleanerId === cleanerId).reduce((sum, item) => sum + item.leftL, 0);
const text = async (path: string) => (await server.fetch(path)).text();

async function importFile(
  kind: 'products' | 'stock',
  body: string,
  format = 'csv',
  onBad = 'refuse',
): Promise<Extract<ImportLine, { done: true }>> {
  const answer = await server.fetch(`/shelf/import?kind=${kind}&format=${format}&onBad=${onBad}`, { method: 'POST', body });
  const lines = (await answer.text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as never);
  return lines.at(-1) as unknown as Extract<ImportLine, { done: true }>;
}

const label = {
  name: 'Yarrow foam',
  chemistry: 'alkaline-foam',
  form: 'concentrate',
  chart: { light: '16 oz per gallon', medium: null, heavy: null },
  countsAgainst: 'mix',
  waterFirst: true,
  hazardWords: '',
  packL: 4,
  packPrice: 20,
};

describe('labels', () => {
  test('an ambiguous strength needs an answer, and keeps it', async () => {
    const refused = await server.call('POST', '/cleaners', { ...label, countsAgainst: null });
    expect(refused.status).toBe(422);
    expect(refused.body.error.fields['chart.light']).toMatch(/8:1.*or 7:1/);
    const made = (await server.call<CleanerRecord>('POST', '/cleaners', label)).body;
    expect(made).toMatchObject({ chart: { light: 7 }, countsAgainst: 'mix', assumed: expect.arrayContaining(['dwell', 'materials']) });
  });

  test('an incomplete label is used on the mild side, with a warning, after the complete ones', async () => {
    const { cleaners } = await shelf();
    const detail = (await server.call<VisitDetail>('GET', '/visits/demo-visit-15')).body;
    const house = (await server.call<HouseRules>('GET', '/house-rules')).body;
    const coil = detail.coils.find((row) => row.role === 'condenser')!;
    const survey = {
      ...emptySurvey(),
      grades: Object.fromEntries(coil.geometry.faces.map((face) => [face.id, [3, 3]])),
      soils: ['grease'],
    };
    const context = { configuration: 'split-cool', refrigerant: 'R-410A', site: null, pressureKPa: 92, sensitiveOccupants: false } as const;
    const plan = (among: CleanerRecord[]) => planCoil(coil, survey as never, context, among, house);
    expect(plan(cleaners).cleanerName).toBe('Bramble alkaline foam');
    const only = plan(cleaners.filter((row) => row.name === 'Yarrow foam'));
    expect(only.cleanerName).toBe('Yarrow foam');
    expect(only.missing.join(' ')).toMatch(/Yarrow foam is not complete.*dwell/);
  });

  test('a changed label keeps its id; a taken name and a dwell the wrong way round are refused by field', async () => {
    const made = (await shelf()).cleaners.find((row) => row.name === 'Yarrow foam')!;
    const changed = await server.call<CleanerRecord>('PUT', `/cleaners/${made.id}`, { ...label, dwellMinS: 120, dwellMaxS: 300 });
    expect(changed.body).toMatchObject({ id: made.id, dwellMinS: 120, assumed: expect.not.arrayContaining(['dwell']) });
    expect(
      (await server.call('PUT', `/cleaners/${made.id}`, { ...label, name: 'bramble alkaline foam' })).body.error.fields,
    ).toHaveProperty('name');
    const wrong = await server.call('PUT', `/cleaners/${made.id}`, { ...label, dwellMinS: 300, dwellMaxS: 120 });
    expect([wrong.status, Object.keys(wrong.body.error.fields)]).toEqual([422, ['dwellMaxS']]);
  });

  test('a safety sheet is kept as it is; what is no PDF or picture is not', async () => {
    const pdf = Buffer.from('%PDF-1.4\nsheet');
    const put = (bytes: Buffer, type: string) =>
      server.fetch('/cleaners/bramble/sheet', { method: 'PUT', headers: { 'Content-Type': type }, body: new Uint8Array(bytes) });
    expect((await put(pdf, 'application/pdf')).status).toBe(200);
    const back = await server.fetch('/cleaners/bramble/sheet');
    expect([back.headers.get('content-type'), await back.text()]).toEqual(['application/pdf', pdf.toString()]);
    expect((await put(Buffer.from('<script>'), 'application/pdf')).status).toBe(415);
    expect((await put(pdf, 'text/html')).status).toBe(415);
    expect((await server.call<CleanerDetail>('GET', '/cleaners/bramble')).body.cleaner.sheet).toBe('pdf');
  });

  test('a dial keeps what the bucket and watch found', async () => {
    const gun = (await shelf()).applicators.find((row) => row.id === 'foaming-gun')!;
    const dial = gun.dial.map((position) => (position.mark === '4' ? { ...position, measured: { waterParts: 5, day: DAY } } : position));
    expect((await server.call<ApplicatorRecord>('PUT', '/applicators/foaming-gun', { ...gun, dial })).body.dial).toEqual(dial);
    expect((await server.call('PUT', '/applicators/foaming-gun', { ...gun, capacityL: 0 })).body.error.fields).toHaveProperty('capacityL');
    expect((await server.call('PUT', '/applicators/none', gun)).status).toBe(404);
  });
});

describe('stock', () => {
  let tick = 0;
  const event = (kind: VisitEvent['kind'], data: unknown) => {
    tick += 1;
    return {
      id: randomUUID(),
      visitId: 'demo-visit-16',
      at: new Date(Date.parse(`${DAY}T23:00:00Z`) + tick * 1000).toISOString(),
      by: 'Wren Cotter',
      kind,
      data,
    };
  };
  const send = (...events: unknown[]) => server.call('POST', '/visits/demo-visit-16/events', { events });

  test('is drawn down when the visit is closed, corrected by the difference, given back when it is opened again, and never twice', async () => {
    const before = await leftOf('bramble');
    const used = event('stock.used', { cleanerId: 'bramble', litres: 2 * GALLON });
    await send(event('visit.started', {}), used);
    expect(await leftOf('bramble')).toBeCloseTo(before, 9);
    const closing = event('visit.closed', { nextDue: '2027-06-01', why: '', note: '' });
    await send(closing);
    await send(closing);
    // The shelf is known to hold 1.55 gal: it is emptied, and the rest stands as used beyond it.
    expect(await leftOf('bramble')).toBe(0);
    const { moves } = (await server.call<CleanerDetail>('GET', '/cleaners/bramble')).body;
    expect(moves.filter((move) => move.visitId === 'demo-visit-16' && move.itemId === null).map((move) => move.litres)).toEqual([
      expect.closeTo(before - 2 * GALLON, 9),
    ]);
    const less = event('stock.used', { cleanerId: 'bramble', litres: GALLON });
    await send(less);
    expect(await leftOf('bramble')).toBeCloseTo(before - GALLON, 9);
    await send(event('event.undone', { eventId: less.id }));
    expect(await leftOf('bramble')).toBe(0);
    await send(event('visit.reopened', { reason: 'Counted the wrong shelf' }));
    expect(await leftOf('bramble')).toBeCloseTo(before, 9);
  });

  test('a count becomes the truth by one move; more than fits, and what is not there, are refused', async () => {
    const { body } = await server.call<StockRecord>('PUT', '/stock/tansy-1', { leftL: 1.5 });
    expect(body.leftL).toBe(1.5);
    expect(await leftOf('tansy')).toBeCloseTo(1.5, 12);
    expect((await server.call('PUT', '/stock/tansy-1', { leftL: 9 })).body.error.fields).toHaveProperty('leftL');
    expect((await server.call('PUT', '/stock/none', { leftL: 1 })).status).toBe(404);
  });

  test('three cans added are three containers', async () => {
    const made = await server.call<StockRecord[]>('POST', '/stock', {
      cleanerId: 'sedge-can',
      lot: 'X',
      expires: '2027-01-31',
      sizeL: 0.5,
      count: 3,
    });
    expect([made.status, made.body.length, made.body[0]?.leftL]).toEqual([201, 3, 0.5]);
    const wrong = await server.call('POST', '/stock', { cleanerId: 'sedge-can', lot: '', expires: '2027-02-30', sizeL: -1, count: 0 });
    expect(Object.keys(wrong.body.error.fields).sort()).toEqual(['count', 'expires', 'sizeL']);
  });

  test('what is low stands on the reorder list', async () => {
    const lines = (await text('/shelf/files/reorder.csv')).trim().split('\r\n');
    expect(lines[0]).toBe('product,packs,pack L,left L,low at L,price');
    expect(lines.slice(1).map((line) => line.split(',')[0])).toContain('Sedge evaporator foam');
  });
});

describe('files', () => {
  test('what is exported imports back without changing anything, as CSV and as JSON', async () => {
    const before = await shelf();
    for (const kind of ['products', 'stock'] as const) {
      const rows = kind === 'products' ? before.cleaners.length : before.stock.length;
      expect(await importFile(kind, await text(`/shelf/files/${kind}.csv`))).toMatchObject({
        imported: true,
        rows,
        same: rows,
        added: 0,
        changed: 0,
        bad: 0,
      });
      expect(await importFile(kind, await text('/shelf/files/shelf.json'), 'json')).toMatchObject({ imported: true, same: rows });
    }
    expect(await shelf()).toEqual(before);
  });

  const head = 'Name;Chemistry;Form;Light;Pack L;Price;Hazards';
  test.each([
    [
      'a BOM, semicolons, CRLF and quotes',
      `\uFEFF${head}\r\n"Fern; wash";neutral;concentrate;"20:1";"1 gal";12,50;"Stings ""eyes""."\r\n\r\n`,
    ],
    ['tabs and bare line feeds', `${head}\nFern; wash;neutral;concentrate;20:1;1 gal;12,50;"Stings ""eyes""."\n`.replace(/;(?! )/g, '\t')],
  ])('a file with %s is read', async (_what, body) => {
    expect(await importFile('products', body)).toMatchObject({ imported: true, rows: 1, bad: 0 });
    const fern = (await shelf()).cleaners.find((row) => row.name === 'Fern; wash');
    expect(fern).toMatchObject({ packPrice: 12.5, hazardWords: 'Stings "eyes".', chart: { light: 20 } });
    expect(fern?.packL).toBeCloseTo(GALLON, 12);
  });

  test('one bad row and nothing is imported; asked to skip it, the good ones are; every fault is named with its row', async () => {
    const body =
      'name,chemistry,form,pack L,price\nMoss,neutral,concentrate,4,10\nPeat,magic,concentrate,0,ten\nMoss,neutral,concentrate,4,11\n';
    const refused = await importFile('products', body);
    expect(refused).toMatchObject({ imported: false, rows: 3, bad: 2, added: 0 });
    expect(refused.problems.map(({ row, column }) => `${row} ${column}`)).toEqual(['3 chemistry', '3 pack L', '3 price', '4 name']);
    expect((await shelf()).cleaners.map((row) => row.name)).not.toContain('Moss');
    expect(await importFile('products', body, 'csv', 'skip')).toMatchObject({ imported: true, added: 1, bad: 2 });
    expect((await shelf()).cleaners.map((row) => row.name)).toContain('Moss');
  });

  test.each([
    ['products', 'csv', 'name,form\nA,concentrate\n', /chemistry/],
    ['products', 'csv', '', /empty/],
    ['stock', 'json', '{"products":[]}', /stock/],
    ['stock', 'json', '{', /JSON/],
  ] as const)('a %s %s file that is none is refused with a sentence', async (kind, format, body, words) => {
    expect(await importFile(kind, body, format)).toMatchObject({ error: { message: expect.stringMatching(words) } });
  });

  test('an unknown kind of file is refused before it is read', async () => {
    expect((await server.fetch('/shelf/import?kind=people&format=csv', { method: 'POST', body: 'x' })).status).toBe(422);
  });

  test('ten thousand containers come in one go, and it says how far it is meanwhile', async () => {
    const body = `product,lot,size L,left L\n${Array.from({ length: 10_000 }, (_, i) => `Moss,Łó${i},4,${i % 4}`).join('\n')}\n`;
    const answer = await server.fetch('/shelf/import?kind=stock&format=csv', { method: 'POST', body });
    const lines = (await answer.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { rows: number });
    expect(lines.slice(0, -1).map((line) => line.rows)).toEqual([2000, 4000, 6000, 8000, 10_000]);
    expect(lines.at(-1)).toMatchObject({ done: true, added: 10_000, imported: true });
    expect(await leftOf((await shelf()).cleaners.find((row) => row.name === 'Moss')?.id ?? '')).toBe(15_000);
    // Letters of two bytes are whole, wherever the network cut them.
    expect((await text('/shelf/files/stock.csv')).match(/,Łó\d+,/g)).toHaveLength(10_000);
  });
});

test('what visits cost is added up from what they did', async () => {
  const year = (await server.call<VisitCostRecord[]>('GET', `/costs?from=2025-06-11&to=${DAY}`)).body;
  expect(year.length).toBeGreaterThan(8);
  for (const row of year) {
    expect(row.cost.total).toBeCloseTo(row.cost.product + row.cost.water + row.cost.work, 9);
    expect(row.minutes).toBeGreaterThan(0);
    expect(row.means === 'water').toBe(row.concentrateL === 0);
  }
  expect((await server.call('GET', '/costs?from=june&to=2026-06-11')).body.error.fields).toHaveProperty('from');
});

test('a mix put right is not called stronger than needed; one made twice as strong is, by what it wasted', async () => {
  const visitId = 'demo-visit-13';
  let tick = 0;
  const event = (kind: VisitEvent['kind'], data: unknown) => {
    tick += 1;
    return {
      id: randomUUID(),
      visitId,
      at: new Date(Date.parse(`${DAY}T20:00:00Z`) + tick * 1000).toISOString(),
      by: 'Ives Vane',
      kind,
      data,
    };
  };
  const send = async (...events: unknown[]) =>
    expect((await server.call('POST', `/visits/${visitId}/events`, { events })).status).toBe(200);
  const cost = async () =>
    (await server.call<VisitCostRecord[]>('GET', `/costs?from=${DAY}&to=${DAY}`)).body.find((row) => row.visitId === visitId)!;
  const { coils, events } = (await server.call<VisitDetail>('GET', `/visits/${visitId}`)).body;
  const house = (await server.call<HouseRules>('GET', '/house-rules')).body;
  const coil = coils.find((row) => row.role === 'evaporator')!;
  const survey = events.find((row) => row.kind === 'coil.surveyed' && row.data.coilId === coil.id) as VisitEvent<'coil.surveyed'>;
  const context = { configuration: 'split-cool', refrigerant: 'R-454B', site: null, pressureKPa: 92, sensitiveOccupants: false } as const;
  const plan = planCoil(coil, survey.data.survey, context, (await shelf()).cleaners, house);
  const mix = (concentrateL: number, waterL: number) =>
    event('mix.made', {
      coilId: coil.id,
      cleanerId: plan.cleanerId,
      targetWaterParts: plan.waterParts,
      concentrateL,
      waterL,
      applicatorId: 'pump-sprayer',
    });
  const wanted = plan.waterParts!;
  // Half as strong at first, then as much concentrate again, straight: right in all.
  await send(event('plan.made', { coilId: coil.id, plan }), mix(0.1, 0.2 * wanted), mix(0.1, 0));
  const put = (item: string) => event('close.checked', { item, ok: true, reason: '' });
  await send(put('container'), put('bottle'));
  await send(event('visit.closed', { nextDue: '2027-06-01', why: '', note: '' }));
  expect((await cost()).stronger).toEqual({ litres: 0, money: 0 });
  await send(
    event('visit.reopened', { reason: 'Mixed once more' }),
    mix(0.2, 0),
    event('visit.closed', { nextDue: '2027-06-01', why: '', note: '' }),
  );
  // 0.4 L in 0.4 + 0.2 W: what it needed was a (W + 1)th of it.
  expect((await cost()).stronger.litres).toBeCloseTo(0.4 - (0.4 + 0.2 * wanted) / (wanted + 1), 9);
});
