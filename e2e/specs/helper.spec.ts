import { expectAccessible } from '../support/axe';
import { expect, otherPhone, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { TestServer } from '../support/server';
import { Technician } from '../support/technician';

/** How soon one phone shows what the other has entered, at most, ms. */
const SEEN_MS = 2_000;

test('two coils with a helper: two phones, one run', async ({ site, server, browser }) => {
  const wren = new Technician(site);
  await wren.lookAtBakery('80', '55', '2');
  await site.getByTestId('plan-follow').click();
  await site.getByTestId('mix-done').click();
  await site.getByTestId('mix-done').click();
  await wren.visitStep('wash');
  const visit = `${server.url}/visits/demo-visit-15`;

  const hers = await otherPhone(browser, server, 'Ives Vane', () => site.evaluate(() => Date.now()));
  const lead = new Technician(site, [hers]);
  const helper = new Technician(hers, [site]);

  await test.step('alone first; then a helper comes, and the sheet is planned anew on both phones', async () => {
    await lead.proveDead('outdoor-unit');
    await site.getByTestId('wash-to-run-sheet').click();
    const takes = async () => {
      const [, hours = '0', minutes = '0'] =
        /still takes\s+(?:(\d+)\sh)?\s*(?:(\d+)\smin)?/.exec(await site.getByTestId('run-sheet').innerText()) ?? [];
      return Number(hours) * 60 + Number(minutes);
    };
    await expect.poll(takes).toBeGreaterThan(0);
    const alone = await takes();
    await site.getByRole('radio', { name: 'With a helper' }).click();
    await expect.poll(takes).toBeLessThan(alone);
    await expectAccessible(site, 'Run sheet, live');
    await hers.goto(`${visit}/run-sheet`);
    await expect(hers.getByRole('radio', { name: 'With a helper' })).toBeChecked();
    await expect(hers.getByTestId('run-order')).toContainText('you');
    await site.getByRole('button', { name: 'Go to Wash' }).click();
    await lead.visitStep('wash');
  });

  await test.step('the helper goes indoors: own gate, drain, float switch, doses; nothing wet there before its gate', async () => {
    await hers.goto(`${visit}/wash`);
    await hers.getByRole('tab', { name: 'Indoor coil' }).click();
    await expect(hers.getByTestId('wash-act')).toBeHidden();
    await helper.proveDead('air-handler');
    await hers.getByTestId('drain-volume').fill('a lot');
    await expect(hers.getByText('Volume: above 0, at most 60 L (16 gal).')).toBeVisible();
    await hers.getByTestId('drain-volume').fill('0.25');
    await hers.getByTestId('drain-seconds').fill('45');
    await hers.getByTestId('drain-keep').click();
    await expect(hers.getByTestId('drain-test')).toContainText('each minute');
    await hers.getByTestId('float-fails').click();
    await expect(hers.getByText('Nothing stops the unit when the pan fills.').first()).toBeVisible();
    await expectAccessible(hers, 'Wash, indoor coil');
  });

  await test.step('each sees the other’s sections at once, and both coils soak side by side', async () => {
    await site.getByTestId('wash-act').click();
    await expect(site.getByTestId('wash-act')).toHaveText('Foam is on 1');
    await hers.getByRole('tab', { name: 'Outdoor coil' }).click();
    await site.getByTestId('wash-act').click();
    await expect(hers.getByRole('img', { name: /^Section 1, .*: soaking$/ })).toBeVisible({ timeout: SEEN_MS });
    await hers.getByRole('tab', { name: 'Indoor coil' }).click();
    await lead.washCoil();
    await helper.washCoil();
    await site.getByRole('tab', { name: 'Indoor coil' }).click();
    await expect(site.getByText('Every section is clear')).toBeVisible();
  });

  await test.step('whoever opened a disconnect is named at power back; the restart is one, seen on both', async () => {
    await site.goto(`${visit}/power-up`);
    await expect(site.getByTestId('power-act')).toHaveText('It spins free');
    await site.getByTestId('power-act').click();
    await hers.goto(`${visit}/power-up`);
    await expect(hers.getByTestId('power-act')).toHaveText('Dry, and all back on');
    await hers.getByTestId('power-act').click();
    await expect(site.getByTestId('power-act')).toHaveText('Told, hands clear', { timeout: SEEN_MS });
    await site.getByTestId('power-act').click();
    await expect(site.getByText('Ives Vane opened the disconnect')).toBeVisible();
    await site.getByTestId('power-act').click();
    // The compressor stopped long ago: it has rested.
    await expect(hers.getByTestId('power-act')).toHaveText('It calls and runs', { timeout: SEEN_MS });
    await hers.getByTestId('power-act').click();
    // It blows the wrong way: power off, and from isolation on again.
    await expect(site.getByTestId('power-bad')).toHaveText('Wrong way', { timeout: SEEN_MS });
    await site.getByTestId('power-bad').click();
    await expect(hers.getByText('Power off again.')).toBeVisible({ timeout: SEEN_MS });
    await expect(hers.getByTestId('power-act')).toHaveText('Power is back');
  });

  await test.step('put right and started again, it runs in; both coils are checked, and the visit closed with what was found', async () => {
    await lead.powerUp('Power is back');
    for (let coil = 0; coil < 2; coil += 1) {
      await site.getByTestId('clear-everywhere').click();
      await site.getByTestId('check-keep').click();
    }
    await lead.visitStep('close');
    await expect(site.getByText('Float switch does nothing', { exact: true })).toBeVisible();
    await lead.closeVisit();
    await expect(site.getByText(/^Done\. Due again/)).toBeVisible();
    await hers.goto(`${visit}/close`);
    await expect(hers.getByText('Closed by Wren Cotter')).toBeVisible();
  });
  await hers.context().close();
});

test('two phones whose clocks are minutes apart read one clock, and each sees the other at once', async ({ browser }) => {
  const server = new TestServer();
  server.tellsTime = true;
  await server.start();
  try {
    const right = await otherPhone(browser, server, 'Wren Cotter', () => Date.now());
    const fast = await otherPhone(browser, server, 'Ives Vane', () => Date.now() + 7 * 60_000);
    const tech = new Technician(right, [fast]);
    await follow(right, '/visits/demo-visit-13/plan');
    await right.getByTestId('plan-follow').click();
    await right.waitForURL(/\/(mix|wash)$/);
    await follow(right, '/visits/demo-visit-13/wash');
    await follow(fast, '/visits/demo-visit-13/wash');
    await tech.proveDead('outdoor-unit');
    // The gate that one has opened is open for the other.
    await expect(fast.getByTestId('wash-act')).toBeVisible({ timeout: SEEN_MS });
    await expect(fast.getByText(/^Gate open since/)).toHaveText((await right.getByText(/^Gate open since/).innerText()).trim());
    await fast.getByTestId('wash-act').click();
    await expect(right.getByRole('img', { name: /^Section 1, .*: (check|wet)$/ })).toBeVisible({ timeout: SEEN_MS });
    const stored = (await (await server.fetch(`/visits/demo-visit-13`)).json()) as {
      events: { at: string; by: string; kind: string }[];
    };
    const last = stored.events.at(-1);
    expect(last?.by).toBe('Ives Vane');
    expect(Math.abs(Date.parse(last?.at ?? '') - Date.now())).toBeLessThan(60_000);
    await follow(fast, '/more');
    await expect(fast.getByText(/^This phone’s clock is (6\smin\s\d+\ss|7\smin) ahead of the shop’s\./)).toBeVisible();
    await follow(right, '/more');
    await expect(right.getByTestId('signed-in')).toContainText('Wren Cotter');
    await expect(right.getByText(/^This phone’s clock is/)).toBeHidden();
    await right.context().close();
    await fast.context().close();
  } finally {
    await server.remove();
  }
});
