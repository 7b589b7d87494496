import { randomUUID } from 'node:crypto';
import type {
  CustomerDetail,
  DayCrewsRecord,
  DayRecord,
  DueRecord,
  ErrorBody,
  PlaceSummary,
  SystemDetail,
  VisitRecord,
} from '@elm-mist/contract';
import { usualWords, type OwnerWords } from '@elm-mist/core/messages';
import { DAY, RealServer } from './helpers';

jest.setTimeout(120_000);

const server = new RealServer();
beforeAll(() => server.start());
afterAll(() => server.remove());

const [BOATHOUSE, MARL, FENNICK, QUILLON] = ['demo-visit-12', 'demo-visit-13', 'demo-visit-14', 'demo-visit-15'];
const day = async () => (await server.call<DayRecord>('GET', `/days/${DAY}`)).body.visits.map((row) => row.visit);
const crews = async (of: string) => (await server.call<DayCrewsRecord>('GET', `/days/${of}/crews`)).body;
const order = (rows: object[], of = DAY) => server.call<VisitRecord[] & ErrorBody>('PUT', `/days/${of}/order`, { rows });
const wren = { id: 'wren-cotter', memberIds: ['wren-cotter'], from: 420, to: 1080 };
const ives = { id: 'ives-vane', memberIds: ['ives-vane'], from: 480, to: 960 };
const roads = { factor: 1.4, kmh: 45 };

test('an order is kept whole or not at all, and each line that cannot be kept is named', async () => {
  const before = await day();
  const good = { visitId: FENNICK, startMinute: 500, crewId: 'wren-cotter' };
  for (const [bad, field, says] of [
    [{ visitId: MARL, startMinute: 600, crewId: 'wren-cotter' }, 'rows[1].visitId', /has begun/],
    [{ visitId: BOATHOUSE, startMinute: 600, crewId: 'wren-cotter' }, 'rows[1].visitId', /has begun, or it is closed/],
    [{ visitId: 'demo-visit-16', startMinute: 600, crewId: 'wren-cotter' }, 'rows[1].visitId', /is on 2026-06-12/],
    [{ visitId: FENNICK, startMinute: 700, crewId: 'wren-cotter' }, 'rows[1].visitId', /once/],
    [{ visitId: QUILLON, startMinute: 700, crewId: 'nobody' }, 'rows[1].crewId', /not on this day/],
    [{ visitId: QUILLON, startMinute: 1500, crewId: 'wren-cotter' }, 'rows[1].startMinute', /1439/],
  ] as const) {
    const { status, body } = await order([good, bad]);
    expect([status, body.error.fields?.[field]]).toEqual([422, expect.stringMatching(says)]);
  }
  expect(await day()).toEqual(before);
  const kept = await order([good, { visitId: QUILLON, startMinute: 845, crewId: 'ives-vane' }]);
  expect(kept.body.map((visit) => [visit.id, visit.startMinute, visit.crewId])).toEqual([
    [FENNICK, 500, 'wren-cotter'],
    [QUILLON, 845, 'ives-vane'],
  ]);
  expect((await day()).find((visit) => visit.id === FENNICK)).toMatchObject({ startMinute: 500, crewId: 'wren-cotter' });
});

test('who works: each alone until somebody says otherwise, then as said, and on the days after; who is no more on it is sent nowhere', async () => {
  expect(await crews(DAY)).toMatchObject({ said: 'never', crews: [{ id: 'wren-cotter' }, { id: 'ives-vane' }] });
  await server.call('PUT', `/days/${DAY}/crews`, { crews: [wren, ives], roads });
  expect(await crews('2026-06-20')).toMatchObject({ said: 'a day before', crews: [wren, ives], roads });
  expect((await crews('2026-06-01')).said).toBe('never');
  await order([{ visitId: QUILLON, startMinute: 845, crewId: 'ives-vane' }]);
  const both = { ...wren, memberIds: ['wren-cotter', 'ives-vane'] };
  expect((await server.call<DayCrewsRecord>('PUT', `/days/${DAY}/crews`, { crews: [both], roads })).body.crews).toEqual([both]);
  expect((await day()).find((visit) => visit.id === QUILLON)?.crewId).toBeNull();
  for (const [said, field] of [
    [{ crews: [{ ...wren, memberIds: ['stranger'], id: 'stranger' }], roads }, 'crews[0].memberIds[0]'],
    [{ crews: [{ ...both, id: 'ives-vane' }], roads }, 'crews[0].id'],
    [{ crews: [wren, { ...ives, memberIds: ['wren-cotter'] }], roads }, 'crews'],
    [{ crews: [{ ...wren, to: 400 }], roads }, 'crews[0].to'],
    [{ crews: [wren], roads: { factor: 0.5, kmh: 45 } }, 'roads.factor'],
  ] as const) {
    const { status, body } = await server.call<ErrorBody>('PUT', `/days/${DAY}/crews`, said);
    expect([status, Object.keys(body.error.fields ?? {})]).toEqual([422, [field]]);
  }
});

test('the owner’s hours stay with a visit; on another day nobody in particular goes', async () => {
  await server.call('PUT', `/days/${DAY}/crews`, { crews: [wren, ives], roads });
  await order([{ visitId: FENNICK, startMinute: 500, crewId: 'wren-cotter' }]);
  const coilIds = ['fennick-hp-out'];
  const change = { day: DAY, startMinute: 510, durationMin: 90, windowFrom: 480, windowTo: 600, purpose: 'Wash', coilIds };
  expect((await server.call<VisitRecord>('PUT', `/visits/${FENNICK}`, change)).body).toMatchObject({
    windowFrom: 480,
    windowTo: 600,
    crewId: 'wren-cotter',
  });
  const slot = { day: '2026-06-13', startMinute: 510, durationMin: 90 };
  expect((await server.call<VisitRecord>('PUT', `/visits/${FENNICK}/slot`, slot)).body).toMatchObject({
    windowFrom: 480,
    windowTo: 600,
    crewId: null,
  });
  for (const [windowFrom, windowTo] of [
    [600, 480],
    [600, null],
    [null, 600],
  ]) {
    const { status, body } = await server.call<ErrorBody>('PUT', `/visits/${FENNICK}`, { ...change, windowFrom, windowTo });
    expect([status, Object.keys(body.error.fields ?? {})]).toEqual([422, ['windowTo']]);
  }
});

test('who wants no messages is marked, at every place and in the due list, and stays so when two entries become one', async () => {
  const put = (id: string, customer: object) => server.call<CustomerDetail>('PUT', `/customers/${id}`, customer);
  const { customer } = (await server.call<CustomerDetail>('GET', '/customers/customer-fennick')).body;
  expect(customer.quiet).toBe(false);
  expect((await put(customer.id, { name: customer.name, phone: '', quiet: true })).body.customer.quiet).toBe(true);
  // Who puts only the name right does not take it back.
  expect((await put(customer.id, { name: customer.name, phone: '+1' })).body.customer.quiet).toBe(true);
  expect((await server.call<PlaceSummary>('GET', '/places/fennick')).body.place.quiet).toBe(true);
  const due = (await server.call<DueRecord>('GET', '/due?until=2030-01-01')).body.rows;
  expect(due.filter((row) => row.quiet).map((row) => row.placeId)).toEqual(['fennick']);
  await server.call('POST', `/customers/${customer.id}/merge`, { intoId: 'customer-alder' });
  expect((await server.call<CustomerDetail>('GET', '/customers/customer-alder')).body.customer.quiet).toBe(true);
});

test('the shop’s own words are kept; a word that is not known is refused by name', async () => {
  const words = { ...usualWords(), due: `Due by {day}. ${randomUUID()}` };
  expect((await server.call<OwnerWords>('PUT', '/owner-words', words)).status).toBe(200);
  expect((await server.call<OwnerWords>('GET', '/owner-words')).body).toEqual(words);
  const { status, body } = await server.call<ErrorBody>('PUT', '/owner-words', { ...words, moved: 'At {when}' });
  expect([status, body.error.fields?.['moved']]).toEqual([422, expect.stringContaining('{when}')]);
});

test('caps that were found missing are carried until they are fitted or promised, and once they are nobody carries any', async () => {
  const carried = async () => {
    const { visits } = (await server.call<DayRecord>('GET', '/days/2026-06-12')).body;
    const row = visits.find(({ visit }) => visit.id === 'demo-visit-16');
    return [row?.small, row?.promised.map(({ parts }) => parts)];
  };
  const CAPS = '2 × locking port cap';
  expect(await carried()).toEqual([[CAPS], []]);
  const { findings } = (await server.call<SystemDetail>('GET', '/systems/harrow-roof')).body;
  const { findingId } = findings.find(({ what }) => what === 'port-caps')!;
  let minute = 0;
  const say = async (kind: string, data: object) => {
    const event = {
      id: randomUUID(),
      visitId: 'demo-visit-16',
      at: new Date(Date.UTC(2026, 5, 12, 13, (minute += 1))).toISOString(),
      by: 'Wren Cotter',
      kind,
      data,
    };
    const { status, body } = await server.call<ErrorBody>('POST', '/visits/demo-visit-16/events', { events: [event] });
    expect([status, body.error]).toEqual([200, undefined]);
  };
  await say('finding.step', { findingId, step: 'offered', words: '' });
  expect(await carried()).toEqual([[CAPS], []]);
  await say('finding.step', { findingId, step: 'accepted', words: 'Yes' });
  expect(await carried()).toEqual([[], [[CAPS]]]);
  await say('finding.step', { findingId, step: 'fixed', words: '' });
  expect(await carried()).toEqual([[], []]);
});
