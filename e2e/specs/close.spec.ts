import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { SystemDetail, VisitRecord } from '@elm-mist/contract';
import { emptySurvey } from '@elm-mist/core/survey';
import ICAL from 'ical.js';
import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { readPdf } from '../support/paper';
import { Technician } from '../support/technician';

test('a pitted contactor: quoted, accepted by signature, left for the part, gone on with another day, fixed, closed', async ({ site }) => {
  const tech = new Technician(site);
  await tech.lookAtBakery('75', '60', '2');

  await test.step('ways to open stand side by side, each with its price and what it leaves; none that nothing seen asks for', async () => {
    const ways = site.getByTestId('ways');
    await ways.scrollIntoViewIfNeeded();
    await expect(ways.getByRole('radio')).toHaveCount(2);
    await expect(site.getByTestId('way-least')).toContainText('Leaves:');
    await expect(site.getByTestId('way-most')).toHaveCount(0);
    await site.getByTestId('plan-follow').click();
  });

  await test.step('the finding is noted and quoted with the wash', async () => {
    await follow(site, '/visits/demo-visit-15/close');
    await site.getByTestId('note-finding').click();
    await site.getByRole('radio', { name: 'Pitted contactor' }).click();
    await site.getByTestId('finding-before').fill('face pitted');
    await site.getByTestId('finding-keep').click();
    await site.getByTestId('finding-contactor').click();
    await expectAccessible(site, 'A finding');
    await site.getByTestId('finding-to-quote').click();
    await expect(site.getByTestId('make-quote')).toContainText('Contactor');
    await site.getByTestId('quote-offer').click();
    await expect(site.getByTestId('quote')).toContainText('holds until');
    await expectAccessible(site, 'A quote');
  });

  await test.step('it is accepted by name and signature; an empty signature is refused', async () => {
    await site.getByTestId('answer-accepted').click();
    await expect(site.getByRole('alert')).toContainText('signature is empty');
    await tech.sign();
    await site.getByTestId('answer-accepted').click();
    await expect(site.getByTestId('quote')).toContainText('Accepted by Bastian Quillon');
    await site.evaluate(() => window.scrollTo(0, 0));
  });

  await test.step('it is left to wait for the part, safe', async () => {
    await site.getByTestId('to-pause').click();
    await site.getByTestId('pause-leave').click();
    await expect(site.getByRole('alert')).toContainText('Not confirmed');
    await expect(site.getByTestId(/^safe-/).first()).toBeVisible();
    for (const step of await site.getByTestId(/^safe-/).all()) await step.click();
    await site.getByTestId('pause-due').fill('2026-06-18');
    await site.getByTestId('pause-leave').click();
    await expect(site.getByTestId('pause-record')).toContainText('contactor');
    await follow(site, '/open');
    await expect(site.getByTestId('open-list')).toContainText('Left to wait for parts');
  });

  await test.step('on the day of the part Today says what is promised and what it waits for', async () => {
    await site.clock.setSystemTime(new Date('2026-06-18T09:00:00-05:00'));
    await follow(site, '/?day=2026-06-18');
    const row = site.getByTestId('visit-demo-visit-15');
    await expect(row).toContainText('Promised:');
    await expect(row).toContainText('carry contactor');
    await expect(row).toContainText('Waits for parts');
    await row.click();
    await site.getByTestId('to-go-on').click();
    await expect(site.getByTestId(/^recheck-/).first()).toBeVisible();
    for (const check of await site.getByTestId(/^recheck-/).all()) await check.click();
    await site.getByTestId('pause-go-on').click();
    await tech.visitStep('look');
  });

  await test.step('the gate is asked anew; the contactor is fixed by who may, and power goes back', async () => {
    await site.getByRole('link', { name: /^Wash/ }).click();
    await expect(site.getByText('The air was noted before the pause')).toBeVisible();
    await tech.proveDead('outdoor-unit');
    await follow(site, '/visits/demo-visit-15/close');
    await expect(site.getByTestId('gate-line-power')).toContainText('All power restored');
    await site.getByTestId('finding-contactor').click();
    await site.getByTestId('finding-fixed').click();
    await site.getByTestId('finding-words').fill('New contactor, leads as they were');
    await site.getByTestId('finding-after').fill('face sound');
    await site.getByTestId('finding-step-keep').click();
    await expect(site.getByTestId('finding-life')).toContainText('face sound');
    await follow(site, '/visits/demo-visit-15/power-up');
    await tech.powerUp();
  });

  await test.step('closed by the gate: what was accepted and not done is named, what is open has its reason, the customer signs', async () => {
    await follow(site, '/visits/demo-visit-15/close');
    await expect(site.getByTestId('price-changes')).toContainText('Not as accepted');
    await expect(site.getByTestId('price-changes')).toContainText('Not done');
    await site.getByTestId('done-price').scrollIntoViewIfNeeded();
    await site.getByTestId('close-visit').click();
    await expect(site.getByRole('alert').filter({ hasText: 'Still open' })).toContainText('tools counted');
    await test.step('a due day is set by hand with a word why', async () => {
      await site.getByTestId('due-set-quillon-split-out').click();
      await site.getByTestId('due-day-quillon-split-out').fill('2026-10-01');
      await site.getByTestId('due-keep-quillon-split-out').click();
      await expect(site.getByRole('alert').filter({ hasText: 'Say why' })).toBeVisible();
      await site.getByTestId('due-why-quillon-split-out').fill('The oven is rebuilt in September');
      await site.getByTestId('due-keep-quillon-split-out').click();
      await expect(site.getByTestId('when-next')).toContainText('Set by Wren Cotter: The oven is rebuilt in September');
    });
    await site.getByTestId('closing-gate').scrollIntoViewIfNeeded();
    await expectAccessible(site, 'Close, its gate');
    await tech.closeVisit();
    await expect(site.getByText(/^Done\. Due again/)).toBeVisible();
    await site.getByTestId('sign-off').scrollIntoViewIfNeeded();
    // Later words stand beside it, with their time and name.
    await site.getByTestId('note-add').click();
    await site.getByTestId('note-text').fill('Customer rang: runs quiet.');
    await site.getByTestId('note-keep').click();
    await expect(site.getByTestId('notes')).toContainText('Customer rang: runs quiet.');
    await follow(site, '/systems/quillon-split');
    await expect(site.getByText('Findings done with')).toBeVisible();
  });

  await test.step('its report names the finding put right, the answer, the pause and the later word', async () => {
    await follow(site, '/visits/demo-visit-15/report');
    await expect(site.getByTestId('report')).toContainText('Pitted contactor: put right.');
    await expect(site.getByTestId('report')).toContainText('accepted by Bastian Quillon');
    await expect(site.getByTestId('report')).toContainText('Parts to come: contactor');
    await expect(site.getByTestId('report')).toContainText('Customer rang: runs quiet.');
    await expectAccessible(site, 'Report');
    const saved = site.waitForEvent('download');
    await site.getByTestId('calendar-save').click();
    const file = readFileSync(await (await saved).path(), 'utf8');
    const events = new ICAL.Component(ICAL.parse(file) as never).getAllSubcomponents('vevent').map((row) => new ICAL.Event(row));
    expect(events.map((event) => event.startDate.toString())).toEqual(expect.arrayContaining(['2026-10-01', '2026-09-18']));
    expect(events.map((event) => event.summary)).toContain('Quillon bakery flat: filter due');
    expect(events.every((event) => event.summary.startsWith('Quillon bakery flat: '))).toBe(true);
  });
});

test('a declined finding keeps the customer’s word, stays open in the shop, and stands on the report', async ({ site }) => {
  const tech = new Technician(site);
  await tech.openVisit('demo-visit-15');
  await follow(site, '/visits/demo-visit-15/close');
  await site.getByTestId('note-finding').click();
  await site.getByRole('radio', { name: 'Worn line insulation' }).click();
  await site.getByRole('radio', { name: 'Outdoor coil' }).last().click();
  await site.getByRole('button', { name: /^Yard, inner row/ }).click();
  await expect(site.getByTestId('finding-place')).toHaveText('Outdoor coil, Yard, inner row');
  // Two feet more than the book has a price for: the price is asked, and nothing else.
  await site.getByTestId('finding-parts').fill('Line insulation, 8 ft');
  await site.getByTestId('finding-keep').click();
  await site.getByTestId('finding-line-insulation').click();
  await site.getByTestId('finding-to-quote').click();
  await site.getByTestId('quote-offer').click();
  await expect(site.getByText('Say what it costs; 0 for nothing.')).toBeVisible();
  await site.getByTestId('price-part1').fill('16.25');
  await site.getByTestId('quote-offer').click();
  await expect(site.getByTestId('quote')).toContainText('$16.25');
  await site.getByTestId('quote-sheet').click();
  const saved = site.waitForEvent('download');
  await site.getByTestId('quote-sheet-save').click();
  const sheet = await readPdf(readFileSync(await (await saved).path()));
  expect(sheet.pages.join('')).toContain('$16.25');
  expect(sheet.pages.join('')).toContain('Name, day and signature');
  expect(sheet.notEmbedded).toEqual([]);
  await site.getByTestId('answer-decline').click();
  await site.getByTestId('answer-declined').click();
  await expect(site.getByRole('alert').filter({ hasText: 'what the customer said' })).toBeVisible();
  await site.getByTestId('answer-words').fill('Next year, when the roof is done');
  await site.getByTestId('answer-declined').click();
  await expect(site.getByTestId('quote')).toContainText('Declined');
  await follow(site, '/open');
  await expect(site.getByTestId('open-watch')).toContainText('Worn line insulation · Quillon bakery flat');
  await expect(site.getByTestId('open-watch')).toContainText('declined');
  await follow(site, '/visits/demo-visit-15/report');
  await expect(site.getByTestId('report')).toContainText('Next year, when the roof is done');
  await expect(site.getByTestId('report')).toContainText('Worn line insulation (Outdoor coil, Yard, inner row)');
});

test('a visit of November comes due in its season, not in November, says why, and its clocks stand so', async ({ site, server }) => {
  const day = '2026-11-12';
  await site.clock.setSystemTime(new Date(`${day}T15:00:00-06:00`));
  const call = async <T>(method: string, path: string, body?: object): Promise<T> => {
    const answer = await server.fetch(path, {
      method,
      ...(body ? { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) } : {}),
    });
    expect([path, answer.status < 300]).toEqual([path, true]);
    return (await answer.json()) as T;
  };
  const system = 'goosewater-cottage';
  const { coils } = await call<SystemDetail>('GET', `/systems/${system}`);
  const visit = await call<VisitRecord>('POST', '/visits', { systemId: system, day, startMinute: 600, durationMin: 90 });
  const grades = (coil: (typeof coils)[number], grade: number) =>
    Object.fromEntries(coil.geometry.faces.map(({ id }) => [id, Array<number>(coil.geometry.rows).fill(grade)]));
  const entries: [string, object][] = [
    ['visit.started', {}],
    ['story.noted', { symptoms: [], facts: [], hazards: [], lastService: '', helper: false }],
    ...coils.flatMap((coil): [string, object][] => [
      ['coil.surveyed', { coilId: coil.id, survey: { ...emptySurvey(), grades: grades(coil, 2), soils: ['dust'] } }],
      ['coil.checked', { coilId: coil.id, gradesAfter: grades(coil, 0), note: '' }],
      ['coil.skipped', { coilId: coil.id, reason: 'Washed by hand, told here afterwards' }],
    ]),
  ];
  await call('POST', `/visits/${visit.id}/events`, {
    events: entries.map(([kind, data], i) => ({
      id: randomUUID(),
      visitId: visit.id,
      at: `${day}T16:${String(i).padStart(2, '0')}:00.000Z`,
      by: 'Wren Cotter',
      kind,
      data,
    })),
  });
  await follow(site, `/visits/${visit.id}/close`);
  await expect(site.getByTestId('when-next')).toContainText(/Next due.*?\d+ (April|May|June|July) 202[78]/s);
  await expect(site.getByTestId('when-next')).toContainText('a month of running');
  await site.getByTestId('close-visit').click();
  await expect(site.getByTestId('to-history')).toBeVisible();
  const { clocks = [] } = await call<SystemDetail>('GET', `/systems/${system}`);
  const coilClocks = clocks.filter(({ kind }) => kind === 'coil').map(({ due }) => due);
  expect(coilClocks.length).toBe(coils.length);
  for (const due of coilClocks) expect(due.slice(5, 7)).toMatch(/0[4-7]/);
});
