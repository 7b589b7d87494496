import { expect, type Page } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** Has the report made on the device and saves it. @returns the file */
export async function makeReport(site: Page): Promise<Uint8Array> {
  await site.getByTestId('report-make').click();
  const save = site.getByTestId('report-save');
  await expect(save).toBeVisible({ timeout: 60_000 });
  const saved = site.waitForEvent('download');
  await save.click();
  return readFileSync(await (await saved).path());
}

/** What a second library reads out of a PDF. */
export interface ReadPdf {
  title: string;
  language: string;
  pages: string[];
  /** Width and height of each page, points. */
  sizes: [number, number][];
  images: number;
  /** Fonts that are used and are not in the file. */
  notEmbedded: string[];
  /** Every step of drawing, page by page, by its kind: two documents that look the same have the same. */
  steps: string[];
}

export async function readPdf(bytes: Uint8Array): Promise<ReadPdf> {
  const pdf = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false, fontExtraProperties: true }).promise;
  const meta = await pdf.getMetadata();
  const info = meta.info as { Title?: string; Language?: string };
  const read: ReadPdf = {
    title: info.Title ?? '',
    language: info.Language ?? '',
    pages: [],
    sizes: [],
    images: 0,
    notEmbedded: [],
    steps: [],
  };
  for (let n = 1; n <= pdf.numPages; n += 1) {
    const page = await pdf.getPage(n);
    const { width, height } = page.getViewport({ scale: 1 });
    read.sizes.push([width, height]);
    const ops = await page.getOperatorList();
    read.steps.push(ops.fnArray.join(' '));
    read.images += ops.fnArray.filter((op) => op === OPS.paintImageXObject).length;
    for (const [i, op] of ops.fnArray.entries()) {
      if (op !== OPS.setFont) continue;
      const font = page.commonObjs.get(String((ops.argsArray[i] as unknown[])[0])) as { name: string; missingFile?: boolean };
      if (font.missingFile) read.notEmbedded.push(font.name);
    }
    const { items } = await page.getTextContent();
    read.pages.push(items.map((item) => ('str' in item ? `${item.str}${item.hasEOL ? '\n' : ''}` : '')).join(''));
  }
  await pdf.destroy();
  return read;
}

/** Draws the first page of a PDF as it is printed, and keeps the picture. */
export async function printed(site: Page, bytes: Uint8Array, path: string, scale = 1.2): Promise<void> {
  const sheet = await site.context().newPage();
  for (const part of ['pdf', 'pdf.worker'])
    await sheet.addScriptTag({ path: createRequire(import.meta.url).resolve(`pdfjs-dist/build/${part}.min.mjs`), type: 'module' });
  await sheet.waitForFunction(() => 'pdfjsLib' in globalThis && 'pdfjsWorker' in globalThis);
  const drawn = await sheet.evaluate(
    async ([text, size]) => {
      const lib = (globalThis as unknown as { pdfjsLib: { getDocument: (from: object) => { promise: Promise<never> } } }).pdfjsLib;
      const data = Uint8Array.from(atob(text), (sign) => sign.charCodeAt(0));
      const pdf = (await lib.getDocument({ data }).promise) as unknown as {
        getPage: (n: number) => Promise<{
          getViewport: (at: { scale: number }) => { width: number; height: number };
          render: (into: object) => { promise: Promise<void> };
        }>;
      };
      const page = await pdf.getPage(1);
      const viewport = page.getViewport({ scale: size });
      const canvas = document.createElement('canvas');
      canvas.width = viewport.width;
      canvas.height = viewport.height;
      await page.render({ canvasContext: canvas.getContext('2d'), viewport }).promise;
      return canvas.toDataURL('image/png').split(',')[1] ?? '';
    },
    [Buffer.from(bytes).toString('base64'), scale] as const,
  );
  // As it was drawn: a picture of the screen may be taken before the screen shows it.
  writeFileSync(path, Buffer.from(drawn, 'base64'));
  await sheet.close();
}
