import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { DEMO_DAY } from '../support/server';
import { Technician } from '../support/technician';

test('planned anew while foam is on: the foam keeps its place and its clock, its limit only comes nearer, and power is refused', async ({
  site,
}) => {
  const tech = new Technician(site);
  await tech.lookAtBakery('75', '60', '2');
  await site.getByTestId('plan-follow').click();
  await site.getByTestId('mix-done').click();
  await site.getByTestId('mix-done').click();
  await tech.visitStep('wash');
  await tech.proveDead('outdoor-unit');
  await site.getByTestId('wash-act').click();
  await site.getByTestId('wash-act').click();
  const first = site.getByRole('img', { name: /^Section 1, Yard: soaking$/ });
  await expect(first).toBeVisible();
  await site.clock.fastForward('02:00');

  await site.getByRole('link', { name: /^Look/ }).click();
  await site.getByRole('tab', { name: 'Unit and air' }).click();
  await tech.noteAir('90', '30', '5', 'Full sun');
  await tech.next();
  await site.getByRole('link', { name: /^Plan/ }).click();
  await tech.visitStep('plan');
  await expect(site.getByText(/^What you noted since gives another plan/)).toBeVisible();
  await site.getByTestId('plan-follow').click();
  await site.waitForURL(/\/(mix|wash)$/);
  await site.getByRole('link', { name: /^Wash/ }).click();
  await tech.visitStep('wash');
  await expect(first).toBeVisible();
  await expect(site.getByText(/^foam on 2:\d\d ago$/)).toBeVisible();
  await expect(site.getByText(/^(dries|longest) \d+:\d\d$/)).toBeVisible();

  await site.goto(site.url().replace(/wash$/, 'power-up'));
  for (const words of ['It spins free', 'Dry, and all back on', 'Told, hands clear']) {
    await expect(site.getByTestId('power-act')).toHaveText(words);
    await site.getByTestId('power-act').click();
  }
  await expect(site.getByText('Foam still soaks: rinse it before power goes back.')).toBeVisible();
  await expect(site.getByTestId('power-act')).toBeDisabled();
  await site.getByRole('link', { name: /^Wash/ }).click();
  await expect(first).toBeVisible();
  // What an undo would take back is said before it is pressed.
  await expect(site.getByTestId('undo-what')).toHaveText('Undo takes back: foam on 1, Yard.');
});

test('no-rinse foam indoors to its end: works, closed up, power back, run cold, pan and drain looked at, clear', async ({ site }) => {
  const tech = new Technician(site);
  await tech.openVisit('demo-visit-14');
  await tech.noteAir('91', '30', '4');
  await site.getByTestId('to-readings-before').click();
  await site.getByTestId('reading-returnDb').fill('76');
  await site.getByTestId('reading-supplyDb').fill('60');
  await site.getByTestId('reading-returnRh').fill('55');
  await site.getByTestId('readings-hold').click();
  await tech.press('Look');
  await tech.next();
  await site.getByRole('button', { name: 'Not today' }).click();
  await site.getByLabel('Why').fill('Outdoors another day');
  await tech.press('Leave it out of this visit');
  await tech.grade(1, 1, 2, 2);
  await tech.drainRuns();
  await tech.next();
  await tech.visitStep('plan');
  await expect(site.getByText('Then condensate rinses')).toBeVisible();
  await site.getByTestId('plan-follow').click();
  await site.getByTestId('mix-done').click();
  await tech.visitStep('wash');
  await tech.proveDead('air-handler');
  const pressed = await tech.washCoil();
  // No water is brought in: nothing is wetted first, nothing rinsed.
  expect(pressed.filter((words) => /is rinsed|The coil is wet/.test(words))).toEqual([]);
  await expectAccessible(site, 'Wash, closing up');
  await site.getByTestId('wash-act').click();
  await tech.powerUp();
  await tech.lookAfterCondensate();
  await expectAccessible(site, 'Wash, looked at');
  await site.getByRole('link', { name: /^Check/ }).click();
  await site.getByTestId('clear-everywhere').click();
  await site.getByTestId('check-keep').click();
  await tech.visitStep('close');
  await expect(site.getByText(/^Sedge evaporator foam, /)).toBeVisible();
  await tech.closeVisit();
  await expect(site.getByText(/^Done\. Due again/)).toBeVisible();
});

test('a gun with a lettered dial: the letter to set for the mix, another for plain water', async ({ site }) => {
  const tech = new Technician(site);
  await follow(site, '/shelf/applicators/new');
  await site.getByLabel('Name').fill('Lettered gun');
  await site.getByRole('radio', { name: 'Foaming gun' }).click();
  await site.getByTestId('applicator-capacity').fill('36 fl oz');
  await site.getByTestId('applicator-dial').fill('A=3, B, W');
  await site.getByTestId('applicator-save').click();
  await expect(site.getByText(/say what B gives, for example "B=4:1"/)).toBeVisible();
  await site.getByTestId('applicator-dial').fill('A=3, B=4, C=6, D=8, E=10, W');
  await site.getByTestId('applicator-save').click();
  await expect(site.getByText('Lettered gun').first()).toBeVisible();

  await follow(site, '/');
  await tech.lookAtBakery('75', '60', '2');
  await site.getByTestId('plan-follow').click();
  await tech.visitStep('mix');
  await site.getByRole('radio', { name: 'Lettered gun' }).click();
  await expect(site.getByText(/^Dial to B, which gives 4\s:\s1/)).toBeVisible();
  await expect(site.getByText(/^W on the dial gives plain water/)).toBeVisible();
  await expectAccessible(site, 'Mix, lettered dial');
  await site.getByTestId('mix-done').click();
  await site.getByTestId('mix-done').click();
  await tech.visitStep('wash');
  await tech.proveDead('outdoor-unit');
  await expect(site.getByText(/Gun on W: plain water\.$/)).toBeVisible();
});

test('a wall head: little water over a bib, zig-zag from the top, the rear bend apart, filters washed and dried', async ({
  site,
  server,
}) => {
  const tech = new Technician(site);
  const answer = await server.fetch(`/visits`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ systemId: 'alder-studio', day: DEMO_DAY, startMinute: 960, durationMin: 120, purpose: 'Yearly wash' }),
  });
  const visit = (await answer.json()) as { id: string };
  await follow(site, `/visits/${visit.id}/look`);
  await tech.noteAir('80', '55', '2');
  await tech.next();
  await site.getByTestId('all-alike').click();
  await tech.grade(2);
  await tech.next();
  await site.getByTestId('all-alike').click();
  await tech.grade(3);
  await tech.next();
  await tech.visitStep('plan');
  await site.getByRole('tab', { name: 'Indoor coil' }).click();
  await expect(site.getByText('Rear bend').first()).toBeVisible();
  await expect(site.getByText(/filters?.*(washed|wash).*dry/i).first()).toBeVisible();
  await site.getByTestId('plan-follow').click();
  await site.waitForURL(/\/(mix|wash)$/);
  await follow(site, `/visits/${visit.id}/wash`);
  await site.getByRole('tab', { name: 'Indoor coil' }).click();
  // One source feeds the pair: the outdoor disconnect.
  await expect(site.getByTestId('gate-air-handler')).toHaveCount(0);
  await expectAccessible(site, 'Wall head, gate');
});
