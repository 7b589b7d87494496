import { expect, type Page } from '@playwright/test';
import { drawLight, DRAWN, type Drawing } from '../../core/src/testing/drawnLight';

/** A drawn picture as a file of the kind that needs no packing (BMP: a head of 54 bytes, then blue, green, red, from the lowest row up). */
export function drawnPicture(drawing: Partial<Drawing>): { file: { name: string; mimeType: string; buffer: Buffer }; openPct: number } {
  const { bitmap, openPct } = drawLight(drawing);
  const { width, height, data } = bitmap;
  const rowBytes = Math.ceil((width * 3) / 4) * 4;
  const buffer = Buffer.alloc(54 + rowBytes * height);
  buffer.write('BM', 0, 'ascii');
  buffer.writeUInt32LE(buffer.length, 2);
  buffer.writeUInt32LE(54, 10);
  buffer.writeUInt32LE(40, 14);
  buffer.writeInt32LE(width, 18);
  buffer.writeInt32LE(height, 22);
  buffer.writeUInt16LE(1, 26);
  buffer.writeUInt16LE(24, 28);
  for (let row = 0; row < height; row += 1)
    for (let column = 0; column < width; column += 1) {
      const from = (row * width + column) * 4;
      const to = 54 + (height - 1 - row) * rowBytes + column * 3;
      buffer[to] = data[from + 2] as number;
      buffer[to + 1] = data[from + 1] as number;
      buffer[to + 2] = data[from] as number;
    }
  return { file: { name: 'light.bmp', mimeType: 'image/bmp', buffer }, openPct };
}

/** Drags the four corners of the picture as found to where the coil was drawn, and looks that each of them lies there. */
export async function markCorners(page: Page): Promise<void> {
  const picture = page.getByTestId('light-as-found');
  // Its box has its height only when the picture has come.
  await expect.poll(() => picture.locator('img').evaluate((img: HTMLImageElement) => img.complete && img.naturalHeight > 0)).toBe(true);
  for (const [i, name] of ['upper-left', 'upper-right', 'lower-right', 'lower-left'].entries()) {
    const spot = DRAWN.corners[i];
    if (!spot) throw new Error(`no corner is drawn for ${name}`);
    const at = page.getByTestId(`handle-${name}-corner`).first();
    /** Where the handle is, where it belongs, and how far that is, px. */
    const measured = async () => {
      const [is, box] = [await at.boundingBox(), await picture.boundingBox()];
      if (!is || !box) throw new Error(`the ${name} corner is not on the screen`);
      const from = { x: is.x + is.width / 2, y: is.y + is.height / 2 };
      const to = { x: box.x + spot.x * box.width, y: box.y + spot.y * box.height };
      return { from, to, off: Math.hypot(from.x - to.x, from.y - to.y) };
    };
    await expect(async () => {
      await at.scrollIntoViewIfNeeded();
      const { from, to } = await measured();
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(to.x, to.y, { steps: 4 });
      await page.mouse.up();
      expect((await measured()).off).toBeLessThan(1.5);
    }).toPass({ timeout: 15_000 });
  }
}
