import type { Page, Route } from '@playwright/test';
import { expect, otherPhone, test } from '../support/fixtures';
import type { TestServer } from '../support/server';
import { Technician } from '../support/technician';

const EVENTS = /\/api\/visits\/[^/]+\/events$/;
const problem = (status: number, code: string) => ({
  status,
  contentType: 'application/json',
  body: JSON.stringify({ error: { code, message: 'Not so.', fields: { person: 'Not so.' } } }),
});

/** Ways in which what answers is not the server, or says "not now". */
const ANSWERS: readonly (readonly [how: string, answer: (route: Route) => Promise<void>])[] = [
  ['500 for this one', (route) => route.fulfill(problem(500, 'internal'))],
  ['403 password', (route) => route.fulfill(problem(403, 'password'))],
  ['200 {}', (route) => route.fulfill({ status: 200, contentType: 'application/json', body: '{}' })],
  ['a page of a hotel', (route) => route.fulfill({ status: 200, contentType: 'text/html', body: '<h1>Welcome</h1>' })],
  ['a redirect to it', (route) => route.fulfill({ status: 302, headers: { Location: '/welcome' } })],
  ['cut in the middle', (route) => route.abort('connectionreset')],
];

const eventsOf = async (server: TestServer, visitId: string) =>
  ((await (await server.fetch(`/visits/${visitId}`)).json()) as { events: { id: string; kind: string; data: { text?: string } }[] }).events;

/** What this device keeps to be sent. */
const keptOn = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number>((done) => {
        const opening = indexedDB.open('elm-mist');
        opening.onsuccess = () => {
          const counting = opening.result.transaction('queue').objectStore('queue').count();
          counting.onsuccess = () => {
            opening.result.close();
            done(counting.result);
          };
        };
      }),
  );

/** Takes down the air at the unit, which is one entry. */
async function enterAir(page: Page, air: string): Promise<void> {
  const tech = new Technician(page);
  await tech.noteAir(air, '40', '3');
  await tech.next();
  await page.getByRole('tab', { name: 'Unit and air' }).click();
  await expect(page.getByTestId('air')).toBeVisible();
}

test('whatever answers, entries stay until the server has them: over two tabs, and with the page killed', async ({
  site,
  server,
  context,
}) => {
  await site.goto(`${server.url}/visits/demo-visit-15/look`);
  await expect(site.getByTestId('air')).toBeVisible();
  let entered = 0;
  for (const [how, answer] of ANSWERS)
    await test.step(how, async () => {
      let asked = 0;
      await context.route(EVENTS, async (route) => {
        asked += 1;
        await answer(route);
      });
      await enterAir(site, String(80 + entered));
      entered += 1;
      await expect.poll(() => asked).toBeGreaterThan(0);
      await expect.poll(() => keptOn(site)).toBeGreaterThan(0);
      await expect(site.getByText(/The server did not take/)).toBeHidden();
      // The page is killed with the entry on it, and the other tab sends what it left.
      const killed = entered % 2 === 0;
      if (killed) {
        const other = await context.newPage();
        await other.clock.install({ time: new Date(await site.evaluate(() => Date.now())) });
        await other.goto(`${server.url}/visits/demo-visit-15/look`);
        await other.close();
        await site.reload();
      }
      expect(await keptOn(site)).toBeGreaterThan(0);
      await context.unroute(EVENTS);
      await site.clock.fastForward('00:10');
      await expect.poll(() => keptOn(site)).toBe(0);
      await expect
        .poll(async () => (await eventsOf(server, 'demo-visit-15')).filter(({ kind }) => kind === 'site.noted').length)
        .toBe(entered);
    });
  const events = await eventsOf(server, 'demo-visit-15');
  expect(new Set(events.map(({ id }) => id)).size).toBe(events.length);
});

test('an answer that takes longer than the phone waits: the entry is sent again, and is there once', async ({ site, server, context }) => {
  await site.goto(`${server.url}/visits/demo-visit-15/look`);
  await expect(site.getByTestId('air')).toBeVisible();
  let slow = true;
  await context.route(EVENTS, async (route) => {
    // The server has it, and its answer comes when nobody waits for it any more.
    const answer = await route.fetch();
    if (slow) await new Promise((done) => setTimeout(done, 10_000));
    await route.fulfill({ response: answer }).catch(() => undefined);
  });
  await enterAir(site, '84');
  await expect.poll(async () => (await eventsOf(server, 'demo-visit-15')).filter(({ kind }) => kind === 'site.noted').length).toBe(1);
  slow = false;
  await site.clock.fastForward('00:20');
  await expect.poll(() => keptOn(site)).toBe(0);
  expect((await eventsOf(server, 'demo-visit-15')).filter(({ kind }) => kind === 'site.noted')).toHaveLength(1);
});

test('an entry that the server fails on is named, its visit waits, and other visits go on', async ({ site, server, context }) => {
  await context.route(/\/api\/visits\/demo-visit-15\/events$/, (route) => route.fulfill(problem(500, 'internal')));
  await site.goto(`${server.url}/visits/demo-visit-15/look`);
  await expect(site.getByTestId('air')).toBeVisible();
  await enterAir(site, '84');
  await site.goto(`${server.url}/visits/demo-visit-14/look`);
  await expect(site.getByTestId('air')).toBeVisible();
  await enterAir(site, '85');
  await expect.poll(async () => (await eventsOf(server, 'demo-visit-14')).filter(({ kind }) => kind === 'site.noted').length).toBe(1);
  const named = site.getByText(/^The server failed \d times on/);
  for (const time of ['00:10', '00:20', '00:40', '01:30', '02:30', '03:00']) {
    if (await named.isVisible()) break;
    await site.clock.fastForward(time);
    await site.waitForTimeout(800);
  }
  await expect(named).toBeVisible();
  await expect(named).toContainText('Upkeep lists the failure');
  expect(await keptOn(site)).toBeGreaterThan(0);
  await context.unroute(/\/api\/visits\/demo-visit-15\/events$/);
  await site.clock.fastForward('10:00');
  await expect.poll(() => keptOn(site)).toBe(0);
  await expect(named).toBeHidden();
});

test('what was refused can be tried again, and is taken once the reason is gone', async ({ site, server, context }) => {
  await context.route(EVENTS, (route) =>
    route.fulfill({
      status: 422,
      contentType: 'application/json',
      body: JSON.stringify({ error: { code: 'not-allowed', message: 'Not while it is closed.', fields: { 'events[0].kind': 'No.' } } }),
    }),
  );
  await site.goto(`${server.url}/visits/demo-visit-15/look`);
  await expect(site.getByTestId('air')).toBeVisible();
  await enterAir(site, '84');
  const refused = site.getByRole('alert').filter({ hasText: 'The server did not take' });
  await expect(refused).toContainText('the start of the visit: Not while it is closed. 3 more wait behind it.');
  await refused.getByRole('button', { name: 'Try again' }).click();
  await expect(refused).toContainText('3 more wait behind it.');
  await context.unroute(EVENTS);
  await refused.getByRole('button', { name: 'Try again' }).click();
  await expect(site.getByText(/The server did not take/)).toBeHidden();
  await expect.poll(async () => (await eventsOf(server, 'demo-visit-15')).filter(({ kind }) => kind === 'site.noted').length).toBe(1);
});

test('a new code while entries wait: they are sent after the password is chosen, and none is refused', async ({
  site,
  server,
  browser,
}) => {
  const made = await server.fetch('/people', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ crewId: null, name: 'Odo Marl', role: 'technician' }),
  });
  const { account, code } = (await made.json()) as { account: { id: string }; code: string };
  const his = await otherPhone(browser, server, 'Ives Vane', () => site.evaluate(() => Date.now()));
  await his.context().clearCookies();
  const signIn = async (password: string) => {
    await his.getByTestId('sign-in-by-name').click();
    await his.getByTestId('sign-in-name').fill('Odo Marl');
    await his.getByTestId('sign-in-password').fill(password);
    await his.getByTestId('sign-in-go').click();
  };
  const choose = async (was: string, password: string) => {
    await his.getByTestId('password-was').fill(was);
    await his.getByTestId('password-new').fill(password);
    await his.getByTestId('password-keep').click();
  };
  await his.goto(`${server.url}/visits/demo-visit-15/look`);
  await signIn(code);
  await choose(code, 'a light behind the fins');
  await expect(his.getByTestId('air')).toBeVisible();
  await his.context().route(EVENTS, (route) => route.abort('internetdisconnected'));
  await enterAir(his, '84');
  await expect.poll(() => keptOn(his)).toBeGreaterThan(0);
  const renewed = await server.fetch(`/people/${account.id}/code`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: '{}',
  });
  const { code: newCode } = (await renewed.json()) as { code: string };
  await his.context().unroute(EVENTS);
  await his.reload();
  await signIn(newCode);
  await expect(his.getByTestId('password-was')).toBeVisible();
  await his.clock.fastForward('00:10');
  expect(await keptOn(his)).toBeGreaterThan(0);
  await choose(newCode, 'another light behind fins');
  await expect(his.getByTestId('password-was')).toBeHidden();
  await expect.poll(() => keptOn(his)).toBe(0);
  await expect(his.getByText(/The server did not take/)).toBeHidden();
  expect((await eventsOf(server, 'demo-visit-15')).filter(({ kind }) => kind === 'site.noted')).toHaveLength(1);
  await his.context().close();
});

/** A database whose opening tells its outcome otherwise than the browser would. */
const deaf = (listen: string) => `{
  const open = indexedDB.open.bind(indexedDB);
  indexedDB.open = () => Object.assign(open('elm-mist-broken'), { addEventListener: ${listen} });
}`;

test.describe('a device that keeps nothing', () => {
  test.use({ alone: true });

  test('a full device says what is in the page only, stays so until a write succeeds, and then keeps all of it', async ({
    phone,
    server,
    context,
  }) => {
    // The engine's own quota; it looks at a new one with the first write of a page.
    const engine = await context.newCDPSession(phone);
    const quota = (size: { quotaSize?: number }) => engine.send('Storage.overrideQuotaForOrigin', { origin: `${server.url}/`, ...size });
    await quota({ quotaSize: 1 });
    await phone.goto(`${server.url}/visits/demo-visit-15/look`);
    await expect(phone.getByTestId('air')).toBeVisible();
    await expect(phone.getByText('This device is full. New entries stay in this page only.', { exact: false })).toBeVisible();
    await server.stop('SIGKILL');
    await enterAir(phone, '84');
    const alarm = phone.getByText(/^This device is full\. 4 entries are in this page only\. Keep the page open/);
    await expect(alarm).toBeVisible();
    // Reading what is there is no sign of room.
    await phone.clock.fastForward('00:20');
    await phone.waitForTimeout(500);
    await expect(alarm).toBeVisible();
    await expect(phone.getByText(/kept on this device/)).toBeHidden();
    await quota({});
    await phone.clock.fastForward('00:20');
    await expect(phone.getByText(/^This device is full/)).toBeHidden();
    await expect(phone.getByText(/^No server\. 4 entries are kept on this device/)).toBeVisible();
    await expect.poll(() => keptOn(phone)).toBe(4);
    await server.start();
    await phone.clock.fastForward('00:10');
    await expect.poll(() => keptOn(phone)).toBe(0);
  });

  for (const [how, broken] of [
    ['refuses', `indexedDB.open = () => { throw new DOMException('no', 'SecurityError'); }`],
    ['fails', deaf(`(kind, heard) => kind === 'error' && setTimeout(() => heard(new Event('error')), 5)`)],
    ['hangs', deaf('() => undefined')],
  ] as const)
    test(`a browser whose storage ${how} gets a page that works and says so`, async ({ phone, server }) => {
      await phone.addInitScript(broken);
      const told = phone.getByText('Opening the storage of this device').waitFor();
      await phone.goto(server.url);
      if (how === 'hangs') await told;
      else told.catch(() => undefined);
      await expect(phone.getByRole('heading', { name: 'Fennick terrace' })).toBeVisible();
      await expect(phone.getByText('This browser keeps nothing on the device', { exact: false })).toBeVisible();
      await phone.getByTestId('visit-demo-visit-15').click();
      await enterAir(phone, '84');
      await expect.poll(async () => (await eventsOf(server, 'demo-visit-15')).filter(({ kind }) => kind === 'site.noted').length).toBe(1);
    });
});
