import { randomUUID } from 'node:crypto';
import type { CleanerRecord, VisitDetail } from '@elm-mist/contract';
import type { CoilBuild } from '@elm-mist/core/method';
import type { VisitEvent } from '@elm-mist/core/run';
import { fullRun } from '@elm-mist/core/testing/fullRun';
import type { Page } from '@playwright/test';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { makeReport, readPdf } from '../support/paper';
import type { TestServer } from '../support/server';

const VISIT = 'demo-visit-15';
const RTL_NAME = 'שרה לוי';
const LONG_NAME = `Łucja Ångström-Ñandú ${'of the long terrace '.repeat(5)}`.trim().slice(0, 60);

async function ask<T>(server: TestServer, method: string, path: string, body?: unknown): Promise<T> {
  const answer = await server.fetch(`${path}`, {
    method,
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
  });
  if (!answer.ok) throw new Error(`${method} ${path}: ${await answer.text()}`);
  return (await answer.json()) as T;
}

/** A picture such as a phone takes, with grain that no packing makes small. */
const photo = (site: Page, seed: number): Promise<string> =>
  site.evaluate(async (from) => {
    const canvas = new OffscreenCanvas(1600, 1200);
    const pen = canvas.getContext('2d')!;
    const image = pen.createImageData(1600, 1200);
    let state = from;
    for (let i = 0; i < image.data.length; i += 4) {
      state = (state * 1664525 + 1013904223) >>> 0;
      const grain = (state >>> 24) / 6;
      const base = 90 + 60 * Math.sin(i / 9000 + from);
      image.data.set([base + grain, base + 20 + grain, base + 10 + grain, 255], i);
    }
    pen.putImageData(image, 0, 0);
    const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })).arrayBuffer());
    let text = '';
    for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192));
    return btoa(text);
  }, seed);

test('a full visit of two coils with twelve photos on paper: read back, under its size and time, names of any alphabet in it', async ({
  site,
  server,
}) => {
  const detail = await ask<VisitDetail>(server, 'GET', `/visits/${VISIT}`);
  const { cleaners } = await ask<{ cleaners: CleanerRecord[] }>(server, 'GET', '/shelf');
  const customer = await ask<{ customer: { name: string; phone: string } }>(server, 'GET', `/customers/${detail.place.customerId}`);
  await ask(server, 'PUT', `/customers/${detail.place.customerId}`, { ...customer.customer, name: RTL_NAME, was: customer.customer });
  const { id, ...placeWas } = detail.place;
  await ask(server, 'PUT', `/places/${id}`, {
    ...placeWas,
    customerName: RTL_NAME,
    name: LONG_NAME,
    was: { ...placeWas, customerName: RTL_NAME },
  });

  const coils = detail.coils as unknown as [CoilBuild, CoilBuild];
  const events = fullRun(VISIT, () => randomUUID(), coils, cleaners);
  const closing = events.findIndex((event) => event.kind === 'visit.closed');
  const photos: VisitEvent[] = [];
  for (let i = 0; i < 12; i += 1) {
    const photoId = randomUUID();
    const bytes = Buffer.from(await photo(site, i + 1), 'base64');
    const kept = await server.fetch(`/visits/${VISIT}/photos/${photoId}`, {
      method: 'PUT',
      body: bytes,
      headers: { 'Content-Type': 'image/jpeg' },
    });
    expect(kept.status).toBe(201);
    const when = i % 2 === 0 ? ('before' as const) : ('after' as const);
    const at = events[closing - 1]?.at ?? '';
    photos.push({
      id: randomUUID(),
      visitId: VISIT,
      at,
      by: 'Wren',
      kind: 'photo.added',
      data: { photoId, coilId: coils[i % 2]?.id ?? null, findingId: null, when, caption: '' },
    });
  }
  const all = [...events.slice(0, closing), ...photos, ...events.slice(closing)];
  for (let from = 0; from < all.length; from += 100)
    await ask(server, 'POST', `/visits/${VISIT}/events`, { events: all.slice(from, from + 100) });

  await site.goto(`${server.url}/visits/${VISIT}/report`);
  await expect(site.getByTestId('report')).toContainText('12 photos');
  // A phone is slower than this machine.
  const slow = await site.context().newCDPSession(site);
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const began = Date.now();
  const bytes = await makeReport(site);
  const tookMs = Date.now() - began;
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  test.info().annotations.push({
    type: 'report of two coils and 12 photos',
    description: `${tookMs} ms at a quarter of the speed, ${Math.round(bytes.length / 1000)} kB`,
  });
  expect(bytes.length).toBeLessThan(2_000_000);

  const pdf = await readPdf(bytes);
  expect(pdf.title).toContain('Łucja');
  expect(pdf.language).toBe('en-US');
  expect(pdf.sizes.every(([width, height]) => width === 612 && height === 792)).toBe(true);
  expect(pdf.images).toBe(12);
  expect(pdf.notEmbedded).toEqual([]);
  const text = pdf.pages.join('\n');
  for (const word of ['Found', 'Done', 'Result', 'What you can do', 'Next', 'Łucja Ångström-Ñandú']) expect(pdf.pages[0]).toContain(word);
  for (const word of [
    'Coils before and after',
    'How each section was washed',
    'still dirty, again',
    'No capacitor in this cabinet.',
    'Odile Fennick',
    'Version 1',
  ])
    expect(text).toContain(word);
  // Letters of a right-to-left name are there, whichever way a reader hands them back.
  const letters = (name: string) => [...name.replace(/\s/g, '')].sort().join('');
  expect(
    [...(pdf.pages[0] ?? '')]
      .filter((sign) => /[\u0590-\u05ff]/.test(sign))
      .sort()
      .join(''),
  ).toBe(letters(RTL_NAME));

  await test.step('the server sets the same pages', async () => {
    const answer = await server.fetch(`/visits/${VISIT}/report.pdf`);
    expect(answer.status).toBe(200);
    const own = new Uint8Array(await answer.arrayBuffer());
    expect(own.length).toBeLessThan(2_000_000);
    expect(await readPdf(own)).toEqual(pdf);
  });

  await test.step('another paper and fewer sections, chosen once; the record holds what is not printed', async () => {
    await follow(site, '/shop/report');
    await site.getByRole('radio', { name: 'A4' }).click();
    await site.getByTestId('section-photos').click();
    await site.getByTestId('section-readings').click();
    await site.getByTestId('report-ways-save').click();
    await expect(site.getByTestId('report-ways')).toBeHidden();
    await follow(site, `/visits/${VISIT}/report`);
    await expect(site.getByTestId('report')).not.toContainText('12 photos');
    const a4 = await readPdf(await makeReport(site));
    expect(a4.sizes.every(([width, height]) => Math.round(width) === 595 && Math.round(height) === 842)).toBe(true);
    expect(a4.images).toBe(0);
    expect(a4.pages.join('\n')).not.toContain('Readings and what they say');
    const kept = await ask<VisitDetail>(server, 'GET', `/visits/${VISIT}`);
    expect(kept.events.filter((event) => event.kind === 'photo.added')).toHaveLength(12);
  });
});

test('a visit on which nothing was done makes an honest report', async ({ phone: site, server }) => {
  await site.goto(`${server.url}/visits/demo-visit-15/report`);
  const pdf = await readPdf(await makeReport(site));
  expect(pdf.pages[0]).toContain('The visit is not closed');
  expect(pdf.pages[0]).toContain('Outdoor coil: not looked at.');
  expect(pdf.pages[0]).toContain('Nothing was measured or graded afterwards.');
  expect(pdf.pages[0]).not.toContain('Guarantee');
});
