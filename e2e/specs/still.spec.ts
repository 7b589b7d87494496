import type { Locator, Page } from '@playwright/test';
import { expect, test } from '../support/fixtures';

/** Every answer takes its time, and the one that is named the longest. */
async function slowly(site: Page, last: RegExp): Promise<void> {
  await site.route('**/api/**', async (route) => {
    await new Promise((done) => setTimeout(done, last.test(route.request().url()) ? 2500 : 100));
    await route.continue().catch(() => undefined);
  });
}
/** From the top of its page, px, as soon as it is there. */
async function top(what: Locator): Promise<number> {
  await what.waitFor();
  return what.evaluate((node) => {
    let [y, at] = [0, node as HTMLElement | null];
    for (; at; at = at.offsetParent as HTMLElement | null) y += at.offsetTop;
    return y;
  });
}

test('the day’s visits stay where they were drawn when the day is found to run late', async ({ site, server }) => {
  await slowly(site, /\/crews/);
  await site.clock.setSystemTime(new Date('2026-06-11T15:30:00-05:00'));
  await site.goto(server.url);
  const [visit, onwards] = [site.getByTestId('visit-demo-visit-14'), site.getByTestId('to-plan')];
  const before = [await top(visit), await top(onwards)];
  await expect(site.getByTestId('plan-anew')).toBeHidden();
  await site.getByTestId('plan-anew').waitFor();
  expect([await top(visit), await top(onwards)]).toEqual(before);
});

for (const { page, link, prices } of [
  { page: 'demo-visit-13/plan', link: 'to-run-sheet', prices: 'ways' },
  { page: 'demo-visit-12/close', link: 'to-report', prices: 'done-price' },
])
  test(`what stands below the prices of ${page} is drawn after them, and stays there`, async ({ site, server }) => {
    await slowly(site, /\/price-book/);
    await site.goto(`${server.url}/visits/${page}`);
    const below = site.getByTestId(link);
    const before = await top(below);
    await site.getByTestId(prices).waitFor();
    expect(await top(below)).toBe(before);
  });
