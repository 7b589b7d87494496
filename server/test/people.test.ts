import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type {
  AccountRecord,
  CodeRecord,
  DeviceRecord,
  MeRecord,
  NoticeRecord,
  SecondRecord,
  SpareCodes,
  StrengthRecord,
  VisitDetail,
} from '@elm-mist/contract';
import { may, ROLES, whoMay, type Role } from '@elm-mist/core/people';
import { EVENT_KINDS, eventPower } from '@elm-mist/core/run';
import { Secret, TOTP } from 'otpauth';
import { apiRouter } from '../src/routes/api';
import { ROUTE_POWERS } from '../src/routes/powers';
import { ownEvents } from '../src/services/events';
import { judged, newSecond } from '../src/services/secondStep';
import { Sessions } from '../src/services/sessions';
import { openStore } from '../src/store/open';
import { account } from '../src/store/schema';
import { SlowDown } from '../src/http/slowDown';
import { OWNER, RealServer } from './helpers';

jest.setTimeout(120_000);

/** Every route of the program, read from the router itself. */
const routes = apiRouter({ store: {}, sandboxes: {} } as never).stack.flatMap((layer) =>
  layer.methods.filter((method) => method !== 'HEAD').map((method) => `${method} ${layer.path as string}`),
);

/** Asks as one device, which keeps its own cookie. */
class Device {
  cookie = '';
  constructor(private readonly server: RealServer) {}

  async ask<T = { error: { code: string; message: string; fields: Record<string, string> } }>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<{ status: number; body: T; headers: Headers }> {
    const answer = await fetch(`http://localhost:${this.server.port}${path}`, {
      method,
      headers: { 'Content-Type': 'application/json', Cookie: this.cookie, ...headers },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(20_000),
    });
    const given = answer.headers.get('set-cookie');
    if (given) this.cookie = given.split(';')[0] ?? '';
    const words = answer.headers.get('content-type')?.includes('json') ? await answer.json() : (await answer.body?.cancel(), null);
    return { status: answer.status, body: words as T, headers: answer.headers };
  }

  signIn = (name: string, password: string) => this.ask<MeRecord>('POST', '/api/sign-in', { name, password, device: 'A phone' });
}

const PASSWORD = 'a torch behind the fins';
const server = new RealServer();
const owner = new Device(server);
const people = new Map<Role, Device>();

/** Lets somebody in by the code that the owner hands over, and a password of their own. */
async function letIn(name: string, role: Role, by: Device = owner): Promise<Device> {
  const made = await by.ask<CodeRecord>('POST', '/api/people', { crewId: null, name, role });
  expect(made.status).toBe(201);
  const device = new Device(server);
  expect((await device.signIn(name, made.body.code)).body.person).toMatchObject({ name, role, mustChange: true });
  // A code opens nothing but the way to a password.
  expect(await device.ask('GET', '/api/shop')).toMatchObject({ status: 403, body: { error: { code: 'password' } } });
  const changed = await device.ask('PUT', '/api/me/password', { was: made.body.code, password: PASSWORD });
  expect(changed).toMatchObject({ status: 200, body: { person: { mustChange: false } } });
  return device;
}

beforeAll(async () => {
  await server.start({ ELM_MIST_LOG: 'error' });
  owner.cookie = server.cookie;
  people.set('owner', owner);
  for (const role of ['lead', 'technician', 'reader'] as const) people.set(role, await letIn(`A ${role}`, role));
});
afterAll(() => server.remove());

test('every route is in the table, and the table names no route that is none', () => {
  expect([...routes].sort()).toEqual(Object.keys(ROUTE_POWERS).sort());
});

test('every route × every role: let through or refused as the table says, and nobody without signing in', async () => {
  const nobody = new Device(server);
  const wrong: string[] = [];
  for (const [route, wants] of Object.entries(ROUTE_POWERS)) {
    // What signs out, or opens the other shop, would end this test's own devices.
    if (route === 'POST /api/sign-out' || route === 'PUT /api/shop/open') continue;
    const [method = '', pattern = ''] = route.split(' ');
    const path = pattern.replace(':day', '2026-06-11').replace(/:\w+/g, 'none');
    // A body that no route takes, so that nothing is written: what is asked is who is let as far as that.
    const sent = method === 'GET' ? undefined : { nonsense: true };
    const power = typeof wants === 'object' ? wants.onceThereArePeople : wants;
    const unknown = (await nobody.ask(method, path, sent)).status;
    if ((unknown === 401) !== (power !== 'open')) wrong.push(`nobody: ${route} → ${unknown}`);
    for (const role of ROLES) {
      const { status, body } = await people.get(role)!.ask(method, path, sent);
      const refused = status === 401 || status === 403;
      const let_ = power === 'open' || power === 'self' || may(role, power);
      if (refused === let_) wrong.push(`${role}: ${route} → ${status}`);
      if (refused && body.error.message !== whoMay(power as never)) wrong.push(`${role}: ${route} does not say who may`);
    }
  }
  expect(wrong).toEqual([]);
});

test('every kind of entry × every role, and each is kept under the name of who is signed in', async () => {
  for (const role of ROLES)
    for (const kind of EVENT_KINDS) {
      const event = {
        id: randomUUID(),
        visitId: 'v',
        at: '2026-06-11T15:00:00.000Z',
        by: 'Somebody else',
        kind,
        data: { readings: [] },
      } as never;
      const person = { id: 'p', crewId: null, name: 'Me', role, licences: [], mustChange: false };
      const run = () => ownEvents(person, [event]);
      if (may(role, eventPower(kind))) expect(run()[0]?.by).toBe('Me');
      else expect(run).toThrow(expect.objectContaining({ status: 403, fields: { 'events[0].kind': whoMay(eventPower(kind)) } }));
    }
  const note = (by: string) => ({
    events: [{ id: randomUUID(), visitId: 'demo-visit-15', at: '2026-06-11T15:00:00.000Z', by, kind: 'note.added', data: { text: by } }],
  });
  const append = (role: Role) => people.get(role)!.ask('POST', '/api/visits/demo-visit-15/events', note('Wren Cotter'));
  expect((await append('technician')).status).toBe(200);
  expect((await append('reader')).status).toBe(403);
  const { events } = (await owner.ask<VisitDetail>('GET', '/api/visits/demo-visit-15')).body;
  expect(events.at(-1)).toMatchObject({ by: 'A technician', data: { text: 'Wren Cotter' } });
});

test('a licence is the crew list’s, whatever name an entry gives: what wants one is refused to who has none', async () => {
  const ives = new Device(server);
  await ives.ask('POST', '/api/sign-in/demo', { id: 'ives-vane', device: 'His' });
  const visit = '/api/visits/demo-visit-14/events';
  let minute = 0;
  const event = (kind: string, data: object) => ({
    events: [
      {
        id: randomUUID(),
        visitId: 'demo-visit-14',
        at: new Date(Date.UTC(2026, 5, 11, 15, (minute += 1))).toISOString(),
        by: 'Wren Cotter',
        kind,
        data,
      },
    ],
  });
  await owner.ask('POST', visit, event('visit.started', {}));
  const noted = event('finding.noted', { what: 'wiring', coilId: null, note: 'Chewed', action: 'Refer' });
  expect((await owner.ask('POST', visit, noted)).status).toBe(200);
  const step = (step_: string) => event('finding.step', { findingId: noted.events[0]?.id, step: step_, words: 'The owner' });
  for (const word of ['offered', 'accepted']) expect((await ives.ask('POST', visit, step(word))).status).toBe(200);
  expect(await ives.ask('POST', visit, step('fixed'))).toMatchObject({
    status: 422,
    body: { error: { message: expect.stringMatching(/electrical licence/) as string } },
  });
  const reading = { quantity: 'suctionP', value: 800, u: 5, how: 'typed', steady: true };
  const readings = event('readings.held', { when: 'before', readings: [reading] });
  expect(await ives.ask('POST', visit, readings)).toMatchObject({
    status: 403,
    body: {
      error: { code: 'licence', fields: { 'events[0].data.readings[0].quantity': expect.stringMatching(/refrigerant licence/) as string } },
    },
  });
  expect((await owner.ask('POST', visit, readings)).status).toBe(200);
  expect((await owner.ask('POST', visit, step('fixed'))).status).toBe(200);
});

test('a cookie no script reads and no other site sends; another site’s page writes nothing', async () => {
  const device = new Device(server);
  const answer = await device.ask('POST', '/api/sign-in/demo', { id: 'wren-cotter', device: 'A phone' });
  expect(answer.headers.get('set-cookie')).toMatch(/^elm-mist=[\w-]{43}; path=\/; expires=.*; samesite=strict; httponly$/i);
  const elsewhere: Record<string, string>[] = [
    { Origin: 'https://elsewhere.example' },
    { Origin: 'null' },
    { 'Sec-Fetch-Site': 'cross-site' },
  ];
  for (const headers of elsewhere)
    expect(await device.ask('POST', '/api/backups', {}, headers)).toMatchObject({ status: 403, body: { error: { code: 'origin' } } });
  expect((await device.ask('PUT', '/api/tariff', { tariff: null }, { Origin: `http://localhost:${server.port}` })).status).toBe(200);
  for (const cookie of ['', 'elm-mist=', 'elm-mist=constructor', `elm-mist=${'x'.repeat(43)}`]) {
    device.cookie = cookie;
    expect((await device.ask('GET', '/api/shop')).status).toBe(401);
  }
});

test('wrong passwords are slowed down by name and by address, tell nobody who is there, and a right one ends the wait', async () => {
  let now = 0;
  const slow = new SlowDown(() => now);
  const miss = () => slow.guard(['name a'], () => Promise.resolve(null));
  for (let i = 0; i < 5; i += 1) expect(await miss()).toBeNull();
  await expect(miss()).rejects.toMatchObject({ status: 429, message: 'Too many tries. Wait 30 s.' });
  now += 30_000;
  expect(await miss()).toBeNull();
  now += 59_000;
  await expect(miss()).rejects.toMatchObject({ status: 429 });
  now += 1_000;
  expect(await slow.guard(['name a'], () => Promise.resolve('in'))).toBe('in');
  expect(await miss()).toBeNull();
  // An account of one's own is no way to try others' from the same place without end.
  const from = (name: string, result: string | null) => slow.guard([name], () => Promise.resolve(result), ['from here']);
  for (let i = 0; i < 25; i += 1) {
    expect(await from(`name ${i}`, null)).toBeNull();
    if (i < 24) expect(await from('name own', 'in')).toBe('in');
  }
  await expect(from('name 99', null)).rejects.toMatchObject({ status: 429 });
  await expect(from('name own', 'in')).rejects.toMatchObject({ status: 429 });
  now += 3_600_000;
  // One at a time, however many come at once; a few wait for their turn, and those who guess together gain nothing by it.
  const ends: (() => void)[] = [];
  let [busy, most] = [0, 0];
  const attempt = async () => {
    most = Math.max(most, (busy += 1));
    await new Promise<void>((done) => ends.push(done));
    busy -= 1;
    return null;
  };
  const guess = () => slow.guard(['together'], attempt).catch((error: { status: number }) => error.status);
  const first = guess();
  await new Promise((done) => setImmediate(done));
  const many = [first, ...Array.from({ length: 24 }, guess)];
  await expect(slow.guard(['late'], () => Promise.resolve(null))).rejects.toMatchObject({
    status: 429,
    message: 'Too many tries. Wait 2 s.',
  });
  while (busy > 0) {
    ends.shift()?.();
    await new Promise((done) => setImmediate(done));
  }
  const results = await Promise.all(many);
  expect(most).toBe(1);
  expect(results.filter((result) => result === null)).toHaveLength(5);
  expect(results.filter((result) => result === 429)).toHaveLength(20);

  const device = new Device(server);
  const told = [
    await device.signIn('A lead', 'not the right one at all'),
    await device.signIn('Nobody at all', 'not the right one at all'),
  ];
  expect(told[0]?.body).toEqual(told[1]?.body);
  expect(told.map(({ status }) => status)).toEqual([422, 422]);
  // One of the demo's people has no password to guess.
  expect((await device.signIn('Wren Cotter', '')).status).toBe(422);
  expect((await device.signIn('a LEAD', PASSWORD)).body.person?.name).toBe('A lead');
});

test('a phone that was lost is signed out at once, by its owner or the shop’s, and by nobody else; so is everybody whose code is renewed', async () => {
  const lost = await letIn('Somebody careless', 'technician');
  const other = new Device(server);
  await other.signIn('Somebody careless', PASSWORD);
  const devices = (await other.ask<DeviceRecord[]>('GET', '/api/me/devices')).body;
  const gone = devices.find((row) => !row.here)!;
  expect(devices).toHaveLength(2);
  const technician = people.get('technician')!;
  expect((await technician.ask('POST', `/api/devices/${gone.id}/sign-out`, {})).status).toBe(404);
  expect((await lost.ask('GET', '/api/shop')).status).toBe(200);
  expect((await other.ask<DeviceRecord[]>('POST', `/api/devices/${gone.id}/sign-out`, {})).body).toHaveLength(1);
  expect((await lost.ask('GET', '/api/shop')).status).toBe(401);
  expect((await other.ask('GET', '/api/shop')).status).toBe(200);

  const account = (await owner.ask<AccountRecord[]>('GET', '/api/people')).body.find((row) => row.name === 'Somebody careless')!;
  expect(JSON.stringify(account)).not.toMatch(/argon2/);
  const renewed = await owner.ask<CodeRecord>('POST', `/api/people/${account.id}/code`, {});
  expect((await other.ask('GET', '/api/shop')).status).toBe(401);
  expect((await other.signIn('Somebody careless', PASSWORD)).status).toBe(422);
  expect((await other.signIn('Somebody careless', renewed.body.code)).status).toBe(200);
  // Put away, neither device nor password serves.
  expect((await owner.ask('PUT', `/api/people/${account.id}`, { role: 'technician', active: false })).status).toBe(200);
  expect((await other.ask('GET', '/api/me/devices')).status).toBe(401);
  expect((await other.signIn('Somebody careless', renewed.body.code)).status).toBe(422);
});

test('a shop keeps an owner, one name is one person’s, passwords are long, and one of the crew goes by the crew list', async () => {
  const accounts = (await owner.ask<AccountRecord[]>('GET', '/api/people')).body;
  const wren = accounts.find((row) => row.name === 'Wren Cotter')!;
  for (const change of [
    { role: 'lead', active: true },
    { role: 'owner', active: false },
  ])
    expect(await owner.ask('PUT', `/api/people/${wren.id}`, change)).toMatchObject({
      status: 422,
      body: { error: { fields: { role: /owner/ } } },
    });
  const shop = (await owner.ask<Record<string, unknown> & { crew: { id: string; archived: boolean }[] }>('GET', '/api/shop')).body;
  const { demo: _demo, ownIsThere: _own, ...input } = shop;
  const without = { ...input, crew: shop.crew.map((row) => (row.id === 'wren-cotter' ? { ...row, archived: true } : row)) };
  expect((await owner.ask('PUT', '/api/shop', without)).body.error.fields).toEqual({ crew: expect.stringMatching(/one owner/) as string });
  for (const name of ['a LEAD', 'Wren Cotter'])
    expect((await owner.ask('POST', '/api/people', { crewId: null, name, role: 'reader' })).status).toBe(409);
  expect((await owner.ask('POST', '/api/people', { crewId: 'nobody', name: 'x', role: 'reader' })).body.error.fields).toHaveProperty(
    'crewId',
  );
  const lead = people.get('lead')!;
  // Too short; one letter; the same again; leaked often; a row of keys; the person and the year.
  for (const password of ['short', 'aaaaaaaaaaaaaaaa', PASSWORD, 'Password123456', 'qwertyuiop[]', 'A lead A lead 2026'])
    expect((await lead.ask('PUT', '/api/me/password', { was: PASSWORD, password })).body.error.fields).toHaveProperty('password');
  expect(
    (await lead.ask('PUT', '/api/me/password', { was: 'another one entirely', password: 'fresh words for a lead' })).body.error.fields,
  ).toHaveProperty('was');
  // Renamed on the crew list, they sign in and enter by that name.
  const ives = new Device(server);
  await ives.ask('POST', '/api/sign-in/demo', { id: 'ives-vane', device: 'His' });
  const renamed = { ...input, crew: shop.crew.map((row) => (row.id === 'ives-vane' ? { ...row, name: 'Ives Vane-Marl' } : row)) };
  expect((await owner.ask('PUT', '/api/shop', renamed)).status).toBe(200);
  expect((await ives.ask<MeRecord>('GET', '/api/me')).body.person?.name).toBe('Ives Vane-Marl');
});

test('a shop of one’s own has no one press: its first owner makes the password, once, and a restart forgets nobody', async () => {
  const own = new RealServer();
  await own.start({ ELM_MIST_DEMO: 'off' });
  const device = new Device(own);
  expect((await device.ask<MeRecord>('GET', '/api/me')).body).toMatchObject({ person: null, ways: 'password', people: [] });
  expect((await device.ask('POST', '/api/sign-in/demo', { id: 'wren-cotter', device: 'x' })).status).toBe(422);
  expect((await device.ask('POST', '/api/sign-in/first', { name: 'Me', password: PASSWORD, device: 'x' })).status).toBe(409);
  expect((await device.signIn(OWNER.name, OWNER.password)).body.person).toMatchObject({ role: 'owner' });
  // Who came before the crew list has the licences that it says, by their name.
  const { body } = await device.ask<Record<string, unknown>>('GET', '/api/shop');
  const { demo: _demo, ownIsThere: _own, ...input } = body;
  const crew = [{ id: 'w', name: OWNER.name, licences: ['electrical'], archived: false }];
  expect((await device.ask('PUT', '/api/shop', { ...input, crew })).status).toBe(200);
  expect((await device.ask<MeRecord>('GET', '/api/me')).body.person).toMatchObject({
    crewId: 'w',
    licences: ['electrical'],
    role: 'owner',
  });
  await own.stop('SIGKILL');
  await own.start({ ELM_MIST_DEMO: 'off' });
  expect((await device.ask('GET', '/api/shop')).status).toBe(200);
  await device.ask('POST', '/api/sign-out', {});
  expect((await device.ask('GET', '/api/shop')).status).toBe(401);
  await own.remove();
});

test('a password that is being typed is told how hard it is to guess; that is not kept, and nobody is told who is not signed in', async () => {
  const strength = (device: Device, password: string) => device.ask<StrengthRecord>('POST', '/api/password/strength', { password });
  const lead = people.get('lead')!;
  const scores = [];
  for (const password of ['aaaabbbbcccc', 'A lead A lead A lead', 'password1234', PASSWORD]) {
    const { status, body } = await strength(lead, password);
    expect(status).toBe(200);
    scores.push(body);
  }
  expect(scores.map(({ enough }) => enough)).toEqual([false, false, false, true]);
  expect(scores[1]?.score).toBe(0);
  // What it says is what a change goes by.
  const change = (password: string) => lead.ask('PUT', '/api/me/password', { was: PASSWORD, password });
  for (const password of ['A lead A lead A lead', 'password1234']) expect((await change(password)).status).toBe(422);
  expect((await strength(new Device(server), PASSWORD)).status).toBe(401);
  expect((await strength(lead, 'a'.repeat(129))).status).toBe(422);
});

/** The code that an app shows, so many half minutes from now. */
const shown = (secret: string, off = 0): string =>
  new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + off * 30_000 });

test('a second step: asked for beside the password, each code once, a wrong one counts, spare ones serve for the lost phone, a new code takes it off', async () => {
  const device = await letIn('Two Steps', 'technician');
  const enter = (password: string, code?: string, from = new Device(server)) =>
    from.ask<MeRecord & { error?: { code: string; fields: Record<string, string> } }>('POST', '/api/sign-in', {
      name: 'Two Steps',
      password,
      device: 'Another',
      ...(code === undefined ? {} : { code }),
    });
  expect((await device.ask('POST', '/api/me/second', { password: 'not the right one' })).body.error.fields).toHaveProperty('password');
  expect((await device.ask('PUT', '/api/me/second', { code: '123456' })).body.error.fields['code']).toContain('Begin anew');
  const { secret, uri } = (await device.ask<SecondRecord>('POST', '/api/me/second', { password: PASSWORD })).body;
  expect(uri).toContain(`secret=${secret}`);
  // Begun, and not set up: nobody is locked out by a square that no app has looked at.
  expect((await enter(PASSWORD)).status).toBe(200);
  // Made at one moment: the half minute may end in the middle of this.
  const [used, next, late] = [shown(secret), shown(secret, 1), shown(secret, 4)];
  const wrongCode = [used, next].includes('123456') ? '654321' : '123456';
  expect((await device.ask('PUT', '/api/me/second', { code: wrongCode })).status).toBe(422);
  const { spare } = (await device.ask<SpareCodes>('PUT', '/api/me/second', { code: used })).body;
  expect(new Set(spare).size).toBe(8);
  expect((await device.ask<MeRecord>('GET', '/api/me')).body.person?.second).toBe(true);

  expect(await enter(PASSWORD)).toMatchObject({ status: 422, body: { error: { code: 'second-step' } } });
  // Who does not know the password is not told that there is a second step.
  expect((await enter('not the right one')).body.error?.code).toBe('wrong-password');
  expect((await enter(PASSWORD, wrongCode)).body.error?.code).toBe('wrong-code');
  // The code that set it up was used; the next one, of a phone whose clock is ahead, is good once.
  expect((await enter(PASSWORD, used)).body.error?.code).toBe('wrong-code');
  expect((await enter(PASSWORD, next)).body.person?.name).toBe('Two Steps');
  expect((await enter(PASSWORD, next)).body.error?.code).toBe('wrong-code');
  expect((await enter(PASSWORD, late)).body.error?.code).toBe('wrong-code');
  expect((await enter(PASSWORD, spare[0]!.toUpperCase())).body.person?.name).toBe('Two Steps');
  expect((await enter(PASSWORD, spare[0])).body.error?.code).toBe('wrong-code');

  const notices = (await device.ask<NoticeRecord[]>('GET', '/api/me/notices')).body.map(({ what }) => what);
  expect(notices).toEqual(expect.arrayContaining(['second-on', 'spare-used', 'signed-in', 'password']));
  // An owner's new code opens it where phone and spare codes are gone.
  const { id } = (await owner.ask<AccountRecord[]>('GET', '/api/people')).body.find(({ name }) => name === 'Two Steps')!;
  const { code, account } = (await owner.ask<CodeRecord>('POST', `/api/people/${id}/code`, {})).body;
  expect(account.second).toBe(false);
  const back = new Device(server);
  expect((await enter(code, undefined, back)).body).toMatchObject({
    person: { second: false, mustChange: true },
    notices: expect.arrayContaining([expect.objectContaining({ what: 'code', by: 'Wren Cotter' })]) as unknown,
  });
});

test('wrong codes are slowed down as wrong passwords are, and the password alone takes a second step off', async () => {
  const device = await letIn('Slow Steps', 'technician');
  const { secret } = (await device.ask<SecondRecord>('POST', '/api/me/second', { password: PASSWORD })).body;
  await device.ask('PUT', '/api/me/second', { code: shown(secret) });
  const off = (password: string) => device.ask<MeRecord>('POST', '/api/me/second/off', { password });
  expect((await off('not the right one')).status).toBe(422);
  expect((await device.ask<MeRecord>('GET', '/api/me')).body.person?.second).toBe(true);
  expect((await off(PASSWORD)).body.person?.second).toBe(false);
  // Counted with a clock of its own, so that no other test waits: five wrong ones, then none is looked at.
  const now = 0;
  const slow = new SlowDown(() => now);
  const step = { ...newSecond('Shop', 'Me').step, on: true };
  const tryCode = () => slow.guard(['name me'], () => Promise.resolve(judged(step, 'aaaa-bbbb-cccc', now)));
  for (let i = 0; i < 5; i += 1) expect(await tryCode()).toBeNull();
  await expect(tryCode()).rejects.toMatchObject({ status: 429 });
});

test('the password alone, typed between guessed codes, does not forget them: the sixth waits', async () => {
  const own = new RealServer();
  await own.start();
  const boss = new Device(own);
  boss.cookie = own.cookie;
  const { code } = (await boss.ask<CodeRecord>('POST', '/api/people', { crewId: null, name: 'Guessed At', role: 'lead' })).body;
  const device = new Device(own);
  await device.signIn('Guessed At', code);
  await device.ask('PUT', '/api/me/password', { was: code, password: PASSWORD });
  const { secret } = (await device.ask<SecondRecord>('POST', '/api/me/second', { password: PASSWORD })).body;
  expect((await device.ask('PUT', '/api/me/second', { code: shown(secret) })).status).toBe(200);
  const guess = async (typed: string) => {
    const { status, body } = await new Device(own).ask('POST', '/api/sign-in', {
      name: 'Guessed At',
      password: PASSWORD,
      code: typed,
      device: 'Another',
    });
    return [status, body.error.code];
  };
  for (let i = 0; i < 5; i += 1) {
    expect(await guess('')).toEqual([422, 'second-step']);
    expect(await guess('aaaa-bbbb-cccc')).toEqual([422, 'wrong-code']);
  }
  expect(await guess('aaaa-bbbb-cccc')).toEqual([429, 'slow-down']);
  await own.remove();
});

// RFC 6238, appendix B, the SHA-1 rows: the last six of eight digits (from memory).
test.each([
  [59, '287082'],
  [1111111109, '081804'],
  [1234567890, '005924'],
  [20000000000, '353130'],
])('the code of second %i of the standard’s own secret is good then, and not two steps later', (seconds, code) => {
  const secret = new Secret({ buffer: new TextEncoder().encode('12345678901234567890').buffer }).base32;
  const second = { secret, on: true, step: 0, spare: [] };
  expect(judged(second, code, seconds * 1000)).toEqual({ by: 'app', step: { ...second, step: Math.floor(seconds / 30) } });
  expect(judged(second, code, (seconds + 61) * 1000)).toBeNull();
});

test('what changed of how somebody signs in is told on their other devices and after a new code, until it was seen, and to nobody else', async () => {
  const first = await letIn('Told Once', 'technician');
  const me = async (device: Device) => (await device.ask<MeRecord>('GET', '/api/me')).body.notices.map(({ what }) => what);
  expect(await me(first)).toEqual([]);
  const second = new Device(server);
  await second.signIn('Told Once', PASSWORD);
  expect(await me(first)).toEqual(['signed-in']);
  // A device that is signed out again is no news.
  await second.ask('POST', '/api/sign-out', {});
  expect(await me(first)).toEqual([]);
  const { id } = (await owner.ask<AccountRecord[]>('GET', '/api/people')).body.find(({ name }) => name === 'Told Once')!;
  await owner.ask('PUT', `/api/people/${id}`, { role: 'reader', active: true });
  await owner.ask('PUT', `/api/people/${id}`, { role: 'reader', active: true });
  expect(await me(first)).toEqual(['role']);
  expect(await me(people.get('lead')!)).not.toContain('role');
  await first.ask('POST', '/api/me/notices/seen', {});
  expect(await me(first)).toEqual([]);
  const kept = (await first.ask<NoticeRecord[]>('GET', '/api/me/notices')).body;
  expect(kept.find(({ what }) => what === 'role')).toMatchObject({ by: 'Wren Cotter' });
});

test('a device that was not used for thirty days is signed out, and any half a year after it came; one in use stays', () => {
  const folder = mkdtempSync(join(tmpdir(), 'elm-mist-sessions-'));
  const store = openStore(join(folder, 'elm-mist.db'), join(__dirname, '../drizzle'));
  const day = 86_400_000;
  let now = Date.UTC(2026, 5, 11);
  const ended: string[] = [];
  const fresh = () =>
    new Sessions(
      store,
      () => now,
      (id) => ended.push(id),
    );
  store.write((db) =>
    db.insert(account).values({ id: 'a', crewId: null, name: 'A', role: 'owner', secret: null, codeUntil: null, active: true }).run(),
  );
  const [used, idle] = [fresh().begin('a', 'used'), fresh().begin('a', 'idle')];
  const sessions = fresh();
  // A week apart, over a restart now and then.
  for (let week = 0; week < 25; week += 1) {
    now += 7 * day;
    expect((week % 3 === 0 ? fresh() : sessions).of(used.token)?.id).toBe(used.id);
    if (week === 3)
      expect(
        fresh()
          .devices('a', used.id)
          .map((row) => [row.device, row.here]),
      ).toContainEqual(['idle', false]);
  }
  expect(fresh().of(idle.token)).toBeNull();
  expect(ended).toEqual([idle.id]);
  now += 7 * day;
  expect(sessions.of(used.token)).toBeNull();
  expect(fresh().devices('a', null)).toEqual([]);
  store.close();
  rmSync(folder, { recursive: true });
});
