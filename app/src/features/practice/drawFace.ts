import { LOOK_CHANNELS } from '@elm-mist/core';
import type { Tokens } from '@/ui';
import type { PracticeSeen } from '@/workers/practiceOf';

const CHANNEL = Object.fromEntries(LOOK_CHANNELS.map((name, i) => [name, i])) as Record<(typeof LOOK_CHANNELS)[number], number>;
/** Behind a coil in the dark, whatever the theme. */
const DARK = '#141A17';
const GLOW = [242, 232, 176] as const;
const UNLIT = [20, 26, 23] as const;
/** Dots of soil in a cell at most, and the level that each stands for. */
const MOST_DOTS = 4;
const DOT_LEVEL = 255 / MOST_DOTS;
const FIN_PX = 5;
/** Width that the dots were drawn for. */
const USUAL_PX = 380;

/** What a cell looks like with so much light behind it, 0…1. */
export const torchInk = (share: number): string =>
  `rgb(${GLOW.map((part, i) => Math.round(part * share + (UNLIT[i] ?? 0) * (1 - share))).join(',')})`;

/** Always the same scatter for the same cell; no two beside each other alike. */
const scatter = (n: number): number => {
  let mixed = Math.imul(n + 0x9e3779b9, 0x85ebca6b);
  mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35);
  mixed = Math.imul(mixed ^ (mixed >>> 16), 0x27d4eb2f);
  return ((mixed ^ (mixed >>> 15)) >>> 0) / 2 ** 32;
};

function eachCell(
  seen: PracticeSeen,
  channel: keyof typeof CHANNEL,
  draw: (x: number, y: number, level: number, cell: number) => void,
): void {
  const n = LOOK_CHANNELS.length;
  for (let y = 0; y < seen.lines; y += 1)
    for (let x = 0; x < seen.columns; x += 1) {
      const cell = y * seen.columns + x;
      const level = seen.look[cell * n + CHANNEL[channel]] ?? 0;
      if (level > 0) draw(x, y, level, cell);
    }
}

function fins(ctx: CanvasRenderingContext2D, width: number, height: number, ink: string): void {
  ctx.strokeStyle = ink;
  ctx.lineWidth = 1;
  ctx.beginPath();
  for (let x = FIN_PX / 2; x < width; x += FIN_PX) {
    ctx.moveTo(x, 0);
    ctx.lineTo(x, height);
  }
  ctx.stroke();
}

/**
 * Draws a face as ink on paper: fins, water, foam that deepens as it dries, soil as dots, felt as thicker ones, folded fins as slanting strokes.
 * With the torch behind it, light alone.
 */
export function drawFace(
  ctx: CanvasRenderingContext2D,
  seen: PracticeSeen,
  tokens: Tokens,
  torch: boolean,
  width: number,
  height: number,
): void {
  const [w, h] = [width / seen.columns, height / seen.lines];
  if (torch) {
    ctx.fillStyle = DARK;
    ctx.fillRect(0, 0, width, height);
    eachCell(seen, 'light', (x, y, level) => {
      ctx.fillStyle = torchInk(level / 255);
      ctx.fillRect(x * w, y * h, w + 0.6, h + 0.6);
    });
    fins(ctx, width, height, 'rgba(20,26,23,0.45)');
    return;
  }
  ctx.fillStyle = tokens.sheet;
  ctx.fillRect(0, 0, width, height);
  ctx.fillStyle = tokens.mistWash;
  eachCell(seen, 'wet', (x, y, level) => {
    ctx.globalAlpha = level / 255;
    ctx.fillRect(x * w, y * h, w + 0.6, h + 0.6);
  });
  eachCell(seen, 'foam', (x, y, level, cell) => {
    const drying = seen.look[cell * LOOK_CHANNELS.length + CHANNEL.drying] ?? 0;
    ctx.fillStyle = drying > 140 ? tokens.amberFill : tokens.amberWash;
    ctx.globalAlpha = level / 255;
    ctx.fillRect(x * w, y * h, w + 0.6, h + 0.6);
  });
  ctx.globalAlpha = 1;
  fins(ctx, width, height, tokens.rule);
  const dots = (channel: 'soil' | 'felt' | 'baked', ink: string, whole: number) => {
    ctx.fillStyle = ink;
    // As large beside the face on a small drawing as on a large one.
    const size = Math.max(0.7, (whole * width) / USUAL_PX);
    eachCell(seen, channel, (x, y, level, cell) => {
      const many = Math.floor(level / DOT_LEVEL + scatter(cell * 31 + whole * 7));
      for (let i = 0; i < many; i += 1) {
        const [u, v] = [scatter(cell * 97 + i * 13), scatter(cell * 193 + i * 29 + 5)];
        ctx.fillRect((x + u) * w, (y + v) * h, size, size);
      }
    });
  };
  dots('soil', tokens.ink, 1.4);
  dots('felt', tokens.inkSoft, 2.4);
  dots('baked', tokens.brick, 1.6);
  ctx.strokeStyle = tokens.brick;
  ctx.lineWidth = 1.2;
  ctx.beginPath();
  eachCell(seen, 'bent', (x, y, level) => {
    if (level < 25) return;
    ctx.moveTo(x * w, (y + 1) * h);
    ctx.lineTo((x + level / 255) * w, y * h);
  });
  ctx.stroke();
}

/** Draws the coil cut across, the outside below: felt, then row by row. */
export function drawCut(ctx: CanvasRenderingContext2D, seen: PracticeSeen, tokens: Tokens, width: number, height: number): void {
  const layers = seen.rows + 1;
  const w = width / seen.columns;
  const h = height / (seen.rows + 0.5);
  ctx.fillStyle = tokens.sheet;
  ctx.fillRect(0, 0, width, height);
  fins(ctx, width, height - h * 0.5, tokens.rule);
  ctx.strokeStyle = tokens.ruleStrong;
  ctx.lineWidth = 1;
  for (let layer = 0; layer < layers; layer += 1) {
    // Felt is half as high as a row, and lies at the bottom.
    const [top, high] = layer === 0 ? [height - h * 0.5, h * 0.5] : [height - h * 0.5 - layer * h, h];
    if (layer > 0) {
      ctx.beginPath();
      ctx.moveTo(0, top);
      ctx.lineTo(width, top);
      ctx.stroke();
    }
    ctx.fillStyle = layer === 0 ? tokens.inkSoft : tokens.ink;
    for (let x = 0; x < seen.columns; x += 1) {
      const level = seen.cut[layer * seen.columns + x] ?? 0;
      const whole = Math.floor((level / 255) * 10 + scatter(x * 17 + layer));
      for (let i = 0; i < whole; i += 1)
        ctx.fillRect((x + scatter(x * 71 + i * 37 + layer)) * w, top + scatter(x * 131 + i * 53 + layer) * high, 1.8, 1.8);
    }
  }
}
