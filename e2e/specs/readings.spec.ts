import { expect, test } from '../support/fixtures';
import { expectAccessible } from '../support/axe';
import { countTouches } from '../support/touches';
import { Technician } from '../support/technician';

test('a kit held before and after the wash: better on the right lines, and a low charge that is left becomes a finding', async ({
  site,
  server,
}) => {
  const tech = new Technician(site);
  const readings = `${server.url}/visits/demo-visit-13/readings`;
  await site.goto(`${readings}?side=before`);
  const touches = await countTouches(site);
  await site.getByTestId('kit-start').click();
  await expect(site.getByText('All steady over three minutes.')).toBeVisible();
  await expectAccessible(site, 'readings, a kit live');
  await site.getByTestId('kit-hold').click();
  await expect(site.getByRole('tab', { name: 'Before' })).toBeVisible();
  expect(await touches()).toBeLessThanOrEqual(3);
  await expect(site.getByText(/^Return air · held .*, simulated/)).toBeVisible();
  // The wash, in short: both coils left clear.
  await site.goto(`${server.url}/visits/demo-visit-13/plan`);
  await site.getByTestId('plan-follow').click();
  await site.waitForURL(/\/(mix|wash)$/);
  await site.goto(`${server.url}/visits/demo-visit-13/check`);
  for (;;) {
    await site.getByTestId('clear-everywhere').click();
    await site.getByTestId('check-keep').click();
    if (
      await site.waitForURL(/\/close$/, { timeout: 2000 }).then(
        () => true,
        () => false,
      )
    )
      break;
  }
  await site.goto(`${readings}?side=after`);
  await site.getByTestId('kit-start').click();
  await site.getByTestId('kit-hold').click();
  await expect(site.getByText(/^Liquid pressure · held .*, simulated/)).toBeVisible();
  await tech.press('What they say');
  await expect(site.getByText('The wash shows: better.')).toBeVisible();
  await expect(site.getByTestId('left-lowCharge')).toBeVisible();
  await site.getByTestId('note-lowCharge').click();
  await expect(site.getByText('Noted as a finding.').first()).toBeVisible();
  await expectAccessible(site, 'what the readings say');
  await expect
    .poll(async () => {
      const visit = (await (await fetch(`${server.url}/api/visits/demo-visit-13`)).json()) as {
        events: { kind: string; data: { what?: string } }[];
      };
      return visit.events.filter((row) => row.kind === 'finding.noted').map((row) => row.data.what);
    })
    .toContain('charge');
});
