import { noAnswers, type CoilAnswers } from './answers';
import type { Grade } from './grade';

export const SOILS = ['dust', 'seed-fluff', 'lint', 'grass', 'pet-hair', 'pet-urine', 'mud', 'grease', 'biofilm', 'salt', 'nest'] as const;
export type Soil = (typeof SOILS)[number];

export interface SoilFacts {
  id: Soil;
  name: string;
  /** Sits as felt or lumps: wants lifting off dry before any water. */
  felts: boolean;
  /** Oil or grease film: water alone will not shift it. */
  oily: boolean;
}

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

export const CORROSION = ['none', 'some', 'severe'] as const;
export type Corrosion = (typeof CORROSION)[number];

/** Grades of one face, outermost row first; one entry per row. */
export type FaceGrades = Record<string, Grade[]>;

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

/** A survey as it was stored, with what was not yet asked in its day left as "nobody looked". */
export const completeSurvey = (stored: Partial<CoilSurvey>): CoilSurvey => ({
  ...emptySurvey(),
  ...stored,
  answers: { ...noAnswers(), ...stored.answers },
});

export const SUN_EXPOSURES = ['shade', 'broken', 'full'] as const;
export type SunExposure = (typeof SUN_EXPOSURES)[number];

/**
 * Net radiation taken up by a wet skin, W/m², for a plain description of the sun. Full sun: about 800 W/m² on the face
 * times an absorbed share of 0.6 (both from memory); broken sun half of it.
 */
export const SUN_TABLE: Record<SunExposure, { id: SunExposure; name: string; netRadiationWm2: number }> = {
  shade: { id: 'shade', name: 'Shade', netRadiationWm2: 0 },
  broken: { id: 'broken', name: 'Broken sun', netRadiationWm2: 240 },
  full: { id: 'full', name: 'Full sun', netRadiationWm2: 480 },
};

/** The air and light at the coil, typed in on the spot. */
export interface SiteConditions {
  dryBulbC: number;
  /** Relative humidity, percent 0–100. */
  rhPct: number;
  windMs: number;
  sun: SunExposure;
}

/** Every grade that was given on a coil, outer row and inner row alike. */
export const allGrades = (survey: CoilSurvey): Grade[] => Object.values(survey.grades).flat();

/** The worst grade given, or null when nothing has been graded. */
export function worstGrade(survey: CoilSurvey): Grade | null {
  const grades = allGrades(survey);
  return grades.length === 0 ? null : (Math.max(...grades) as Grade);
}

/** Ids of faces that still lack a grade on at least one row. @param rows rows of the coil */
export function ungradedFaces(survey: CoilSurvey, faceIds: string[], rows: number): string[] {
  return faceIds.filter((id) => (survey.grades[id] ?? []).filter((grade) => grade !== undefined).length < rows);
}
