import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { Technician } from '../support/technician';

test.describe('kept on the device', () => {
  test.use({ serviceWorkers: 'allow', alone: true });

  test('the server goes away in mid-wash: clocks go on, entries are kept, even over a reload, and sent when it is back', async ({
    site,
    server,
  }) => {
    const tech = new Technician(site);
    await tech.openVisit('demo-visit-14');
    await tech.noteAir('80', '50', '2');
    await tech.next();
    await tech.grade(3, 3, 3, 3, 2, 2, 3, 3);
    await tech.next();
    await site.getByRole('button', { name: 'Not today' }).click();
    await site.getByLabel('Why').fill('Attic too hot');
    await tech.press('Leave it out of this visit');
    await tech.visitStep('plan');
    await site.getByTestId('plan-follow').click();
    await site.getByTestId('mix-done').click();
    await tech.proveDead('outdoor-unit');
    const act = site.getByTestId('wash-act');
    await act.click();
    await expect(act).toHaveText('Foam is on 1');
    // The shell has to be on the device before the signal goes.
    await site.waitForFunction(() => navigator.serviceWorker.controller !== null || navigator.serviceWorker.ready.then(() => true));

    // What was entered before has to be there, or it is kept on the device with what follows.
    await expect
      .poll(async () => {
        const { events: there } = (await (await server.fetch(`/visits/demo-visit-14`)).json()) as { events: { kind: string }[] };
        return there.filter((event) => event.kind === 'coil.wetted').length;
      })
      .toBe(1);
    await server.stop('SIGKILL');
    await act.click();
    await expect(site.getByText(/^No server\. 1 entry is kept on this device/)).toBeVisible();
    await site.clock.fastForward('03:00');
    await expect(site.getByText(/foam on 3:\d\d ago/)).toBeVisible();
    await expect(act).toHaveText('Foam is on 2');
    await act.click();
    await expect(site.getByText(/^No server\. 2 entries are kept/)).toBeVisible();
    await expectAccessible(site, 'Wash without a server');

    // Long enough that looking the visit up again has failed, and that this has been written to the device.
    await site.clock.fastForward('00:30');
    await site.waitForTimeout(1500);
    await site.clock.fastForward('00:05');
    await site.waitForTimeout(1500);
    await site.reload();
    await tech.visitStep('wash');
    await expect(site.getByRole('img', { name: /^Section 1, Path: soaking$/ })).toBeVisible();
    await expect(site.getByRole('img', { name: /^Section 2, Hedge: soaking$/ })).toBeVisible();
    // The day is still there too, though it was not on the screen when the signal went.
    await site.getByRole('link', { name: 'Leave the visit, back to the day' }).click();
    await expect(site.getByRole('heading', { name: 'Quillon bakery flat' })).toBeVisible();
    await tech.openVisit('demo-visit-14');

    await server.start();
    await site.clock.fastForward('00:05');
    await expect(site.getByText(/^No server\./)).toBeHidden();
    const { events } = (await (await server.fetch(`/visits/demo-visit-14`)).json()) as { events: { kind: string; id: string }[] };
    expect(events.filter((event) => event.kind === 'section.applied')).toHaveLength(2);
    expect(new Set(events.map((event) => event.id)).size).toBe(events.length);
  });
});

test('typed nonsense is named beside its field and nothing typed is lost, not even over a reload', async ({ site }) => {
  const tech = new Technician(site);
  await tech.openVisit('demo-visit-14');
  await site.getByTestId('air').fill('hot');
  await site.getByTestId('humidity').fill('130');
  await site.getByTestId('wind').fill('');
  await site.getByTestId('model').fill('QH-XX');
  await expect(site.getByText(/No capacity in "QH-XX"/)).toBeVisible();
  await site.getByTestId('look-next').click();
  await expect(site.getByText('Air: "hot" is not a number.')).toBeVisible();
  await expect(site.getByText('Humidity must be between 0 and 100 %.')).toBeVisible();
  await expect(site.getByText('Wind: type a number.')).toBeVisible();
  await site.reload();
  await expect(site.getByTestId('air')).toHaveValue('hot');
  await expect(site.getByTestId('humidity')).toHaveValue('130');
});

test('a tablet that is turned on its side goes on with the page and what was typed in it, there and back', async ({ site }) => {
  const [upright, onItsSide] = [
    { width: 768, height: 1024 },
    { width: 1024, height: 768 },
  ];
  await site.setViewportSize(upright);
  await follow(site, '/places');
  await site.getByRole('button', { name: 'Add a place' }).click();
  await site.getByLabel('Place', { exact: true }).fill('Alder loft');
  await site.setViewportSize(onItsSide);
  // The list stands beside it now.
  await expect(site.getByRole('region', { name: 'List' })).toBeVisible();
  await expect(site.getByLabel('Place', { exact: true })).toHaveValue('Alder loft');
  await site.getByLabel('Street').fill('63 Alder Mews');
  await site.setViewportSize(upright);
  await expect(site.getByRole('region', { name: 'List' })).toBeHidden();
  await expect(site.getByLabel('Street')).toHaveValue('63 Alder Mews');
  await expect(site.getByLabel('Place', { exact: true })).toHaveValue('Alder loft');
});

test('the bench: a cut reservoir through a dial is 29 to 1, and a lone 4 is asked about', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/bench?calculator=dial`);
  await expect(site.getByTestId('bench-result')).toContainText('29 : 1');
  await expect(site.getByTestId('bench-result')).toContainText('weaker than the label’s lightest mix');
  await expectAccessible(site, 'Bench');
  await site.getByTestId('bench-dial').fill('4');
  await expect(site.getByText(/could be 4:1 \(4 parts water.*or 3:1 \(1 part in 4/)).toBeVisible();
});

test('every other screen is within reach, in both lights, by keyboard too', async ({ phone: site, server }) => {
  for (const [path, words] of [
    ['/shelf', 'Bramble alkaline foam'],
    ['/more', 'House rules'],
    ['/places/new', 'New place'],
    ['/systems/fennick-hp/coil?coilId=fennick-hp-out', 'Construction'],
    ['/no/such/page', 'There is nothing at this address'],
  ] as const) {
    await site.goto(server.url + path);
    await expect(site.getByText(words).first()).toBeVisible();
    await expectAccessible(site, path);
  }
  await follow(site, '/more');
  await site.getByRole('radio', { name: 'Attic' }).click();
  await expectAccessible(site, 'More, attic');
  await follow(site, '/');
  await expect(site.getByRole('heading', { name: 'Fennick terrace' })).toBeVisible();
  await expectAccessible(site, 'Today, attic');
  await site.getByTestId('visit-demo-visit-14').focus();
  await site.keyboard.press('Enter');
  await expect(site.getByTestId('bead-look')).toBeVisible();
});

test('a new place, its system and coil are made on the phone, and a visit to it opens', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/places`);
  await site.getByRole('button', { name: 'Add a place' }).click();
  await site.getByRole('button', { name: 'Save the place' }).click();
  await expect(site.getByText('The place’s name is missing.')).toBeVisible();
  await site.getByLabel('Place', { exact: true }).fill('Alder loft');
  await site.getByLabel('Street').fill('63 Alder Mews');
  await site.getByLabel('Customer').fill('Perpetua Sloe');
  await site.getByRole('button', { name: 'Save the place' }).click();
  await site.getByLabel('System').fill('Loft cooling');
  await site.getByLabel('Model number').fill('QX-030');
  await expect(site.getByText(/Read as 30\skBtu\/h/)).toBeVisible();
  await site.getByRole('button', { name: 'Save the system' }).click();
  await site.getByRole('radio', { name: 'Microchannel' }).click();
  await site.getByLabel('Finned height, in').fill('30');
  await site.getByLabel('Fins per inch').fill('40');
  for (let i = 0; i < 4; i += 1) await site.getByLabel('Width, in').nth(i).fill('20');
  await site.getByRole('button', { name: 'Save the coil' }).click();
  await expect(site.getByText('Fins per inch must be between 8 and 30.')).toBeVisible();
  await site.getByLabel('Fins per inch').fill('22');
  await site.getByRole('button', { name: 'Save the coil' }).click();
  await expect(site.getByText('New indoor coil')).toBeVisible();
  await site.getByRole('button', { name: 'Back' }).click();
  await site.getByRole('button', { name: 'Plan a visit' }).click();
  await site.getByRole('button', { name: 'Save the visit' }).click();
  await expect(site.getByTestId('bead-look')).toBeVisible();
  // It turns out to need more time, on another hour.
  await site.getByTestId('to-move').click();
  await site.getByTestId('slot-start').fill('noon');
  await site.getByTestId('move-keep').click();
  await expect(site.getByText('Write the start as 9:30 or 2:15 pm.')).toBeVisible();
  await site.getByTestId('slot-start').fill('2:15 pm');
  await site.getByTestId('slot-minutes').fill('150');
  await site.getByTestId('move-keep').click();
  await expect(site.getByText('2:15 pm · 2 h 30 min')).toBeVisible();
});
