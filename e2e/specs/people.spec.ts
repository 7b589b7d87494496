import type { Page } from '@playwright/test';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expectAccessible } from '../support/axe';
import { expect, otherPhone, test } from '../support/fixtures';
import { Technician } from '../support/technician';
import { totp } from '../support/totp';

const PASSWORD = 'a torch behind the fins';

test('two people on one visit: the technician’s entries are his; the owner’s pages refuse him by screen and by route', async ({
  site,
  server,
  browser,
}) => {
  const his = await otherPhone(browser, server, 'Ives Vane', () => site.evaluate(() => Date.now()));
  await his.goto(`${server.url}/more`);
  await expect(his.getByTestId('signed-in')).toContainText('Technician');
  // What is not his is not offered, and says whose it is where he comes to it all the same.
  await expect(his.getByTestId('more-upkeep')).toBeHidden();
  await expect(his.getByTestId('more-people')).toBeHidden();
  await his.goto(`${server.url}/shop/upkeep`);
  await expect(his.getByTestId('not-for-you')).toContainText('Backups and the whole shop’s data is for the owner.');
  await expectAccessible(his, 'not for you');
  for (const path of ['/upkeep', '/people', '/whole.zip', '/costs?from=2026-01-01&to=2026-06-11'])
    expect((await his.request.get(`${server.url}/api${path}`)).status()).toBe(403);
  await site.goto(`${server.url}/visits/demo-visit-15`);
  await his.goto(`${server.url}/visits/demo-visit-15`);
  const tech = new Technician(his);
  await tech.noteAir('91', '30', '3');
  await tech.next();
  await expect
    .poll(async () => {
      const { events } = (await (await server.fetch('/visits/demo-visit-15')).json()) as { events: { by: string; kind: string }[] };
      return events.find(({ kind }) => kind === 'site.noted')?.by;
    })
    .toBe('Ives Vane');
  await his.context().close();
});

test('somebody new is let in by a code, chooses a password, works, is signed out in mid-visit, and finds everything again; then the phone is lost', async ({
  phone: site,
  server,
  browser,
}) => {
  await test.step('the owner hands over a code', async () => {
    await site.goto(`${server.url}/more`);
    await site.getByTestId('more-people').click();
    await expectAccessible(site, 'people');
    await site.getByTestId('person-add').click();
    await site.getByTestId('person-make').click();
    await expect(site.getByTestId('add-person')).toContainText('The name is missing.');
    await site.getByTestId('person-name').fill('Odo Marl');
    await site.getByTestId('person-make').click();
    await expect(site.getByTestId('person-code')).toHaveText(/^[a-z2-9]{4}-[a-z2-9]{4}-[a-z2-9]{4}$/);
  });
  const code = await site.getByTestId('person-code').innerText();
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    timezoneId: 'America/Chicago',
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await page.clock.install({ time: new Date(await site.evaluate(() => Date.now())) });
  const signIn = async (password: string) => {
    await page.getByTestId('sign-in-by-name').click();
    await page.getByTestId('sign-in-name').fill('Odo Marl');
    await page.getByTestId('sign-in-password').fill(password);
    await page.getByTestId('sign-in-go').click();
  };
  await test.step('a wrong password is named, the code opens the way to a password alone', async () => {
    await page.goto(`${server.url}/visits/demo-visit-15`);
    await expectAccessible(page, 'sign in, demo');
    await signIn('not the right one');
    await expect(page.getByText(/do not go together/)).toBeVisible();
    await expectAccessible(page, 'sign in');
    await page.getByTestId('sign-in-password').fill(code);
    await page.getByTestId('sign-in-go').click();
    await page.getByTestId('password-was').fill(code);
    await page.getByTestId('password-new').fill('short');
    await page.getByTestId('password-keep').click();
    await expect(page.getByText(/12 letters at least/).last()).toBeVisible();
    await page.getByTestId('password-new').fill(PASSWORD);
    await page.getByTestId('password-keep').click();
  });
  const tech = new Technician(page);
  await tech.noteAir('91', '30', '3');
  await test.step('signed out in mid-visit with no server: entries wait on the phone, and go when he signs in again', async () => {
    await server.stop();
    await tech.next();
    await expect(page.getByText(/kept on this device and will be sent/)).toBeVisible({ timeout: 20_000 });
    await server.start();
    const people = (await (await server.fetch('/people')).json()) as { name: string; devices: { id: string }[] }[];
    const own = people.find(({ name }) => name === 'Odo Marl');
    // The server comes back, and with it he is signed out, before anything was sent.
    const out = await server.fetch(`/devices/${own?.devices[0]?.id}/sign-out`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: '{}',
    });
    expect(out.status).toBe(200);
    await page.clock.runFor(20_000);
    await expect(page.getByTestId('sign-in')).toBeVisible({ timeout: 20_000 });
    // Nothing of the shop is left to be read meanwhile.
    await expect(page.getByText('Quillon')).toBeHidden();
    await signIn(PASSWORD);
    await expect(page.getByTestId('sign-in')).toBeHidden();
    await expect
      .poll(async () => {
        const { events } = (await (await server.fetch('/visits/demo-visit-15')).json()) as { events: { by: string; kind: string }[] };
        return events.filter(({ by }) => by === 'Odo Marl').map(({ kind }) => kind);
      })
      .toContain('site.noted');
  });
  await test.step('the phone is lost: signed out by the owner, it shows nothing more', async () => {
    await site.getByTestId('code-done').click();
    await site.reload();
    const people = (await (await server.fetch('/people')).json()) as { id: string; name: string }[];
    const { id } = people.find(({ name }) => name === 'Odo Marl')!;
    await site.getByTestId(`person-open-${id}`).click();
    await site.getByTestId(`person-${id}`).getByRole('button', { name: 'Sign it out' }).click();
    await expect(site.getByTestId(`person-${id}`)).toContainText('not signed in anywhere');
    await page.goto(`${server.url}/places`);
    await expect(page.getByTestId('sign-in')).toBeVisible();
    await expect(page.getByText('Fennick')).toBeHidden();
  });
  await context.close();
});

test('a password told how hard it is to guess, a second step at sign-in, and what changed is told on the other device', async ({
  site,
  server,
  browser,
}) => {
  const made = await server.fetch('/people', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ crewId: null, name: 'Odo Marl', role: 'lead' }),
  });
  const { code } = (await made.json()) as { code: string };
  const phone = async () => {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: 'block' });
    const page = await context.newPage();
    await page.clock.install({ time: new Date(await site.evaluate(() => Date.now())) });
    await page.goto(`${server.url}/more`);
    await page.getByTestId('sign-in-by-name').click();
    await page.getByTestId('sign-in-name').fill('Odo Marl');
    return page;
  };
  const enter = async (page: Page, password: string) => {
    await page.getByTestId('sign-in-password').fill(password);
    await page.getByTestId('sign-in-go').click();
  };
  const first = await phone();
  await test.step('while it is typed', async () => {
    await enter(first, code);
    await first.getByTestId('password-was').fill(code);
    await first.getByTestId('password-new').fill('Odo Marl Odo Marl');
    await first.clock.runFor(500);
    await expect(first.getByTestId('strength')).toContainText('guessed at once: not enough');
    await first.getByTestId('password-new').fill(PASSWORD);
    await first.clock.runFor(500);
    await expect(first.getByTestId('strength')).toContainText('hard to guess');
    await expect(first.getByTestId('strength')).not.toContainText('not enough');
    await expectAccessible(first, 'a password, told how hard to guess');
    await first.getByTestId('password-keep').click();
  });
  let secret = '';
  await test.step('set up with an app', async () => {
    await first.getByTestId('more-second').click();
    await first.getByTestId('second-password').fill('not the right one');
    await first.getByTestId('second-begin').click();
    await expect(first.getByText('That is not the password of now.')).toBeVisible();
    await first.getByTestId('second-password').fill(PASSWORD);
    await first.getByTestId('second-begin').click();
    secret = await first.getByTestId('second-secret').innerText();
    await expectAccessible(first, 'a second step, begun');
    await first.getByTestId('second-code').fill('12345');
    await first.getByTestId('second-confirm').click();
    await expect(first.getByText(/not the code of now/)).toBeVisible();
    await first.getByTestId('second-code').fill(totp(secret, Date.now()));
    await first.getByTestId('second-confirm').click();
    await expect(first.getByTestId('second-spare').getByText(/^[a-z2-9]{4}-[a-z2-9]{4}-[a-z2-9]{4}$/)).toHaveCount(8);
    await expectAccessible(first, 'spare codes');
    await first.getByTestId('second-done').click();
    await expect(first.getByText('Asked for at every sign-in')).toBeVisible();
  });
  await test.step('asked for on another device, and told on this one', async () => {
    const second = await phone();
    await enter(second, PASSWORD);
    await expect(second.getByText(/Type the code that your app shows/)).toBeVisible();
    await second.getByTestId('sign-in-code').fill('000000');
    await second.getByTestId('sign-in-go').click();
    await expect(second.getByText(/not the code of now/)).toBeVisible();
    await expectAccessible(second, 'sign in, second step');
    // The code after the one that set it up.
    await second.getByTestId('sign-in-code').fill(totp(secret, Date.now() + 30_000));
    await second.getByTestId('sign-in-go').click();
    await expect(second.getByTestId('signed-in')).toContainText('Odo Marl');
    await first.goto(server.url);
    await expect(first.getByTestId('own-notices')).toContainText('Signed in as you');
    await expectAccessible(first, 'what changed of signing in');
    await first.getByTestId('own-notices-seen').click();
    await expect(first.getByTestId('own-notices')).toBeHidden();
    await first.goto(`${server.url}/shop/devices`);
    await expect(first.getByTestId('notices')).toContainText('A second step at sign-in was set up');
    await second.context().close();
  });
  await first.context().close();
});

test('a PIN locks what was left alone, with no server too; foam goes on behind it, and five wrong ones want the password', async ({
  phone: site,
  server,
}) => {
  await site.goto(`${server.url}/more`);
  await site.getByTestId('more-pin').click();
  await site.getByTestId('pin-new').fill('12');
  await site.getByTestId('pin-keep').click();
  await expect(site.getByText('4 to 8 digits.')).toBeVisible();
  await site.getByTestId('pin-new').fill('4711');
  await site.getByTestId('pin-again').fill('4712');
  await site.getByTestId('pin-keep').click();
  await expect(site.getByText('The two are not the same.')).toBeVisible();
  await expectAccessible(site, 'pin');
  await site.getByTestId('pin-again').fill('4711');
  await site.getByTestId('pin-keep').click();
  await expect(site.getByTestId('more')).toBeVisible();
  await site.goto(`${server.url}/places`);
  await expect(site.getByTestId('lock')).toBeVisible();
  await expect(site.getByText('Fennick')).toBeHidden();
  await expectAccessible(site, 'locked');
  const unlock = async (pin: string) => {
    await site.getByTestId('lock-pin').fill(pin);
    await site.getByTestId('lock-go').click();
  };
  await unlock('0000');
  await expect(site.getByText(/4 tries left/)).toBeVisible();
  await unlock('4711');
  await expect(site.getByText('Fennick').first()).toBeVisible();
  const leaveAlone = async () => {
    for (const [seen, minutes] of [
      ['hidden', 6],
      ['visible', 0],
    ] as const) {
      await site.evaluate((value) => {
        Object.defineProperty(document, 'visibilityState', { value, configurable: true });
        document.dispatchEvent(new Event('visibilitychange'));
      }, seen);
      if (minutes > 0) await site.clock.fastForward(minutes * 60_000);
    }
    await expect(site.getByTestId('lock')).toBeVisible();
  };
  // Left alone with no server: what was open is there still when it is unlocked, down to what was typed.
  await site.getByRole('textbox').first().fill('quill');
  await server.stop();
  await leaveAlone();
  await unlock('4711');
  await expect(site.getByRole('textbox').first()).toHaveValue('quill');
  await leaveAlone();
  for (const left of [4, 3, 2, 1]) {
    await unlock('1111');
    await expect(site.getByText(new RegExp(`${left} (try|tries) left`))).toBeVisible();
  }
  await unlock('1111');
  await expect(site.getByText('The server is away')).toBeVisible();
  // Its cookie was good still: the server is told before anything else.
  await server.start();
  await site.reload();
  await expect(site.getByTestId('sign-in')).toBeVisible();
  await site.reload();
  await expect(site.getByTestId('sign-in')).toBeVisible();
});

test('a customer asks what is kept of them, and to be erased: out as a file, and gone by their name', async ({ phone: site, server }) => {
  const { places } = (await (await server.fetch('/places?q=boathouse')).json()) as {
    places: { place: { customerId: string; customerName: string } }[];
  };
  const { customerId = '', customerName = '' } = places[0]?.place ?? {};
  await site.goto(`${server.url}/customers/${customerId}`);
  const download = site.waitForEvent('download');
  await site.getByTestId('their-file').click();
  expect((await download).suggestedFilename()).toBe('customer.zip');
  await site.getByTestId('erase-ask').click();
  await expectAccessible(site, 'erasing a customer');
  await site.getByTestId('erase-name').fill('Somebody else');
  await site.getByTestId('erase-go').click();
  await expect(site.getByText('Nobody was erased.')).toBeVisible();
  await site.getByTestId('erase-name').fill(customerName);
  await site.getByTestId('erase-go').click();
  await expect(site.getByTestId('erased')).toContainText('1 place');
  await site.goto(`${server.url}/places`);
  await expect(site.getByText('Fennick').first()).toBeVisible();
  await expect(site.getByText(/boathouse/i)).toBeHidden();
});

test('a backup, a disaster, a restore', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/more`);
  await site.getByTestId('more-upkeep').click();
  await expect(site.getByText('There is no backup yet')).toBeVisible();
  await site.getByTestId('backup-now').click();
  await expect(site.getByTestId('backup-0')).toBeVisible();
  await expect(site.getByTestId('troubles')).toContainText('Nothing failed.');
  await expectAccessible(site, 'upkeep');
  const download = site.waitForEvent('download');
  const places = [2, 1, 0];
  await site.route('**/api/line', (route) => route.fulfill({ json: { files: places.length > 0 ? 1 : 0, before: places.shift() ?? 0 } }));
  await site.getByTestId('whole-shop').click();
  await expect(site.getByTestId('whole-shop-line')).toContainText('Waiting: 2 files ahead.');
  await expect(site.getByTestId('whole-shop-line')).toContainText('The server is making the file.');
  await expect(site.getByTestId('whole-shop-line')).toBeHidden();
  expect((await download).suggestedFilename()).toMatch(/^Cotter Vane Coil Care .*\.zip$/);
  await server.stop();
  writeFileSync(join(server.data, 'elm-mist.db'), 'nothing of a shop');
  expect(server.command('--restore', 'latest')).toMatch(/Put back: .*\nIt holds .*\nWhat was there is kept/);
  await server.start();
  await site.goto(server.url);
  // A restore lets no device in by itself.
  await site.getByTestId('enter-wren-cotter').click();
  await expect(site.getByText('Quillon bakery flat').first()).toBeVisible();
});
