import type { Page } from '@playwright/test';
import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { DEMO_DAY } from '../support/server';
import { Technician } from '../support/technician';

/** Signs in the box with the mouse. */
export async function sign(site: Page): Promise<void> {
  const box = site.getByTestId('signature');
  await expect(box).toHaveAttribute('data-ready', 'yes');
  await box.scrollIntoViewIfNeeded();
  const at = await box.boundingBox();
  if (!at) throw new Error('there is no box to sign in');
  await site.mouse.move(at.x + 30, at.y + 90);
  await site.mouse.down();
  for (let i = 1; i <= 24; i += 1) await site.mouse.move(at.x + 30 + i * 9, at.y + 90 + 40 * Math.sin(i / 2));
  await site.mouse.up();
}

test('a pitted contactor: quoted, accepted by signature, left for the part, gone on with another day, fixed, closed', async ({
  site,
  server,
}) => {
  const tech = new Technician(site);
  await tech.lookAtBakery('75', '60', '2');
  const shot = (name: string) => site.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: false });

  await test.step('three ways to open stand side by side, each with its price and what it leaves', async () => {
    const ways = site.getByTestId('ways');
    await ways.scrollIntoViewIfNeeded();
    await shot('ways');
    await expect(ways.getByRole('radio')).toHaveCount(3);
    await expect(site.getByTestId('way-least')).toContainText('Leaves:');
    await expect(site.getByTestId('way-most')).toContainText('Leaves nothing.');
    await site.getByTestId('plan-follow').click();
  });

  await test.step('the finding is noted and quoted with the wash', async () => {
    await site.goto(`${server.url}/visits/demo-visit-15/close`);
    await site.getByTestId('note-finding').click();
    await site.getByRole('radio', { name: 'Pitted contactor' }).click();
    await site.getByTestId('finding-before').fill('face pitted');
    await shot('note');
    await site.getByTestId('finding-keep').click();
    await site.getByTestId('finding-contactor').click();
    await shot('finding');
    await expectAccessible(site, 'A finding');
    await site.getByTestId('finding-to-quote').click();
    await expect(site.getByTestId('make-quote')).toContainText('Contactor');
    await shot('quote-make');
    await site.getByTestId('quote-offer').click();
    await expect(site.getByTestId('quote')).toContainText('holds until');
    await expectAccessible(site, 'A quote');
  });

  await test.step('it is accepted by name and signature; an empty signature is refused', async () => {
    await site.getByTestId('answer-accepted').click();
    await expect(site.getByRole('alert')).toContainText('signature is empty');
    await sign(site);
    await shot('quote-sign');
    await site.getByTestId('answer-accepted').click();
    await expect(site.getByTestId('quote')).toContainText('Accepted by Bastian Quillon');
    await site.evaluate(() => window.scrollTo(0, 0));
    await shot('quote-accepted');
  });

  await test.step('it is left to wait for the part, safe', async () => {
    await site.getByTestId('to-pause').click();
    await site.getByTestId('pause-leave').click();
    await expect(site.getByRole('alert')).toContainText('Not confirmed');
    for (const step of await site.getByTestId(/^safe-/).all()) await step.click();
    await site.getByTestId('pause-due').fill('2026-06-18');
    await shot('pause');
    await site.getByTestId('pause-leave').click();
    await expect(site.getByTestId('pause-record')).toContainText('contactor');
    await shot('paused');
    await site.goto(`${server.url}/open`);
    await expect(site.getByTestId('open-list')).toContainText('Left to wait for parts');
    await shot('open');
  });

  await test.step('on the day of the part Today says what is promised and what it waits for', async () => {
    await site.clock.setSystemTime(new Date('2026-06-18T09:00:00-05:00'));
    await site.goto(`${server.url}/?day=2026-06-18`);
    const row = site.getByTestId('visit-demo-visit-15');
    await expect(row).toContainText('Promised:');
    await expect(row).toContainText('carry contactor');
    await expect(row).toContainText('Waits for parts');
    await shot('today');
    await row.click();
    await site.getByTestId('to-go-on').click();
    for (const check of await site.getByTestId(/^recheck-/).all()) await check.click();
    await site.getByTestId('pause-go-on').click();
    await tech.bead('look');
  });
  expect(DEMO_DAY).toBe('2026-06-11');
});
