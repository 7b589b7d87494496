import type { Page } from '@playwright/test';
import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { DEMO_DAY } from '../support/server';
import { Technician } from '../support/technician';

const sections = async (page: Page): Promise<number> =>
  Number(/sections\s+(\d+)/.exec((await page.getByTestId('bead-plan').innerText()).replace(/\n/g, ' '))?.[1] ?? '0');

/** Notes another air on the spot and comes back to the plan. */
async function airOf(site: Page, tech: Technician, air: [string, string, string, string]): Promise<void> {
  await site.getByRole('link', { name: /^Look/ }).click();
  await site.getByRole('tab', { name: 'Unit and air' }).click();
  await tech.noteAir(...air);
  await tech.next();
  await site.getByRole('link', { name: /^Plan/ }).click();
  await tech.visitStep('plan');
}

test('a hot wind forces more sections; a worse one is refused, with the hour, the mist, and what else would do', async ({ site }) => {
  // Eleven in the morning: the sun stands on the east face.
  await site.clock.setSystemTime(new Date(`${DEMO_DAY}T11:00:00-05:00`));
  const tech = new Technician(site);
  await tech.lookAtBakery('75', '60', '2');
  const calm = await sections(site);
  expect(calm).toBe(3);

  await test.step('hot wind and sun: the same cleaner, in more pieces, the sunny face in most', async () => {
    await airOf(site, tech, ['84', '40', '4', 'Full sun']);
    await expect(site.getByText('Bramble alkaline foam').first()).toBeVisible();
    expect(await sections(site)).toBeGreaterThan(calm);
    await expect(site.getByText(/^Yard(, | in ).*Oven duct in [2-4]$/)).toBeVisible();
    await site.getByRole('button', { name: /the order of the faces/ }).click();
    await expect(site.getByTestId('because')).toContainText('must end before its first patch dries');
    await expect(site.getByTestId('because')).toContainText(/Foam on .* dries in/);
    await site.getByTestId('because').getByRole('button', { name: 'Close' }).click();
  });

  await test.step('worse: not now with foam, but at another hour of this day', async () => {
    await airOf(site, tech, ['93', '25', '6', 'Full sun']);
    await expect(site.getByText('Water only').first()).toBeVisible();
    const offers = site.getByTestId('wet-offers');
    await expect(offers).toContainText('Not now with foam.');
    await expect(offers).toContainText(/Another hour today\s*1\spm to 3\spm/);
    await expectAccessible(site, 'Plan, refused');
  });

  await test.step('misted instead: the plan says when, the alarm calls, and the section stays wet', async () => {
    await site.getByRole('radio', { name: /^Mist it, first after/ }).click();
    await expect(site.getByText('Bramble alkaline foam').first()).toBeVisible();
    await expect(site.getByText('Mist on the way')).toBeVisible();
    await site.getByTestId('plan-follow').click();
    await site.getByTestId('mix-done').click();
    await site.getByTestId('mix-done').click();
    await tech.visitStep('wash');
    // One step of the gate is left out, with its reason.
    for (const step of ['thermostat-off', 'isolated', 'tagged']) await site.getByTestId(`gate-step-${step}`).click();
    await tech.read('121');
    for (let i = 0; i < 3; i += 1) await site.getByTestId('gate-zero').click();
    await tech.read('121');
    await site.getByTestId('gate-leave-out').click();
    await site.getByTestId('gate-leave-out-sure').click();
    await expect(site.getByText('Say why, in 8 characters at least.')).toBeVisible();
    await site.getByTestId('gate-reason').fill('Compartment stays shut, no licence here.');
    await expectAccessible(site, 'Gate, leaving a step out');
    await site.getByTestId('gate-leave-out-sure').click();
    const pressed = await tech.washCoil();
    expect(pressed.filter((words) => / is misted$/.test(words)).length).toBeGreaterThan(0);
    await site.goto(site.url().replace(/wash$/, 'close'));
    await expect(site.getByTestId('gate-skips')).toContainText('Compartment stays shut, no licence here.');
  });
});
