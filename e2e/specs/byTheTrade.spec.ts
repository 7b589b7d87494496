import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { DEMO_DAY } from '../support/server';
import { Technician } from '../support/technician';

test('an attic air handler with electric heat and a slow drain: both circuits read, the drain cleared before any water, to its end', async ({
  site,
}) => {
  const tech = new Technician(site);
  await tech.openVisit('demo-visit-14');
  await tech.noteAir('91', '30', '4');
  await tech.next();
  await site.getByRole('button', { name: 'Not today' }).click();
  await site.getByLabel('Why').fill('Outdoors another day');
  await tech.press('Leave it out of this visit');
  await tech.grade(1, 1, 2, 2);
  await tech.answer(
    ['Indoor unit location', 'The attic'],
    ['Indoor unit type', 'Air handler, electric heat'],
    ['Circuits feeding it', 'Two'],
    ['Primary drain', 'Slow'],
  );
  await expectAccessible(site, 'Look, what feeds it');
  await tech.next();
  await tech.visitStep('plan');
  await expect(site.getByText('Attic.', { exact: true })).toBeVisible();
  await expect(site.getByText(/^\d+\s+Drain snaked or vacuumed/)).toBeVisible();
  await expect(site.getByText('Then condensate rinses')).toHaveCount(0);
  // A caution can be asked why.
  await site.getByRole('button', { name: /More than one circuit/ }).click();
  await expect(site.getByTestId('because')).toContainText('Electric heat is fed by two or three circuits.');
  await site.getByTestId('because').getByRole('button', { name: 'Close' }).click();
  await site.getByTestId('plan-follow').click();
  await site.getByTestId('mix-done').click();
  await tech.visitStep('wash');
  for (const step of ['thermostat-off', 'isolated', 'tagged']) await site.getByTestId(`gate-step-${step}`).click();
  await tech.read('121');
  // One dead circuit says nothing of the other.
  await tech.read('0');
  await expect(site.getByLabel(/^Circuit 2 of 2: reads/)).toBeVisible();
  await tech.read('240');
  await expect(site.getByText(/Hands out\. Find what feeds it/)).toBeVisible();
  for (const step of ['isolated', 'tagged']) await site.getByTestId(`gate-step-${step}`).click();
  await tech.read('121');
  for (let pair = 0; pair < 3; pair += 1) for (let circuit = 0; circuit < 2; circuit += 1) await tech.read('0');
  await tech.read('121');
  await site.getByTestId('gate-zero').click();
  await expect(site.getByTestId('gate-air-handler')).toBeHidden();
  const tasks = site.getByTestId('tasks');
  await expect(tasks.getByText(/Drain snaked or vacuumed/)).toBeVisible();
  await expectAccessible(site, 'Wash, before any water');
  const pressed = await tech.washCoil();
  expect(pressed[0]).toBe('The coil is wet');
  await site.getByTestId('wash-act').click();
  await tech.powerUp();
  await site.getByTestId('clear-everywhere').click();
  await site.getByTestId('check-keep').click();
  await tech.closeVisit();
  await expect(site.getByText(/^Done\. Due again/)).toBeVisible();
});

test('a mini-split: the board’s wait and its DC bus outdoors, the signal terminal at both, one disconnect for the pair', async ({
  site,
  server,
}) => {
  const tech = new Technician(site);
  const made = await server.fetch('/visits', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ systemId: 'alder-studio', day: DEMO_DAY, startMinute: 960, durationMin: 120, purpose: 'Yearly wash' }),
  });
  const { id } = (await made.json()) as { id: string };
  await follow(site, `/visits/${id}/look`);
  await tech.noteAir('80', '55', '2');
  await tech.next();
  await site.getByTestId('all-alike').click();
  await tech.grade(2);
  await tech.next();
  await site.getByTestId('all-alike').click();
  await tech.grade(2);
  await expect(site.getByRole('radiogroup', { name: 'Float switch' })).toHaveCount(0);
  await expect(site.getByRole('radiogroup', { name: 'Trap' })).toHaveCount(0);
  await tech.answer(['Power source', 'Outdoor unit feeds the head']);
  await tech.next();
  await tech.visitStep('plan');
  await expect(site.getByText('DC bus stays charged.', { exact: true })).toBeVisible();
  await site.getByTestId('plan-follow').click();
  await site.waitForURL(/\/(mix|wash)$/);
  await follow(site, `/visits/${id}/wash`);
  for (const step of ['thermostat-off', 'isolated', 'tagged']) await site.getByTestId(`gate-step-${step}`).click();
  await tech.read('121');
  // Two legs, each to the other and to ground, and the signal terminal.
  for (let pair = 0; pair < 4; pair += 1) await site.getByTestId('gate-zero').click();
  await tech.read('121');
  // Too early for the board.
  await site.getByTestId('gate-step-bus-wait').click();
  await expect(site.getByText(/Isolated too short a while ago/)).toBeVisible();
  await tech.wait('05:00');
  await site.getByTestId('gate-step-bus-wait').click();
  await expect(site.getByText(/10 or less/)).toBeVisible();
  await expectAccessible(site, 'Wash, DC bus');
  await tech.read('3');
  await expect(site.getByTestId('gate-outdoor-unit')).toBeHidden();
  await site.getByRole('tab', { name: 'Indoor coil' }).click();
  await expect(site.getByTestId('gate-fed')).toContainText('Fed through the outdoor unit');
  await expect(site.getByTestId('gate-step-isolated')).toHaveCount(0);
  await tech.read('121');
  for (let pair = 0; pair < 4; pair += 1) await site.getByTestId('gate-zero').click();
  await tech.read('121');
  await site.getByTestId('gate-zero').click();
  await expect(site.getByTestId('gate-wall-head')).toBeHidden();
});

test('leaves inside and an inner row that nobody saw: the top comes off, the leaves come out before water', async ({ site }) => {
  const tech = new Technician(site);
  await tech.openVisit('demo-visit-15');
  await tech.noteAir('85', '45', '2');
  await tech.next();
  await site.getByRole('radio', { name: /^1 / }).click();
  await site.getByRole('checkbox', { name: 'Leaves or lumps inside' }).click();
  await tech.next();
  await site.getByRole('button', { name: 'Not today' }).click();
  await site.getByLabel('Why').fill('Indoors another day');
  await tech.press('Leave it out of this visit');
  await tech.visitStep('plan');
  await expect(site.getByText(/^Not graded: /)).toBeVisible();
  await expect(site.getByText(/^\d+\s+Leaves and lumps out by hand or vacuum/)).toBeVisible();
  await expect(site.getByText(/^\d+\s+Photograph the wires; lift the top straight up/)).toBeVisible();
});
