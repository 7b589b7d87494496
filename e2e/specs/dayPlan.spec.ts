import type { DayRecord } from '@elm-mist/contract';
import { expect, test } from '../support/fixtures';
import { expectAccessible } from '../support/axe';
import { DEMO_DAY, type TestServer } from '../support/server';

const [FENNICK, QUILLON] = ['demo-visit-14', 'demo-visit-15'];
const visitsOf = async (server: TestServer) =>
  ((await (await server.fetch(`/days/${DEMO_DAY}`)).json()) as DayRecord).visits.map((row) => row.visit);

test('a morning: the best order, another by hand with what it costs, by keys, and the owner who is to be told', async ({
  site,
  server,
}) => {
  await site.clock.setSystemTime(new Date(`${DEMO_DAY}T07:20:00-05:00`));
  await site.goto(server.url);
  await expect(site.getByText('The day runs late')).toHaveCount(0);
  await site.getByTestId('to-plan').click();
  await expect(site.getByTestId('order-cost')).toContainText('Nothing better exists');
  await site.getByText('Any, in the owners’ hours').click();
  await expect(site.getByTestId('ways-Wren Cotter').getByTestId(`way-${QUILLON}`)).toBeVisible();
  await expect(site.getByTestId('truck-list')).toContainText('Bramble alkaline foam');
  // By keys: into the way of the other crew.
  await site.getByTestId(`drag-${QUILLON}`).focus();
  await site.keyboard.press('ArrowDown');
  await expect(site.getByTestId('ways-Ives Vane').getByTestId(`way-${QUILLON}`)).toBeVisible();
  await expect(site.getByTestId(`drag-${QUILLON}`)).toBeFocused();
  await expect(site.getByTestId('order-cost')).toContainText('As you put it');
  await expect(site.getByTestId('order-cost')).toContainText(/more than the best order|As good as the best order/);
  await expectAccessible(site, 'a day, planned');
  await site.getByTestId('keep-order').click();
  await expect(site.getByTestId('keep-order')).toContainText('This is how it stands');
  const visits = await visitsOf(server);
  expect(visits.find((visit) => visit.id === QUILLON)?.crewId).toBe('ives-vane');
  const fennick = visits.find((visit) => visit.id === FENNICK)!;
  expect(fennick.startMinute).toBeLessThan(585);
  await expect(site.getByTestId('owners-to-tell')).toContainText('The order is kept');
  await expect(site.getByTestId('owners-to-tell')).toContainText('Hello Odile Fennick');
  await site.goto(server.url);
  await expect(site.getByTestId(`visit-${QUILLON}`)).toContainText('Ives Vane');
});

test('by dragging: out of every way, and back by the best order', async ({ site, server }) => {
  await site.clock.setSystemTime(new Date(`${DEMO_DAY}T07:20:00-05:00`));
  await site.goto(`${server.url}/plan?day=${DEMO_DAY}`);
  await expect(site.getByTestId('ways-Wren Cotter').getByTestId(`way-${FENNICK}`)).toBeVisible();
  const from = (await site.getByTestId(`drag-${FENNICK}`).boundingBox())!;
  const to = (await site.getByTestId('ways-Ives Vane').boundingBox())!;
  await site.mouse.move(from.x + 20, from.y + 20);
  await site.mouse.down();
  await site.mouse.move(from.x + 20, from.y + 60, { steps: 4 });
  await site.mouse.move(to.x + 200, to.y + to.height - 5, { steps: 8 });
  await site.mouse.up();
  await expect(site.getByTestId('ways-Ives Vane').getByTestId(`way-${FENNICK}`)).toBeVisible();
  await site.getByTestId('best-order').click();
  await expect(site.getByTestId('ways-Wren Cotter').getByTestId(`way-${FENNICK}`)).toBeVisible();
});

test('a visit that runs late: the day says so, the rest is ordered anew near what was told, what does not fit says what would make it', async ({
  phone: site,
  server,
}) => {
  // Five to two: the visit of ten o'clock is not begun.
  await site.goto(server.url);
  await expect(site.getByText('The day runs late')).toContainText('Fennick terrace');
  await site.getByTestId('plan-anew').click();
  // The other crew takes one of the two: both are home by six.
  await expect(site.getByTestId('order-cost')).toContainText('Nothing better exists');
  await expect(site.getByText('is not in:')).toHaveCount(0);
  await site.getByTestId('crews-change').click();
  await site.getByTestId('crew-to-1').fill('5:00 pm');
  await site.getByTestId('crew-from-0').fill('nine');
  await site.getByTestId('crews-keep').click();
  await expect(site.getByText('Write when a crew leaves')).toBeVisible();
  await site.getByTestId('crew-from-0').fill('8:00 am');
  await site.getByTestId('crews-keep').click();
  await expect(site.getByText('is not in:')).toContainText(/Fits if .* works until/);
  await site.getByTestId('crews-change').click();
  await site.getByTestId('crew-to-0').fill('10:00 pm');
  await site.getByTestId('crew-to-1').fill('10:00 pm');
  await site.getByTestId('crews-keep').click();
  await site.getByText('Any, in the owners’ hours').click();
  await expect(site.getByText('is not in:')).toHaveCount(0);
  await site.getByTestId('keep-order').click();
  await expect(site.getByTestId('owners-to-tell')).toContainText('Fennick terrace: 10:00 am became');
  await site.goto(server.url);
  await expect(site.getByText('The day runs late')).toHaveCount(0);
});
