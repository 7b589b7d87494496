import { expect, type Page } from '@playwright/test';

/**
 * Goes to another screen as a link inside the program does: the document stays, and what it holds with it. A load costs a test as much as the screen
 * itself; that each page can be opened by its address is shown where a test begins there, and where it reloads.
 * @param path of another screen than the one that is shown, from the first slash
 */
export async function follow(page: Page, path: string): Promise<void> {
  await expect(page.getByRole('main')).toBeVisible();
  await page.evaluate((to) => {
    for (const main of document.querySelectorAll('main, [role="main"]')) main.setAttribute('data-left', '');
    history.pushState({}, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: {} }));
  }, path);
  await expect(page.locator('[data-left]')).toHaveCount(0);
}
