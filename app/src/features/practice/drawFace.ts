import { LOOK_CHANNELS } from '@elm-mist/core/trainer';
import type { Tokens } from '@/ui';
import type { PracticeSeen } from '@/workers/practiceOf';

type Channel = (typeof LOOK_CHANNELS)[number];
const CHANNEL = Object.fromEntries(LOOK_CHANNELS.map((name, i) => [name, i])) as Record<Channel, number>;
const CHANNELS = LOOK_CHANNELS.length;

type Ink = readonly [red: number, green: number, blue: number];
/** What the torch looks like, and the dark behind a coil, whatever the theme. */
const GLOW: Ink = [242, 232, 176];
const UNLIT: Ink = [20, 26, 23];
/** Dots of soil in a cell at most, and the level that each stands for. */
const MOST_DOTS = 4;
const DOT_LEVEL = 255 / MOST_DOTS;
/** Between two fins, and the width that dots were drawn for, CSS px. */
const FIN_PX = 5;
const USUAL_PX = 380;

const inkOf = (hex: string): Ink => {
  const value = Number.parseInt(hex.slice(1), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
};
const mixed = (from: Ink, to: Ink, share: number): Ink => [
  from[0] + (to[0] - from[0]) * share,
  from[1] + (to[1] - from[1]) * share,
  from[2] + (to[2] - from[2]) * share,
];
/** As a canvas keeps it: red in the lowest byte, nothing shines through. */
const packed = ([red, green, blue]: Ink): number => ((255 << 24) | (blue << 16) | (green << 8) | red) >>> 0;

/** What a cell looks like with so much light behind it, 0…1. */
export const flashlightInk = (share: number): string => `rgb(${mixed(UNLIT, GLOW, share).map(Math.round).join(',')})`;

/** Always the same scatter for the same cell; no two beside each other alike. */
const scatter = (n: number): number => {
  let value = Math.imul(n + 0x9e3779b9, 0x85ebca6b);
  value = Math.imul(value ^ (value >>> 13), 0xc2b2ae35);
  value = Math.imul(value ^ (value >>> 16), 0x27d4eb2f);
  return ((value ^ (value >>> 15)) >>> 0) / 2 ** 32;
};

/** A surface of pixels that is drawn on by hand: thousands of dots are cheaper so than as shapes. */
interface Surface {
  pixels: Uint32Array;
  width: number;
  height: number;
  /** Its pixels to one of CSS. */
  scale: number;
}

function block({ pixels, width, height }: Surface, x: number, y: number, w: number, h: number, ink: number): void {
  const [x0, x1] = [Math.max(0, Math.round(x)), Math.min(width, Math.round(x + w))];
  const [y0, y1] = [Math.max(0, Math.round(y)), Math.min(height, Math.round(y + h))];
  for (let row = y0; row < y1; row += 1) pixels.fill(ink, row * width + x0, row * width + x1);
}

function fins(surface: Surface, ink: number, height = surface.height): void {
  const { width, scale } = surface;
  const step = FIN_PX * scale;
  for (let x = step / 2; x < width; x += step) block(surface, x, 0, 1, height, ink);
}

function dots(surface: Surface, seen: PracticeSeen, channel: Channel, hex: string, size: number): void {
  const [w, h] = [surface.width / seen.columns, surface.height / seen.lines];
  const ink = packed(inkOf(hex));
  // As large beside the face on a small drawing as on a large one.
  const side = Math.max(1, Math.round((size * surface.width) / USUAL_PX));
  for (let cell = 0; cell < seen.columns * seen.lines; cell += 1) {
    const level = seen.look[cell * CHANNELS + CHANNEL[channel]] ?? 0;
    if (level === 0) continue;
    const [x, y] = [cell % seen.columns, Math.floor(cell / seen.columns)];
    const many = Math.floor(level / DOT_LEVEL + scatter(cell * 31 + CHANNEL[channel] * 7));
    for (let i = 0; i < many; i += 1)
      block(surface, (x + scatter(cell * 97 + i * 13)) * w, (y + scatter(cell * 193 + i * 29 + 5)) * h, side, side, ink);
  }
}

function slants(surface: Surface, seen: PracticeSeen, hex: string): void {
  const [w, h] = [surface.width / seen.columns, surface.height / seen.lines];
  const ink = packed(inkOf(hex));
  for (let cell = 0; cell < seen.columns * seen.lines; cell += 1) {
    const level = seen.look[cell * CHANNELS + CHANNEL.bent] ?? 0;
    if (level < 25) continue;
    const [x, y] = [(cell % seen.columns) * w, Math.floor(cell / seen.columns) * h];
    for (let i = 0; i < h; i += 1) block(surface, x + ((level / 255) * w * (h - i)) / h, y + i, surface.scale, 1, ink);
  }
}

/**
 * Draws a face as ink on paper: fins, water, foam that deepens as it dries, soil as dots, felt as thicker ones, folded fins as slanting strokes.
 * With the torch behind it, light alone.
 */
export function drawFace(surface: Surface, seen: PracticeSeen, tokens: Tokens, flashlight: boolean): void {
  const [w, h] = [surface.width / seen.columns, surface.height / seen.lines];
  const [sheet, wetInk, foamInk, dryInk] = [tokens.sheet, tokens.mistWash, tokens.amberWash, tokens.amberFill].map(inkOf) as [
    Ink,
    Ink,
    Ink,
    Ink,
  ];
  for (let cell = 0; cell < seen.columns * seen.lines; cell += 1) {
    const at = cell * CHANNELS;
    const share = (channel: Channel) => (seen.look[at + CHANNEL[channel]] ?? 0) / 255;
    const ink = flashlight
      ? mixed(UNLIT, GLOW, share('light'))
      : mixed(mixed(sheet, wetInk, share('wet')), share('drying') > 0.55 ? dryInk : foamInk, share('foam'));
    block(surface, (cell % seen.columns) * w, Math.floor(cell / seen.columns) * h, w, h, packed(ink));
  }
  fins(surface, packed(flashlight ? mixed(UNLIT, GLOW, 0.12) : inkOf(tokens.rule)));
  if (flashlight) return;
  dots(surface, seen, 'soil', tokens.ink, 1.4);
  dots(surface, seen, 'felt', tokens.inkSoft, 2.4);
  dots(surface, seen, 'baked', tokens.brick, 1.6);
  slants(surface, seen, tokens.brick);
}

/** Draws the coil cut across, the outside below: felt, then row by row. */
export function drawCut(surface: Surface, seen: PracticeSeen, tokens: Tokens): void {
  const { width, height, scale } = surface;
  const w = width / seen.columns;
  const h = height / (seen.rows + 0.5);
  block(surface, 0, 0, width, height, packed(inkOf(tokens.sheet)));
  fins(surface, packed(inkOf(tokens.rule)), height - h * 0.5);
  for (let layer = 0; layer <= seen.rows; layer += 1) {
    // Felt is half as high as a row, and lies at the bottom.
    const [top, high] = layer === 0 ? [height - h * 0.5, h * 0.5] : [height - h * 0.5 - layer * h, h];
    if (layer > 0) block(surface, 0, top, width, scale, packed(inkOf(tokens.ruleStrong)));
    const ink = packed(inkOf(layer === 0 ? tokens.inkSoft : tokens.ink));
    for (let x = 0; x < seen.columns; x += 1) {
      const level = seen.cut[layer * seen.columns + x] ?? 0;
      const many = Math.floor((level / 255) * 10 + scatter(x * 17 + layer));
      for (let i = 0; i < many; i += 1)
        block(
          surface,
          (x + scatter(x * 71 + i * 37 + layer)) * w,
          top + scatter(x * 131 + i * 53 + layer) * high,
          1.8 * scale,
          1.8 * scale,
          ink,
        );
    }
  }
}
