import type { Page } from '@playwright/test';
import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { madeMeter } from '../support/madeMeter';

const meterFile = (before: number, after: number, first: string, days: number): string =>
  ['Date,Usage (kWh)', ...madeMeter(before, after, first, days).map(({ day, kWh }) => `${day},${kWh.toFixed(2)}`)].join('\n');

async function bringIn(site: Page, name: string, csv: string): Promise<void> {
  await site.getByTestId('meter-file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await site.getByTestId('meter-reckon').click();
  await expect(site.getByTestId('meter-read')).toContainText('days');
}

test('a meter gives a saving with its interval, another does not show one, and a month of it is refused by name', async ({
  site,
  server,
}) => {
  await site.goto(`${server.url}/places/fennick`);
  await site.getByTestId('place-savings').click();
  await expect(site.getByText('A file of hours, days or bills')).toBeVisible();
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
