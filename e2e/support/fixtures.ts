import { expect, test as base, type Browser, type Page } from '@playwright/test';
import { DEMO_DAY, OWNER_ID, TestServer } from './server';

interface Fixtures {
  /** Whether the server is a process of its own, whose plug can be pulled. */
  alone: boolean;
  server: TestServer;
  /** A page of somebody who is signed in, with nothing opened yet; its clock stands at the demo day and can be moved on. */
  phone: Page;
  /** The same, opened at Today. */
  site: Page;
}

export const START = `${DEMO_DAY}T13:55:00-05:00`;

/** Signs a page's browser in as one of the demo, as its sign-in page does. */
export async function enter(page: Page, server: TestServer, id: string): Promise<void> {
  const answer = await page.request.post(`${server.url}/api/sign-in/demo`, { data: { id, device: 'A test phone' } });
  expect(answer.status()).toBe(200);
}

/**
 * Another phone: its own browser, with its own memory, held by somebody else of the crew.
 * @param name of the demo's crew
 * @param timeMs what its clock says, ms: asked when it is set, since a slow machine takes seconds to get there
 */
export async function otherPhone(
  browser: Browser,
  server: TestServer,
  name: string,
  timeMs: () => number | Promise<number>,
): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    timezoneId: 'America/Chicago',
    locale: 'en-US',
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await enter(page, server, name.toLowerCase().replace(' ', '-'));
  await page.clock.install({ time: new Date(await timeMs()) });
  await page.goto(server.url);
  return page;
}

export const test = base.extend<Fixtures>({
  alone: [false, { option: true }],
  server: async ({ alone }, use) => {
    const server = new TestServer();
    server.alone = alone;
    await server.start();
    await use(server);
    await server.remove();
  },
  phone: async ({ page, server }, use) => {
    const complaints: string[] = [];
    page.on('pageerror', (error) => complaints.push(error.message));
    await page.clock.install({ time: new Date(START) });
    await enter(page, server, OWNER_ID);
    await use(page);
    expect(complaints, 'errors thrown in the page').toEqual([]);
  },
  site: async ({ phone, server }, use) => {
    await phone.goto(server.url);
    await use(phone);
  },
});

export { expect };
