import type { CoilSamples } from './samples';

const { abs, exp, floor, log, max, min } = Math;

/** Tiles that brightness is levelled by, along each side. */
export const TILES = 8;

/** Solves linear equations by elimination. @returns null when they do not fix the unknowns */
function solved(m: readonly (readonly number[])[], b: readonly number[]): number[] | null {
  const rows = m.map((row, i) => [...row, b[i] ?? 0]);
  const n = rows.length;
  for (let k = 0; k < n; k += 1) {
    const pivot = rows.slice(k).reduce((best, row) => (abs(row[k] ?? 0) > abs(best[k] ?? 0) ? row : best));
    if (abs(pivot[k] ?? 0) < 1e-9) return null;
    rows.splice(rows.indexOf(pivot), 1);
    rows.splice(k, 0, pivot);
    for (const row of rows) {
      if (row === pivot) continue;
      const by = (row[k] ?? 0) / (pivot[k] as number);
      for (let j = k; j <= n; j += 1) row[j] = (row[j] ?? 0) - by * (pivot[j] ?? 0);
    }
  }
  return rows.map((row, k) => (row[n] ?? 0) / (row[k] as number));
}

/** Terms of a fall-off's logarithm at a point from the middle: a plane, and what bends it. */
const PLANE = (x: number, y: number): number[] => [1, x, y];

const CURVED = (x: number, y: number): number[] => [1, x, y, x * x, x * y, y * y];

/** A bend is told from so many tiles; of fewer only a plane. */
const LEAST_CURVED = 20;

/** A flashlight is not taken to be more uneven than this over a coil, as a factor to its middle. */
const MOST_FALL = 25;

/** By how much the light at a point of the coil is stronger than in its middle. */
export type Factor = (u: number, v: number) => number;

/** How the flashlight's brightness falls off, and which tiles showed it. */
export interface FallOff {
  factor: Factor;
  shown: ReadonlySet<number>;
}

/**
 * How the flashlight's own brightness falls off over the coil: a surface through the logarithm of what is bright in each tile, bent where the light has a hot spot.
 * @param curved whether it may bend
 * @returns by which factor the light at a point of the coil is stronger than in its middle; null where too few tiles show it
 */
export function fallOff(
  { columns, rows, luminance, blown }: CoilSamples,
  bright: (value: number, at: number) => boolean,
  curved: boolean,
): FallOff | null {
  const sums = new Float64Array(TILES * TILES);
  const counts = new Float64Array(TILES * TILES);
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      const at = row * columns + column;
      const value = luminance[at] as number;
      if (blown[at] || !bright(value, at)) continue;
      const tile = floor((row / rows) * TILES) * TILES + floor((column / columns) * TILES);
      sums[tile]! += value;
      counts[tile]! += 1;
    }
  const least = (columns * rows) / (TILES * TILES) / 50;
  const shown = Array.from({ length: TILES * TILES }, (_, tile) => tile).filter((tile) => counts[tile]! >= least);
  if (shown.length < TILES) return null;
  const terms = curved && shown.length >= LEAST_CURVED ? CURVED : PLANE;
  const points = shown.map((tile) => ({
    x: terms((tile % TILES) / TILES + 0.5 / TILES - 0.5, floor(tile / TILES) / TILES + 0.5 / TILES - 0.5),
    y: log(sums[tile]! / counts[tile]!),
  }));
  const size = points[0]?.x.length ?? 0;
  const span = Array.from({ length: size }, (_, i) => i);
  const sumOf = (of: (point: (typeof points)[number]) => number) => points.reduce((sum, point) => sum + of(point), 0);
  const fitted = solved(
    span.map((i) => span.map((j) => sumOf(({ x }) => x[i]! * x[j]!))),
    span.map((i) => sumOf(({ x, y }) => x[i]! * y)),
  );
  if (!fitted) return null;
  const most = log(MOST_FALL);
  const [, byX = 0, byY = 0, byXX = 0, byXY = 0, byYY = 0] = fitted;
  // Written out: asked of a million samples.
  const factor: Factor = (u, v) => {
    const [x, y] = [u - 0.5, v - 0.5];
    return exp(max(-most, min(most, byX * x + byY * y + byXX * x * x + byXY * x * y + byYY * y * y)));
  };
  return { factor, shown: new Set(shown) };
}
