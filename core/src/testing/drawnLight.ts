import type { Bitmap } from '../light';
import { matrixOf, type Corners } from '../light/corners';

/** How a picture of light through a coil is drawn. */
export interface Drawing {
  width: number;
  height: number;
  corners: Corners;
  /** Share of the slots between the fins that are open, 0 to 1. */
  open: number;
  /** Luminance of an open slot in the middle of the coil, of a blocked one, and of the room, as shares of white. */
  lit: number;
  dark: number;
  room: number;
  /** By which factor the torch is stronger on one side than on the other; 1 for even. */
  gradient: number;
  /** Which way it falls off, radians. */
  towards: number;
  /** How bright it still is at the middle of an edge beside the middle of the coil: a flashlight with a hot spot; 1 for even. */
  edge: number;
  /** Where the hot spot is, as shares across and down. */
  spot: { u: number; v: number };
  /** Standard deviation of a code value, of 255. */
  noise: number;
  /** Luminance of a grey card in the upper left corner, or null for none. */
  card: number | null;
  seed: number;
}

export const DRAWN: Drawing = {
  width: 320,
  height: 240,
  corners: [
    { x: 0.15, y: 0.18 },
    { x: 0.86, y: 0.14 },
    { x: 0.84, y: 0.83 },
    { x: 0.17, y: 0.87 },
  ],
  open: 0.5,
  lit: 0.6,
  dark: 0.02,
  room: 0.02,
  gradient: 1,
  towards: 0,
  edge: 1,
  spot: { u: 0.5, v: 0.5 },
  noise: 3,
  card: null,
  seed: 1,
};

/** Middle of the card that is drawn. */
export const DRAWN_CARD = { x: 0.06, y: 0.07 };

const random = (seed: number) => {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
};

/** Code value of a luminance, the camera's way. */
const codeOf = (y: number) => 255 * (y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055);

const SLOTS = { across: 24, down: 12 };

/**
 * A coil with a torch behind it, every slot open or blocked.
 * @returns the picture, and the share of slots that were drawn open, %
 */
export function drawLight(told: Partial<Drawing>): { bitmap: Bitmap; openPct: number } {
  const drawing = { ...DRAWN, ...told };
  const { width, height, corners } = drawing;
  const next = random(drawing.seed);
  const slots = Array.from({ length: SLOTS.across * SLOTS.down }, () => next() < drawing.open);
  const back = inverse(corners);
  const data = new Uint8ClampedArray(width * height * 4);
  const { floor, abs, min, round } = Math;
  const [cos, sin] = [Math.cos(drawing.towards), Math.sin(drawing.towards)];
  const { lit, dark, room, gradient, edge, spot, noise, card } = drawing;
  const beam = (u: number, v: number) =>
    lit * gradient ** ((u - 0.5) * cos + (v - 0.5) * sin) * edge ** (4 * ((u - spot.u) ** 2 + (v - spot.v) ** 2));
  // Three even draws make nearly a normal one, of a standard deviation of one half.
  const grain = () => noise * (next() + next() + next() - 1.5) * 2;
  for (let row = 0; row < height; row += 1)
    for (let column = 0; column < width; column += 1) {
      let y = 0;
      for (let part = 0; part < 4; part += 1) {
        const x = (column + 0.25 + (part % 2) / 2) / width;
        const down = (row + 0.25 + (part > 1 ? 0.5 : 0)) / height;
        const w = back[6]! * x + back[7]! * down + back[8]!;
        const u = (back[0]! * x + back[1]! * down + back[2]!) / w;
        const v = (back[3]! * x + back[4]! * down + back[5]!) / w;
        if (u < 0 || u >= 1 || v < 0 || v >= 1) {
          y += card !== null && abs(x - DRAWN_CARD.x) < 0.045 && abs(down - DRAWN_CARD.y) < 0.045 ? card : room;
          continue;
        }
        const open = slots[floor(v * SLOTS.down) * SLOTS.across + floor(u * SLOTS.across)];
        y += dark + (open ? beam(u, v) : 0);
      }
      const at = (row * width + column) * 4;
      const code = codeOf(min(1, y / 4));
      for (let channel = 0; channel < 3; channel += 1) data[at + channel] = round(code + grain());
      data[at + 3] = 255;
    }
  return { bitmap: { width, height, data }, openPct: (slots.filter(Boolean).length / slots.length) * 100 };
}

/** From the picture to the coil: the adjugate of its perspective's matrix, row by row. */
function inverse(corners: Corners): number[] {
  const [a, b, c, d, e, f, g, h, i] = matrixOf(corners);
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
}
