import fc from 'fast-check';
import { CONFIGURATIONS, CONFIGURATION_TABLE, CONSTRUCTIONS, type CoilGeometry, type CoilRole } from '../equipment';
import { DEFAULT_HOUSE_RULES, GUARDS, SCHOOL_NAMES, type CoilBuild, type HouseRules, type MethodContext } from '../method';
import {
  ARRIVAL_HAZARDS,
  completeStory,
  CORROSION,
  emptySurvey,
  noAnswers,
  questionsFor,
  SOILS,
  STORY_FACTS,
  SYMPTOMS,
  type ArrivalHazard,
  type CoilAnswers,
  type CoilSurvey,
  type Grade,
  type Question,
} from '../survey';
import { coil, mildDay } from './fixtures';

/** One coil of a drawn visit. */
export interface DrawnCoil {
  build: CoilBuild;
  survey: CoilSurvey;
}

/** A visit as it may be met: any system, any answers, any schools, both coils. */
export interface DrawnJob {
  outdoor: DrawnCoil;
  indoor: DrawnCoil;
  context: MethodContext;
  rules: HouseRules;
  crew: 1 | 2 | 3;
}

const answerTo = (question: Question): fc.Arbitrary<unknown> => {
  switch (question.kind) {
    case 'one':
      return fc.constantFrom('unknown', ...question.options.map((option) => option.value));
    case 'any':
      return fc.subarray(question.options.map((option) => option.value));
    case 'yes':
      return fc.boolean();
    case 'words':
      return fc.constant('');
    case 'figure':
      return fc.option(fc.double({ min: question.min, max: Math.min(question.max, 8), noNaN: true }), { nil: null });
  }
};

const faces = (count: number) =>
  Array.from({ length: count }, (_, i) => ({ id: `f${i}`, name: `Face ${i + 1}`, widthM: 0.5 + 0.1 * i, wallSide: i === 1 }));
const geometry = (shape: CoilGeometry['shape'], count: number, rows: 1 | 2 | 3): CoilGeometry => ({
  ...coil().geometry,
  shape,
  rows,
  faces: faces(count),
});

const drawnCoil = (role: CoilRole, configuration: (typeof CONFIGURATIONS)[number]): fc.Arbitrary<DrawnCoil> => {
  const { ductless } = CONFIGURATION_TABLE[configuration];
  const topOpens = role === 'condenser' ? fc.boolean() : fc.constant(false);
  return fc.record({ topOpens, rows: fc.constantFrom(1 as const, 2 as const, 3 as const) }).chain(({ topOpens: opens, rows }) => {
    const asked = questionsFor({ role, topOpens: opens }, configuration, ARRIVAL_HAZARDS);
    const answers = fc.record(Object.fromEntries(asked.map((question) => [question.id, answerTo(question)])));
    const shape =
      role === 'condenser' ? geometry('wrap', 2, rows) : ductless ? geometry('wall-head', 3, rows) : geometry('a-coil', 2, rows);
    return fc
      .record({
        answers,
        grades: fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: shape.faces.length }),
        soils: fc.subarray([...SOILS], { maxLength: 3 }),
        corrosion: fc.constantFrom(...CORROSION),
        construction: fc.constantFrom(...CONSTRUCTIONS),
        guards: fc.constantFrom(...(role === 'condenser' ? GUARDS : (['none'] as const))),
        matBetweenRows: fc.boolean(),
        coolingSymptom: fc.boolean(),
      })
      .map(({ answers: given, grades, construction, guards, ...seen }) => ({
        build: { ...coil(construction), id: role, role, guards, topOpens: opens, geometry: shape },
        survey: {
          ...emptySurvey(),
          ...seen,
          grades: Object.fromEntries(shape.faces.map((face, i) => [face.id, [grades[i % grades.length] as Grade]])),
          answers: { ...noAnswers(), ...(given as Partial<CoilAnswers>) },
        },
      }));
  });
};

/** Any job, on any system. */
export const anyJob: fc.Arbitrary<DrawnJob> = fc.constantFrom(...CONFIGURATIONS).chain((configuration) =>
  fc.record({
    outdoor: drawnCoil('condenser', configuration),
    indoor: drawnCoil('evaporator', configuration),
    crew: fc.constantFrom(1 as const, 2 as const, 3 as const),
    context: fc
      .record({
        dryBulbC: fc.double({ min: 2, max: 45, noNaN: true }),
        rhPct: fc.double({ min: 5, max: 95, noNaN: true }),
        sun: fc.constantFrom('shade' as const, 'broken' as const, 'full' as const),
        symptoms: fc.subarray([...SYMPTOMS], { maxLength: 2 }),
        facts: fc.subarray([...STORY_FACTS], { maxLength: 2 }),
        hazards: fc.oneof(
          { weight: 3, arbitrary: fc.constant<ArrivalHazard[]>([]) },
          { weight: 1, arbitrary: fc.subarray([...ARRIVAL_HAZARDS], { maxLength: 2 }) },
        ),
        helper: fc.boolean(),
        humid: fc.constantFrom(null, 15, 60),
        sensitiveOccupants: fc.boolean(),
      })
      .map(({ dryBulbC, rhPct, sun, symptoms, facts, hazards, helper, humid, sensitiveOccupants }): MethodContext => ({
        ...mildDay,
        configuration,
        sensitiveOccupants,
        site: { dryBulbC, rhPct, windMs: 1, sun },
        story: completeStory({ symptoms, facts, hazards, helper }),
        returnAir: humid === null ? null : { dryBulbC: 25, rhPct: humid },
      })),
    rules: fc
      .record(Object.fromEntries(Object.entries(SCHOOL_NAMES).map(([key, schools]) => [key, fc.constantFrom(...Object.keys(schools))])))
      .map((schools) => ({ ...DEFAULT_HOUSE_RULES, ...(schools as Partial<HouseRules>) })),
  }),
);
