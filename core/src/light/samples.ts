import type { Projection, PicturePoint } from './corners';

// By name: looked up once, not for each of a million samples.
const { ceil, floor, max, min, sqrt } = Math;

/** A picture as the device decodes it: red, green, blue and opacity, 0 to 255, row by row. */
export interface Bitmap {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/** Luminance of each code value of a channel (IEC 61966-2-1, from memory). */
const LINEAR = Float64Array.from({ length: 256 }, (_, code) => {
  const value = code / 255;
  return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
});
/** Weights of red, green and blue (ITU-R BT.709, from memory). */
const RED = 0.2126;
const GREEN = 0.7152;
const BLUE = 0.0722;

/** Code value from which a channel tells no more. */
const BLOWN_CODE = 252;

/** A pixel as it was looked up: its luminance as a share of white, and whether it is at the end of what the camera can tell. */
const luminanceAt = ({ data }: Bitmap, at: number) =>
  RED * (LINEAR[data[at] as number] as number) +
  GREEN * (LINEAR[data[at + 1] as number] as number) +
  BLUE * (LINEAR[data[at + 2] as number] as number);
const blownAt = ({ data }: Bitmap, at: number) =>
  (data[at] as number) >= BLOWN_CODE && (data[at + 1] as number) >= BLOWN_CODE && (data[at + 2] as number) >= BLOWN_CODE;

const indexOf = ({ width, height }: Bitmap, x: number, y: number) => {
  const column = min(width - 1, max(0, floor(x * width)));
  const row = min(height - 1, max(0, floor(y * height)));
  return (row * width + column) * 4;
};

/** Luminance over the rectified coil, row by row, with which samples the camera could not tell from white. */
export interface CoilSamples {
  columns: number;
  rows: number;
  luminance: Float32Array;
  blown: Uint8Array;
}

/**
 * Looks at the coil on an even net, as if the camera had stood straight before it.
 * @param bitmap the picture
 * @param project from the coil to the picture
 * @param columns of the net
 * @param rows of the net
 * @param each told how far it is, 0 to 1
 * @returns luminance as a share of white
 * @example sampleCoil({ width: 1, height: 1, data: new Uint8ClampedArray([255, 255, 255, 255]) }, () => ({ x: 0, y: 0 }), 2, 2).blown.length // 4
 */
export function sampleCoil(
  bitmap: Bitmap,
  project: Projection,
  columns: number,
  rows: number,
  each?: (share: number) => void,
): CoilSamples {
  const luminance = new Float32Array(columns * rows);
  const blown = new Uint8Array(columns * rows);
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      const { x, y } = project((column + 0.5) / columns, (row + 0.5) / rows);
      const at = indexOf(bitmap, x, y);
      const i = row * columns + column;
      luminance[i] = luminanceAt(bitmap, at);
      blown[i] = blownAt(bitmap, at) ? 1 : 0;
    }
    if (row % 64 === 63) each?.((row + 1) / rows);
  }
  each?.(1);
  return { columns, rows, luminance, blown };
}

/** How far around the coil is looked for what is dark anyway, as a share of its width and height. */
const AROUND = { from: 0.04, to: 0.16, steps: 60 };

/**
 * Luminance in a band around the coil: the frame and the room, which no torch shines through.
 * @param bitmap the picture
 * @param project from the coil to the picture
 * @returns samples that lie inside the picture, as shares of white
 * @example sampleAround({ width: 1, height: 1, data: new Uint8ClampedArray(4) }, () => ({ x: 2, y: 0 })).length // 0
 */
export function sampleAround(bitmap: Bitmap, project: Projection): number[] {
  const found: number[] = [];
  const span = 1 + 2 * AROUND.to;
  for (let row = 0; row <= AROUND.steps; row += 1)
    for (let column = 0; column <= AROUND.steps; column += 1) {
      const [u, v] = [column, row].map((each) => (each / AROUND.steps) * span - AROUND.to) as [number, number];
      const inside = (each: number) => each > -AROUND.from && each < 1 + AROUND.from;
      if (inside(u) && inside(v)) continue;
      const { x, y } = project(u, v);
      if (x >= 0 && x < 1 && y >= 0 && y < 1) found.push(luminanceAt(bitmap, indexOf(bitmap, x, y)));
    }
  return found;
}

/** Radius of the patch that is read of a card, as a share of the picture's shorter side. */
const CARD_RADIUS = 0.015;

/**
 * Luminance of a grey card.
 * @param bitmap the picture
 * @param card its middle
 * @returns mean luminance as a share of white, how much it varies as a share of that, and the share that is blown
 * @example sampleCard({ width: 1, height: 1, data: new Uint8ClampedArray([255, 255, 255, 255]) }, { x: 0.5, y: 0.5 }).blown // 1
 */
export function sampleCard(bitmap: Bitmap, card: PicturePoint): { luminance: number; spread: number; blown: number } {
  const radius = max(0.5, CARD_RADIUS * min(bitmap.width, bitmap.height));
  const reach = ceil(radius);
  const middle = { column: floor(card.x * bitmap.width), row: floor(card.y * bitmap.height) };
  let n = 0;
  let sum = 0;
  let squares = 0;
  let blown = 0;
  for (let dy = -reach; dy <= reach; dy += 1)
    for (let dx = -reach; dx <= reach; dx += 1) {
      const [column, row] = [middle.column + dx, middle.row + dy];
      if (dx * dx + dy * dy > radius * radius || column < 0 || row < 0 || column >= bitmap.width || row >= bitmap.height) continue;
      const at = (row * bitmap.width + column) * 4;
      const value = luminanceAt(bitmap, at);
      n += 1;
      sum += value;
      squares += value * value;
      if (blownAt(bitmap, at)) blown += 1;
    }
  const luminance = n > 0 ? sum / n : 0;
  const spread = n > 0 && luminance > 0 ? sqrt(max(0, squares / n - luminance ** 2)) / luminance : 0;
  return { luminance, spread, blown: n > 0 ? blown / n : 0 };
}
