import { join, dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { makeReport, printed } from './support/paper';
import { expect, test } from './support/fixtures';
import { madeMeter } from './support/madeMeter';
import { Technician } from './support/technician';

const FOLDER =
  (process.env['ELM_MIST_SHOTS'] as string | undefined) ?? join(dirname(fileURLToPath(import.meta.url)), '../docs/screenshots');
const shoot = async (page: Page, name: string) => {
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(150);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
};

/** Pictures of the main views, made from the demo data. */
test('pictures', async ({ site, server }) => {
  test.setTimeout(180_000);
  const tech = new Technician(site);
  await expect(site.getByTestId('packed')).toHaveText(/^Packed: 4 of 4/);
  await shoot(site, 'today');
  await site.goto(`${server.url}/plan?day=2026-06-11`);
  await expect(site.getByTestId('order-cost')).toContainText('Nothing better exists');
  await shoot(site, 'day-plan');
  const meter = { file: 'house.csv', step: 'days', rows: madeMeter(2.4, 1.9, '2024-06-24', 715, 3), notes: [], changes: '' };
  await server.fetch('/places/fennick/meter', {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(meter),
  });
  await site.goto(`${server.url}/places/fennick/savings`);
  await site.getByText('24 Jun 2025', { exact: true }).click();
  await expect(site.getByTestId('energy-chart')).toBeVisible();
  await shoot(site, 'savings');

  await site.goto(`${server.url}/practice/two-rows`);
  await site.getByTestId('practice-tool').getByText('Vacuum').click();
  await site.getByTestId('practice-over').click();
  await expect(site.getByTestId('practice-stop')).toBeHidden({ timeout: 30_000 });
  await site.getByTestId('practice-tool').getByText('Rinse').click();
  const face = (await site.getByTestId('practice-face').boundingBox())!;
  await site.mouse.move(face.x + 20, face.y + 40);
  await site.mouse.down();
  for (let i = 0; i < 60; i += 1) {
    await site.mouse.move(face.x + 20 + (i % 30) * 9, face.y + 40 + Math.floor(i / 30) * 45);
    await site.waitForTimeout(50);
  }
  await shoot(site, 'practice');
  await site.mouse.up();

  // A week filled from what is due, on a wide screen.
  const phone = site.viewportSize();
  await site.setViewportSize({ width: 1280, height: 800 });
  await site.goto(`${server.url}/week?from=2026-06-15`);
  await site.getByTestId('week-fill').click();
  await expect(site.getByTestId('week-keep')).toBeVisible();
  await shoot(site, 'week');
  if (phone) await site.setViewportSize(phone);
  await site.goto(`${server.url}/systems/fennick-hp`);
  await expect(site.getByRole('heading', { name: 'History' })).toBeVisible();
  await shoot(site, 'system');
  await site.goto(`${server.url}/shelf`);
  await expect(site.getByText('Bramble alkaline foam')).toBeVisible();
  await shoot(site, 'shelf');
  await site.goto(`${server.url}/bench`);
  await site.getByTestId('bench-ratio').fill('16 oz per gallon');
  await expect(site.getByTestId('two-readings')).toBeVisible();
  await shoot(site, 'bench');
  await site.goto(server.url);

  await tech.openVisit('demo-visit-14');
  await tech.noteAir('91', '30', '4');
  await tech.next();
  await tech.grade(2, 3, 3, 4, 1, 2, 4, 4);
  await site.getByRole('checkbox', { name: 'Lint felt' }).click();
  await site.getByRole('button', { name: /Dryer vent, inner row/ }).click();
  await shoot(site, 'look');
  await tech.next();
  await tech.grade(1, 1, 2, 2);
  await tech.drainRuns();
  await site.getByRole('checkbox', { name: 'Biofilm or mould' }).click();
  await tech.next();
  await tech.visitStep('plan');
  await shoot(site, 'plan');
  await site.getByRole('button', { name: /^strength.*Why\?$/ }).click();
  await expect(site.getByTestId('because')).toBeVisible();
  await tech.press('Close');
  await site.getByTestId('second-opinion').scrollIntoViewIfNeeded();
  await site.getByTestId('to-run-sheet').click();
  await expect(site.getByText(/^(Proven|The shortest found)/)).toBeVisible();
  await shoot(site, 'run-sheet');
  await site.getByRole('button', { name: 'Plan', exact: true }).click();
  await tech.visitStep('plan');
  await site.getByTestId('plan-follow').click();
  await tech.visitStep('mix');
  await shoot(site, 'mix');
  await site.getByTestId('mix-done').click();
  await site.getByTestId('mix-done').click();
  await tech.visitStep('wash');
  await site.getByTestId('gate-step-thermostat-off').click();
  await site.getByTestId('gate-step-isolated').click();
  await site.getByTestId('gate-step-tagged').click();
  await tech.read('121');
  for (let i = 0; i < 3; i += 1) await site.getByTestId('gate-zero').click();
  await tech.read('121');
  await site.getByTestId('gate-zero').click();
  const act = site.getByTestId('wash-act');
  // A section clear, another soaking, and something to do meanwhile.
  const meanwhile = site.getByText('NOW, WHILE IT SOAKS');
  const clear = site.getByRole('img', { name: /^Section \d+, .*: clear$/ });
  const now = site.getByTestId('now');
  for (let turn = 0; turn < 120 && ((await clear.count()) === 0 || (await meanwhile.count()) === 0); turn += 1) {
    const shown = await now.innerText();
    if ((await meanwhile.count()) > 0 || (await act.innerText()) === 'Foam soaks') await site.clock.fastForward('00:20');
    else {
      await act.click();
      await expect.poll(() => now.innerText()).not.toBe(shown);
    }
  }
  await expect(site.getByText('NOW, WHILE IT SOAKS')).toBeVisible();
  await shoot(site, 'wash');
  await site.getByTestId('to-takedown').click();
  for (const [kind, screws] of [
    ['Guard', '4'],
    ['Top', '8'],
  ] as const) {
    await site.getByRole('radio', { name: kind, exact: true }).click();
    await site.getByTestId('part-screws').fill(screws);
    await site.getByTestId('part-off').click();
  }
  await site.getByRole('button', { name: 'Back to Wash' }).click();
  await tech.visitStep('wash');
  await site.setViewportSize({ width: 1280, height: 800 });
  // Buttons wait a moment after a page comes up.
  await site.waitForTimeout(1500);
  await shoot(site, 'wide-wash');
  await site.setViewportSize({ width: 390, height: 844 });
  await tech.washCoil();
  await act.click();
  await tech.proveDead('air-handler');
  await tech.washCoil();
  await act.click();
  for (let i = 0; i < 4; i += 1) await site.getByTestId('power-act').click();
  await expect(site.getByTestId('power-act')).toHaveText('It calls and runs');
  for (let i = 0; i < 3; i += 1) await site.getByTestId('power-act').click();
  await tech.lookAfterCondensate();
  await site.getByRole('link', { name: /^Check/ }).click();
  await tech.visitStep('check');
  await site.getByTestId('clear-everywhere').click();
  await shoot(site, 'check');
  await site.getByTestId('check-keep').click();
  await site.getByTestId('clear-everywhere').click();
  await site.getByTestId('check-keep').click();
  await tech.visitStep('close');
  await shoot(site, 'close');

  // A kit held before and after, and what it says.
  const readings = `${server.url}/visits/demo-visit-13/readings`;
  for (const side of ['before', 'after']) {
    await site.goto(`${server.url}/visits/demo-visit-13/${side === 'before' ? 'plan' : 'check'}`);
    if (side === 'before') await site.getByTestId('plan-follow').click();
    else {
      await site.getByTestId('clear-everywhere').click();
      await site.getByTestId('check-keep').click();
    }
    await site.goto(`${readings}?side=${side}`);
    await site.getByTestId('kit-start').click();
    await site.getByTestId('kit-hold').click();
    await expect(site.getByText(/^Liquid pressure · held/)).toBeVisible();
  }
  await tech.press('What they say');
  await expect(site.getByTestId('left-lowCharge')).toBeVisible();
  await shoot(site, 'readings');

  // A quote, and the first page of a report as it is printed.
  await site.goto(`${server.url}/visits/demo-visit-15/close`);
  await site.getByTestId('note-finding').click();
  await site.getByRole('radio', { name: 'Pitted contactor' }).click();
  await site.getByTestId('finding-keep').click();
  await site.goto(`${server.url}/visits/demo-visit-15/quote`);
  await site.getByTestId('quote-offer').click();
  await tech.sign();
  await shoot(site, 'quote');
  await site.goto(`${server.url}/visits/demo-visit-14/report`);
  await printed(site, await makeReport(site), join(FOLDER, 'report.png'));
});
