import { expect, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
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
}

export async function readPdf(bytes: Uint8Array): Promise<ReadPdf> {
  const pdf = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false, fontExtraProperties: true }).promise;
  const meta = await pdf.getMetadata();
  const info = meta.info as { Title?: string; Language?: string };
  const read: ReadPdf = { title: info.Title ?? '', language: info.Language ?? '', pages: [], sizes: [], images: 0, notEmbedded: [] };
  for (let n = 1; n <= pdf.numPages; n += 1) {
    const page = await pdf.getPage(n);
    const { width, height } = page.getViewport({ scale: 1 });
    read.sizes.push([width, height]);
    const ops = await page.getOperatorList();
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
