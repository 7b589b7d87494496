import type { Page } from '@playwright/test';
import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import type { TestServer } from '../support/server';
import { Technician } from '../support/technician';
import { countTouches } from '../support/touches';

const stored = async (
  server: TestServer,
  visitId: string,
  kind: string,
): Promise<{ data: { plan?: { verdict: string; chemistry: string; opening: string } } }[]> => {
  const { events } = (await (await server.fetch(`/visits/${visitId}`)).json()) as {
    events: { kind: string; data: { plan?: { verdict: string; chemistry: string; opening: string } } }[];
  };
  return events.filter((event) => event.kind === kind);
};

const becauseOpens = async (site: Page, words: string): Promise<void> => {
  await site.getByRole('button', { name: /Which cleaner.*Why\?$/ }).click();
  await expect(site.getByTestId('because')).toContainText(words);
  await site.getByTestId('because').getByRole('button', { name: 'Close' }).click();
};

test('first visit: a greasy two-row condenser with an A-coil, every face graded', async ({ site, server }) => {
  const tech = new Technician(site);
  const touches = await countTouches(site);
  await tech.openVisit('demo-visit-15');
  await tech.noteAir('91', '30', '3');
  await tech.next();
  await tech.grade(3, 3, 2, 3, 1, 2);
  await tech.next();
  await tech.grade(2, 2, 1, 1, 1, 1);
  await tech.next();
  await tech.visitStep('plan');
  const used = await touches();
  process.stdout.write(`touches from Today to a finished plan, every face of both coils graded: ${used} (aim 35)\n`);
  expect(used).toBeLessThanOrEqual(35);

  await becauseOpens(site, 'one step stronger');
  await expect(site.getByText('Top open, proposed')).toBeVisible();
  await expect(site.getByTestId('second-opinion')).toContainText('Time');
  await expectAccessible(site, 'Plan with second opinion');
  await site.getByRole('radio', { name: /^Exterior/ }).click();
  await expect(site.getByText('Dirt under the guards and between rows stays.', { exact: true })).toBeVisible();
  await expect(site.getByText('Outside only, down at about 45°').first()).toBeVisible();
  await site.getByRole('radio', { name: /^Top open/ }).click();
  await site.getByTestId('plan-follow').click();
  await tech.visitStep('mix');
  await expect
    .poll(async () => (await stored(server, 'demo-visit-15', 'plan.made')).map((event) => event.data.plan?.chemistry))
    .toEqual(['alkaline-foam', 'evaporator-foam']);
});

test('repeat visit: everything known is filled in, and only what changed is asked', async ({ site, server }) => {
  const tech = new Technician(site);
  const touches = await countTouches(site);
  await tech.openVisit('demo-visit-14');
  await expect(site.getByText(/^Filled in from the visit of/)).toBeVisible();
  await tech.next();
  await site.getByTestId('as-last-time').click();
  await tech.next();
  await site.getByTestId('as-last-time').click();
  await tech.next();
  await tech.visitStep('plan');
  const used = await touches();
  process.stdout.write(`touches from Today to a finished plan on a repeat visit: ${used} (aim 12)\n`);
  expect(used).toBeLessThanOrEqual(12);
  await becauseOpens(site, 'plate-fin');
  await site.getByTestId('plan-follow').click();
  await expect.poll(async () => (await stored(server, 'demo-visit-14', 'plan.made')).length).toBe(2);
});

test('a roof package unit with one way in: gas, roof and open duct are minded', async ({ site, server }) => {
  const tech = new Technician(site);
  await site.getByRole('button', { name: 'The day after' }).click();
  await tech.openVisit('demo-visit-16');
  await tech.noteAir('86', '30', '4');
  await tech.next();
  await site.getByTestId('all-alike').click();
  await tech.grade(3);
  await tech.next();
  await site.getByTestId('all-alike').click();
  await tech.grade(2);
  await tech.next();
  await tech.visitStep('plan');
  await expect(site.getByText('Roof and ladder.').first()).toBeVisible();
  await expect(site.getByText('Gas off first.')).toBeVisible();
  await becauseOpens(site, 'never anything stronger');
  await site.getByRole('tab', { name: 'Indoor coil' }).click();
  await expect(site.getByText(/Duct openings covered/)).toBeVisible();
  await site.getByTestId('plan-follow').click();
  await expect
    .poll(async () => (await stored(server, 'demo-visit-16', 'plan.made')).map((event) => event.data.plan?.chemistry))
    .toEqual(['neutral', 'evaporator-foam']);
});

test('a microchannel unit in full sun: foam would dry, so water, and it says what shade would change', async ({ site, server }) => {
  const tech = new Technician(site);
  await tech.openVisit('demo-visit-13');
  await tech.visitStep('plan');
  await site.getByRole('link', { name: /^Look/ }).click();
  await site.getByRole('tab', { name: 'Unit and air' }).click();
  await tech.noteAir('108', '12', '12', 'Full sun');
  await tech.next();
  await site.getByRole('link', { name: /^Plan/ }).click();
  await expect(site.getByRole('heading', { name: 'Water only' })).toBeVisible();
  await site.getByRole('button', { name: /Which cleaner.*Why\?$/ }).click();
  await expect(site.getByTestId('because')).toContainText('Foam would dry on the coil');
  await site.getByTestId('because').getByRole('button', { name: 'Close' }).click();
  await site.getByTestId('plan-follow').click();
  await expect
    .poll(async () => (await stored(server, 'demo-visit-13', 'plan.made')).map((event) => event.data.plan?.chemistry))
    .toEqual(['water', 'evaporator-foam']);
});

test('a leaking coil stops, with a finding and a photo that stay', async ({ site, server }) => {
  const tech = new Technician(site);
  await tech.openVisit('demo-visit-14');
  await tech.next();
  await site.getByTestId('as-last-time').click();
  await site.getByRole('checkbox', { name: 'Oil stain, it may leak' }).click();
  await site.getByRole('button', { name: 'Note a finding' }).click();
  await site.getByRole('radio', { name: 'Pitted contactor' }).click();
  await site.getByRole('button', { name: 'Keep the finding' }).click();
  await expect(site.getByTestId('finding-contactor')).toContainText('noted');
  const picture = await site.evaluate(() => {
    const canvas = document.createElement('canvas');
    canvas.width = 2400;
    canvas.height = 1800;
    canvas.getContext('2d')?.fillRect(0, 0, 1200, 900);
    return canvas.toDataURL('image/png').split(',')[1] ?? '';
  });
  await site.getByTestId('photo-file').setInputFiles({ name: 'coil.png', mimeType: 'image/png', buffer: Buffer.from(picture, 'base64') });
  await expect(site.getByText('Photos, 1 taken')).toBeVisible();
  await expectAccessible(site, 'Look with photo and finding');
  await tech.next();
  await site.getByTestId('as-last-time').click();
  await tech.next();
  await expect(site.getByText('Do not wash a coil that may leak')).toBeVisible();
  await site.getByTestId('plan-follow').click();
  await expect
    .poll(async () => (await stored(server, 'demo-visit-14', 'plan.made')).map((event) => event.data.plan?.verdict))
    .toEqual(['stop', 'wash']);

  const photos = (await stored(server, 'demo-visit-14', 'photo.added')) as unknown as { data: { photoId: string } }[];
  const back = await server.fetch(`/photos/${photos[0]?.data.photoId}`);
  expect(back.headers.get('content-type')).toBe('image/jpeg');
  const systemPage = (await (await server.fetch(`/systems/fennick-hp`)).json()) as { findings: { what: string }[] };
  expect(systemPage.findings.map((finding) => finding.what)).toEqual(['contactor']);
});
