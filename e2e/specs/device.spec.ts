import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/fixtures';
import { TestServer } from '../support/server';
import { Technician } from '../support/technician';

test.use({ serviceWorkers: 'allow', alone: true });

const ready = (page: Page) =>
  page.waitForFunction(() => navigator.serviceWorker.ready.then(() => navigator.serviceWorker.controller !== null));

/** The device has written what it read and what was entered. */
const written = async (page: Page) => {
  await page.clock.fastForward('00:02');
  await page.waitForTimeout(1200);
};

test('the day is packed: with the network cut, every visit opens that was never opened before, and so do the places', async ({
  site,
  server,
}) => {
  await expect(site.getByTestId('packed')).toHaveText(/^Packed: 4 of 4/);
  await ready(site);
  await written(site);
  await server.stop('SIGKILL');
  await site.reload();
  await expect(site.getByRole('heading', { name: 'Quillon bakery flat' })).toBeVisible();
  const tech = new Technician(site);
  for (const [id, name] of [
    ['demo-visit-13', 'Marl Lane ranch'],
    ['demo-visit-14', 'Fennick terrace'],
    ['demo-visit-15', 'Quillon bakery flat'],
  ] as const) {
    await tech.openVisit(id);
    await expect(site.getByRole('heading', { name: new RegExp(name) }).first()).toBeVisible();
    await site.getByRole('link', { name: 'Leave the visit, back to the day' }).click();
  }
  // Tomorrow follows.
  await site.getByRole('button', { name: 'The day after' }).click();
  await tech.openVisit('demo-visit-16');
  await site.goto(`${server.url}/places`);
  await expect(site.getByText('Goosewater cottage')).toBeVisible();
  await expect(site.getByText('These are the places that this device keeps.')).toBeVisible();
  // What is not on the device says so.
  await site.goto(`${server.url}/visits/demo-visit-1/close`);
  await expect(site.getByText(/^This visit is not on this device\./)).toBeVisible();
  await site.goto(`${server.url}/systems/goosewater-cottage`);
  await expect(site.getByText('This system is not on this device')).toBeVisible();
});

test('a day with no signal from a cold start: place, system, visit made, washed and closed, then sent once', async ({ site, server }) => {
  await expect(site.getByTestId('packed')).toHaveText(/^Packed: 4 of 4/);
  await ready(site);
  await written(site);
  await server.stop('SIGKILL');
  await site.reload();
  const tech = new Technician(site);
  await site.getByRole('link', { name: 'Places' }).click();
  await site.getByRole('button', { name: 'Add a place' }).click();
  await site.getByLabel('Place', { exact: true }).fill('Alder loft');
  await site.getByLabel('Street').fill('63 Alder Mews');
  await site.getByLabel('Customer').fill('Una Thorne');
  await site.getByTestId('place-save').click();
  await site.getByLabel('System', { exact: true }).fill('Loft cooling');
  await site.getByLabel('Model number').fill('QX-030');
  await site.getByTestId('system-save').click();
  await site.getByTestId('estimate-size').click();
  await site.getByRole('button', { name: 'Save the coil' }).click();
  await expect(site.getByText('New indoor coil')).toBeVisible();
  await site.getByRole('button', { name: 'Back' }).click();
  await expect(site.getByText(/^No server\. 3 entries are kept/)).toBeVisible();
  await site.getByRole('button', { name: 'Plan a visit' }).click();
  await site.getByRole('button', { name: 'Save the visit' }).click();
  await tech.visitStep('look');
  await tech.noteAir('70', '60', '2');
  await tech.next();
  await site.getByTestId('all-alike').click();
  await tech.grade(1);
  await tech.next();
  await site.getByTestId('plan-follow').click();
  // Taken away and come back in the middle of it.
  await written(site);
  await site.reload();
  await site.getByRole('link', { name: /^Wash/ }).click();
  await tech.proveDead('outdoor-unit');
  await tech.washCoil();
  await site.getByRole('link', { name: /^Check/ }).click();
  await site.getByTestId('clear-everywhere').click();
  await site.getByTestId('check-keep').click();
  await tech.closeVisit();
  await written(site);

  await server.start();
  await site.clock.fastForward('00:05');
  const get = async <T>(path: string) => (await (await server.fetch(`${path}`)).json()) as T;
  const day = async () => (await get<{ visits: { visit: { standing: string }; place: { name: string } }[] }>('/days/2026-06-11')).visits;
  await expect.poll(async () => (await day()).find((row) => row.place.name === 'Alder loft')?.visit.standing).toBe('closed');
  await expect(site.getByText(/^No server\./)).toBeHidden();
  const { places } = await get<{ places: { place: { id: string }; systems: { id: string }[] }[] }>('/places?q=loft');
  expect(places).toHaveLength(1);
  expect(places[0]?.systems).toHaveLength(1);
  const { history, coils } = await get<{ history: { id: string; standing: string }[]; coils: unknown[] }>(
    `/systems/${places[0]?.systems[0]?.id}`,
  );
  expect(coils).toHaveLength(1);
  expect(history.map((row) => row.standing)).toEqual(['closed']);
  const { events } = await get<{ events: { id: string; kind: string }[] }>(`/visits/${history[0]?.id}`);
  expect(new Set(events.map((event) => event.id)).size).toBe(events.length);
  expect(events.filter((event) => event.kind === 'visit.closed')).toHaveLength(1);
});

test('two tabs: what both enter is sent once each, and each sees the other at once', async ({ site, server, context }) => {
  const tech = new Technician(site);
  await tech.openVisit('demo-visit-15');
  const other = await context.newPage();
  await other.clock.install({ time: new Date('2026-06-11T13:55:00-05:00') });
  await other.goto(`${server.url}/visits/demo-visit-15/look`);
  await expect(other.getByTestId('air')).toBeVisible();
  await server.stop('SIGKILL');
  await tech.noteAir('88', '35', '3');
  await tech.next();
  await other.goto(`${server.url}/visits/demo-visit-15/check`).catch(() => undefined);
  await expect(site.getByText(/^No server\. \d/)).toBeVisible();
  await written(site);
  await server.start();
  await site.clock.fastForward('00:05');
  await other.clock.fastForward('00:05');
  await expect(site.getByText(/^No server\./)).toBeHidden();
  const { events } = (await (await server.fetch(`/visits/demo-visit-15`)).json()) as { events: { id: string; kind: string }[] };
  expect(events.filter((event) => event.kind === 'site.noted')).toHaveLength(1);
  expect(new Set(events.map((event) => event.id)).size).toBe(events.length);
  // The browser itself tries the page again that it could not show, and may be at it just now.
  await expect(async () => {
    await other.goto(`${server.url}/visits/demo-visit-15/look`);
  }).toPass();
  await other.getByRole('tab', { name: 'Unit and air' }).click();
  await expect(other.getByTestId('air')).toHaveValue('88');
});

test('opening a picture by its address leaves the program as it is', async ({ site, server }) => {
  await ready(site);
  await site.goto(`${server.url}/api/photos/none`);
  await site.goto(server.url);
  await expect(site.getByRole('heading', { name: 'Fennick terrace' })).toBeVisible();
  await server.stop('SIGKILL');
  await site.reload();
  await expect(site.getByRole('heading', { name: 'Fennick terrace' })).toBeVisible();
});

test('signed out, nothing of a person stays for the next: no picture in any cache, no answer, no draft; back, the draft is there', async ({
  site,
  server,
}) => {
  await ready(site);
  const photoId = randomUUID();
  const put = await server.fetch(`/visits/demo-visit-15/photos/${photoId}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'image/jpeg' },
    body: new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]),
  });
  expect(put.status).toBe(201);
  const picture = () => site.evaluate(async (id) => (await fetch(`/api/photos/${id}`)).status, photoId);
  const cached = () =>
    site.evaluate(async () => {
      const names = await caches.keys();
      const pictures = await Promise.all(
        names.filter((name) => name.includes('pictures')).map(async (name) => (await caches.open(name)).keys()),
      );
      return pictures.flat().length;
    });
  expect(await picture()).toBe(200);
  await expect.poll(cached).toBe(1);
  await site.goto(`${server.url}/places/new`);
  const name = site.getByLabel('Place', { exact: true });
  await name.fill('Half typed loft');
  await written(site);
  await site.goto(`${server.url}/more`);
  await site.getByTestId('sign-out').click();
  await site.getByRole('button', { name: /^Ives Vane/ }).click();
  await expect(site.getByRole('heading', { name: 'Fennick terrace' })).toBeVisible();
  expect(await cached()).toBe(0);
  await site.goto(`${server.url}/places/new`);
  await expect(name).toHaveValue('');
  await site.goto(`${server.url}/more`);
  await site.getByTestId('sign-out').click();
  await expect(site.getByTestId('enter-wren-cotter')).toBeVisible();
  expect(await picture()).toBe(401);
  await site.getByTestId('enter-wren-cotter').click();
  // A page left before the answer came would leave its mark behind: signed in is signed in once the day is drawn.
  await expect(site.getByRole('heading', { name: 'Fennick terrace' })).toBeVisible();
  await site.goto(`${server.url}/places/new`);
  await expect(name).toHaveValue('Half typed loft');
});

test('an own server of before: its folder opens, its visits with it', async ({ browser }) => {
  const server = new TestServer();
  server.fromFixture();
  await server.start();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 }, timezoneId: 'America/Chicago' });
  await page.clock.install({ time: new Date('2026-06-11T14:30:00-05:00') });
  await page.goto(server.url);
  // Its crew of before are its people now.
  await page
    .getByTestId('sign-in')
    .getByRole('button', { name: /, owner$/ })
    .click();
  await expect(page.getByRole('heading', { name: 'Fennick terrace' })).toBeVisible();
  await page.goto(`${server.url}/visits/demo-visit-14/wash`);
  await expect(page.getByTestId('bead-wash')).toBeVisible();
  await page.goto(`${server.url}/systems/fennick-hp`);
  await expect(
    page
      .getByText('Yearly wash')
      .or(page.getByText(/Grade .* to /))
      .first(),
  ).toBeVisible();
  await page.close();
  await server.remove();
});
