import type { FinPack } from './finPack';
import { NOZZLES, type Touch } from './tools';

// By name: looked up once, not for each cell of each second.
const { abs, cos, exp, floor, max, min, PI, round, sin } = Math;

// Where a second of water goes. All figures are judgment, tuned to what the trade says of whole washes.

/** How far what is washed down falls at once, m. */
const DROP_M = 0.06;
/** Pressure left after a row of tubes, and what soil in it takes besides, by its depth. */
const PAST_A_ROW = 0.55;
const PAST_SOIL = 0.5;
/** Of soil that meets a blocked row, the share that is pressed fast. */
const PRESSED = 0.3;
/** Felt pushed at from the front: the share that goes into the fins. From behind it peels off whole, at this part of the pressure. */
const DRIVEN_IN = 0.6;
const PEELS_AT = 0.5;
/** Wet felt clings: so much more pressure takes it off the face from the front. */
const CLINGS = 3;
/** Sideways a fin folds at this share of what it bears straight on; it folds so fast, share of a second and of the pressure beyond. */
const SIDEWAYS = 0.3;
const FOLDS = 3;

const radians = (degrees: number): number => (degrees * PI) / 180;

/** Optical depth of the soil in one cell of one row. */
function depthAt(pack: FinPack, at: number, perG: number): number {
  const cells = pack.face * pack.rows;
  let grams = 0;
  for (let k = 0; k < pack.traits.length; k += 1) grams += (pack.loose[k * cells + at] as number) + (pack.bound[k * cells + at] as number);
  return grams * perG;
}

/**
 * Water on one place for a while: carries what is loose on, down, into the next row, out at the far side or back; presses felt in from the front and
 * peels it off from behind; folds fins that get too much. Soil is only moved.
 * @param spot its middle, m
 * @param dt how long, s
 * @param perG optical depth of a gram in a cell
 */
export function rinseSpot(pack: FinPack, touch: Touch, spot: readonly [x: number, y: number], dt: number, perG: number): void {
  const jet = NOZZLES[touch.nozzle ?? 0];
  if (!jet) return;
  const distance = max(0, touch.distanceM ?? 0.1);
  const radius = jet.radiusM + jet.widens * distance;
  const across = radians(min(90, abs(touch.acrossDeg ?? 0)));
  const down = sin(radians(min(90, max(0, touch.downDeg ?? 0))));
  const force = jet.forceKPa / (1 + distance / jet.halfM) ** 2;
  const { columns, lines, cellWidthM, cellHeightM } = pack;
  const [x0, x1] = [max(0, floor((spot[0] - radius) / cellWidthM)), min(columns - 1, floor((spot[0] + radius) / cellWidthM))];
  const [y0, y1] = [max(0, floor((spot[1] - radius) / cellHeightM)), min(lines - 1, floor((spot[1] + radius) / cellHeightM))];
  for (let y = y0; y <= y1; y += 1)
    for (let x = x0; x <= x1; x += 1) {
      const [dx, dy] = [((x + 0.5) * cellWidthM - spot[0]) / radius, ((y + 0.5) * cellHeightM - spot[1]) / radius];
      const far = dx * dx + dy * dy;
      if (far > 1) continue;
      const here = force * (1 - 0.6 * far);
      fold(pack, y * columns + x, here, across, dt);
      carry(pack, x, y, touch.side, here * cos(across), down, dt, perG);
    }
}

/** Fins fold under water that comes across them, or too hard straight on. */
function fold(pack: FinPack, cell: number, kPa: number, across: number, dt: number): void {
  const bears = pack.bendsKPa[cell] as number;
  const beyond = max(kPa * cos(across) - bears, kPa * sin(across) - bears * SIDEWAYS) / bears;
  if (beyond > 0) pack.bent[cell] = min(1, (pack.bent[cell] as number) + FOLDS * beyond * dt);
}

function carry(pack: FinPack, x: number, y: number, side: Touch['side'], kPa: number, down: number, dt: number, perG: number): void {
  const { columns, lines, rows, face, traits, loose, bound, gone } = pack;
  const cells = face * rows;
  const cell = y * columns + x;
  const fallY = y + max(1, round(DROP_M / pack.cellHeightM));
  const fallCell = fallY < lines ? fallY * columns + x : -1;
  const from = side === 'outside' ? 0 : rows - 1;
  const step = side === 'outside' ? 1 : -1;
  let left = kPa;
  if (side === 'outside') left = throughMat(pack, cell, fallCell, left, down, dt, perG);
  for (let z = from; z >= 0 && z < rows; z += step) {
    const at = z * face + cell;
    const depth = depthAt(pack, at, perG);
    const next = z + step;
    const out = next < 0 || next >= rows;
    // What a blocked row will not take stays where it is, some of it pressed fast.
    const takes = out ? 1 : exp(-depthAt(pack, next * face + cell, perG));
    const peeled = out && side === 'inside' ? peel(pack, cell, left, dt) : 1;
    for (let k = 0; k < traits.length; k += 1) {
      const i = k * cells + at;
      const has = loose[i] as number;
      if (has <= 0) continue;
      const moved = has * (1 - exp((-dt * left) / (traits[k]?.needsKPa ?? 1)));
      const falls = moved * down;
      const onward = (moved - falls) * (out ? peeled : takes);
      const stays = moved - falls - onward;
      loose[i] = has - moved + stays * (1 - PRESSED);
      bound[i] = (bound[i] as number) + stays * PRESSED;
      if (fallCell >= 0) loose[k * cells + z * face + fallCell] = (loose[k * cells + z * face + fallCell] as number) + falls;
      else gone.ground += falls;
      if (!out) loose[k * cells + next * face + cell] = (loose[k * cells + next * face + cell] as number) + onward;
      else if (side === 'inside') gone.ground += onward;
      else gone.inside += onward;
    }
    pack.water[at] = 1;
    // Water takes foam along.
    pack.foam[at] = (pack.foam[at] as number) * exp(-dt * left);
    if (pack.foam[at] < 0.02) pack.foam[at] = 0;
    left *= PAST_A_ROW * exp(-PAST_SOIL * depth);
  }
  if (side === 'inside') pack.matWet[cell] = 1;
}

/** From the front: some runs down the face, some is driven into the first row, the rest keeps the water off it. */
function throughMat(pack: FinPack, cell: number, fallCell: number, kPa: number, down: number, dt: number, perG: number): number {
  const { face, rows, traits, mat, loose, gone } = pack;
  const cells = face * rows;
  let depth = 0;
  const clings = 1 + (CLINGS - 1) * (pack.matWet[cell] as number);
  for (let k = 0; k < traits.length; k += 1) {
    const i = k * face + cell;
    const has = mat[i] as number;
    depth += has * perG;
    if (has <= 0) continue;
    const moved = has * (1 - exp((-dt * kPa) / ((traits[k]?.needsKPa ?? 1) * clings)));
    const falls = moved * down;
    const driven = (moved - falls) * DRIVEN_IN;
    mat[i] = has - falls - driven;
    loose[k * cells + cell] = (loose[k * cells + cell] as number) + driven;
    if (fallCell >= 0) mat[k * face + fallCell] = (mat[k * face + fallCell] as number) + falls;
    else gone.ground += falls;
  }
  pack.matWet[cell] = 1;
  pack.matFoam[cell] = (pack.matFoam[cell] as number) * exp(-dt * kPa);
  return kPa * exp(-depth);
}

/** From behind: felt comes off whole and falls. @returns the share of what follows that gets past what is still there */
function peel(pack: FinPack, cell: number, kPa: number, dt: number): number {
  const { face, traits, mat, gone } = pack;
  let [before, after] = [0, 0];
  for (let k = 0; k < traits.length; k += 1) {
    const has = mat[k * face + cell] as number;
    before += has;
    const stays = has * exp((-dt * kPa) / ((traits[k]?.needsKPa ?? 1) * PEELS_AT));
    mat[k * face + cell] = stays;
    gone.ground += has - stays;
    after += stays;
  }
  if (before > 0) pack.matFoam[cell] = (pack.matFoam[cell] as number) * (after / before);
  return before > 0 ? 1 - 0.8 * (after / before) : 1;
}
