import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { CodeRecord, MeRecord } from '@elm-mist/contract';
import { may, ROLES, type Role } from '@elm-mist/core/people';
import { apiRouter } from '../../src/routes/api';
import { ROUTE_POWERS } from '../../src/routes/powers';
import { RealServer } from '../helpers';
import { rawRequest, type RawAnswer } from './rawRequest';
import { tell, WHOLE } from './whole';
import { DISGUISES, spellings } from './spellings';

jest.setTimeout(900_000);

const PAGE = '<title>the interface</title>';

/** Every route of the program, read from the router itself. */
const routes = apiRouter({ store: {}, sandboxes: {} } as never).stack.flatMap((layer) =>
  layer.methods.filter((method) => method !== 'HEAD').map((method) => ({ method, pattern: layer.path as string })),
);

const server = new RealServer();
const cookies = new Map<Role, string>();

async function letIn(role: Role): Promise<string> {
  const made = await server.call<CodeRecord>('POST', '/people', { crewId: null, name: `A ${role}`, role });
  const cookie = await server.cookieOf('/sign-in', { name: `A ${role}`, password: made.body.code, device: 'A phone' });
  const changed = await fetch(`http://localhost:${server.port}/api/me/password`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', Cookie: cookie },
    body: JSON.stringify({ was: made.body.code, password: 'a light behind the fins' }),
  });
  expect(((await changed.json()) as MeRecord).person).toMatchObject({ role, mustChange: false });
  return cookie;
}

beforeAll(async () => {
  mkdirSync(join(server.folder, 'web'));
  writeFileSync(join(server.folder, 'web', 'index.html'), PAGE);
  await server.start({ ELM_MIST_LOG: 'error' });
  cookies.set('owner', server.cookie);
  for (const role of ['lead', 'technician', 'reader'] as const) cookies.set(role, await letIn(role));
});
afterAll(() => server.remove());

/** Whether an answer gave nothing of the shop: refused, nothing there, no such method, or the page that everybody gets. */
const closed = ({ status, type, text }: RawAnswer) =>
  [301, 302, 307, 308, 400, 401, 403, 404, 405, 410, 414, 501].includes(status) ||
  (type.startsWith('text/html') && ['', PAGE].includes(text));

/** A body that no route takes, so that nothing is written: what is asked is who gets as far as a handler. */
const NONSENSE = JSON.stringify({ nonsense: true });

async function ask(method: string, path: string, cookie: string, headers: Record<string, string> = {}): Promise<RawAnswer> {
  const body = ['GET', 'HEAD', 'get', 'head'].includes(method) ? undefined : NONSENSE;
  const type: Record<string, string> = body ? { 'Content-Type': 'application/json', 'Content-Length': String(body.length) } : {};
  return rawRequest(server.port, { method, path, headers: { ...type, ...(cookie ? { Cookie: cookie } : {}), ...headers }, body });
}

const plainOf = (pattern: string) => pattern.replace(':day', '2026-06-11').replace(/:\w+/g, 'none');
const powerOf = (route: string) => {
  const row = ROUTE_POWERS[route];
  return typeof row === 'object' ? row.onceThereArePeople : row;
};

/** Asks all of them, eight at a time. @returns what each said was wrong */
async function all<T>(asked: readonly T[], wrongOf: (one: T) => Promise<string | null>): Promise<string[]> {
  const wrong: string[] = [];
  const waiting = [...asked];
  const lane = async () => {
    for (let one = waiting.pop(); one !== undefined; one = waiting.pop()) {
      const said = await wrongOf(one);
      if (said) wrong.push(said);
    }
  };
  await Promise.all(Array.from({ length: 8 }, lane));
  return wrong;
}

/** Ends the asking device, or the shop. */
const ENDS = new Set(['POST /api/sign-out', 'PUT /api/shop/open']);
const asked = routes.flatMap(({ method, pattern }) =>
  spellings(plainOf(pattern)).flatMap((spelling) =>
    DISGUISES.map((disguise) => ({ route: `${method} ${pattern}`, method, spelling, disguise })),
  ),
);

test('nobody: no spelling of a closed route, and no disguise of its method, gives anything of the shop', async () => {
  const mine = asked.filter(
    ({ route, spelling, disguise }) => powerOf(route) !== 'open' && (WHOLE || spelling.how === 'plain' || disguise.how === 'plain'),
  );
  expect(mine.length).toBeGreaterThan(routes.length * 25);
  tell(`${mine.length} requests as nobody, over ${routes.length} routes`);
  expect(
    await all(mine, async ({ route, method, spelling, disguise }) => {
      const answer = await ask(disguise.method(method), spelling.path, '', disguise.headers(method));
      return closed(answer) ? null : `${route}, ${spelling.how}, ${disguise.how} → ${answer.status} ${answer.text.slice(0, 80)}`;
    }),
  ).toEqual([]);
});

test('each role: no spelling opens a route that the table closes for it', async () => {
  const mine = ROLES.flatMap((role) =>
    asked
      .filter(({ route }) => !ENDS.has(route))
      .filter(({ route }) => {
        const power = powerOf(route);
        return power !== undefined && power !== 'open' && power !== 'self' && !may(role, power);
      })
      .filter(({ disguise }, n) => disguise.how === 'plain' || WHOLE || n % 40 === 0)
      .map((one) => ({ role, ...one })),
  );
  tell(`${mine.length} requests as lead, technician and reader`);
  expect(new Set(mine.map(({ role }) => role))).toEqual(new Set(['lead', 'technician', 'reader']));
  expect(
    await all(mine, async ({ role, route, method, spelling, disguise }) => {
      const sent = disguise.method(method);
      const answer = await ask(sent, spelling.path, cookies.get(role) ?? '', disguise.headers(method));
      // A GET or POST in disguise may be another route of the same address, which this role may use.
      const other = sent.toUpperCase() === method ? undefined : powerOf(`${sent === 'HEAD' ? 'GET' : sent} ${route.split(' ')[1]}`);
      if (other !== undefined && (other === 'open' || other === 'self' || may(role, other))) return null;
      return closed(answer) ? null : `${role}: ${route}, ${spelling.how}, ${disguise.how} → ${answer.status} ${answer.text.slice(0, 80)}`;
    }),
  ).toEqual([]);
});

test('a practice visit opens nothing of the real shop, in any spelling', async () => {
  const owner = cookies.get('owner') ?? '';
  expect((await server.call('POST', '/practice/visit', { exam: false, seed: 4 })).status).toBe(200);
  const paths = [
    '/people',
    '/me/devices',
    '/backups',
    '/whole.zip',
    '/shop/open',
    '/upkeep',
    '/feed',
    '/practice',
    '/customers/customer-fennick/erase',
  ];
  const wrong = await all(
    paths.flatMap((path) => spellings(`/api${path}`).filter(({ path: spelt }) => /sandbox/i.test(spelt))),
    async ({ how, path }) => {
      for (const method of ['GET', 'POST', 'PUT']) {
        const answer = await ask(method, path, owner);
        // Erasing is the practice shop's own: nobody there has a customer of that id.
        if (!closed(answer) && !(path.endsWith('/erase') && answer.status === 422)) return `${method} ${how} ${path} → ${answer.status}`;
      }
      return null;
    },
  );
  expect(wrong).toEqual([]);
  expect(await ask('GET', '/sandbox/api/shop', owner)).toMatchObject({ status: 200 });
});
