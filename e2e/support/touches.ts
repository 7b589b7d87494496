import type { Page } from '@playwright/test';

/** Counts what a thumb does: presses and fields typed into, from the first touch on Today. */
export async function countTouches(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counter = window as unknown as { touches: number };
    counter.touches = 0;
    addEventListener('click', () => (counter.touches += 1), { capture: true });
    addEventListener(
      'change',
      (event) => (counter.touches += event.target instanceof HTMLInputElement && event.target.type !== 'file' ? 1 : 0),
      { capture: true },
    );
  });
  return () => page.evaluate(() => (window as unknown as { touches: number }).touches);
}
