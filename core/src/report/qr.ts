// Its types stand beside this file; every program that reads this one needs them.
// oxlint-disable-next-line typescript/triple-slash-reference
/// <reference path="./qrcode.d.ts" />
import { create } from 'qrcode/lib/core/qrcode.js';

/** Blank modules on every side, as readers want them (ISO/IEC 18004, quiet zone). */
const QUIET = 4;

/** A QR code as rows of dark and light. */
export interface QrModules {
  /** Modules on a side, without the quiet zone. */
  size: number;
  dark: (column: number, row: number) => boolean;
}

/**
 * A QR code of some words: error correction M, so that a scratched label still reads.
 * @param text what a reader is to see
 * @returns its modules
 * @example qrModules('a').size // 21
 */
export function qrModules(text: string): QrModules {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  return { size: modules.size, dark: (column, row) => modules.get(row, column) !== 0 };
}

/**
 * The same as a drawing of its own: one path, dark on light.
 * @param text what a reader is to see
 * @returns an SVG document, as wide as high
 * @example qrSvg('a').includes('viewBox="0 0 29 29"') // true
 */
export function qrSvg(text: string): string {
  const { size, dark } = qrModules(text);
  const side = size + 2 * QUIET;
  let path = '';
  for (let row = 0; row < size; row += 1)
    for (let column = 0; column < size; column += 1) if (dark(column, row)) path += `M${column + QUIET} ${row + QUIET}h1v1h-1z`;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${side} ${side}" shape-rendering="crispEdges"><rect width="${side}" height="${side}" fill="#ffffff"/><path d="${path}" fill="#000000"/></svg>`;
}
