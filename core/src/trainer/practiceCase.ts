import { CoreError, requireInRange } from '../errors';
import { CONSTRUCTIONS, USUAL_ROW_DEPTH_M, type CoilRole, type Construction } from '../equipment';
import type { CoilBuild, MethodContext } from '../method';
import { emptySurvey, SOILS, type CoilSurvey, type Grade, type SiteConditions, type Soil } from '../survey';

/** One coil to practise on: one face of it, as it is found. */
export interface PracticeCase {
  id: string;
  name: string;
  /** What is to be learned from it. */
  lesson: string;
  role: CoilRole;
  construction: Construction;
  rows: 1 | 2 | 3;
  widthM: number;
  heightM: number;
  /** One to three, the most of it first. */
  soils: Soil[];
  grade: Grade;
  /** How the fins take a jet, as nobody knows until they try. */
  stiffness: 'soft' | 'stiff';
  /** The inside face can be reached. */
  topOpens: boolean;
  site: SiteConditions;
  /** What stands under an indoor coil; null outdoors. */
  pan: { litres: number; drainLMin: number } | null;
}

/** Barometer of every practice, kPa. */
export const PRACTICE_KPA = 98;

const AIR: SiteConditions = { dryBulbC: 27, rhPct: 55, windMs: 1, sun: 'shade' };
const outdoor = {
  role: 'condenser' as const,
  construction: 'copper-plate-fin' as const,
  rows: 1 as const,
  widthM: 0.9,
  heightM: 0.6,
  stiffness: 'stiff' as const,
  topOpens: true,
  site: AIR,
  pan: null,
};

/** Coils to begin with, from easy to hard. Invented. */
export const PRACTICE_CASES: readonly PracticeCase[] = [
  {
    ...outdoor,
    id: 'dusty-single-row',
    name: 'A year of dust, one row',
    lesson: 'Top down, from inside, then look with the torch.',
    soils: ['dust'],
    grade: 2,
  },
  {
    ...outdoor,
    id: 'felted-single-row',
    name: 'Seed fluff felted on one row',
    lesson: 'Lift it dry first: what is wetted sticks.',
    soils: ['seed-fluff', 'dust'],
    grade: 3,
  },
  {
    ...outdoor,
    id: 'sunny-grease',
    name: 'Grease on a face in full sun',
    lesson: 'Foam that dries bakes on: keep it wet, in sections.',
    soils: ['grease', 'dust'],
    grade: 3,
    site: { dryBulbC: 34, rhPct: 30, windMs: 1.5, sun: 'full' },
  },
  {
    ...outdoor,
    id: 'two-rows',
    name: 'Two rows, soft fins',
    lesson: 'A level jet drives dirt between the rows; hard water folds these fins.',
    rows: 2,
    soils: ['dust', 'pet-hair'],
    grade: 3,
    stiffness: 'soft',
  },
  {
    ...outdoor,
    id: 'microchannel-lint',
    name: 'Microchannel behind a dryer vent',
    lesson: 'No strong alkali, no hard water, no brush across.',
    construction: 'microchannel',
    soils: ['lint', 'dust'],
    grade: 2,
    stiffness: 'soft',
  },
  {
    ...outdoor,
    id: 'packed',
    name: 'Packed: nobody has washed it for years',
    lesson: 'One pass does not clear it.',
    soils: ['seed-fluff', 'grass', 'dust'],
    grade: 4,
  },
  {
    ...outdoor,
    id: 'indoor-slab',
    name: 'An indoor slab over a small pan',
    lesson: 'Little water, in doses the pan can hold.',
    role: 'evaporator',
    rows: 3,
    widthM: 0.5,
    heightM: 0.45,
    soils: ['biofilm', 'lint'],
    grade: 2,
    site: { dryBulbC: 24, rhPct: 50, windMs: 0, sun: 'shade' },
    pan: { litres: 4, drainLMin: 1 },
  },
];

/**
 * Refuses a coil that cannot be practised on.
 * @param given the case
 * @throws CoreError naming `soils`, `rows`, `construction`, `widthM`, `heightM`, `pan.litres` or `pan.drainLMin`
 * @example checkPracticeCase(PRACTICE_CASES[0]) // undefined
 */
export function checkPracticeCase(given: PracticeCase): void {
  const { soils, rows, construction, pan } = given;
  if (soils.length < 1 || soils.length > 3 || new Set(soils).size !== soils.length || soils.some((soil) => !SOILS.includes(soil)))
    throw new CoreError('out-of-range', 'soils', 'soils must be one to three kinds, each once.');
  if (![1, 2, 3].includes(rows)) throw new CoreError('out-of-range', 'rows', 'rows must be 1, 2 or 3.');
  if (!CONSTRUCTIONS.includes(construction)) throw new CoreError('out-of-range', 'construction', 'construction must be one that is known.');
  requireInRange('widthM', given.widthM, 0.2, 1.5, 'm');
  requireInRange('heightM', given.heightM, 0.2, 1.5, 'm');
  if (pan) {
    requireInRange('pan.litres', pan.litres, 0.5, 30, 'L');
    requireInRange('pan.drainLMin', pan.drainLMin, 0.05, 20, 'L/min');
  }
}

/** The face's id in the coil that a case stands for. */
const FACE = 'face';

/**
 * The case as the planner sees a coil: what is built, what was found, and the air around it.
 * @param given the case
 * @returns the coil, its survey and the visit around it
 * @throws CoreError as `checkPracticeCase`
 * @example caseForPlan(PRACTICE_CASES[1]).survey.grades // { face: [3] }
 */
export function caseForPlan(given: PracticeCase): { coil: CoilBuild; survey: CoilSurvey; context: MethodContext } {
  checkPracticeCase(given);
  const blank = emptySurvey();
  const { role, construction, rows, pan, grade } = given;
  return {
    coil: {
      id: given.id,
      role,
      construction,
      guards: 'none',
      topOpens: given.topOpens,
      makerWaterOnly: false,
      geometry: {
        shape: role === 'evaporator' ? 'slab' : 'wrap',
        finnedHeightM: given.heightM,
        rows,
        finsPerInch: 14,
        rowDepthM: USUAL_ROW_DEPTH_M,
        faces: [{ id: FACE, name: 'The face', widthM: given.widthM, wallSide: false }],
      },
    },
    survey: {
      ...blank,
      grades: { [FACE]: Array.from({ length: rows }, () => grade) },
      soils: given.soils,
      coolingSymptom: grade > 0,
      answers: {
        ...blank.answers,
        finStiffness: given.stiffness,
        // Foam that would dry is misted.
        keepWet: 'mist',
        // It stands open where it can be.
        opening: given.topOpens && role === 'condenser' ? 'top-open' : blank.answers.opening,
        ...(pan ? { panVolumeL: pan.litres, drainLMin: pan.drainLMin } : {}),
      },
    },
    context: {
      configuration: 'split-cool',
      refrigerant: 'R-410A',
      pressureKPa: PRACTICE_KPA,
      sensitiveOccupants: false,
      site: given.site,
    },
  };
}
