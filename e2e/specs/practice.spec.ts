import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expectAccessible } from '../support/axe';
import { expect, otherPhone, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { readPdf } from '../support/paper';
import { Technician } from '../support/technician';

const shown = async (page: Page, name: string): Promise<string> => {
  const lines = (await page.getByTestId('practice-figures').innerText()).split('\n');
  return lines[lines.indexOf(name) + 1] ?? '';
};
const figure = async (page: Page, name: string): Promise<number> => Number.parseFloat(await shown(page, name));
/** The water used, fl oz: little of it is told in ounces, much in gallons. */
const water = async (page: Page): Promise<number> =>
  (await figure(page, 'water')) * ((await shown(page, 'water')).endsWith('gal') ? 128 : 1);
const seconds = async (page: Page): Promise<number> => {
  const [minutes, rest] = (await shown(page, 'clock')).split(':').map(Number);
  return minutes! * 60 + rest!;
};
/** Nothing that was asked for goes on any more. */
const rests = (page: Page) => expect(page.getByTestId('practice-stop')).toBeHidden({ timeout: 30_000 });
const choose = (page: Page, group: string, name: string) => page.getByTestId(`practice-${group}`).getByText(name, { exact: true }).click();

test('a coil is practised on by touch: a hint, a refusal, a torch; left and found again; then told beside the plan’s way', async ({
  phone: site,
  server,
}) => {
  await site.goto(`${server.url}/more`);
  await site.getByTestId('more-practice').click();
  await expectAccessible(site, 'practice');
  await site.getByTestId('practice-microchannel-lint').click();
  const face = site.getByTestId('practice-face');
  await face.waitFor();
  await expectAccessible(site, 'practice of rinsing');

  await test.step('the shortest tap is a second of water, and said to be one', async () => {
    await face.click({ position: { x: 20, y: 30 } });
    await expect(site.getByTestId('practice-hint')).toContainText('drives felt into the fins');
  });

  await test.step('a stroke with the finger wets the face', async () => {
    const [box, before] = [(await face.boundingBox())!, await water(site)];
    await site.mouse.move(box.x + 20, box.y + 30);
    await site.mouse.down();
    for (let i = 0; i < 12; i += 1) {
      await site.mouse.move(box.x + 20 + i * 25, box.y + 30);
      await site.waitForTimeout(50);
    }
    await site.mouse.up();
    // What is said of the felt was read after the tap: a machine that stands still makes a long stroke of this, and then none is left under the hand.
    await expect.poll(() => water(site)).toBeGreaterThan(before);
    // Sixty hundredths of a second at ten times the hand's pace, and the tap before it.
    await expect.poll(() => seconds(site)).toBeGreaterThanOrEqual(6);
    await rests(site);
  });

  await test.step('a cleaner that this coil must not meet is refused in the planner’s words', async () => {
    await choose(site, 'tool', 'Foam');
    await site.getByTestId('practice-over-up').click();
    await expect(site.getByTestId('practice-hint')).toContainText('Strong alkali or acid eats the wall of a microchannel tube itself.');
    await rests(site);
    await choose(site, 'cleaner', 'Microchannel cleaner');
    await choose(site, 'tool', 'Vacuum');
    await site.getByTestId('practice-over').click();
    await rests(site);
  });

  const before = await figure(site, 'light');
  await test.step('left and opened again, it goes on where it was', async () => {
    await site.getByTestId('practice-torch').click();
    await follow(site, '/practice');
    await expect(site.getByTestId('practice-microchannel-lint')).toContainText('goes on where you left it');
    await site.getByTestId('practice-microchannel-lint').click();
    await face.waitFor();
    expect(await figure(site, 'light')).toBeCloseTo(before, 0);
  });

  await test.step('ended, it is told beside the plan’s way, and what cost most can be taken back', async () => {
    await site.getByTestId('practice-done').click();
    await site.getByTestId('practice-debrief').waitFor({ timeout: 60_000 });
    await expect(site.getByTestId('practice-debrief')).toContainText(/cost the most: \d+\smin more than going on by the plan/);
    await expectAccessible(site, 'debrief');
    await site.getByTestId('ghost-play').click();
    await expect(site.getByTestId('ghost-plans')).toHaveAttribute('aria-label', /after [1-9]/, { timeout: 20_000 });
    await site.getByTestId('practice-back').click();
    await face.waitFor();
    await follow(site, '/practice');
    await expect(site.getByTestId('practice-microchannel-lint')).toContainText('goes on where you left it');
  });
});

test('by keys alone a dusty coil is washed clear, and costs no more than the plan’s way', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/practice/dusty-single-row`);
  const face = site.getByTestId('practice-face');
  await face.waitFor();
  const press = async (testID: string) => {
    await site.getByTestId(testID).focus();
    await site.keyboard.press('Enter');
  };
  const pick = async (group: string, name: string) => {
    await site.getByTestId(`practice-${group}`).getByRole('radio', { name }).focus();
    await site.keyboard.press('Enter');
  };
  await pick('tool', 'Foam');
  await press('practice-over-up');
  await rests(site);
  for (let i = 0; i < 6; i += 1) {
    await press('practice-wait');
    await rests(site);
  }
  await pick('tool', 'Rinse');
  await pick('side', 'From inside');
  await press('practice-over');
  await rests(site);
  // One stroke by the arrow keys.
  const litres = await site.getByTestId('practice-figures').innerText();
  await face.focus();
  await site.keyboard.press('Space');
  for (let i = 0; i < 10; i += 1) await site.keyboard.press('Shift+ArrowRight');
  await site.waitForTimeout(500);
  await site.keyboard.press('Space');
  await expect(face).toHaveAttribute('aria-label', /The hand is off it/);
  expect(await site.getByTestId('practice-figures').innerText()).not.toBe(litres);
  await press('practice-over');
  await rests(site);
  expect(await figure(site, 'light')).toBeGreaterThan(85);
  await press('practice-done');
  await site.getByTestId('practice-debrief').waitFor({ timeout: 60_000 });
  await expect(site.getByTestId('practice-debrief')).toContainText('0 clear');
  await expect(site.getByTestId('practice-debrief')).toContainText('Nothing cost more than going on by the plan would have.');
});

const FAMILIES = ['ratio', 'torch', 'construction', 'choose', 'dead', 'dry', 'hour', 'wires', 'order', 'pan', 'fault', 'say', 'never'];

/** Answers whatever is asked, with something. */
async function answer(page: Page): Promise<void> {
  const options = page.getByTestId('drill-options');
  const [level, order, amount] = [page.getByTestId('drill-level'), page.getByTestId('drill-order'), page.getByTestId('drill-amount')];
  await expect(options.or(level).or(order).or(amount)).toBeVisible();
  const watts = page.getByTestId('drill-read-watts');
  if (await watts.isVisible()) {
    await watts.click();
    await expect(page.getByTestId('drill-kit')).toContainText(/\d\sW/);
  }
  if (await options.isVisible()) await options.getByRole('radio').first().click();
  else if (await level.isVisible()) {
    await level.focus();
    await page.keyboard.press('PageUp');
  } else if (await order.isVisible()) for (const button of await order.getByRole('button').all()) await button.click();
  else await amount.fill('2');
}

test('one drill of each family is asked, answered, and told with its reasons; kept, sent, seen by who leads, and forgotten', async ({
  phone: site,
  server,
}) => {
  await site.goto(`${server.url}/practice`);
  await site.getByTestId('practice-drills').click();
  await site.getByTestId('drill').waitFor();
  for (const family of FAMILIES) {
    await follow(site, `/practice/drill?family=${family}`);
    // Nothing was answered: it says so, and asks on.
    await site.getByTestId('drill-mark').click();
    await expect(site.getByRole('alert')).toContainText(/Choose one|amount|once|level/);
    await answer(site);
    if (family === 'torch' || family === 'order' || family === 'ratio') await expectAccessible(site, `drill ${family}`);
    await site.getByTestId('drill-mark').click();
    await expect(site.getByTestId('drill-because')).toContainText(/\w+/);
    await expect(site.getByTestId('drill')).toContainText(/Right: |It is: /);
  }
  await site.getByTestId('drill-next').click();
  await answer(site);
  await expect(site.getByTestId('drill')).toContainText(/of 1 right just now/);
  await site.getByTestId('drill-enough').click();
  const kept = async () => ((await (await server.fetch('/practice')).json()) as { entries: unknown[] }).entries.length;
  await expect.poll(kept).toBe(FAMILIES.length);
  await follow(site, '/practice');
  await expect(site.getByTestId('drills-never')).toContainText('of 1 right this month');
  await expect(site.getByTestId('practice-crew')).toContainText('Wren Cotter');
  await site.getByTestId('practice-forget-ask').click();
  await site.getByTestId('practice-forget').click();
  await expect(site.getByTestId('drills-never')).not.toContainText('right this month');
  expect(await kept()).toBe(0);
});

test('an exam asks of every kind, tells nothing before its end, and makes a dated sheet', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/practice`);
  await site.getByTestId('practice-exam').click();
  await site.getByTestId('drill').waitFor();
  for (let n = 1; n <= 20; n += 1) {
    await expect(site.getByTestId('drill')).toContainText(`Question ${n} of 20`);
    await answer(site);
    await site.getByTestId('drill-mark').click();
    if (n === 5) {
      await expect(site.getByTestId('drill')).toContainText('Question 6 of 20');
      await expect(site.getByTestId('drill-because')).toBeHidden();
      await expect(site.getByTestId('drill-know')).toBeHidden();
    }
  }
  await expect(site.getByTestId('exam-ended')).toContainText(/\d+ of 20 right/);
  await expectAccessible(site, 'exam');
  await site.getByTestId('exam-sheet').click();
  const downloading = site.waitForEvent('download');
  await site.getByTestId('exam-sheet-save').click({ timeout: 60_000 });
  const text = (await readPdf(readFileSync(await (await downloading).path()))).pages.join('\n');
  expect(text).toMatch(/Wren Cotter: \d+ of 20 right/);
  expect(text).toContain('11 June 2026');
  await expect.poll(async () => ((await (await server.fetch('/practice')).json()) as { entries: unknown[] }).entries.length).toBe(20);
});

test('drills go on with no signal, and what was answered is sent when it is back', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/practice/drill?family=never`);
  await site.getByTestId('drill-options').waitFor();
  await site.route('**/api/practice', (route) => route.abort());
  for (let i = 0; i < 3; i += 1) {
    await answer(site);
    await site.getByTestId('drill-mark').click();
    await site.getByTestId('drill-next').click();
  }
  await site.getByTestId('drill-enough').click();
  await expect(site.getByTestId('practice')).toContainText('3 not yet sent');
  await site.unroute('**/api/practice');
  await site.getByTestId('practice-drills').click();
  await expect.poll(async () => ((await (await server.fetch('/practice')).json()) as { entries: unknown[] }).entries.length).toBe(3);
});

test('who leads makes a coil of a visit’s, without its names; it goes out as a file, comes in from it, and is practised on by another', async ({
  site,
  server,
  browser,
}) => {
  const tech = new Technician(site);
  await tech.lookAtBakery('91', '30', '3');
  await site.getByTestId('plan-practise').click();
  await expectAccessible(site, 'a coil to practise on');
  await site.getByTestId('coil-widthM').fill('nine');
  await site.getByTestId('coil-make').click();
  await expect(site.getByTestId('practice-new-coil')).toContainText('The name is missing.');
  await expect(site.getByTestId('practice-new-coil')).toContainText('Width must be a number.');
  // The visit's own soil comes with it.
  await expect(site.getByTestId('coil-soils').getByRole('checkbox', { name: 'Grease or oil film' })).toBeChecked();
  await site.getByTestId('coil-name').fill('Behind the fryer');
  await site.getByTestId('coil-widthM').fill('30');
  await site.getByTestId('coil-make').click();
  await expect(site.getByTestId('practice-rinse')).toContainText('Behind the fryer');
  await expect(site.getByTestId('practice-rinse')).toContainText('2 rows, grade 3');
  await expect(site.getByTestId('practice-hint')).toContainText('grease');

  await follow(site, '/practice');
  const downloading = site.waitForEvent('download');
  await site.getByTestId('coil-out').click();
  const file = await (await downloading).path();
  await site.getByTestId('coil-away').click();
  await expect(site.getByTestId('practice-shop')).not.toContainText('Behind the fryer');
  await site.getByTestId('practice-new').click();
  await site
    .getByTestId('coil-file')
    .setInputFiles({ name: 'no.json', mimeType: 'application/json', buffer: Buffer.from('{"is":"a shop"}') });
  await expect(site.getByRole('alert')).toContainText('does not say that it is');
  await site.getByTestId('coil-file').setInputFiles(file);
  await expect(site.getByTestId('coil-name')).toHaveValue('Behind the fryer');
  await site.getByTestId('coil-make').click();
  await expect(site.getByTestId('practice-rinse')).toContainText('Behind the fryer');

  const other = await otherPhone(browser, server, 'Ives Vane', () => site.evaluate(() => Date.now()));
  await follow(other, '/practice');
  await other.getByText('Behind the fryer').click();
  await other.getByTestId('practice-face').waitFor();
  await follow(other, '/practice/new');
  await expect(other.getByTestId('not-for-you')).toBeVisible();
  await other.context().close();
});

test('lessons are drawn, each said in words; a drill’s own stand beside it; what went wrong on a visit is practised from Practice', async ({
  phone: site,
  server,
}) => {
  await site.goto(`${server.url}/practice`);
  await site.getByTestId('practice-lessons').click();
  await expect(site.getByTestId(/^lesson-/)).toHaveCount(7);
  await expect(site.getByRole('img', { name: /The U holds water as high as its outlet/ })).toBeVisible();
  await expectAccessible(site, 'lessons');
  await follow(site, '/practice/drill?family=dead');
  await site.getByTestId('drill-know').click();
  await expect(site.getByTestId('drill-lesson').getByTestId('lesson-disconnects')).toBeVisible();

  // A visit of this week, whose gate was not proved as it should be.
  const day = new Date().toISOString().slice(0, 10);
  const post = (path: string, data: unknown) => site.request.post(`${server.url}/api${path}`, { data });
  const slot = { systemId: 'quillon-split', day, startMinute: 600, durationMin: 60, purpose: '' };
  const { id: visitId } = (await (await post('/visits', slot)).json()) as { id: string };
  const reason = 'the probe did not reach';
  const data = { source: 'outdoor-unit', step: 'thermostat-off', reason };
  const event = { id: randomUUID(), visitId, at: new Date().toISOString(), by: 'Wren Cotter', kind: 'gate.skipped', data };
  expect((await post(`/visits/${visitId}/events`, { events: [event] })).status()).toBe(200);
  await follow(site, '/practice');
  const real = site.getByTestId('practice-real');
  await expect(real).toContainText('Thermostat off was left out.');
  await expect(site.getByTestId('practice-crew')).not.toContainText('on visits');
  await real.getByTestId('practice-share').click();
  await site.reload();
  await expect(site.getByTestId('practice-crew')).toContainText('Prove it dead, on visits');
  await expectAccessible(site, 'practice, with what visits propose');
  await site.getByTestId('practice-miss-dead').click();
  await expect(site).toHaveURL(/family=dead/);
});
