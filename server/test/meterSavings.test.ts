import { randomUUID } from 'node:crypto';
import type { ErrorBody, MadeUpFile, MeterAnswer, ShopSavedRecord, VisitDetail } from '@elm-mist/contract';
import { savedBy } from '@elm-mist/core/savings';
import { RealServer } from './helpers';

jest.setTimeout(120_000);

const server = new RealServer();
beforeAll(() => server.start());
afterAll(() => server.remove());

/** Washes of the place within the days of its made-up meter, on two of its systems. */
const WASHES = 2;

/** What the shop's washes saved, once its meters are reckoned. */
async function saved(): Promise<ShopSavedRecord> {
  for (let tries = 0; tries < 200; tries += 1) {
    const { body } = await server.call<ShopSavedRecord>('GET', '/saved');
    if (!body.meters.behind) return body;
    await new Promise((done) => setTimeout(done, 50));
  }
  throw new Error('the meters were never reckoned');
}
const washesIn = (record: ShopSavedRecord) => record.meters.grades.reduce((sum, { washes }) => sum + washes, 0);
const notCounted = (record: ShopSavedRecord) => Object.fromEntries(record.meters.notCounted.map(({ why, washes }) => [why, washes]));
const keep = (rows: { day: string; kWh: number }[], changes = '', placeId = 'fennick') =>
  server.call<ErrorBody>('PUT', `/places/${placeId}/meter`, {
    file: 'house.csv',
    step: 'days',
    rows: rows.map((row) => ({ ...row, days: 1 })),
    shares: null,
    notes: [],
    changes,
  });
const rowsOf = ({ csv }: MadeUpFile) =>
  csv
    .trim()
    .split('\r\n')
    .slice(1)
    .map((line) => ({ day: line.slice(0, 10), kWh: Number(line.slice(11)) }));

test('every wash with a meter counts without anybody looking at it, as its own page tells it; it corrects what dirt costs, and survives a restart', async () => {
  // The demo has one meter.
  const before = await saved();
  // Asked before, and asked again after: an old answer would be found.
  const known = async () => (await server.call<VisitDetail>('GET', '/visits/demo-visit-15')).body.known;
  expect((await known()).dirt).toEqual(before.dirt);
  expect([washesIn(before), before.dirt.washes]).toEqual([1, 1]);
  const rows = rowsOf((await server.call<MadeUpFile>('GET', '/places/fennick/meter/made-up')).body);
  expect((await keep(rows)).status).toBe(200);
  const after = await saved();
  // As the page of savings reckons it from the same answer.
  const { meter, air, washes } = (await server.call<MeterAnswer>('GET', '/places/fennick/meter')).body;
  const asked = washes.filter(({ day }) => day > rows[0]!.day && day < rows.at(-1)!.day);
  expect(asked).toHaveLength(WASHES);
  const own = asked.map((wash) => savedBy(meter!.rows, air, wash).saved);
  expect([washesIn(after), after.dirt.washes]).toEqual([1 + WASHES, 1 + WASHES]);
  expect(after.dirt.factor).not.toBe(before.dirt.factor);
  // A mean of washes lies between them; of one alone it is that one.
  for (const { mean, washes: n } of after.meters.grades) {
    const all = [...own, ...before.meters.grades.map((row) => row.mean)];
    if (n === 1) expect(all.some((kWh) => Math.abs(kWh - mean) < 1e-6)).toBe(true);
    expect(mean).toBeGreaterThanOrEqual(Math.min(...all) - 1e-6);
    expect(mean).toBeLessThanOrEqual(Math.max(...all) + 1e-6);
  }
  // What Close goes by is the same.
  expect((await known()).dirt).toEqual(after.dirt);
  await server.stop();
  await server.start();
  expect((await server.call<ShopSavedRecord>('GET', '/saved')).body.meters.grades).toEqual(after.meters.grades);
  expect((await saved()).meters).toEqual(after.meters);
});

test('what else changed in the house takes its washes out, and they count again without it', async () => {
  const rows = rowsOf((await server.call<MadeUpFile>('GET', '/places/fennick/meter/made-up')).body);
  await keep(rows, 'A lodger moved in');
  const without = await saved();
  expect([washesIn(without), notCounted(without)['changed']]).toEqual([1, WASHES]);
  await keep(rows);
  expect(washesIn(await saved())).toBe(1 + WASHES);
});

test('air that was put in for the days of a meter is gone by; a house that tells too little says so; erased, its figures are gone; so are those of a visit that is opened again', async () => {
  const before = await saved();
  const rows = rowsOf((await server.call<MadeUpFile>('GET', '/places/fennick/meter/made-up')).body);
  // Other weather on every day of the last hundred: the model is another, and with it the saving.
  const table = rows
    .slice(-100)
    .flatMap(({ day }, n) => Array.from({ length: 24 }, (_, hour) => `${day},${hour},${15 + ((n * 7) % 20)},50,2`));
  const put = await server.fetch('/weather?format=csv', {
    method: 'POST',
    body: ['date,hour,temperature,humidity,wind', ...table].join('\n'),
  });
  expect(put.status).toBe(200);
  const other = await saved();
  expect(other.meters.grades).not.toEqual(before.meters.grades);
  await keep(rows.slice(0, 380));
  expect(notCounted(await saved())['too-little']).toBe(1);
  await keep(rows);
  expect(washesIn(await saved())).toBe(1 + WASHES);
  // Somebody whose visits are all closed.
  const theirs = rowsOf((await server.call<MadeUpFile>('GET', '/places/goosewater/meter/made-up')).body);
  await keep(theirs, '', 'goosewater');
  const all = await saved();
  const counted = (record: ShopSavedRecord) => washesIn(record) + record.meters.notCounted.reduce((sum, row) => sum + row.washes, 0);
  expect(counted(all)).toBeGreaterThan(1 + WASHES);
  const { place } = (await server.call<{ place: { customerId: string; customerName: string } }>('GET', '/places/goosewater')).body;
  expect((await server.call('POST', `/customers/${place.customerId}/erase`, { name: place.customerName })).status).toBe(200);
  expect(counted(await saved())).toBe(1 + WASHES);
  // A visit that is open again is no wash that is done.
  const { washes } = (await server.call<MeterAnswer>('GET', '/places/fennick/meter')).body;
  const [wash] = washes.filter(({ day }) => day > rows[0]!.day && day < rows.at(-1)!.day);
  const visitId = wash!.visitIds[0]!;
  const say = async (kind: string, data: unknown) => {
    const event = { id: randomUUID(), visitId, kind, data, by: 'Wren Cotter', at: new Date().toISOString() };
    const answer = await server.call<ErrorBody>('POST', `/visits/${visitId}/events`, { events: [event] });
    expect([answer.status, answer.body.error]).toEqual([200, undefined]);
  };
  await say('visit.reopened', { reason: 'A grade was wrong' });
  expect(washesIn(await saved())).toBe(WASHES);
});
