import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { Technician } from '../support/technician';

test('a label that can be read two ways is asked about once, and the answer is kept with the cleaner', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/shelf`);
  await expectAccessible(site, 'Shelf');
  await site.getByTestId('new-cleaner').click();
  await site.getByTestId('cleaner-save').click();
  await expect(site.getByText('Give the cleaner the name on its label.')).toBeVisible();
  await site.getByTestId('cleaner-name').fill('Yarrow foam');
  await site.getByRole('radio', { name: 'Alkaline foam' }).click();
  await site.getByTestId('strength-light').fill('16 oz per gallon');
  const both = site.getByTestId('two-readings');
  await expect(both.getByText('8 : 1')).toBeVisible();
  await expect(both.getByText('7 : 1')).toBeVisible();
  await expectAccessible(site, 'New cleaner, two readings');
  await site.getByTestId('cleaner-pack').fill('1 gal');
  await site.getByTestId('cleaner-price').fill('thirty');
  await site.getByTestId('cleaner-save').click();
  await expect(site.getByText('Price: "thirty" is not a number.')).toBeVisible();
  await expect(site.getByText('Light can be read two ways: choose below.')).toBeVisible();

  // A reload in the middle loses nothing that was typed.
  await site.reload();
  await expect(site.getByTestId('cleaner-name')).toHaveValue('Yarrow foam');
  await site.getByTestId('against-mix').click();
  await expect(both).toBeHidden();
  await site.getByTestId('cleaner-price').fill('30');
  await site.getByTestId('cleaner-save').click();
  await expect(site.getByTestId('cleaner-page')).toBeVisible();
  await expect(site.getByText('7 : 1 · none · none')).toBeVisible();
  await expect(site.getByText(/The label is not complete: dwell/)).toBeVisible();
  await expectAccessible(site, 'Cleaner');

  await site.getByTestId('edit-cleaner').click();
  await site.getByTestId('strength-medium').fill('32 oz per gallon');
  await expect(site.getByText(/Counted on the mix: 32\soz in each gallon of mix/)).toBeVisible();
  await expect(site.getByTestId('two-readings')).toBeHidden();
});

test('a reservoir too weak at the dial is put right, a mix corrected, and the stock drawn down, put right and given back', async ({
  site,
  server,
}) => {
  const tech = new Technician(site);
  await tech.lookAtBakery('91', '30', '3');
  await site.getByTestId('plan-follow').click();
  await tech.visitStep('mix');

  await test.step('the gun takes straight concentrate; six ounces topped up to the brim is far too weak', async () => {
    await site.getByRole('radio', { name: '36 fl oz foaming gun' }).click();
    await expect(site.getByText(/Dial to 4, which gives 4\s:\s1 if the mark means parts of water/)).toBeVisible();
    await site.getByTestId('fix-mix').click();
    await site.getByTestId('fix-concentrate').fill('6 fl oz');
    await site.getByTestId('fix-water').fill('30 fl oz');
    const answer = site.getByTestId('fix-answer');
    await expect(answer.getByText('5 : 1', { exact: true })).toBeVisible();
    await expect(answer.getByText(/^23\s:\s1 · weaker than the label’s lightest mix$/)).toBeVisible();
    await expect(answer.getByText(/^First take out .* Then it holds 36\sfl oz; dial at 3\.$/)).toBeVisible();
    await expectAccessible(site, 'Mix, fixing');
  });

  await test.step('in the sprayer, six ounces in a gallon for 4 to 1 wants twenty-six more', async () => {
    await site.getByTestId('fix-mix').click();
    await site.getByRole('radio', { name: '2 gal pump sprayer' }).click();
    await site.getByTestId('fix-mix').click();
    await site.getByTestId('fix-water').fill('128');
    await expect(site.getByText(/Add 26\sfl oz concentrate\. Then it holds 1\.25\sgal\./)).toBeVisible();
    await site.getByTestId('fix-done').click();
    await expect(site.getByText(/Mixed: 32\sfl oz concentrate, 1\sgal water/)).toBeVisible();
    await site.getByTestId('mix-done').click();
    await expect(site.getByText('Indoor coil · Sedge evaporator foam')).toBeVisible();
  });

  await test.step('closed, the shelf has less; put right, the difference moves; opened again, all is back', async () => {
    const left = async (cleanerId: string) => {
      const shelf = (await (await server.fetch(`/shelf`)).json()) as { stock: { cleanerId: string; leftL: number }[] };
      return shelf.stock.filter((item) => item.cleanerId === cleanerId).reduce((sum, item) => sum + item.leftL, 0) / 0.0295735295625;
    };
    const before = await left('bramble');
    await follow(site, '/visits/demo-visit-15/close');
    await expect(site.getByText('Taken from the shelf')).toBeVisible();
    await tech.closeVisit();
    await expect(site.getByText(/^Done\. Due again/)).toBeVisible();
    await expect.poll(() => left('bramble')).toBeCloseTo(before - 32, 6);
    await site.getByTestId('used-bramble').click();
    await site.getByTestId('used-amount').fill('lots');
    await site.getByTestId('used-keep').click();
    await expect(site.getByText('Used: "lots" is not an amount.')).toBeVisible();
    await site.getByTestId('used-amount').fill('20 fl oz');
    await site.getByTestId('used-keep').click();
    await expect.poll(() => left('bramble')).toBeCloseTo(before - 20, 6);
    await site.getByTestId('undo-used').click();
    await expect.poll(() => left('bramble')).toBeCloseTo(before - 32, 6);
    await site.getByTestId('open-again').click();
    await site.getByTestId('reopen-reason').fill('Counted the wrong shelf');
    await site.getByTestId('reopen-sure').click();
    await expect.poll(() => left('bramble')).toBeCloseTo(before, 6);
  });
});

test('bucket and watch: a dial position is calibrated, and Mix goes by what it gives', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/bench?calculator=calibrate`);
  await site.getByRole('radio', { name: '4', exact: true }).click();
  await site.getByTestId('watch-button').click();
  await site.clock.fastForward('00:30');
  await site.getByTestId('watch-button').click();
  await expect(site.getByTestId('watch')).toHaveText('30 s');
  await site.getByTestId('drawn').fill('40 fl oz');
  await site.getByTestId('delivered').fill('20 fl oz');
  await expect(site.getByText(/cannot deliver less than was drawn/)).toBeVisible();
  await site.getByTestId('drawn').fill('10 fl oz');
  await site.getByTestId('delivered').fill('60 fl oz');
  await expect(site.getByTestId('calibrated').getByText('5 : 1')).toBeVisible();
  await expectAccessible(site, 'Calibrate');
  await site.getByTestId('calibrate-keep').click();
  await expect(site.getByText('Kept: mark 4 of 36 fl oz foaming gun gives 5 : 1.')).toBeVisible();
  await follow(site, '/shelf/applicators/foaming-gun');
  await expect(site.getByText(/^5\s:\s1, measured/)).toBeVisible();
});

test('the break-even chart is read, and moves with its figures', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/shelf/costs`);
  await expect(site.getByText('Stronger than needed')).toBeVisible();
  await site.getByRole('tab', { name: 'Can or gun' }).click();
  const chart = site.getByTestId('break-even-chart');
  await expect(chart).toBeVisible();
  for (const [id, figure] of Object.entries({ gun: '60', can: '26', canMinutes: '10', concentrate: '8', gunMinutes: '10', jobs: '20' }))
    await site.getByTestId(`break-even-${id}`).fill(figure);
  await expect(chart).toHaveAttribute('aria-label', /Even from job 4\./);
  await site.getByTestId('break-even-concentrate').fill('90');
  await expect(chart).toHaveAttribute('aria-label', /The gun never catches up\./);
  await site.getByTestId('break-even-jobs').fill('0');
  await expect(site.getByText(/a whole number from 1 to/)).toBeVisible();
  await site.getByTestId('break-even-jobs').fill('20');
  await expectAccessible(site, 'Costs');
});

test('a file with a bad row is not imported until the row is left out', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/shelf/files`);
  const csv = '\uFEFFname;chemistry;form;pack L;price\r\nMoss;neutral;concentrate;4;10\r\nPeat;magic;concentrate;0;ten\r\n';
  await site.getByTestId('import-file').setInputFiles({ name: 'products.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  const end = site.getByTestId('import-end');
  await expect(end.getByText('1 row is at fault, so nothing was imported.')).toBeVisible();
  await expect(end.getByText(/"magic" is not one of/)).toBeVisible();
  await expectAccessible(site, 'Files');
  await site.getByTestId('import-skip').click();
  await expect(end.getByText('2 rows read: 1 added, 0 changed, 0 as they were, 1 left out.')).toBeVisible();
  await follow(site, '/shelf');
  await expect(site.getByText('Moss')).toBeVisible();
});
