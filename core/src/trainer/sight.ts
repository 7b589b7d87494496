import { OPEN_BY_GRADE, solveCycle, SOUND, type CycleState } from '../cycle';
import { gradeOfLight } from '../light';
import { GRADE_TABLE, type Grade } from '../survey';
import type { FinPack } from './finPack';
import { PRACTICE_KPA } from './practiceCase';
import { SOIL_G_PER_DEPTH } from './soilTraits';
import type { Side } from './tools';

// By name: looked up once, not for each cell.
const { exp, max, min } = Math;

/** Of the light, what a folded fin keeps back, and what foam does. Judgment. */
const FOLDED = 0.7;
const FOAMED = 0.9;

/**
 * Light of a torch behind each cell of a face, as the eye sees it from the other side.
 * @param pack the coil
 * @returns 0…1 by cell, line by line from the top left
 * @example lightPicture(newPack(PRACTICE_CASES[0], 1)).length // 2400
 */
export function lightPicture(pack: FinPack): Float32Array {
  const { face, rows, traits, loose, bound, mat, foam, bent } = pack;
  const cells = face * rows;
  const perG = 1 / (SOIL_G_PER_DEPTH * pack.cellWidthM * pack.cellHeightM);
  const picture = new Float32Array(face);
  for (let cell = 0; cell < face; cell += 1) {
    let grams = 0;
    let foamed = 0;
    for (let k = 0; k < traits.length; k += 1) grams += mat[k * face + cell] as number;
    for (let z = 0; z < rows; z += 1) {
      const at = z * face + cell;
      foamed = max(foamed, foam[at] as number);
      for (let k = 0; k < traits.length; k += 1) grams += (loose[k * cells + at] as number) + (bound[k * cells + at] as number);
    }
    picture[cell] = exp(-grams * perG) * (1 - FOLDED * (bent[cell] as number)) * (1 - FOAMED * foamed);
  }
  return picture;
}

/**
 * Share of the light that comes through the whole face.
 * @param pack the coil
 * @returns percent
 * @example Math.round(lightPct(newPack(PRACTICE_CASES[0], 1))) // 44
 */
export function lightPct(pack: FinPack): number {
  const picture = lightPicture(pack);
  let whole = 0;
  for (let cell = 0; cell < picture.length; cell += 1) whole += picture[cell] as number;
  return (whole / picture.length) * 100;
}

/**
 * Grade that the torch shows, by the scale of the light test.
 * @param pack the coil
 * @returns 0 to 4
 * @example lightGrade(newPack(PRACTICE_CASES[5], 1)) // 4
 */
export const lightGrade = (pack: FinPack): Grade => gradeOfLight(lightPct(pack));

/** Middle of each grade's band of light, percent, from clear down. */
const MIDDLES = GRADE_TABLE.map(({ lightPct: [least, most] }) => (least + most) / 2);

/**
 * Open area for the air by the light that comes through: the figures of the grades, and straight between them.
 * @param pct light, percent
 * @returns 0.2…1
 * @example openOfLight(45) // 0.72
 */
export function openOfLight(pct: number): number {
  const points: [number, number][] = [
    [100, 1],
    ...MIDDLES.map((middle, grade): [number, number] => [middle, OPEN_BY_GRADE[grade] ?? 1]),
    [0, 0.3],
  ];
  for (let i = 1; i < points.length; i += 1) {
    const [[high, above], [low, below]] = [points[i - 1] as [number, number], points[i] as [number, number]];
    if (pct >= low) return below + ((above - below) * (min(pct, high) - low)) / (high - low || 1);
  }
  return 0.3;
}

/** Outdoor air of a rating, °C (95 °F). Source: AHRI 210/240, from memory. */
const RATED_OUTDOOR_C = 35;

/** Machine that a practised coil belongs to: three tons, a valve, nothing else wrong with it. */
const MACHINE = {
  refrigerant: 'R-410A' as const,
  metering: 'valve' as const,
  tons: 3,
  outdoorWetBulbC: 20,
  mist: 0,
  returnC: 26.7,
  returnWetBulbC: 19.4,
};

/**
 * What the machine does with this coil as it is now: head pressure, capacity and watts, by the small system model, on a day of a rating.
 * @param pack the coil; its other side is clean
 * @returns the state that the model settles in
 * @example machineOf(newPack(PRACTICE_CASES[5], 1)).totalW > machineOf(newPack(PRACTICE_CASES[0], 1)).totalW // true
 */
export function machineOf(pack: FinPack): CycleState {
  const open = openOfLight(lightPct(pack));
  const condition = { ...SOUND, ...(pack.case.role === 'condenser' ? { outdoorOpen: open } : { indoorOpen: open }) };
  return solveCycle({ ...MACHINE, outdoorC: RATED_OUTDOOR_C, pressureKPa: PRACTICE_KPA, condition });
}

/** What the eye sees of one cell, each 0…255, in this order. */
export const LOOK_CHANNELS = ['felt', 'soil', 'foam', 'drying', 'wet', 'bent', 'light', 'baked'] as const;

/** Depth of soil that looks full. */
const LOOKS_FULL = 2;

/**
 * A side of the coil as it looks, and the light behind it.
 * @param pack the coil
 * @param side from which it is looked at; felt lies on the outside alone
 * @returns `LOOK_CHANNELS` of each cell, one cell after the other, line by line from the top left
 * @example faceLook(newPack(PRACTICE_CASES[0], 1), 'inside').length // 19200
 */
export function faceLook(pack: FinPack, side: Side): Uint8Array {
  const { face, rows, traits, loose, bound, mat } = pack;
  const cells = face * rows;
  const z = side === 'outside' ? 0 : rows - 1;
  const full = 255 / (SOIL_G_PER_DEPTH * pack.cellWidthM * pack.cellHeightM * LOOKS_FULL);
  const light = lightPicture(pack);
  const n = LOOK_CHANNELS.length;
  const look = new Uint8Array(face * n);
  for (let cell = 0; cell < face; cell += 1) {
    const at = z * face + cell;
    let [felt, soil] = [0, 0];
    for (let k = 0; k < traits.length; k += 1) {
      felt += mat[k * face + cell] as number;
      soil += (loose[k * cells + at] as number) + (bound[k * cells + at] as number);
    }
    look[cell * n] = side === 'outside' ? min(255, felt * full) : 0;
    look[cell * n + 1] = min(255, soil * full);
    look[cell * n + 2] = 255 * max(pack.foam[at] as number, side === 'outside' ? (pack.matFoam[cell] as number) : 0);
    look[cell * n + 3] = 255 * min(1, pack.dryness[at] as number);
    look[cell * n + 4] = 255 * max(pack.water[at] as number, side === 'outside' ? (pack.matWet[cell] as number) : 0);
    look[cell * n + 5] = 255 * (pack.bent[cell] as number);
    look[cell * n + 6] = 255 * (light[cell] as number);
    look[cell * n + 7] = pack.baked[at] ? 255 : 0;
  }
  return look;
}

/**
 * The coil cut across, seen from above: how much lies in each column, felt first and then row by row from outside in.
 * @param pack the coil
 * @returns 0…255 by layer, then by column
 * @example cutLook(newPack(PRACTICE_CASES[3], 1)).length // 180
 */
export function cutLook(pack: FinPack): Uint8Array {
  const { face, rows, columns, lines, traits, loose, bound, mat } = pack;
  const cells = face * rows;
  const full = 255 / (SOIL_G_PER_DEPTH * pack.cellWidthM * pack.cellHeightM * LOOKS_FULL * lines);
  const cut = new Uint8Array((rows + 1) * columns);
  for (let x = 0; x < columns; x += 1)
    for (let layer = 0; layer <= rows; layer += 1) {
      let grams = 0;
      for (let y = 0; y < lines; y += 1)
        for (let k = 0; k < traits.length; k += 1) {
          const at = y * columns + x;
          grams +=
            layer === 0
              ? (mat[k * face + at] as number)
              : (loose[k * cells + (layer - 1) * face + at] as number) + (bound[k * cells + (layer - 1) * face + at] as number);
        }
      cut[layer * columns + x] = min(255, grams * full);
    }
  return cut;
}
