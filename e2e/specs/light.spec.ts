import type { LightNoted } from '@elm-mist/core/light';
import { expectAccessible } from '../support/axe';
import { drawnPicture, markCorners } from '../support/drawnPicture';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';

test('two photographs tell how open a coil was and is: corners dragged and nudged, kept, said at Check and Close', async ({
  phone: site,
  server,
}) => {
  const visit = (await (await server.fetch(`/visits/demo-visit-15`)).json()) as { coils: { id: string }[] };
  const coil = visit.coils[0]!;
  await site.goto(`${server.url}/visits/demo-visit-15/light?coil=${coil.id}`);
  const size = { width: 800, height: 600 };
  const [found, left] = [
    drawnPicture({ ...size, open: 0.3, gradient: 1.5 }),
    drawnPicture({ ...size, open: 0.92, seed: 2, gradient: 1.5 }),
  ];
  await site.getByTestId('light-file-before').setInputFiles(found.file);
  const handle = site.getByTestId('handle-upper-left-corner');
  await expect(handle).toBeVisible();
  // Dragged to where the coil was drawn, then nudged with the keys.
  await markCorners(site);
  await site.getByTestId('handle-upper-left-corner').focus();
  await site.keyboard.press('ArrowRight');
  await site.keyboard.press('ArrowLeft');
  const openOf = async (when: string) => Number(/(\d+)\s%/.exec(await site.getByTestId(`open-${when}`).innerText())?.[1]);
  await expect(site.getByTestId('open-before')).toBeVisible();
  expect(Math.abs((await openOf('before')) - found.openPct)).toBeLessThan(4);
  // The second picture begins with the corners of the first.
  await site.getByTestId('light-file-after').setInputFiles(left.file);
  await expect(site.getByTestId('open-after')).toBeVisible();
  expect(Math.abs((await openOf('after')) - left.openPct)).toBeLessThan(4);
  await expect(site.getByText('2 loaded → 0 clear')).toBeVisible();
  await site.getByLabel('Bent as found, % of the face').fill('12');
  await site.getByLabel('Bent as left, % of the face').fill('three');
  await expect(site.getByText('A share of the face, from 0 to 100 %.')).toBeVisible();
  await expect(site.getByTestId('light-keep')).toBeDisabled();
  await site.getByLabel('Bent as left, % of the face').fill('3');
  await expectAccessible(site, 'light, measured');
  await site.getByTestId('light-keep').click();
  const kept = async () =>
    ((await (await server.fetch(`/visits/demo-visit-15`)).json()) as { events: { kind: string; data: LightNoted }[] }).events.find(
      (event) => event.kind === 'light.measured',
    )?.data;
  await expect.poll(async () => (await kept())?.after?.openPct ?? null).not.toBeNull();
  expect(Math.abs(((await kept())?.before?.openPct ?? 0) - found.openPct)).toBeLessThan(4);
  expect(await kept()).toMatchObject({ coilId: coil.id, bentBeforePct: 12, bentAfterPct: 3 });
  await follow(site, '/visits/demo-visit-15/close');
  await expect(site.getByTestId(`to-light-${coil.id}`)).toContainText(/±.*→.*±/);
  // Opened again with the pictures out of reach, what was kept stands as it was told.
  const told = [await kept()].flatMap((data) => [data?.before?.openPct ?? 0, data?.after?.openPct ?? 0].map(Math.round));
  await site.route('**/api/photos/**', (route) => route.abort());
  await follow(site, `/visits/demo-visit-15/light?coil=${coil.id}`);
  await expect(site.getByTestId('open-before')).toBeVisible();
  expect([await openOf('before'), await openOf('after')]).toEqual(told);
  await site.unroute('**/api/photos/**');
  // A blocked coil with no card tells nothing, and says what would.
  await site.goto(`${server.url}/visits/demo-visit-15/light?coil=${coil.id}`);
  await site.getByTestId('light-file-before').setInputFiles(drawnPicture({ ...size, open: 0 }).file);
  await expect(site.getByText(/No two levels of light in it/)).toBeVisible();
});
