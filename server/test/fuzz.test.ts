import { randomUUID } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import Database from 'libsql';
import type { ErrorBody } from '@elm-mist/contract';
import { apiRouter, RAW_BODIES } from '../src/routes/api';
import { goodRequests } from './goodRequests';
import { RealServer } from './helpers';

jest.setTimeout(240_000);

const server = new RealServer();
beforeAll(async () => {
  mkdirSync(join(server.folder, 'web'));
  writeFileSync(join(server.folder, 'web', 'index.html'), '<title>page</title>');
  await server.start({ ELM_MIST_LOG: 'error' });
});
afterAll(async () => {
  reader?.close();
  await server.remove();
});

/** Every route of the program, read from the router itself: a new one joins without being named here. */
const routes = apiRouter({ store: {}, sandboxes: {} } as never).stack.flatMap((layer) =>
  layer.methods.filter((method) => method !== 'HEAD').map((method) => ({ method, path: layer.path as string })),
);

/** The file as another program reads it, opened once. */
let reader: Database.Database | undefined;
/** What meters tell is reckoned behind whoever asks, at its own time. */
const tables = () =>
  (
    reader!
      .prepare("select name from sqlite_master where type = 'table' and name not like '%fts%' and name not in ('session', 'meter_saving')")
      .all() as {
      name: string;
    }[]
  ).map(({ name }) => `(select count(*) from "${name}") as "${name}"`);
let counted: Database.Statement | undefined;
let counts: { version: number | undefined; rows: Record<string, number> } | undefined;

/** Rows of every table, counted by another program whenever the file has changed; but for the devices that this test itself signs in. */
function rowCounts(): Record<string, number> {
  reader ??= new Database(join(server.folder, 'elm-mist.db'), { readonly: true });
  counted ??= reader.prepare(`select ${tables().join(', ')}`);
  const [file] = reader.pragma('data_version') as { data_version: number }[];
  if (counts?.version !== file?.data_version) counts = { version: file?.data_version, rows: counted.all()[0] as Record<string, number> };
  return counts?.rows ?? {};
}

interface Malformed {
  method: string;
  path: string;
  headers: Record<string, string>;
  body?: string | Uint8Array;
}

/** @returns status and body; a body that is no JSON as null */
async function ask({ method, path, headers, body }: Malformed): Promise<{ status: number; body: Partial<ErrorBody> | null }> {
  // Who signs out is another device each time.
  const out = path.startsWith('/api/sign-out');
  const cookie = out ? await server.cookieOf('/sign-in/demo', { id: 'wren-cotter', device: 'another' }) : server.cookie;
  const answer = await fetch(`http://localhost:${server.port}${path}`, {
    method,
    headers: { Cookie: cookie, ...headers },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : new Uint8Array(body) }),
    signal: AbortSignal.timeout(60_000),
  });
  const text = await answer.text();
  const last = text.trim().split('\n').at(-1) ?? '';
  try {
    return { status: answer.status, body: JSON.parse(last) as Partial<ErrorBody> };
  } catch {
    return { status: answer.status, body: null };
  }
}

/**
 * Never a failure of ours, and what is refused says which field.
 * @returns the status
 */
async function judge(request: Malformed, mayPass: boolean): Promise<number> {
  const { status, body } = await ask(request);
  const told = `${request.method} ${request.path} ${String(request.body).slice(0, 300)} → ${status} ${JSON.stringify(body)?.slice(0, 300)}`;
  if (status >= 500 || body?.error?.code === 'internal') throw new Error(`failed: ${told}`);
  if (status < 400 && !body?.error) {
    if (!mayPass) throw new Error(`taken: ${told}`);
    return status;
  }
  const fields = Object.entries(body?.error?.fields ?? {});
  if (!body?.error?.message || (status !== 404 && fields.length === 0) || fields.some(([, words]) => !words))
    throw new Error(`refused without a field: ${told}`);
  return status;
}

const STRANGE: readonly unknown[] = [
  null,
  true,
  -1,
  1e308,
  0.1,
  '',
  'constructor',
  '__proto__',
  '\u0000',
  '🜁'.repeat(400),
  '2026-02-30',
  '../../etc',
  [],
  [null],
  [[[]]],
  {},
  { toString: 1 },
  { constructor: { prototype: 1 } },
];

/** Every place in a value, with the value put there instead. */
function* spoiled(value: unknown, bad: unknown): Generator<unknown> {
  yield bad;
  if (Array.isArray(value)) {
    for (const [i, item] of value.entries())
      for (const made of spoiled(item, bad)) yield (value as unknown[]).map((old, j) => (i === j ? made : old));
  } else if (value && typeof value === 'object') {
    for (const [key, item] of Object.entries(value)) {
      for (const made of spoiled(item, bad)) yield { ...value, [key]: made };
      const without = { ...value } as Record<string, unknown>;
      delete without[key];
      yield without;
    }
  }
}

const JSON_TYPE = { 'Content-Type': 'application/json' };
const STRANGE_IDS = ['%00', '%E0%A4%A', '..%2f..', 'constructor', '__proto__', 'x'.repeat(3000), '%F0%9F%9C%81', "'%20or%201=1"];
const at = (path: string, id: string) => path.replaceAll(/:\w+/g, id);

test('every route that writes has a good request here, and takes it', async () => {
  const good = goodRequests();
  const writes = routes.filter(({ method }) => method !== 'GET').map(({ method, path }) => `${method} ${path}`);
  expect(writes.filter((name) => !good.some((row) => `${row.method} ${row.route}` === name))).toEqual([]);
  for (const row of good) {
    const answer = await ask({
      method: row.method,
      path: row.path,
      headers: { 'Content-Type': row.type ?? 'application/json' },
      body: row.body,
    });
    if (row.says) {
      expect({ route: row.route, status: answer.status }).toEqual({ route: row.route, status: row.says });
      continue;
    }
    expect({ route: row.route, status: answer.status, error: answer.body?.error }).toMatchObject({ route: row.route, error: undefined });
    expect(answer.status).toBeLessThan(300);
  }
});

test('strange addresses and questions are answered, never failed', async () => {
  // Whose address says all there is to say.
  const saysAll = new Set(goodRequests().flatMap(({ body, route }) => (body === '{}' ? [route] : [])));
  for (const { method, path } of routes) {
    // A path with no place for an id is one address.
    for (const id of path.includes(':') ? STRANGE_IDS : ['']) {
      const body = method === 'GET' ? {} : { body: '{}' };
      await judge({ method, path: at(path, id), headers: method === 'GET' ? {} : JSON_TYPE, ...body }, !path.includes(':'));
    }
    if (path.includes(':')) continue;
    for (const query of [
      '?from=2026-13-01&to=x',
      '?kind=constructor&format=csv',
      '?kind=stock&format=__proto__',
      '?%E0%A4%A',
      '?by[]=x&day=1e9',
      '?q=%22%00&page=-1&from=1',
    ])
      await judge(
        { method, path: path + query, headers: JSON_TYPE, ...(method === 'GET' ? {} : { body: '{}' }) },
        method === 'GET' || saysAll.has(path),
      );
  }
  for (const path of [
    '/../../package.json',
    '/..%2f..%2fpackage.json',
    '/%00',
    '/assets/%E0%A4%A.js',
    '/.git/config',
    '//x.js',
    '/api',
    '/api/',
  ])
    expect((await ask({ method: 'GET', path, headers: {} })).status).toBeLessThan(500);
});

test('broken bodies, and bodies of another kind, are refused by name and write nothing', async () => {
  const before = rowCounts();
  for (const { method, path, route, body: good } of goodRequests()) {
    for (const body of ['', '{', '[]', 'null', '"x"', '1', '{"a":1', '\u0000', `{"x":${'['.repeat(5000)}${']'.repeat(5000)}}`])
      // Where the address says all, nothing is as good as an empty one.
      await judge({ method, path, headers: JSON_TYPE, body }, body === '' && good === '{}');
    for (const type of [
      'text/plain',
      'application/x-www-form-urlencoded',
      'multipart/form-data; boundary=x',
      'image/jpeg',
      'application/json; charset=utf-99',
    ])
      await judge({ method, path, headers: { 'Content-Type': type }, body: 'a=b' }, false);
    const large = RAW_BODIES.has(`${method} ${route}`) ? 6_000_000 : 1_200_000;
    await judge({ method, path, headers: JSON_TYPE, body: `{"note":"${'x'.repeat(large)}"}` }, route.endsWith('/import'));
  }
  // A new code wants no more than its address: the empty body made one, and whom it is for is told.
  expect(rowCounts()).toEqual({ ...before, notice: (before['notice'] ?? 0) + 1 });
});

test('one thing wrong anywhere in a good request: refused by name with nothing written, or taken as something that is meant', async () => {
  const good = goodRequests().filter((row) => typeof row.body === 'string' && row.type === undefined);
  const faults: string[] = [];
  for (const row of good) {
    const value = JSON.parse(row.body as string) as unknown;
    const all = STRANGE.flatMap((bad) => [...spoiled(value, bad)]);
    // By chance, but the same every time.
    const some = fc.sample(fc.constantFrom(...all), { numRuns: Math.min(all.length, 60), seed: 20260611 });
    for (const body of some) {
      const before = rowCounts();
      const request = { method: row.method, path: row.path, headers: JSON_TYPE, body: JSON.stringify(body) };
      const status = await judge(request, true).catch((error: Error) => {
        faults.push(error.message);
        return 400;
      });
      if (status >= 400) expect(rowCounts()).toEqual(before);
    }
  }
  expect(faults).toEqual([]);
});

test('whatever JSON comes, to whatever address', async () => {
  const writes = routes.filter(({ method }) => method !== 'GET');
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(...writes), fc.jsonValue({ maxDepth: 4 }), async ({ method, path }, body) => {
      await judge({ method, path: at(path, randomUUID()), headers: JSON_TYPE, body: JSON.stringify(body) }, true);
    }),
    { numRuns: 300 },
  );
});
