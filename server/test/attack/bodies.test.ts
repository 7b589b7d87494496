import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { RAW_BODIES } from '../../src/routes/api';
import { goodRequests } from '../goodRequests';
import { RealServer } from '../helpers';
import { rawRequest } from './rawRequest';
import { tell, WHOLE } from './whole';

jest.setTimeout(900_000);

/** How long the others may wait, ms. On a busy test machine a tenth of what one such body took before is proof enough; `npm run attack` holds the limit. */
const MOST_WAIT_MS = WHOLE ? 200 : 1500;
const BODY_LIMIT = 1_000_000;

const server = new RealServer();
beforeAll(async () => {
  mkdirSync(join(server.folder, 'web'));
  writeFileSync(join(server.folder, 'web', 'index.html'), '<title>page</title>');
  await server.start({ ELM_MIST_LOG: 'error' });
});
afterAll(() => server.remove());

/** As many of a piece as a body may hold. */
const many = (piece: string) =>
  `[${Array<string>(Math.floor((BODY_LIMIT - 2000) / (piece.length + 1)))
    .fill(piece)
    .join(',')}]`;
const deep = (open: string, close: string) => open.repeat(400_000 / open.length) + '1' + close.repeat(400_000 / open.length);
const keys = `{${Array.from({ length: 60_000 }, (_, i) => `"k${i}":0`).join(',')}}`;
/** Values that take longest to judge, as they are written. */
const HEAVY: readonly (readonly [how: string, value: string])[] = [
  ['empty objects', many('{}')],
  ['numbers', many('0')],
  ['nulls', many('null')],
  ['lists', many('[]')],
  ['nested lists', deep('[', ']')],
  ['nested objects', deep('{"a":', '}')],
  ['many keys', keys],
  ['a long word', `"${'a'.repeat(BODY_LIMIT - 2000)}"`],
  ['many spaces', `"${' '.repeat(BODY_LIMIT - 2000)}x"`],
  ['control signs', `"${'\\u0001'.repeat(160_000)}"`],
  ['digits', '1'.repeat(BODY_LIMIT - 2000)],
];

/** Where a body of its own route could hold such a value: in place of all of it, and of each of its fields. */
function heavyBodies(good: string): { where: string; bodies: (value: string) => string }[] {
  const value = JSON.parse(good) as unknown;
  const places = [{ where: 'all', bodies: (heavy: string) => heavy }];
  if (value && typeof value === 'object' && !Array.isArray(value))
    for (const key of Object.keys(value))
      places.push({
        where: key,
        bodies: (heavy) => JSON.stringify({ ...value, [key]: '@@@' }).replace('"@@@"', () => heavy),
      });
  return places;
}

/** The longest that somebody else's request took while work was done, ms. */
async function longestWait(work: () => Promise<unknown>): Promise<number> {
  let [going, longest] = [true, 0];
  const other = (async () => {
    while (going) {
      const began = performance.now();
      await rawRequest(server.port, { method: 'GET', path: '/api/health' });
      longest = Math.max(longest, performance.now() - began);
      await new Promise((done) => setTimeout(done, 3));
    }
  })();
  await work();
  going = false;
  await other;
  return longest;
}

const good = goodRequests().filter(({ method, route, body }) => !RAW_BODIES.has(`${method} ${route}`) && typeof body === 'string');
const attacks = good
  .filter(({ route }) => !['/api/sign-out', '/api/shop/open'].includes(route))
  .flatMap((row) =>
    heavyBodies(row.body as string).flatMap(({ where, bodies }, n) =>
      HEAVY.filter((_, i) => WHOLE || (i + n + row.route.length) % 9 === 0).map(([how, value]) => ({
        ...row,
        where,
        how,
        sent: bodies(value),
      })),
    ),
  );

test('no body of 1 MB, wherever its weight lies, fails the server or holds others up', async () => {
  expect(new Set(attacks.map(({ route }) => route)).size).toBeGreaterThan(40);
  const wrong: string[] = [];
  let [slowest, by] = [0, ''];
  for (const { method, path, route, where, how, sent } of attacks) {
    const told = `${method} ${route}, ${how} at ${where}`;
    let status = 0;
    const waited = await longestWait(async () => {
      const headers = { Cookie: server.cookie, 'Content-Type': 'application/json', 'Content-Length': String(Buffer.byteLength(sent)) };
      ({ status } = await rawRequest(server.port, { method, path, headers, body: sent }));
    });
    if (status >= 500) wrong.push(`${told} → ${status}`);
    if (waited > MOST_WAIT_MS) wrong.push(`${told} held others up for ${waited.toFixed(0)} ms`);
    if (waited > slowest) [slowest, by] = [waited, told];
  }
  tell(`${attacks.length} heavy bodies; the longest wait of others was ${slowest.toFixed(0)} ms: ${by}`);
  expect(wrong).toEqual([]);
});

test('a hundred entries of the heaviest kind, all in one request, hold nobody up', async () => {
  const data = { text: 'x'.repeat(9000) };
  const entry = (i: number) => ({
    id: `0198a1b2-0000-7000-8000-${String(i).padStart(12, '0')}`,
    visitId: 'demo-visit-15',
    at: '2026-06-11T15:00:00.000Z',
    by: 'Wren Cotter',
    kind: i % 2 ? 'plan.made' : 'note.added',
    data: i % 2 ? { coilId: 'x', plan: { sections: Array.from({ length: 300 }, () => ({})) } } : data,
  });
  const sent = JSON.stringify({ events: Array.from({ length: 100 }, (_, i) => entry(i)) });
  expect(sent.length).toBeLessThan(BODY_LIMIT);
  const headers = { Cookie: server.cookie, 'Content-Type': 'application/json', 'Content-Length': String(Buffer.byteLength(sent)) };
  let status = 0;
  const waited = await longestWait(async () => {
    ({ status } = await rawRequest(server.port, { method: 'POST', path: '/api/visits/demo-visit-15/events', headers, body: sent }));
  });
  expect(status).toBe(422);
  expect(waited).toBeLessThan(MOST_WAIT_MS);
});

test('a large weather table is read while others are served', async () => {
  const rows = ['date,hour,temperature,humidity,wind'];
  for (let n = 0, size = 0; size < (WHOLE ? 7_500_000 : 1_500_000); n += 1) {
    const day = new Date(Date.UTC(1990, 0, 1) + Math.floor(n / 24) * 86_400_000).toISOString().slice(0, 10);
    size += rows[rows.push(`${day},${n % 24},21.5,50,2.5`) - 1]?.length ?? 0;
  }
  let status = 0;
  const waited = await longestWait(async () => {
    const headers = { Cookie: server.cookie, 'Content-Type': 'text/csv' };
    ({ status } = await rawRequest(server.port, { method: 'POST', path: '/api/weather?format=csv', headers, body: rows.join('\n') }));
  });
  tell(`a weather table of 8 MB: others waited ${waited.toFixed(0)} ms`);
  expect(status).toBe(200);
  expect(waited).toBeLessThan(MOST_WAIT_MS);
});

test.each([
  ['rows of nothing', () => `[${'{},'.repeat(2_000_000)}{}]`],
  ['one row that nests without end', () => `[{"name":${'['.repeat(3_000_000)}${']'.repeat(3_000_000)}}]`],
  ['one row of many columns', () => `[{${Array.from({ length: 400_000 }, (_, i) => `"c${i}":1`).join(',')}}]`],
  ['one cell of many megabytes', () => `[{"name":"${'x'.repeat(8_000_000)}"}]`],
  ['columns that every object has', () => '[{"__proto__":{"name":"x"},"constructor":"y","name":"z"}]'],
])('a JSON table with %s is refused by row or as a whole, and holds nobody up', async (how, text) => {
  const body = text();
  let answer = { status: 0, text: '' };
  const waited = await longestWait(async () => {
    const path = '/api/shelf/import?kind=products&format=json';
    answer = await rawRequest(server.port, {
      method: 'POST',
      path,
      headers: { Cookie: server.cookie, 'Content-Type': 'application/json' },
      body,
    });
  });
  tell(`a JSON table with ${how}: others waited ${waited.toFixed(0)} ms`);
  expect(answer.status).toBeLessThan(500);
  const last = JSON.parse(answer.text.trim().split('\n').at(-1) ?? '{}') as { error?: { code: string } };
  expect(last.error?.code).toMatch(/^(unreadable|missing|invalid|too-large|refused|bad-rows|not-allowed)$/);
  expect(waited).toBeLessThan(MOST_WAIT_MS);
});

test('a compressed body, whole or broken, is refused', async () => {
  for (const encoding of ['gzip', 'br', 'deflate', 'x-gzip'])
    for (const { method, path, route, body } of good) {
      if (['/api/sign-out', '/api/shop/open'].includes(route)) continue;
      const headers = { Cookie: server.cookie, 'Content-Type': 'application/json', 'Content-Encoding': encoding };
      const { status } = await rawRequest(server.port, { method, path, headers, body });
      expect([route, encoding, status]).toEqual([route, encoding, 415]);
    }
});
