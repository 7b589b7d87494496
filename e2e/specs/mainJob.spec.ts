import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { Technician } from '../support/technician';

test('one dirty system, from the day to the logbook', async ({ site, server }) => {
  const tech = new Technician(site);
  await expect(site.getByRole('heading', { name: 'Thursday 11 June' })).toBeVisible();
  await expect(
    site.getByTestId('ribbon-demo-visit-13').getByRole('img', { name: /^Minutes until foam dries, simulated: good from / }),
  ).toBeVisible();
  await expectAccessible(site, 'Today');

  await test.step('Look: the air, then both coils', async () => {
    await tech.openVisit('demo-visit-15');
    await tech.noteAir('91', '30', '3');
    await expectAccessible(site, 'Look, unit and air');
    await tech.next();
    await tech.grade(3, 3, 2, 3, 1, 2);
    await site.getByRole('checkbox', { name: 'Grease or oil film' }).click();
    await expectAccessible(site, 'Look, coil');
    await tech.next();
    await tech.grade(2, 2, 1, 1, 1, 1);
    await tech.next();
    await tech.visitStep('plan');
  });

  await test.step('Plan: grease on a blocked plate-fin coil takes the label’s heavy mix, and says why', async () => {
    await expect(site.getByText('Bramble alkaline foam').first()).toBeVisible();
    const strength = site.getByRole('button', { name: /^strength ?4\s:\s1 ?Why\?$/ });
    await expectAccessible(site, 'Plan');
    await strength.click();
    const because = site.getByTestId('because');
    await expect(because).toContainText('The label’s heavy mix.');
    await expect(because).toContainText('On microchannel');
    await expectAccessible(site, 'Because');
    await because.getByRole('button', { name: 'Close' }).click();
    await expect(because).toBeHidden();
    await site.getByTestId('plan-follow').click();
    await tech.visitStep('mix');
  });

  await test.step('Mix: a jug for each coil', async () => {
    await expect(site.getByRole('img', { name: /Applicator of 2\sgal\. 1\s+water first/ })).toBeVisible();
    await expect(site.getByText(/in the label’s heavy band/)).toBeVisible();
    await expectAccessible(site, 'Mix');
    await site.getByTestId('mix-done').click();
    await expect(site.getByText('Indoor coil · Sedge evaporator foam')).toBeVisible();
    await site.getByTestId('mix-done').click();
    await tech.visitStep('wash');
  });

  await test.step('Wash: nothing opens before the power is proven dead', async () => {
    await expect(site.getByTestId('wash-act')).toBeHidden();
    await expectAccessible(site, 'Wash, gate');
    for (const name of ['thermostat-off', 'isolated', 'tagged']) await site.getByTestId(`gate-step-${name}`).click();
    await tech.read('121');
    await tech.read('118');
    await expect(site.getByText(/Hands out\. Find what feeds it/)).toBeVisible();
    for (const name of ['isolated', 'tagged']) await site.getByTestId(`gate-step-${name}`).click();
    await tech.read('121');
    for (let i = 0; i < 3; i += 1) await site.getByTestId('gate-zero').click();
    await tech.read('121');
    await site.getByTestId('gate-zero').click();
    await expect(site.getByTestId('gate-outdoor-unit')).toBeHidden();
  });

  await test.step('Wash: foam on, reload in the middle, and nothing is lost', async () => {
    const act = site.getByTestId('wash-act');
    await expect(act).toHaveText('The coil is wet');
    await act.click();
    await expect(act).toHaveText('Foam is on 1');
    await act.click();
    await expect(
      site.getByRole('button', { name: /^Section 1, Yard: soaking$/ }).or(site.getByRole('img', { name: /^Section 1, Yard: soaking$/ })),
    ).toBeVisible();
    await site.clock.fastForward('02:00');
    await site.reload();
    await tech.visitStep('wash');
    await expect(site.getByRole('img', { name: /^Section 1, Yard: soaking$/ })).toBeVisible();
    await expect(site.getByText(/foam on 2:\d\d ago/)).toBeVisible();
    await expectAccessible(site, 'Wash, running');
    await tech.washCoil();
    const { events } = (await (await server.fetch(`/visits/demo-visit-15`)).json()) as { events: { kind: string }[] };
    expect(events.filter((event) => event.kind === 'section.rinsed').length).toBeGreaterThanOrEqual(3);
    await expect(act).toHaveText('Go to the indoor coil');
    await act.click();
    await tech.proveDead('air-handler');
    await tech.washCoil();
    await act.click();
    await expectAccessible(site, 'Power-up');
    await tech.powerUp();
  });

  await test.step('Check and Close', async () => {
    await site.getByTestId('check-keep').click();
    await expect(site.getByText(/Grade as left/)).toBeVisible();
    await site.getByTestId('clear-everywhere').click();
    await expectAccessible(site, 'Check');
    await site.getByTestId('check-keep').click();
    await site.getByTestId('clear-everywhere').click();
    await site.getByTestId('check-keep').click();
    await tech.visitStep('close');
    await site.getByTestId('close-note').fill('Oven duct wants a hood.');
    await expectAccessible(site, 'Close');
    await tech.closeVisit();
    await expect(site.getByText(/^Done\. Due again/)).toBeVisible();
  });

  await test.step('the next day it stands in the history', async () => {
    await site.clock.fastForward('24:00:00');
    await follow(site, '/places');
    await expectAccessible(site, 'Places');
    await site.getByTestId('system-quillon-split').click();
    const entry = site.getByTestId('past-demo-visit-15');
    await expect(entry).toContainText('11 Jun 2026');
    await expect(entry).toContainText('Grade 3 to 0 with Bramble alkaline foam; 2 to 0 with Sedge evaporator foam');
    await expect(entry).toContainText('Oven duct wants a hood.');
    await expectAccessible(site, 'System');
    await entry.click();
    await tech.visitStep('close');
    await expect(site.getByText('Closed by Wren Cotter')).toBeVisible();
  });
});
