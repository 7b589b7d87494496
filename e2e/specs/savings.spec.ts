import type { Page } from '@playwright/test';
import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { drawnEspi } from '../../core/src/testing/drawnEspi';
import { madeMeter } from '../support/madeMeter';

const meterFile = (before: number, after: number, first: string, days: number): string =>
  ['Date,Usage (kWh)', ...madeMeter(before, after, first, days).map(({ day, kWh }) => `${day},${kWh.toFixed(2)}`)].join('\n');

async function bringIn(site: Page, name: string, csv: string): Promise<void> {
  await site.getByTestId('meter-file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await site.getByTestId('meter-reckon').click();
  await expect(site.getByTestId('meter-read')).toContainText('days');
}

test('a meter gives a saving with its interval, another does not show one, and a month of it is refused by name', async ({
  phone: site,
  server,
}) => {
  await site.goto(`${server.url}/places/fennick`);
  await site.getByTestId('place-savings').click();
  await expect(site.getByText('A file of hours, days or bills')).toBeVisible();
  // With no file at hand the demo makes one up, and says so.
  await site.getByTestId('meter-made-up').click();
  await site.getByTestId('meter-reckon').click();
  await expect(site.getByTestId('meter-read')).toContainText('days');
  await bringIn(site, 'house.csv', meterFile(2.4, 1.2, '2024-06-24', 715));
  await site.getByTestId('meter-changes').fill('A lodger moved in');
  await site.getByTestId('meter-keep').click();
  await site.getByText('24 Jun 2025', { exact: true }).click();
  await expect(site.getByTestId('saving')).toContainText(/kWh a year less/);
  await expect(site.getByTestId('saving')).toContainText(/Nine times in ten the truth lies between \d/);
  await expect(site.getByTestId('saving')).toContainText('A lodger moved in');
  await expect(site.getByTestId('saving')).toContainText('Weather is simulated');
  await expect(site.getByTestId('energy-chart')).toBeVisible();
  await expectAccessible(site, 'a saving');
  // Kept: it is there the second time.
  await site.reload();
  await expect(site.getByTestId('saving')).toBeVisible();
  await expect(site.getByText('house.csv')).toBeVisible();
  // Nothing changed.
  await bringIn(site, 'same.csv', meterFile(2.4, 2.4, '2024-06-24', 715));
  await site.getByTestId('meter-keep').click();
  await expect(site.getByText('same.csv')).toBeVisible();
  await site.getByText('24 Jun 2025', { exact: true }).click();
  await expect(site.getByTestId('saving')).toContainText('Not shown');
  // A month before it.
  await bringIn(site, 'month.csv', meterFile(2.4, 1.2, '2025-05-24', 200));
  await site.getByTestId('meter-keep').click();
  await expect(site.getByText('month.csv')).toBeVisible();
  await expect(site.getByTestId('saving')).toContainText('31 days before the wash');
  // No table at all.
  await site.getByTestId('meter-file').setInputFiles({ name: 'x.csv', mimeType: 'text/csv', buffer: Buffer.from('nothing') });
  await expect(site.getByText('That is no table')).toBeVisible();
});

test('hours as XML, priced by the hour, are told in money and stand in the visit’s report', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/shop/tariff`);
  await site.getByRole('radio', { name: 'By the hour' }).click();
  await site.getByTestId('period-price-0').fill('dear');
  await site.getByTestId('tariff-other').fill('0.12');
  await site.getByTestId('tariff-keep').click();
  await expect(site.getByText('A price from 0 to 100.')).toBeVisible();
  await site.getByTestId('period-price-0').fill('0.48');
  await expectAccessible(site, 'price of energy');
  await site.getByTestId('tariff-keep').click();
  await expect(site.getByTestId('tariff')).toBeHidden();
  const days = madeMeter(2.4, 1.2, '2024-06-24', 715);
  // Half of a day's use from five to eight in the evening, by the shop's summer clock.
  const shares = Array.from({ length: 24 }, (_, hour) => (hour >= 16 && hour < 20 ? 0.125 : 0.025));
  const file = drawnEspi({
    startMs: Date.parse('2024-06-24T05:00:00Z'),
    intervalS: 3600,
    values: days.flatMap(({ kWh }) => shares.map((share) => Math.round(kWh * share * 1000))),
  });
  await follow(site, '/places/fennick/savings');
  await site.getByTestId('meter-file').setInputFiles({ name: 'usage.xml', mimeType: 'text/xml', buffer: Buffer.from(file) });
  await expect(site.getByTestId('meter-read')).toContainText('hours, gathered into days');
  await site.getByTestId('meter-keep').click();
  await expect(site.getByText('usage.xml')).toBeVisible();
  await site.getByText('24 Jun 2025', { exact: true }).click();
  await expect(site.getByTestId('saving')).toContainText(/kWh a year less/);
  await expect(site.getByTestId('saving')).toContainText('Hour by hour');
  await expect(site.getByTestId('months-chart')).toBeVisible();
  await expect(site.getByTestId('sum-chart')).toBeVisible();
  await expectAccessible(site, 'a saving with its charts');
  const [, kWh = ''] = /([\d,]+)\skWh a year less/.exec(await site.getByTestId('saving').innerText()) ?? [];
  const [, told = ''] = /In money, a year\s*\$([\d,.]+)/.exec(await site.getByTestId('saving').innerText()) ?? [];
  // Between the price of the night and that of the peak, and dearer than the night: half of it falls in the evening of summer weekdays.
  const each = Number(told.replace(',', '')) / Number(kWh.replace(',', ''));
  expect(each).toBeGreaterThan(0.17);
  expect(each).toBeLessThan(0.33);
  await site.getByTestId('saving-tell').click();
  await site.getByTestId('saving-report').click();
  await expect(site.getByText('What it saved, by the meter')).toBeVisible();
  await expect(site.getByText(/By the electricity meter the house uses [\d,]+\skWh a year less/)).toBeVisible();
  // No energy in it at all.
  await follow(site, '/places/fennick/savings');
  await site.getByTestId('meter-file').setInputFiles({ name: 'x.xml', mimeType: 'text/xml', buffer: Buffer.from('<html></html>') });
  await expect(site.getByText('That is no file of energy usage')).toBeVisible();
});

test('a typical year that was put in is offered beside the last one, and says of whose air it is', async ({ phone: site, server }) => {
  const hours = Array.from({ length: 365 * 24 }, (_, n) => {
    const at = new Date(Date.UTC(2019, 0, 1) + n * 3_600_000);
    const warm = (12 - 14 * Math.cos(((n / 24 - 15) / 365) * 2 * Math.PI)).toFixed(1);
    const told = { 0: '2019', 1: at.getUTCMonth() + 1, 2: at.getUTCDate(), 3: at.getUTCHours() + 1, 6: warm, 8: '50', 21: '2', 22: '5' };
    return Object.assign(Array<string>(35).fill('0'), told).join(',');
  });
  const epw = ['LOCATION,Somewhere,,,,,42.2,-100.6,-6,800', ...Array<string>(7).fill('HEADING'), ...hours].join('\r\n');
  await site.goto(`${server.url}/places/harrow/savings`);
  await expect(site.getByTestId('saving')).toContainText('The year before it');
  await expect(site.getByRole('radio', { name: 'A typical year' })).toBeHidden();
  expect((await server.fetch('/weather?format=epw', { method: 'POST', body: epw })).status).toBe(200);
  await site.reload();
  await site.getByRole('radio', { name: 'A typical year' }).click();
  await expect(site.getByTestId('saving')).toContainText('A typical year before it');
  await expect(site.getByTestId('saving')).toContainText('a typical year’s, not their own');
  await expectAccessible(site, 'a saving held to a typical year');
  // The report says it too.
  await site.getByTestId('saving-tell').click();
  await site.getByTestId('saving-report').click();
  await expect(site.getByText(/over a typical year of weather/)).toBeVisible();
  await expect(site.getByText('The weather of some of those days was a typical year’s, not their own.')).toBeVisible();
});
