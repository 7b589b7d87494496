import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import { expect } from './fixtures';

/** Packed: half of what the page has to read. */
const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** Fails on any serious or critical violation of WCAG 2.2 A and AA found by axe-core on the page as it stands. */
export async function expectAccessible(page: Page, where: string): Promise<void> {
  // A screen is a chunk of its own: it is looked at once it is there.
  await page.getByRole('main').getByText(/./).first().waitFor();
  // Once to a document: it is as large as the program's own first script.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  const found = await page.evaluate(async () => {
    const run = (
      window as unknown as {
        axe: {
          run: (
            root: Document,
            options: object,
          ) => Promise<{
            violations: { id: string; impact: string; nodes: { html: string; failureSummary: string }[] }[];
            passes: unknown[];
          }>;
        };
      }
    ).axe.run;
    // Best practice, and cheap to keep: one head, one middle, one foot to a page.
    const landmarks = [
      'landmark-one-main',
      'landmark-unique',
      'landmark-no-duplicate-banner',
      'landmark-no-duplicate-main',
      'landmark-no-duplicate-contentinfo',
    ];
    const { violations, passes } = await run(document, {
      runOnly: { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] },
      // Of what is right, one place each is told.
      resultTypes: ['violations'],
      rules: Object.fromEntries(landmarks.map((id) => [id, { enabled: true }])),
    });
    return {
      passes: passes.length,
      serious: violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical' || landmarks.includes(v.id))
        .map((v) => `${v.id}: ${v.nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`),
    };
  });
  expect(found.passes, `${where}: axe looked at something`).toBeGreaterThan(5);
  expect(found.serious, where).toEqual([]);
}
