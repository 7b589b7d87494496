import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { LOG_COLUMNS, unitCode, type SystemRecordFile } from '@elm-mist/core/record';
import type { Page } from '@playwright/test';
import jsQR from 'jsqr';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { makeReport, printed, readPdf } from '../support/paper';

const SYSTEM = 'fennick-hp';

/** Holds a file against the data of a folder, as `npm run verify` does. */
function verify(file: string, folder: string): { status: number | null; words: string } {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(import.meta.dirname, '../../server/dist/main.cjs'), '--verify', file],
    {
      env: { ...process.env, ELM_MIST_DATA: folder },
      encoding: 'utf8',
    },
  );
  return { status, words: stdout + stderr };
}

/** What a camera reads off a printed sheet. */
async function readSquare(site: Page, picture: string): Promise<string | undefined> {
  const { pixels, width, height } = await site.evaluate(async (text) => {
    const bytes = Uint8Array.from(atob(text), (sign) => sign.charCodeAt(0));
    const bitmap = await createImageBitmap(new Blob([bytes], { type: 'image/png' }));
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const pen = canvas.getContext('2d')!;
    pen.drawImage(bitmap, 0, 0);
    const { data } = pen.getImageData(0, 0, bitmap.width, bitmap.height);
    let signs = '';
    for (let at = 0; at < data.length; at += 8192) signs += String.fromCharCode(...data.subarray(at, at + 8192));
    return { pixels: btoa(signs), width: bitmap.width, height: bitmap.height };
  }, readFileSync(picture).toString('base64'));
  return jsQR(new Uint8ClampedArray(Buffer.from(pixels, 'base64')), width, height)?.data;
}

test('the record of a system: a PDF that carries its file and holds against the data, until somebody changes a word of it', async ({
  phone: site,
  server,
}, info) => {
  // Names of any alphabet, and long ones, stand in every document.
  const place = ((await (await server.fetch('/places/fennick')).json()) as { place: Record<string, unknown> }).place;
  const names = { customerName: 'שרה בת לוי', name: `Łucja Ångström-Ñandú ${'of the long terrace '.repeat(3)}`.trim().slice(0, 60) };
  const put = await server.fetch('/places/fennick', {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ ...place, ...names }),
  });
  expect(put.status).toBe(200);
  await site.goto(`${server.url}/systems/${SYSTEM}`);
  await site.getByTestId('to-label').click();
  const label = await readPdf(await makeReport(site));
  expect(label.notEmbedded).toEqual([]);
  expect(label.pages[0]?.replace(/\s+/g, ' ')).toContain('Łucja Ångström-Ñandú');
  await follow(site, `/systems/${SYSTEM}`);
  await site.getByTestId('to-record').click();
  await expect(site.getByTestId('record-told')).toContainText('Washes on record');
  const bytes = await makeReport(site);
  const pdf = await readPdf(bytes);
  expect(pdf.notEmbedded).toEqual([]);
  expect(pdf.pages.join('\n')).toContain('last hash');
  expect(pdf.pages[0]).toContain('Łucja Ångström-Ñandú');
  const hebrew = (text: string) =>
    [...text]
      .filter((sign) => /[\u0590-\u05ff]/.test(sign))
      .sort()
      .join('');
  expect(hebrew(pdf.pages[0] ?? '')).toBe(hebrew(names.customerName));
  const file = info.outputPath('record.pdf');
  writeFileSync(file, bytes);
  const held = verify(file, server.data);
  expect(held.words).toContain('It holds.');
  expect(held.status).toBe(0);

  const saved = site.waitForEvent('download');
  await site.getByTestId('record-json').click();
  const record = JSON.parse(readFileSync(await (await saved).path(), 'utf8')) as SystemRecordFile;
  const other = info.outputPath('other.json');
  writeFileSync(other, JSON.stringify({ ...record, customerName: 'Somebody else' }));
  expect(verify(other, server.data)).toMatchObject({ status: 1 });
});

test('a label for the unit is read by a camera and opens its page; its short code finds it where the square cannot be read', async ({
  phone: site,
  server,
}, info) => {
  await site.goto(`${server.url}/systems/${SYSTEM}`);
  await site.getByTestId('to-label').click();
  await expect(site.getByTestId('label-preview')).toContainText(unitCode(SYSTEM));
  await site.getByRole('radio', { name: 'Letter, 10 of 4 × 2 in' }).click();
  await site.getByTestId('label-gone').click();
  await expect(site.getByTestId('labels-used')).toContainText('1 of 10');
  const bytes = await makeReport(site);
  const picture = info.outputPath('label.png');
  // As near as a phone is held: of every address, not only of some.
  await printed(site, bytes, picture, 3);
  const read = await readSquare(site, picture);
  expect(read).toBe(`${server.url}/systems/${SYSTEM}`);
  expect((await readPdf(bytes)).pages).toHaveLength(1);
  await site.goto(read ?? '');
  await expect(site.getByTestId('system-page')).toContainText('Heat pump');
  await follow(site, '/places');
  await site.getByTestId('place-search').fill(unitCode(SYSTEM).toLowerCase());
  await expect(site.getByTestId('place-list')).toContainText('Fennick terrace');
});

test('the owner’s card in large type, and older records in: a table matched, its faults named, what it brings shown with the system', async ({
  phone: site,
  server,
}) => {
  await site.goto(`${server.url}/visits/demo-visit-15/owner`);
  await expect(site.getByTestId('owners-card')).toContainText('Change the filter');
  await site.getByRole('checkbox', { name: 'Keep dogs off' }).click();
  const card = await readPdf(await makeReport(site));
  expect(card.pages).toHaveLength(1);
  expect(card.pages[0]).toContain('Keep dogs off');

  await follow(site, '/shop/log');
  await site.getByTestId('to-past').click();
  const rows = ['Site,Date,Found,Left,Cleaner', 'Fennick terrace,2021-06-20,4,1,Old foam', 'Nowhere,2021-06-20,3,0,Water'];
  await site.getByTestId('places-file').setInputFiles({ name: 'old.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
  await site.getByTestId('places-import-go').click();
  await expect(site.getByTestId('places-import-end')).toContainText('the shop has no place "Nowhere"');
  await site.getByTestId('places-import-skip').click();
  await expect(site.getByTestId('places-import-end')).toContainText('1 brought in');
  await follow(site, `/systems/${SYSTEM}`);
  const life = site.getByTestId('life-line');
  const counted = Number(/of (\d+)/.exec((await life.textContent()) ?? '')?.[1]);
  for (let n = 1; n < counted; n += 1) await site.getByTestId('life-earlier').click();
  await expect(site.getByTestId('life-mark')).toContainText('Washed: found at 4, left at 1, Old foam');
  await expect(site.getByTestId('life-mark')).toContainText('20 Jun 2021');
  const log = await (await server.fetch(`/log?system=${SYSTEM}`)).text();
  expect(log.split('\r\n')[0]?.replace('\ufeff', '')).toBe(LOG_COLUMNS.map((column) => column.name).join(','));
  expect(log).toContain('Old foam');
});

test('what is due stands in one list, and a press plans the visit for the day it is due', async ({ site }) => {
  await site.getByTestId('to-due').click();
  await site.getByRole('radio', { name: 'A year' }).click();
  const row = site.getByTestId('due-harrow-roof');
  await expect(site.getByTestId('due-list')).toContainText('Overdue');
  // It has a visit tomorrow: nothing is to be planned for it.
  await expect(row).toBeHidden();
  await site.getByTestId('due-unplanned').click();
  await expect(row).toContainText('planned 12 Jun 2026');
  // A word to the owner: when somebody comes, or that it is due.
  await site.getByTestId('due-word-harrow-roof').click();
  await expect(site.getByTestId('due-message-harrow-roof')).toContainText('12 June 2026 at about 6:05 pm');
  await site.getByTestId('due-word-goosewater-cottage').click();
  await expect(site.getByTestId('due-message-goosewater-cottage')).toContainText('Hello Emrys Tallow');
  const free = site.getByTestId('due-goosewater-cottage');
  await expect(free).toContainText('plan it');
  await free.click();
  // Its own page, with the day that it is due.
  await expect(site.getByTestId('slot-day')).toHaveValue('2026-06-21');
  await site.getByRole('button', { name: 'Save the visit' }).click();
  await expect(site.getByTestId('slot-day')).toBeHidden();
  await site.goto(`${new URL(site.url()).origin}/due`);
  await expect(site.getByTestId('due-list')).toContainText('not planned yet');
  // The list is narrowed as it was left.
  await expect(free).toContainText('planned 21 Jun 2026');
  await site.getByTestId('due-unplanned').click();
  await expect(free).toBeHidden();
});
