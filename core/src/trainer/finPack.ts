import { DRYING_MARGIN, dryOut, SKIN_FILM_KG_M2 } from '../dryout';
import { uniforms } from '../random';
import { GRADE_TABLE, SOIL_TABLE, SUN_TABLE } from '../survey';
import { checkPracticeCase, PRACTICE_KPA, type PracticeCase } from './practiceCase';
import { SOIL_G_PER_DEPTH, SOIL_TRAITS, type SoilTraits } from './soilTraits';

/** Cells across and down a face. */
export const PACK_COLUMNS = 60;
export const PACK_LINES = 40;

/** Share of the light of a torch that each grade lets through when a case is made: the middle of its band. */
const LIGHT_OF_GRADE = GRADE_TABLE.map(({ lightPct: [least, most] }) => Math.max(0.02, (least + most) / 200));
/** Where the soil of a felted coil lies: before the face, and from row to row. Judgment. */
const FELT_SHARE = 0.55;
const BY_ROW: Record<number, readonly number[]> = { 1: [1], 2: [0.7, 0.3], 3: [0.6, 0.27, 0.13] };
/** Pressure that bends fins straight on, kPa, by how stiff they are. Judgment: see `NOZZLES`. */
const BENDS_KPA = { soft: 60, stiff: 150 } as const;

/** Where soil went that is no more on the coil, g. */
export interface SoilGone {
  /** To the ground, or into the pan of an indoor coil. */
  ground: number;
  /** Into the cabinet, behind the coil. */
  inside: number;
  /** Lifted dry. */
  lifted: number;
}

/**
 * One face of a coil as a block of cells: columns × lines × rows of tubes, row 0 outside, where the air goes in. Soils are g in a cell, by kind.
 * A model for practice: what it leaves out is in `LEFT_OUT`.
 */
export interface FinPack {
  case: PracticeCase;
  columns: number;
  lines: number;
  rows: number;
  /** Cells of one row. */
  face: number;
  cellWidthM: number;
  cellHeightM: number;
  traits: readonly SoilTraits[];
  /** Soil that moves and soil that sticks: by kind, row, cell. */
  loose: Float64Array;
  bound: Float64Array;
  /** Felt before the outside: by kind, cell. */
  mat: Float64Array;
  /** How wet the felt is, 0…1. */
  matWet: Float64Array;
  /** Foam that the felt kept, 0…1: it works on nothing. */
  matFoam: Float64Array;
  /** How wet each cell is, 0…1. */
  water: Float64Array;
  /** Foam that stands in a cell, 0…1, how strong, how long, s, and how far its skin has dried, 0…1. */
  foam: Float64Array;
  strength: Float64Array;
  foamAgeS: Float64Array;
  dryness: Float64Array;
  /** Foam dried here once. */
  baked: Uint8Array;
  /** Longest that foam ever stood in the cells of the face, s. */
  soakedS: Float64Array;
  /** Share of each cell of the face that is folded, and what it takes to fold it, kPa. */
  bent: Float64Array;
  bendsKPa: Float64Array;
  gone: SoilGone;
  /** Soil it began with, g. */
  startG: number;
  seconds: number;
  waterL: number;
  solutionL: number;
  /** Water in the pan, L, and what ran over it. */
  panL: number;
  spilledL: number;
  /** Until a skin of foam dries, s, outside and inside; Infinity where it does not. */
  dryS: { outside: number; inside: number };
}

/** Blotches, evenly from 0 to 1 with mean one half: what falls on a face is never even. */
function blotches(columns: number, lines: number, random: () => number): Float64Array {
  const step = 8;
  const [across, down] = [Math.ceil(columns / step) + 1, Math.ceil(lines / step) + 1];
  const knots = Float64Array.from({ length: across * down }, random);
  const at = (x: number, y: number): number => knots[y * across + x] ?? 0;
  const field = new Float64Array(columns * lines);
  for (let y = 0; y < lines; y += 1)
    for (let x = 0; x < columns; x += 1) {
      const [i, j] = [Math.floor(x / step), Math.floor(y / step)];
      const [u, v] = [(x % step) / step, (y % step) / step];
      const upper = at(i, j) * (1 - u) + at(i + 1, j) * u;
      const lower = at(i, j + 1) * (1 - u) + at(i + 1, j + 1) * u;
      field[y * columns + x] = 0.5 * (upper * (1 - v) + lower * v) + 0.5 * random();
    }
  return field;
}

/**
 * A coil as it is found.
 * @param given the case
 * @param seed of what no two coils share: where the soil lies and how stiff each fin is
 * @param grain cells so many times as wide and high: coarser where many coils are washed at once
 * @returns a pack that nobody has touched
 * @throws CoreError as `checkPracticeCase`
 * @example newPack(PRACTICE_CASES[0], 1).rows // 1
 */
export function newPack(given: PracticeCase, seed: number, grain = 1): FinPack {
  checkPracticeCase(given);
  const random = uniforms(seed);
  const [columns, lines, rows] = [Math.round(PACK_COLUMNS / grain), Math.round(PACK_LINES / grain), given.rows];
  const [face, kinds] = [columns * lines, given.soils.length];
  const [cellWidthM, cellHeightM] = [given.widthM / columns, given.heightM / lines];
  const traits = given.soils.map((soil) => SOIL_TRAITS[soil]);
  const felts = given.grade >= 2 && given.soils.some((soil) => SOIL_TABLE[soil].felts);
  const cells = face * rows;
  const [loose, bound, mat] = [new Float64Array(kinds * cells), new Float64Array(kinds * cells), new Float64Array(kinds * face)];
  const depth = -Math.log(LIGHT_OF_GRADE[given.grade] ?? 1);
  const perCellG = depth * SOIL_G_PER_DEPTH * cellWidthM * cellHeightM;
  const shares = given.soils.map((_, k) => 1 / (k + 1));
  const whole = shares.reduce((sum, share) => sum + share, 0);
  const byRow = BY_ROW[rows] ?? [1];
  for (let k = 0; k < kinds; k += 1) {
    const field = blotches(columns, lines, random);
    const [share, kind] = [(shares[k] ?? 0) / whole, traits[k] as SoilTraits];
    for (let cell = 0; cell < face; cell += 1) {
      const here = perCellG * share * (0.4 + 1.2 * (field[cell] ?? 0));
      const matted = felts ? here * FELT_SHARE : 0;
      mat[k * face + cell] = matted;
      for (let z = 0; z < rows; z += 1) {
        const inRow = (here - matted) * (byRow[z] ?? 0);
        bound[k * cells + z * face + cell] = inRow * kind.bound;
        loose[k * cells + z * face + cell] = inRow * (1 - kind.bound);
      }
    }
  }
  const bendsKPa = Float64Array.from({ length: face }, () => BENDS_KPA[given.stiffness] * (0.85 + 0.3 * random()));
  const air = {
    filmKgM2: SKIN_FILM_KG_M2,
    dryBulbC: given.site.dryBulbC,
    rhPct: given.site.rhPct,
    windMs: given.site.windMs,
    pressureKPa: PRACTICE_KPA,
  };
  const dry = (netRadiationWm2: number) => dryOut({ ...air, netRadiationWm2 }).seconds;
  const pack: FinPack = {
    case: given,
    columns,
    lines,
    rows,
    face,
    cellWidthM,
    cellHeightM,
    traits,
    loose,
    bound,
    mat,
    matWet: new Float64Array(face),
    matFoam: new Float64Array(face),
    water: new Float64Array(cells),
    foam: new Float64Array(cells),
    strength: new Float64Array(cells),
    foamAgeS: new Float64Array(cells),
    dryness: new Float64Array(cells),
    baked: new Uint8Array(cells),
    soakedS: new Float64Array(face),
    bent: new Float64Array(face),
    bendsKPa,
    gone: { ground: 0, inside: 0, lifted: 0 },
    startG: 0,
    seconds: 0,
    waterL: 0,
    solutionL: 0,
    panL: 0,
    spilledL: 0,
    dryS: { outside: dry(SUN_TABLE[given.site.sun].netRadiationWm2), inside: dry(0) },
  };
  pack.startG = soilG(pack);
  return pack;
}

const sum = (cells: Float64Array): number => {
  let total = 0;
  for (let i = 0; i < cells.length; i += 1) total += cells[i] as number;
  return total;
};

/** Soil on the coil, g: what moves, what sticks, and the felt before it. */
export const soilG = ({ loose, bound, mat }: FinPack): number => sum(loose) + sum(bound) + sum(mat);

/**
 * Until a skin of foam on a side is trusted to be wet still: the same margin that the clocks of a visit keep.
 * @param pack the coil
 * @param side of it
 * @returns seconds; Infinity where it never dries
 * @example Math.round(trustedWetS(newPack(PRACTICE_CASES[2], 1), 'outside') / 60) // 5
 */
export const trustedWetS = ({ dryS }: FinPack, side: 'inside' | 'outside'): number => dryS[side] * DRYING_MARGIN;

/**
 * The same pack again, to be worked on apart.
 * @param pack to copy
 * @returns one that shares nothing that changes
 * @example copyPack(newPack(PRACTICE_CASES[0], 1)).seconds // 0
 */
export const copyPack = (pack: FinPack): FinPack => ({
  ...pack,
  loose: pack.loose.slice(),
  bound: pack.bound.slice(),
  mat: pack.mat.slice(),
  matWet: pack.matWet.slice(),
  matFoam: pack.matFoam.slice(),
  water: pack.water.slice(),
  foam: pack.foam.slice(),
  strength: pack.strength.slice(),
  foamAgeS: pack.foamAgeS.slice(),
  dryness: pack.dryness.slice(),
  baked: pack.baked.slice(),
  soakedS: pack.soakedS.slice(),
  bent: pack.bent.slice(),
  gone: { ...pack.gone },
});
