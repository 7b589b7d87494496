import fc from 'fast-check';
import { CONSTRUCTIONS, USUAL_ROW_DEPTH_M, type CoilRole, type Construction } from '../equipment';
import { DEFAULT_HOUSE_RULES, type CoilBuild, type HouseRules, type MethodContext } from '../method';
import type { Cleaner } from '../mix';
import { CORROSION, emptySurvey, noAnswers, SOILS, type CoilSurvey, type Grade, type Soil } from '../survey';

const cleaner = (over: Partial<Cleaner> & Pick<Cleaner, 'id' | 'chemistry'>): Cleaner => ({
  name: over.id,
  form: 'concentrate',
  chart: { light: 10, medium: 6, heavy: 4 },
  dwellMinS: 300,
  dwellMaxS: 600,
  allowedConstructions: [...CONSTRUCTIONS],
  indoor: false,
  outdoor: true,
  rinseNeeded: true,
  waterFirst: true,
  hazardWords: '',
  ...over,
});

/** One cleaner of each class, with labels as wide as such labels go, so that the rules and not the labels decide. */
export const shelf: Cleaner[] = [
  cleaner({ id: 'alkaline', chemistry: 'alkaline-foam' }),
  cleaner({ id: 'neutral', chemistry: 'neutral', chart: { light: 20, medium: 10, heavy: 10 }, dwellMaxS: 900 }),
  cleaner({ id: 'household', chemistry: 'household', chart: { light: null, medium: null, heavy: null } }),
  cleaner({ id: 'micro', chemistry: 'microchannel-cleaner', chart: { light: 12, medium: 8, heavy: 6 } }),
  cleaner({
    id: 'evap',
    chemistry: 'evaporator-foam',
    indoor: true,
    outdoor: false,
    rinseNeeded: false,
    chart: { light: 10, medium: 8, heavy: 5 },
  }),
  cleaner({ id: 'acid', chemistry: 'acid', indoor: true }),
];

export const coil = (construction: Construction = 'copper-plate-fin', over: Partial<CoilBuild> = {}): CoilBuild => ({
  id: 'coil-1',
  role: 'condenser',
  construction,
  guards: 'wire',
  topOpens: true,
  makerWaterOnly: false,
  geometry: {
    shape: 'wrap',
    finnedHeightM: 0.6,
    rows: 1,
    finsPerInch: 16,
    rowDepthM: USUAL_ROW_DEPTH_M,
    faces: [
      { id: 'path', name: 'Path', widthM: 0.6, wallSide: false },
      { id: 'hedge', name: 'Hedge', widthM: 0.6, wallSide: false },
    ],
  },
  ...over,
});

export const graded = (grade: Grade, over: Partial<CoilSurvey> = {}, rows = 1): CoilSurvey => ({
  ...emptySurvey(),
  grades: { path: Array<Grade>(rows).fill(grade), hedge: Array<Grade>(rows).fill(grade) },
  ...over,
});

/** An indoor coil over a drain that was poured, a sound pan and a float that was lifted: condensate may rinse it. */
export const overGoodDrain: Partial<CoilSurvey> = {
  answers: { ...noAnswers(), primaryDrain: 'clear', pan: 'clean', floatSwitch: 'works', trap: 'wet' },
};

export const mildDay: MethodContext = {
  configuration: 'split-cool',
  refrigerant: 'R-410A',
  pressureKPa: 95,
  sensitiveOccupants: false,
  site: { dryBulbC: 24, rhPct: 55, windMs: 1, sun: 'shade' },
};

export const house = (over: Partial<HouseRules> = {}): HouseRules => ({ ...DEFAULT_HOUSE_RULES, ...over });

export const anyRole = fc.constantFrom<CoilRole>('condenser', 'evaporator');
export const anyConstruction = fc.constantFrom<Construction>(...CONSTRUCTIONS);
export const anySurvey = fc
  .record({
    a: fc.integer({ min: 0, max: 4 }),
    b: fc.integer({ min: 0, max: 4 }),
    soils: fc.subarray<Soil>([...SOILS]),
    corrosion: fc.constantFrom(...CORROSION),
    symptom: fc.boolean(),
  })
  .map(({ a, b, soils, corrosion, symptom }): CoilSurvey => ({
    ...emptySurvey(),
    grades: { path: [a as Grade], hedge: [b as Grade] },
    soils,
    corrosion,
    coolingSymptom: symptom,
  }));
export const anyContext = fc
  .record({
    t: fc.double({ min: 5, max: 45, noNaN: true }),
    rh: fc.double({ min: 5, max: 95, noNaN: true }),
    u: fc.double({ min: 0, max: 6, noNaN: true }),
    sun: fc.constantFrom('shade' as const, 'broken' as const, 'full' as const),
  })
  .map(({ t, rh, u, sun }): MethodContext => ({ ...mildDay, site: { dryBulbC: t, rhPct: rh, windMs: u, sun } }));
export const anyHouse = fc
  .record({
    chemistry: fc.constantFrom('water-first' as const, 'cleaner' as const, 'household' as const),
    dwell: fc.constantFrom('short' as const, 'long' as const),
  })
  .map((schools) => house(schools));
