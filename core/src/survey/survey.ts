import { tableOf, requireInRange } from '../errors';
import { noAnswers, type CoilAnswers } from './answers';
import type { Grade } from './grade';

/** What coils are soiled with. */
export const SOILS = ['dust', 'seed-fluff', 'lint', 'grass', 'pet-hair', 'pet-urine', 'mud', 'grease', 'biofilm', 'salt', 'nest'] as const;
/** One of `SOILS`. */
export type Soil = (typeof SOILS)[number];

export interface SoilFacts {
  id: Soil;
  name: string;
  /** Sits as felt or lumps: wants lifting off dry before any water. */
  felts: boolean;
  /** Oil or grease film: water alone will not shift it. */
  oily: boolean;
}

/** What each soil is like. */
export const SOIL_TABLE: Record<Soil, SoilFacts> = {
  dust: { id: 'dust', name: 'Dry dust or pollen', felts: false, oily: false },
  'seed-fluff': { id: 'seed-fluff', name: 'Seed fluff', felts: true, oily: false },
  lint: { id: 'lint', name: 'Lint felt', felts: true, oily: false },
  grass: { id: 'grass', name: 'Grass or leaves', felts: true, oily: false },
  'pet-hair': { id: 'pet-hair', name: 'Pet hair', felts: true, oily: false },
  'pet-urine': { id: 'pet-urine', name: 'Pet urine', felts: false, oily: false },
  mud: { id: 'mud', name: 'Mud at the lines', felts: false, oily: false },
  grease: { id: 'grease', name: 'Grease or oil film', felts: false, oily: true },
  biofilm: { id: 'biofilm', name: 'Biofilm or mould', felts: false, oily: false },
  salt: { id: 'salt', name: 'Salt', felts: false, oily: false },
  nest: { id: 'nest', name: 'Nest or droppings', felts: true, oily: false },
};

/** How far a coil has corroded. */
export const CORROSION = ['none', 'some', 'severe'] as const;
/** One of `CORROSION`. */
export type Corrosion = (typeof CORROSION)[number];

/** Grades by face, outermost row first; null for a row that nobody has graded. */
export type FaceGrades = Record<string, (Grade | null)[]>;

/** What was seen on one coil. Incomplete on purpose: a missing face is reported, never guessed. */
export interface CoilSurvey {
  grades: FaceGrades;
  soils: Soil[];
  corrosion: Corrosion;
  /** Oil stain or other sign that the refrigerant circuit leaks here. */
  leakSuspected: boolean;
  /** Ice on the coil. */
  iced: boolean;
  /** A mat can be seen between the rows. */
  matBetweenRows: boolean;
  /** Weak cooling, long runs or a high bill was complained of. */
  coolingSymptom: boolean;
  answers: CoilAnswers;
  note: string;
}

/**
 * A survey with nothing in it yet.
 * @returns nothing graded, nothing answered
 * @example emptySurvey().grades // {}
 */
export const emptySurvey = (): CoilSurvey => ({
  grades: {},
  soils: [],
  corrosion: 'none',
  leakSuspected: false,
  iced: false,
  matBetweenRows: false,
  coolingSymptom: false,
  answers: noAnswers(),
  note: '',
});

/**
 * A survey as it was stored, with what was not yet asked in its day left as "nobody looked".
 * @param stored as it was kept, perhaps by an older version
 * @returns with nothing left out
 * @example completeSurvey({ soils: ['dust'] }).corrosion // 'none'
 */
export const completeSurvey = (stored: Partial<CoilSurvey>): CoilSurvey => ({
  ...emptySurvey(),
  ...stored,
  answers: { ...noAnswers(), ...stored.answers },
});

/** How the sun stands on a coil. */
export const SUN_EXPOSURES = ['shade', 'broken', 'full'] as const;
/** One of `SUN_EXPOSURES`. */
export type SunExposure = (typeof SUN_EXPOSURES)[number];

/**
 * Net radiation taken up by a wet skin, W/m², for a plain description of the sun. Full sun: about 800 W/m² on the face
 * times an absorbed share of 0.6 (both from memory); broken sun half of it.
 */
export const SUN_TABLE: Record<SunExposure, { id: SunExposure; name: string; netRadiationWm2: number }> = tableOf('sun exposure', {
  shade: { id: 'shade', name: 'Shade', netRadiationWm2: 0 },
  broken: { id: 'broken', name: 'Broken sun', netRadiationWm2: 240 },
  full: { id: 'full', name: 'Full sun', netRadiationWm2: 480 },
});

/** The air and light at the coil, typed in on the spot. */
export interface SiteConditions {
  dryBulbC: number;
  /** Relative humidity, percent 0–100. */
  rhPct: number;
  windMs: number;
  sun: SunExposure;
}

const isGrade = (grade: Grade | null | undefined): grade is Grade => grade !== null && grade !== undefined;

/**
 * The worst of some grades; a row that nobody graded does not count.
 * @param grades by face
 * @returns null when nothing has been graded
 * @example worstOf({ path: [null, 3], hedge: [1, 2] }) // 3
 */
export function worstOf(grades: FaceGrades): Grade | null {
  const given = Object.values(grades).flat().filter(isGrade);
  return given.length === 0 ? null : (Math.max(...given) as Grade);
}

/** One row of one face. `row` counts from 0, the outermost. */
export interface FaceRow {
  faceId: string;
  row: number;
}

/**
 * Grades with one more of them given; rows of that face that nobody graded stay open.
 * @param grades by face
 * @param at face and row, the outermost 0
 * @param value the grade
 * @returns other grades untouched
 * @example withGrade({}, { faceId: 'path', row: 1 }, 3) // { path: [null, 3] }
 */
export function withGrade(grades: FaceGrades, at: FaceRow, value: Grade): FaceGrades {
  const rows = [...(grades[at.faceId] ?? [])];
  rows[at.row] = value;
  return { ...grades, [at.faceId]: Array.from(rows, (grade) => grade ?? null) };
}

/** Deeper than any coil of a house. */
const MOST_ROWS = 12;

/**
 * Rows that nobody has graded, face by face in the order given.
 * @param grades by face
 * @param faceIds faces of the coil
 * @param rows how many rows deep it is, 1–3
 * @returns face and row of each
 * @throws CoreError out-of-range `rows`
 * @example ungraded({ path: [null, 3] }, ['path'], 2) // [{ faceId: 'path', row: 0 }]
 */
export const ungraded = (grades: FaceGrades, faceIds: readonly string[], rows: number): FaceRow[] =>
  faceIds.flatMap((faceId) =>
    Array.from({ length: requireInRange('rows', rows, 0, MOST_ROWS) }, (_, row) => ({ faceId, row })).filter(
      ({ row }) => !isGrade(grades[faceId]?.[row]),
    ),
  );

/** Words for the rows of a coil of one, two and three rows, the outermost first. */
const ROW_NAMES: readonly (readonly string[])[] = [[], [''], ['outer row', 'inner row'], ['outer row', 'middle row', 'inner row']];

/**
 * How one row of a coil is called; empty on a coil of one row.
 * @param rows how many rows deep, 1–3
 * @param row which, the outermost 0
 * @returns words, empty on one row
 * @example rowName(2, 1) // "inner row"
 */
export const rowName = (rows: number, row: number): string => ROW_NAMES[rows]?.[row] ?? '';
