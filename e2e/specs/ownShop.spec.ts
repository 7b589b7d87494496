import type { Page, Route } from '@playwright/test';
import { expectAccessible } from '../support/axe';
import { enter, expect, test } from '../support/fixtures';
import { OWNER_ID, TestServer } from '../support/server';
import { Technician } from '../support/technician';
import { countTouches } from '../support/touches';

const save = (page: Page, id: string) => page.getByTestId(id).click();

test('a new shop in the south, from empty to a first closed visit', async ({ browser }) => {
  const server = new TestServer();
  server.demo = false;
  await server.start();
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    timezoneId: 'Pacific/Auckland',
    locale: 'en-NZ',
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  try {
    // A January morning there: summer, and the day before in the north.
    await page.clock.install({ time: new Date('2027-01-14T09:05:00+13:00') });
    await page.goto(server.url);
    await test.step('nobody has an account yet: the first owner, with a password that is long enough', async () => {
      await page.getByTestId('first-name').fill('Wren Cotter');
      await page.getByTestId('first-password').fill('short');
      await page.getByTestId('first-go').click();
      await expect(page.getByText(/12 letters at least/).last()).toBeVisible();
      await page.getByTestId('first-password').fill('four plain short words');
      await expectAccessible(page, 'First owner');
      await page.getByTestId('first-go').click();
    });
    await expect(page.getByText('Nothing planned for this day')).toBeVisible();
    server.cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
    await page.getByTestId('to-start').click();
    await expectAccessible(page, 'First start');

    await test.step('the shop: its zone is found from where it stands', async () => {
      await page.getByTestId('start-shop').click();
      await page.getByTestId('shop-name').fill('Southern coils');
      await page.getByTestId('shop-currency').fill('nz');
      await page.getByRole('radio', { name: 'SI' }).click();
      await page.getByTestId('latitude').fill('43° 31.8′ S, 172° 38.4′ E');
      await expect(page.getByTestId('longitude')).toHaveValue('172.64° E');
      await expect(page.getByTestId('sun-today')).toContainText('in the north');
      await page.getByTestId('barometer').fill('101.1');
      await page.getByRole('radio', { name: 'kPa' }).click();
      await save(page, 'barometer-take');
      await expect(page.getByTestId('height')).toHaveValue('17');
      await save(page, 'shop-save');
      await expect(page.getByText('A currency is a code of three letters, such as USD or NZD.')).toBeVisible();
      await page.getByTestId('shop-currency').fill('NZD');
      await page.getByTestId('shop-zone').fill('');
      await save(page, 'shop-find-zone');
      await expect(page.getByTestId('shop-zone')).toHaveValue('Pacific/Auckland');
      await expectAccessible(page, 'Shop');
      await save(page, 'shop-save');
      await expect(page.getByTestId('first-start')).toBeVisible();
    });

    await test.step('the crew, with licences; left half way, it is still there', async () => {
      await page.getByTestId('start-crew').click();
      await page.getByTestId('crew-name-0').fill('Wren Cotter');
      await page.getByRole('checkbox', { name: 'Electrical' }).click();
      await page.reload();
      await expect(page.getByTestId('crew-name-0')).toHaveValue('Wren Cotter');
      await save(page, 'crew-save');
    });

    await test.step('the first place, its system and coils', async () => {
      await page.getByTestId('start-place').click();
      const touches = await countTouches(page);
      await page.getByLabel('Place', { exact: true }).fill('Harbour flat');
      await page.getByLabel('Street').fill('4 Kiln Yard');
      await page.getByRole('textbox', { name: 'Customer' }).fill('Odo Lantry');
      await save(page, 'place-save');
      await page.getByLabel('System').fill('Flat cooling');
      await page.getByLabel('Model number').fill('QX-030');
      await save(page, 'system-save');
      await page.getByTestId('estimate-size').click();
      await page.getByRole('button', { name: 'Save the coil' }).click();
      await expect(page.getByText('New indoor coil')).toBeVisible();
      await page.getByLabel('Slab width, mm').fill('450');
      for (let i = 0; i < 2; i += 1) await page.getByLabel('Width, mm', { exact: true }).nth(i).fill('500');
      await page.getByRole('button', { name: 'Save the coil' }).click();
      await page.getByRole('button', { name: 'Plan a visit' }).click();
      await page.getByRole('button', { name: 'Save the visit' }).click();
      const tech = new Technician(page);
      await tech.visitStep('look');
      // The server tells the air of a visit that was made a moment ago.
      await expect(page.getByTestId('air')).not.toHaveValue('');
      await tech.next();
      await page.getByTestId('all-alike').click();
      await tech.grade(2);
      await tech.next();
      await page.getByTestId('all-alike').click();
      await tech.grade(1);
      await tech.next();
      await tech.visitStep('plan');
      const used = await touches();
      process.stdout.write(`touches for a new customer, place, system and visit to a finished plan: ${used} (limit 25)\n`);
      expect(used).toBeLessThanOrEqual(25);
    });

    await test.step('washed with water, checked and closed on the shop’s own day', async () => {
      const tech = new Technician(page, []);
      await page.getByTestId('plan-follow').click();
      if (await page.getByTestId('mix-done').isVisible()) await page.getByTestId('mix-done').click();
      await tech.visitStep('wash');
      await tech.proveDead('outdoor-unit');
      await tech.washCoil();
      await page.getByRole('tab', { name: 'Indoor coil' }).click();
      await tech.proveDead('air-handler');
      await tech.washCoil();
      await page.getByRole('link', { name: /^Check/ }).click();
      for (let i = 0; i < 2; i += 1) {
        await page.getByTestId('clear-everywhere').click();
        await page.getByTestId('check-keep').click();
      }
      await tech.closeVisit();
      await expect(page.getByTestId('to-history')).toBeVisible();
      const standing = async () =>
        ((await (await server.fetch(`/days/2027-01-14`)).json()) as { visits: { visit: { standing: string } }[] }).visits.map(
          (row) => row.visit.standing,
        );
      await expect.poll(standing).toEqual(['closed']);
      const costs = (await (await server.fetch(`/costs?from=2027-01-14&to=2027-01-14`)).json()) as unknown[];
      expect(costs).toHaveLength(1);
    });
  } finally {
    await context.close();
    await server.remove();
  }
});

test('a phone in another zone says so, and goes by the shop’s day', async ({ browser, server }) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    timezoneId: 'Asia/Kolkata',
    locale: 'en-US',
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  // Still the eleventh in the shop, the twelfth where this phone is.
  await page.clock.install({ time: new Date('2026-06-11T21:00:00-05:00') });
  await enter(page, server, OWNER_ID);
  await page.goto(server.url);
  await expect(page.getByText(/Days and times are the shop’s, 10\sh\s30\smin behind this phone/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Thursday 11 June' })).toBeVisible();
  await expect(page.getByText(/^Today ·/)).toBeVisible();
  await page.goto(`${server.url}/more`);
  await expect(page.getByText(/This phone is in another time zone.*America\/Chicago/)).toBeVisible();
  await context.close();
});

test('a typo in every record is put right, and what a closed visit showed stays', async ({ site, server }) => {
  const text = (words: string | RegExp) => site.getByText(words).first();
  await test.step('place and customer', async () => {
    await site.goto(`${server.url}/places/fennick`);
    await expectAccessible(site, 'Place');
    await save(site, 'place-edit');
    await site.getByLabel('Place', { exact: true }).fill('Fennick Terrace House');
    await site.getByRole('textbox', { name: 'Customer' }).fill('Odile Fennick-Marl');
    await site.getByTestId('latitude').fill('95 N');
    await save(site, 'place-save');
    await expect(text('Latitude must be between 90° S and 90° N.')).toBeVisible();
    await site.getByTestId('latitude').fill('42.25 N');
    await save(site, 'place-save');
    await expect(site.getByRole('heading', { name: 'Fennick Terrace House' })).toBeVisible();
    await expect(text(/42\.25° N/)).toBeVisible();
  });

  await test.step('the same field on two phones: both are shown', async () => {
    await site.goto(`${server.url}/places/fennick/edit`);
    await site.getByLabel('Note').fill('Ring twice');
    const answer = await server.fetch(`/places/fennick`);
    const { place } = (await answer.json()) as { place: object };
    const { status } = await server.fetch(`/places/fennick`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ ...place, note: 'Dog in the yard' }),
    });
    expect(status).toBe(200);
    await save(site, 'place-save');
    await expect(site.getByTestId('meanwhile')).toContainText('Dog in the yard');
    await expect(site.getByTestId('meanwhile')).toContainText('Ring twice');
    await expectAccessible(site, 'Changed meanwhile');
    await save(site, 'keep-mine');
    await save(site, 'place-save');
    await expect(text('Ring twice')).toBeVisible();
  });

  await test.step('system and coil', async () => {
    await site.goto(`${server.url}/systems/fennick-hp`);
    await save(site, 'system-edit');
    await site.getByLabel('System', { exact: true }).fill('Heat pump, upstairs');
    await save(site, 'system-save');
    await expect(site.getByRole('heading', { name: /Heat pump, upstairs/ })).toBeVisible();
    await save(site, 'coil-edit-fennick-hp-out');
    await site.getByLabel('Fins per inch').fill('17');
    await site.getByRole('button', { name: 'Save the coil' }).click();
    await expect(text(/17 fins per inch/)).toBeVisible();
  });

  await test.step('left while it is saved: one stays where one went; refused, it is told there, with the way back', async () => {
    /** Saves the coil over a server that answers once it is told to, and goes to the places meanwhile. */
    const leave = async (answer: (route: Route) => Promise<void>) => {
      let go = () => undefined as void;
      const told = new Promise<void>((done) => (go = done));
      await site.route(/\/api\/coils\//, (route) => told.then(() => answer(route)), { times: 1 });
      await site.getByRole('button', { name: 'Save the coil' }).click();
      await site.getByRole('link', { name: 'Places', exact: true }).click();
      await expect(site.getByRole('link', { name: /Fennick Terrace House/ })).toBeVisible();
      const answered = site.waitForResponse(/\/api\/coils\//);
      go();
      await answered;
    };
    await save(site, 'coil-edit-fennick-hp-out');
    await site.getByLabel('Fins per inch').fill('16');
    const fields = { finsPerInch: 'Fins per inch must be at most 15.' };
    await leave((route) => route.fulfill({ status: 422, json: { error: { code: 'out-of-range', message: 'No.', fields } } }));
    await expect(text('Not saved, on the screen you left: Fins per inch must be at most 15.')).toBeVisible();
    await expectAccessible(site, 'Not saved');
    await site.getByRole('button', { name: 'Open it' }).click();
    await expect(site.getByLabel('Fins per inch')).toHaveValue('16');
    await expect(text('Typed before, and not saved yet.')).toBeVisible();
    await expect(text(/^Not saved/)).toBeHidden();
    await leave((route) => route.continue());
    await site.getByRole('link', { name: /Fennick Terrace House/ }).click();
    await site.getByRole('link', { name: /Heat pump, upstairs/ }).click();
    await expect(text(/16 fins per inch/)).toBeVisible();
  });

  await test.step('visit: moved, named anew, then cancelled with the reason and opened again', async () => {
    await site.goto(`${server.url}/visits/demo-visit-15/move`);
    await site.getByTestId('visit-purpose').fill('Smells of bread');
    await site.getByTestId('slot-start').fill('3:15 pm');
    await save(site, 'move-keep');
    await expect(text(/Flat cooling, smells of bread/)).toBeVisible();
    await site.goto(`${server.url}/visits/demo-visit-15/move`);
    await save(site, 'visit-cancel');
    await expect(text(/^Say why/)).toBeVisible();
    await site.getByTestId('visit-cancel-reason').fill('The bakery is shut today');
    await save(site, 'visit-cancel');
    await expect(text('Cancelled')).toBeVisible();
    await site.goto(`${server.url}/visits/demo-visit-15/look`);
    await expect(text(/This visit was cancelled: The bakery is shut today/)).toBeVisible();
    await site.getByRole('button', { name: 'Look' }).click();
    await site.getByTestId('visit-reopen-reason').fill('They opened after all');
    await save(site, 'visit-reopen');
    await expect(site.getByTestId('visit-cancel')).toBeVisible();
  });

  await test.step('crew', async () => {
    await site.goto(`${server.url}/shop/crew`);
    await expectAccessible(site, 'Crew');
    await site.getByTestId('crew-name-1').fill('Ives Vane-Sloe');
    await save(site, 'crew-save');
    await expect(text(/Wren Cotter, Ives Vane-Sloe/)).toBeVisible();
  });

  // Closed this morning, at the place as it was called then.
  await site.goto(`${server.url}/places/goosewater/edit`);
  await site.getByLabel('Place', { exact: true }).fill('Goosewater lodge');
  await save(site, 'place-save');
  await expect(site.getByRole('heading', { name: 'Goosewater lodge' })).toBeVisible();
  await site.goto(`${server.url}/visits/demo-visit-12/close`);
  await expect(site.getByRole('heading', { name: /Goosewater cottage/ }).first()).toBeVisible();
});
