import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  eventSchema,
  type CustomerDetail,
  type ErasedRecord,
  type MeRecord,
  type PlacePage,
  type SystemDetail,
  type VisitDetail,
} from '@elm-mist/contract';
import { ERASED, EVENT_KINDS, foldVisit, KINDS, withoutWords, type VisitEvent } from '@elm-mist/core/run';
import { strFromU8, unzipSync } from 'fflate';
import { RealServer } from './helpers';

jest.setTimeout(60_000);

interface Described {
  type: string;
  tests?: { name?: string; params?: Record<string, unknown> }[];
  fields?: Record<string, Described>;
  innerType?: Described;
}

/** Every place in a schema where somebody may write a sentence. */
function* sentences({ type, tests = [], fields, innerType }: Described, path: string[] = []): Generator<string> {
  const most = Number(tests.find(({ name }) => name === 'max')?.params?.['max'] ?? NaN);
  if (type === 'string' && most >= 60) yield path.join('.');
  if (innerType) yield* sentences(innerType, [...path, '*']);
  for (const [key, field] of Object.entries(fields ?? {})) yield* sentences(field, [...path, key]);
}

/** What may be as long and tells of nobody: names of parts, rules, products and work as the shop sells it. */
const OF_NOBODY = [
  'story.noted asFound.code',
  // A reading.
  'finding.noted before',
  'finding.step after',
  'plan.made plan.sections.*.id',
  'rules.chosen name',
  'finding.noted parts.*.name',
  'quote.made options.*.name',
  'quote.made options.*.lines.*.id',
  'quote.made options.*.lines.*.words',
  'wire.noted plug',
  'task.begun taskId',
  'task.done taskId',
  'past.noted coils.*.cleanerName',
  'visit.closed upkeep.*.ruleId',
  'section.applied sectionId',
  'section.misted sectionId',
  'section.rinsed sectionId',
  'section.checked sectionId',
  'section.left sectionId',
];

test('wherever an entry takes a sentence it is erased, or known to tell of nobody', () => {
  const left = EVENT_KINDS.flatMap((kind) => {
    const { fields } = eventSchema.resolve({ value: { kind } }).describe() as unknown as Described;
    const data = fields?.['data'];
    return data ? [...sentences(data)].filter((path) => !KINDS[kind].aboutPeople?.includes(path)).map((path) => `${kind} ${path}`) : [];
  });
  expect(left.filter((place) => !OF_NOBODY.includes(place))).toEqual([]);
});

test('one customer’s data goes out whole, and is erased down to the bytes of the file: what was washed with how much stays', async () => {
  const server = new RealServer();
  await server.start();
  const find = async (words: string) => (await server.call<PlacePage>('GET', `/places?q=${words}`)).body.places[0]!;
  const { place, systems } = await find('fennick');
  const systemId = systems[0]!.id;
  const secret = `Key lies under pot ${randomUUID()}`;
  await server.call('PUT', `/places/${place.id}`, { ...place, note: secret, id: undefined, customerId: undefined, archived: undefined });
  const visitId = 'demo-visit-14';
  const event = (kind: string, data: object) => ({
    id: randomUUID(),
    visitId,
    at: '2026-06-11T15:00:00.000Z',
    by: 'Wren Cotter',
    kind,
    data,
  });
  const send = (...events: object[]) => server.call('POST', `/visits/${visitId}/events`, { events });
  await send(event('note.added', { text: secret }));
  const picture = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.from(secret), Buffer.from([0xff, 0xd9])]);
  const photoId = randomUUID();
  const put = await server.fetch(`/visits/${visitId}/photos/${photoId}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'image/jpeg' },
    body: new Uint8Array(picture),
  });
  expect(put.status).toBe(201);

  const zip = unzipSync(new Uint8Array(await (await server.fetch(`/customers/${place.customerId}/data.zip`)).arrayBuffer()));
  const told = JSON.parse(strFromU8(zip['customer.json']!)) as {
    customer: { name: string };
    places: object[];
    visits: { id: string; entries: VisitEvent[] }[];
  };
  expect(told.customer.name).toBe(place.customerName);
  expect(told.visits.find((row) => row.id === visitId)?.entries.at(-1)?.data).toEqual({ text: secret });
  expect(Buffer.from(zip[`pictures/${photoId}.jpeg`]!).equals(picture)).toBe(true);
  expect((await server.fetch('/customers/nobody/data.zip')).status).toBe(404);

  const erase = (name: string) =>
    server.call<ErasedRecord & { error: { fields: object } }>('POST', `/customers/${place.customerId}/erase`, { name });
  expect((await erase('Somebody else')).body.error.fields).toHaveProperty('name');
  expect(await erase(place.customerName)).toMatchObject({
    status: 409,
    body: { error: { fields: { visits: expect.any(String) as string } } },
  });
  await send(event('visit.cancelled', { reason: `They moved away: ${secret}` }));
  const stock = (await server.call('GET', '/shelf')).body;
  const costs = (await server.call<unknown[]>('GET', '/costs?from=2020-01-01&to=2026-06-11')).body;
  const closed = told.visits.find((row) => row.entries.some(({ kind }) => kind === 'visit.closed'))!;
  const grades = (events: readonly VisitEvent[]) =>
    Object.values(foldVisit(closed.id, 'split-heat-pump', events).surveys).map(({ value }) => value.grades);
  const gone = await erase(place.customerName);
  expect(gone).toMatchObject({ status: 200, body: { places: 1, pictures: 1 } });

  expect((await server.call<CustomerDetail>('GET', `/customers/${place.customerId}`)).body.customer).toMatchObject({
    name: ERASED,
    phone: '',
  });
  expect((await server.call<PlacePage>('GET', '/places?q=fennick')).body.total).toBe(0);
  expect((await server.fetch(`/photos/${photoId}`)).status).toBe(404);
  // Phones learn which records to drop.
  const { erased } = (await server.call<MeRecord>('GET', '/me')).body;
  expect(erased).toEqual(expect.arrayContaining([place.customerId, place.id, systemId, visitId]));
  expect((await fetch(`http://localhost:${server.port}/api/me`).then((answer) => answer.json())) as MeRecord).toMatchObject({ erased: [] });
  const visit = (await server.call<VisitDetail>('GET', `/visits/${closed.id}`)).body;
  expect(JSON.stringify(visit)).not.toMatch(/fennick terrace|Odile Fennick/i);
  expect(grades(visit.events)).toEqual(grades(closed.entries));
  expect(visit.events).toEqual(closed.entries.map(withoutWords));
  // Stock and costs add up as before.
  expect((await server.call('GET', '/shelf')).body).toEqual(stock);
  const money = (rows: unknown[]) => rows.map((row) => ({ ...(row as object), placeName: '', customerName: '' }));
  expect(money((await server.call<unknown[]>('GET', '/costs?from=2020-01-01&to=2026-06-11')).body)).toEqual(money(costs));
  // A second start reads the same, and no byte of it is left in the file.
  await server.stop();
  const bytes = readFileSync(join(server.folder, 'elm-mist.db'));
  const left = [secret, place.customerName, place.address].filter((words) => bytes.includes(words));
  expect(left).toEqual([]);
  await server.start();
  expect((await server.call<SystemDetail>('GET', `/systems/${systemId}`)).status).toBe(200);
  await server.remove();
});
