import { randomUUID } from 'node:crypto';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import type { TestServer } from '../support/server';
import { expectAccessible } from '../support/axe';
import { countTouches } from '../support/touches';
import { Technician } from '../support/technician';

/** Notes air so much warmer than it was noted last on a visit, K. */
async function notedAir(server: TestServer, visitId: string, warmerK: number): Promise<void> {
  const { events } = (await (await server.fetch(`/visits/${visitId}`)).json()) as {
    events: { kind: string; data: { dryBulbC: number } }[];
  };
  const last = events.filter(({ kind }) => kind === 'site.noted').at(-1);
  if (!last) throw new Error('no air was noted');
  const event = {
    id: randomUUID(),
    visitId,
    at: new Date().toISOString(),
    by: 'Wren Cotter',
    kind: 'site.noted',
    data: { ...last.data, dryBulbC: last.data.dryBulbC + warmerK },
  };
  const answer = await server.fetch(`/visits/${visitId}/events`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ events: [event] }),
  });
  expect(answer.status).toBe(200);
}

test('a kit held before and after the wash: better on the right lines, and a low charge that is left becomes a finding', async ({
  site,
  server,
}) => {
  const tech = new Technician(site);
  const readings = `${server.url}/visits/demo-visit-13/readings`;
  await site.goto(`${readings}?side=before`);
  const touches = await countTouches(site);
  await site.getByTestId('kit-start').click();
  await expect(site.getByText('All steady over three minutes.')).toBeVisible();
  await expectAccessible(site, 'readings, a kit live');
  await site.getByTestId('kit-hold').click();
  await expect(site.getByRole('tab', { name: 'Before' })).toBeVisible();
  expect(await touches()).toBeLessThanOrEqual(3);
  await expect(site.getByText(/^Return air · held .*, simulated/)).toBeVisible();
  // The wash, in short: both coils left clear.
  await follow(site, '/visits/demo-visit-13/plan');
  await site.getByTestId('plan-follow').click();
  await site.waitForURL(/\/(mix|wash)$/);
  await follow(site, '/visits/demo-visit-13/check');
  for (;;) {
    await site.getByTestId('clear-everywhere').click();
    await site.getByTestId('check-keep').click();
    if (
      await site.waitForURL(/\/close$/, { timeout: 2000 }).then(
        () => true,
        () => false,
      )
    )
      break;
  }
  // The afternoon got six degrees hotter meanwhile: somebody notes it on another phone.
  await notedAir(server, 'demo-visit-13', 6);
  await site.goto(`${readings}?side=after`);
  await site.getByTestId('kit-start').click();
  await site.getByTestId('kit-hold').click();
  await expect(site.getByText(/^Liquid pressure · held .*, simulated/)).toBeVisible();
  await tech.press('What they say');
  await expect(site.getByText('The wash shows: better.')).toBeVisible();
  await expect(site.getByText(/^The air was not the same: what the model says it did is taken off/)).toBeVisible();
  await expect(site.getByTestId('line-condensingOver')).toContainText('better');
  // It takes more power now, and none of that is the wash's.
  await expect(site.getByTestId('line-watts')).toContainText('the same');
  await expect(site.getByTestId('left-lowCharge')).toBeVisible();
  await site.getByTestId('note-lowCharge').click();
  await expect(site.getByText('Noted as a finding.').first()).toBeVisible();
  await expectAccessible(site, 'what the readings say');
  await expect
    .poll(async () => {
      const visit = (await (await server.fetch(`/visits/demo-visit-13`)).json()) as {
        events: { kind: string; data: { what?: string } }[];
      };
      return visit.events.filter((row) => row.kind === 'finding.noted').map((row) => row.data.what);
    })
    .toContain('charge');
  // Closed, it is what the shop’s washes were measured to save, and stands where there is no meter.
  await follow(site, '/visits/demo-visit-13/close');
  await site.getByTestId('close-visit').click();
  await expect(site.getByTestId('to-history')).toBeVisible();
  await follow(site, '/shop/saved');
  await expect(site.getByTestId('saved-watts')).toContainText(/Worst \d \w+, 1 wash/);
  // The demo's one meter, made up, tells of another.
  await expect(site.getByTestId('saved-meters')).toContainText(/Worst \d \w+, 1 wash\s*[\d,]+\skWh, [\d,]+ to [\d,]+/);
  await expect(site.getByTestId('saved-dirt')).toContainText('by 2 measured washes');
  await expectAccessible(site, 'what washes saved');
  const { place } = (await (await server.fetch(`/visits/demo-visit-13`)).json()) as { place: { id: string } };
  await follow(site, `/places/${place.id}/savings`);
  await expect(site.getByTestId('by-watts')).toContainText('hours of running a year');
});

test('a logger’s file: columns guessed and put right, a gap and two units named, held and marked as from a file', async ({
  phone: site,
  server,
}) => {
  await site.goto(`${server.url}/visits/demo-visit-13/readings?side=before`);
  const row = (second: number, i: number) =>
    [
      `14:${String(10 + Math.floor(second / 60)).padStart(2, '0')}:${String(second % 60).padStart(2, '0')}`,
      (33 + ((i * 7) % 5) / 50).toFixed(2),
      (76.4 + ((i * 3) % 5) / 20).toFixed(2),
      (52 + ((i * 11) % 7) / 10).toFixed(1),
      i % 2 === 0 ? '58 F' : '14.4 C',
      '3.91',
    ].join(',');
  const rows = Array.from({ length: 300 }, (_, i) => row(i < 30 ? i : i + 45, i));
  const csv = ['Time,Outdoor (°C),Return,Return RH,Supply,Battery', ...rows].join('\n');
  await site.getByTestId('logger-file').setInputFiles({ name: 'run.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(site.getByTestId('column-Outdoor (°C)')).toContainText('Outdoor air at the coil');
  await expect(site.getByTestId('column-Battery')).toContainText('Left out');
  // Nothing in the file says the unit of the return: it is asked, and the shop's own is offered first.
  await expect(site.getByRole('radiogroup', { name: 'Unit of Return', exact: true }).getByRole('radio', { name: '°F' })).toBeChecked();
  await expectAccessible(site, 'columns of a logger');
  await site.getByTestId('logger-read').click();
  await expect(site.getByText('Nothing was written for 0:46, from 0:29 on.')).toBeVisible();
  await expect(site.getByText(/"Supply" has 2 units in it \(f, c\): it is left out/)).toBeVisible();
  await expect(site.getByText('All steady over three minutes.')).toBeVisible();
  await site.getByTestId('see-run').click();
  await expect(site.getByTestId('run-chart')).toBeVisible();
  await expectAccessible(site, 'a run as a line');
  await site.getByTestId('kit-hold').click();
  await expect(site.getByText(/^Outdoor air at the coil · held .*, file/)).toBeVisible();
  await expect
    .poll(async () => {
      const visit = (await (await server.fetch(`/visits/demo-visit-13`)).json()) as {
        events: { kind: string; data: { readings: { quantity: string; how: string; value: number; steady: boolean }[] } }[];
      };
      return visit.events
        .find((event) => event.kind === 'readings.held')
        ?.data.readings.map(({ quantity, how, steady, value }) => [quantity, how, steady, Math.round(value)]);
    })
    .toEqual([
      ['outdoorIn', 'file', true, 33],
      ['returnDb', 'file', true, 25],
      ['returnRh', 'file', true, 52],
    ]);
});

test('a system over the years: found and left as a line, how it grew back, and two sets side by side', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/systems/fennick-hp`);
  await expect(site.getByTestId('trend-grade')).toBeVisible();
  await expect(site.getByText(/^Left at 1 on .*, found at 3, 6 months later\.$/)).toBeVisible();
  await site.getByRole('radio', { name: 'Air drop' }).click();
  await expect(site.getByTestId('trend-drop')).toBeVisible();
  await expectAccessible(site, 'a system over the years');
  await site.getByTestId('to-compare').click();
  await expect(site.getByText(/^Humidity is missing: cooling and moisture cannot be compared\./)).toBeVisible();
  await site.getByRole('radiogroup', { name: 'The later set' }).getByRole('radio').first().click();
  await expect(site.getByText('The same set twice')).toBeVisible();
});
