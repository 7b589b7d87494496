import { costOfVisit } from '../visit';
import type { Configuration } from '../equipment';
import { dueOf } from '../interval';
import {
  ARRIVAL_HAZARDS,
  completeStory,
  notTried,
  CORROSION,
  noAnswers,
  QUESTIONS,
  SOILS,
  STORY_FACTS,
  SUN_EXPOSURES,
  SYMPTOMS,
  type CoilAnswers,
  type CoilSurvey,
  type Question,
} from '../survey';
import { coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import { planCoil, SCHOOL_NAMES, visitClashes, type CoilBuild, type HouseRules, type MethodContext } from '.';

/** Coils and visits that between them meet every rule. */
interface Case {
  build: CoilBuild;
  survey: CoilSurvey;
  context: MethodContext;
  rules: HouseRules;
}

const outdoor = coil('copper-plate-fin');
const twoRows = coil('copper-plate-fin', { geometry: { ...outdoor.geometry, rows: 2 } });
const indoor = coil('copper-plate-fin', { role: 'evaporator', guards: 'none', topOpens: false });
const withAnswers = (over: Partial<CoilAnswers>) => ({ answers: { ...noAnswers(), ...over } });
const context = (configuration: Configuration, over: Partial<MethodContext> = {}): MethodContext => ({
  ...mildDay,
  configuration,
  ...over,
});
const hot = { dryBulbC: 42, rhPct: 12, windMs: 3, sun: 'full' as const };
const dry = completeStory({ hazards: ['no-water'] });

const cases = (rules: HouseRules): Case[] =>
  [
    { build: outdoor, survey: graded(1), context: mildDay },
    { build: outdoor, survey: graded(2), context: mildDay },
    {
      build: outdoor,
      survey: graded(3, withAnswers({ weepHoles: 'blocked', clipOnScreens: 'fitted', finStiffness: 'stiff' })),
      context: mildDay,
    },
    { build: outdoor, survey: graded(3, withAnswers({ weepHoles: 'none', finStiffness: 'stiff' })), context: mildDay },
    { build: outdoor, survey: graded(3), context: { ...mildDay, site: hot } },
    { build: outdoor, survey: graded(2, withAnswers({ clearanceM: 0.5, waterWay: 'mug' })), context: { ...mildDay, story: dry } },
    {
      build: outdoor,
      survey: graded(2, withAnswers({ finStiffness: 'stiff', waterWay: 'bucket-washer' })),
      context: { ...mildDay, story: dry },
    },
    { build: outdoor, survey: graded(2), context: { ...mildDay, site: { ...hot, dryBulbC: 8 } } },
    { build: outdoor, survey: graded(3), context: context('ductless-split') },
    { build: twoRows, survey: graded(2, {}, 2), context: mildDay },
    { build: indoor, survey: graded(0), context: context('split-cool') },
    { build: indoor, survey: graded(2), context: context('split-heat-pump') },
    { build: indoor, survey: graded(3, withAnswers({ panVolumeL: 4, drainLMin: 0.5 })), context: context('split-cool') },
    { build: indoor, survey: graded(2), context: context('ductless-split') },
    { build: indoor, survey: graded(2), context: context('package-gas-electric') },
  ].map((row) => ({ ...row, rules }));

/** All that a technician or an owner gets to read from one coil. */
const told = ({ build, survey, context: around, rules }: Case): string => {
  const { facts, ...plan } = planCoil(build, survey, around, shelf, rules);
  const clashes = visitClashes([{ ...plan, facts }], [survey], rules.drain, ['alkaline-foam']);
  const due = dueOf({
    closedOn: '2026-06-11',
    configuration: around.configuration,
    soils: survey.soils,
    latitudeDeg: 42,
    worstGrade: facts.grade,
    role: build.role,
    storyFacts: [],
    left: 0,
    longestWait: rules.longestWait,
    // Three years of hardly any dirt.
    grown: [2023, 2024, 2025].map((year) => ({ from: `${year}-06-11`, to: `${year + 1}-06-11`, left: 0, found: 0 })),
  });
  return JSON.stringify([plan, clashes, due.date, due.between]);
};
const planOf = ({ build, survey, context: around, rules }: Case) => planCoil(build, survey, around, shelf, rules);
const changes = (from: Case[], change: (row: Case) => Case): boolean => from.some((row) => told(row) !== told(change(row)));
const usual = cases(house({ hourlyRate: 90 }));

describe('every house rule changes something that is read', () => {
  const schools = Object.entries(SCHOOL_NAMES).flatMap(([key, values]) => Object.keys(values).map((value) => [key, value] as const));
  test.each(schools)('%s: %s', (key, value) => {
    const other = Object.keys(SCHOOL_NAMES[key as keyof typeof SCHOOL_NAMES]).find((row) => row !== value);
    const all = cases(house({ [key]: value }));
    expect(changes(all, (row) => ({ ...row, rules: { ...row.rules, [key]: other } }))).toBe(true);
  });

  test.each<[keyof HouseRules, unknown]>([
    ['units', 'si'],
    ['minimumOutdoorC', 10],
    ['clearanceM', 1],
    ['preferredCleaners', ['can']],
  ])('%s', (key, value) => {
    const can = { ...shelf.find((row) => row.id === 'evap')!, id: 'can', name: 'zz can' };
    const before = usual.map((row) => planCoil(row.build, row.survey, row.context, [...shelf, can], row.rules));
    const after = usual.map((row) => planCoil(row.build, row.survey, row.context, [...shelf, can], { ...row.rules, [key]: value }));
    expect(JSON.stringify(after)).not.toBe(JSON.stringify(before));
  });
});

test('hourlyRate: what a visit cost the shop', () => {
  const costAt = (hourlyRate: number) =>
    costOfVisit({ used: {}, waterL: 0, minutes: 90, batches: [] }, new Map(), { hourlyRate, waterPricePerM3: 0 }).cost.total;
  expect(costAt(120) - costAt(90)).toBeCloseTo(45, 9);
});

describe('every question of Look changes something that is read', () => {
  const answersOf = (question: Question): unknown[] => {
    switch (question.kind) {
      case 'one':
        return question.options.map((option) => option.value);
      case 'any':
        return question.options.map((option) => [option.value]);
      case 'yes':
        return [true];
      case 'words':
        return ['20 × 25 × 1'];
      case 'figure':
        return [question.edge === 'length' ? 0.2 : 2];
    }
  };
  /** What needs another answer beside it to mean anything. */
  const BESIDE: Partial<Record<keyof CoilAnswers, Partial<CoilAnswers>>> = {
    panVolumeL: { drainLMin: 0.7 },
    drainLMin: { panVolumeL: 5 },
    filterKind: { filter: 'loaded' },
    filterCount: { filter: 'loaded' },
    blower: { trap: 'none' },
  };
  /** Answers that say all is well: nothing follows, and that is what they say. */
  const WELL: Partial<Record<keyof CoilAnswers, readonly unknown[]>> = {
    disconnect: ['pull-out', 'lever'],
    stand: ['ground'],
    finDamage: ['little'],
    weepHoles: ['open'],
    clipOnScreens: ['none'],
    accessPanel: ['easy'],
    airflow: ['horizontal'],
    filter: ['clean'],
    wheel: ['clean'],
    pan: ['clean'],
    primaryDrain: ['clear'],
    trap: ['wet'],
    blower: ['draws'],
    filterKind: ['thin'],
    floatSwitch: ['works'],
  };
  const rows = QUESTIONS.flatMap((question) =>
    answersOf(question)
      .filter((value) => !WELL[question.id]?.includes(value))
      .map((value) => [question.id, value] as const),
  );
  const stiff = cases(house({ force: 'full-straight' }));
  test.each(rows)('%s: %s', (id, value) => {
    const answered =
      (over: Partial<CoilAnswers>) =>
      (row: Case): Case => ({ ...row, survey: { ...row.survey, answers: { ...row.survey.answers, ...over } } });
    expect(changes([...usual, ...stiff].map(answered(BESIDE[id] ?? {})), answered({ [id]: value }))).toBe(true);
  });

  test.each(Object.keys(noAnswers()))('%s is asked, or chosen in Plan', (id) => {
    expect([...QUESTIONS.map((question) => question.id as string), 'opening', 'keepWet']).toContain(id);
  });

  test.each(SOILS.map((soil) => [soil]))('soil %s', (soil) => {
    expect(changes(usual, (row) => ({ ...row, survey: { ...row.survey, soils: [soil] } }))).toBe(true);
  });
  test.each(CORROSION.slice(1).map((value) => [value]))('corrosion %s', (corrosion) => {
    expect(changes(usual, (row) => ({ ...row, survey: { ...row.survey, corrosion } }))).toBe(true);
  });
  test.each(['leakSuspected', 'iced', 'matBetweenRows', 'coolingSymptom'] as const)('%s', (key) => {
    expect(changes(usual, (row) => ({ ...row, survey: { ...row.survey, [key]: true } }))).toBe(true);
  });
});

describe('everything asked about the visit changes something that is read', () => {
  const storied = (over: Parameters<typeof completeStory>[0]) => (row: Case) => ({
    ...row,
    context: { ...row.context, story: completeStory({ ...row.context.story, ...over }) },
  });
  test.each(SYMPTOMS.map((id) => [id]))('symptom %s', (id) => expect(changes(usual, storied({ symptoms: [id] }))).toBe(true));
  test.each(STORY_FACTS.map((id) => [id]))('story %s', (id) => expect(changes(usual, storied({ facts: [id] }))).toBe(true));
  test.each([
    ['hums', { state: 'hums' }],
    ['dead', { state: 'dead' }],
    ['seized', { state: 'trips', seized: true }],
  ] as const)('as found: %s', (_, found) => {
    expect(changes(usual, storied({ asFound: { ...notTried(), ...found } }))).toBe(true);
    // A choice of the customer lets the job go on, without readings before: it does not run.
    for (const row of usual) {
      const chosen = planOf(storied({ asFound: { ...notTried(), ...found, reduced: 'Wash it all the same' } })(row));
      expect(chosen.verdict).toBe(planOf(row).verdict);
      expect(chosen.steps.map(({ id }) => id)).toEqual(
        planOf(row)
          .steps.map(({ id }) => id)
          .filter((id) => id !== 'baseline-quick'),
      );
    }
  });
  test.each(ARRIVAL_HAZARDS.map((id) => [id]))('hazard %s', (id) => expect(changes(usual, storied({ hazards: [id] }))).toBe(true));
  test('a helper', () => expect(changes(usual, storied({ helper: true }))).toBe(true));
  test.each(SUN_EXPOSURES.map((sun) => [sun]))('sun %s', (sun) => {
    const from = usual.map((row) => ({
      ...row,
      context: {
        ...row.context,
        site: row.context.site && { ...row.context.site, sun: sun === 'full' ? ('shade' as const) : ('full' as const) },
      },
    }));
    expect(changes(from, (row) => ({ ...row, context: { ...row.context, site: row.context.site && { ...row.context.site, sun } } }))).toBe(
      true,
    );
  });
  test('someone sensitive', () =>
    expect(changes(usual, (row) => ({ ...row, context: { ...row.context, sensitiveOccupants: true } }))).toBe(true));
  test('dry return air', () =>
    expect(changes(usual, (row) => ({ ...row, context: { ...row.context, returnAir: { dryBulbC: 26.7, rhPct: 20 } } }))).toBe(true));
  test('an A2L refrigerant', () =>
    expect(changes(usual, (row) => ({ ...row, context: { ...row.context, refrigerant: 'R-32' } }))).toBe(true));
});
