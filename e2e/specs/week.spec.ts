import type { DueRecord, VisitRecord, WeekRecord } from '@elm-mist/contract';
import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';

test('a due list becomes a week: filled, moved by keys and by dragging, kept; what stands is moved too', async ({ site, server }) => {
  const get = async <T>(path: string) => (await (await server.fetch(`${path}`)).json()) as T;
  const due = async () => (await get<DueRecord>('/due?until=2026-07-21&planned=no&kinds=coil,agreed')).rows;
  const open = (await due()).map((row) => row.systemId);
  expect(open.length).toBeGreaterThan(2);
  await site.getByTestId('to-due').click();
  await site.getByTestId('due-week').click();
  await expect(site.getByTestId('week')).toContainText('8 Jun 2026 to 14 Jun 2026');
  await site.getByTestId('week-after').click();
  await expect(site.getByTestId('week')).toContainText('15 Jun 2026 to 21 Jun 2026');
  await expect(site.getByTestId(`on-${open[0]}`)).toBeVisible();
  await site.getByTestId('week-fill').click();
  await expect(site.getByTestId('week')).toContainText('put on a day, not kept yet');
  const keep = site.getByTestId('week-keep');
  await expect(keep).toHaveText(`Keep ${open.length}`);
  await expectAccessible(site, 'a week, filled');
  // By keys to the day after, back over the first day into the list of what is due.
  const [one = ''] = open;
  const grip = site.getByTestId(`grip-${one}`);
  await grip.focus();
  await expect(site.getByTestId('day-2026-06-15').getByTestId(`on-${one}`)).toBeVisible();
  await site.keyboard.press('ArrowRight');
  await expect(site.getByTestId('day-2026-06-16').getByTestId(`on-${one}`)).toBeVisible();
  await expect(grip).toBeFocused();
  await site.keyboard.press('ArrowLeft');
  await site.keyboard.press('ArrowLeft');
  await expect(site.getByTestId('due-tray').getByTestId(`on-${one}`)).toBeVisible();
  await expect(keep).toHaveText(`Keep ${open.length - 1}`);
  // By dragging on to a day.
  const target = site.getByTestId('day-2026-06-18');
  await expect(async () => {
    await grip.scrollIntoViewIfNeeded();
    const [from, to] = [await grip.boundingBox(), await target.boundingBox()];
    if (!from || !to) throw new Error('nothing to drag');
    await site.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await site.mouse.down();
    await site.mouse.move(from.x, from.y - 20, { steps: 3 });
    await site.mouse.move(to.x + to.width / 2, to.y + to.height - 8, { steps: 6 });
    await site.mouse.up();
    await expect(target.getByTestId(`on-${one}`)).toBeVisible({ timeout: 2000 });
  }).toPass({ timeout: 30_000 });
  await keep.click();
  await expect(site.getByTestId('week-fill')).toBeDisabled();
  expect((await due()).map((row) => row.systemId)).toEqual([]);
  const week = await get<WeekRecord>('/weeks/2026-06-15');
  const made = week.days.flatMap(({ day, visits }) => visits.map((visit) => ({ day, ...visit })));
  expect(made.map((visit) => visit.systemId).sort()).toEqual([...open].sort());
  expect(made.find((visit) => visit.systemId === one)?.day).toBe('2026-06-18');
  // What stands is moved like what is new.
  const visit = made.find((row) => row.systemId === one)!;
  await site.getByTestId(`grip-${visit.id}`).focus();
  await site.keyboard.press('ArrowRight');
  await site.getByTestId('week-keep').click();
  await expect(site.getByTestId('week-keep')).toBeHidden();
  await expect.poll(async () => (await get<{ visit: VisitRecord }>(`/visits/${visit.id}`)).visit.day).toBe('2026-06-19');
  // And a day of it is put in its best order from there.
  await site.getByTestId('order-2026-06-15').click();
  await expect(site.getByTestId('day-plan')).toContainText('Monday 15 June');
});
