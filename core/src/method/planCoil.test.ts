import fc from 'fast-check';
import type { Construction, CoilRole } from '../equipment';
import type { Chemistry } from '../mix';
import type { CoilSurvey, Grade } from '../survey';
import { anyConstruction, anyContext, anyHouse, anyRole, anySurvey, coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import { planCoil, type CoilPlan } from '.';
import { CHEMISTRY_CHART } from './chemistryChart';

const plan = (construction: Construction, grade: Grade, over: Partial<CoilSurvey> = {}, role: CoilRole = 'condenser'): CoilPlan =>
  planCoil(coil(construction, { role }), graded(grade, over), mildDay, shelf, house());

// The trade's chart by construction and grade; common practice, no source.
describe('chemistry by construction and grade', () => {
  test('the chart has exactly one row for each group and grade', () => {
    const keys = CHEMISTRY_CHART.map((rule) => JSON.stringify(rule.when));
    expect(keys).toHaveLength(20);
    expect(new Set(keys).size).toBe(20);
  });

  test.each<[Construction, CoilRole, Grade, Chemistry, number | null, number]>([
    ['copper-plate-fin', 'condenser', 0, 'water', null, 1],
    ['copper-plate-fin', 'condenser', 1, 'neutral', 20, 1],
    ['copper-plate-fin', 'condenser', 2, 'alkaline-foam', 6, 1],
    ['copper-plate-fin', 'condenser', 3, 'alkaline-foam', 4, 1],
    ['copper-plate-fin', 'condenser', 4, 'alkaline-foam', 4, 2],
    ['spine-fin-copper', 'condenser', 3, 'alkaline-foam', 4, 1],
    ['aluminium-plate-fin', 'condenser', 1, 'water', null, 1],
    ['aluminium-plate-fin', 'condenser', 2, 'neutral', 10, 1],
    ['aluminium-plate-fin', 'condenser', 4, 'neutral', 10, 3],
    ['spine-fin-aluminium', 'condenser', 3, 'neutral', 10, 1],
    ['coated', 'condenser', 3, 'neutral', 10, 1],
    ['unknown', 'condenser', 4, 'neutral', 10, 3],
    ['microchannel', 'condenser', 1, 'water', null, 1],
    ['microchannel', 'condenser', 2, 'microchannel-cleaner', 8, 1],
    ['microchannel', 'condenser', 3, 'microchannel-cleaner', 6, 2],
    ['copper-plate-fin', 'evaporator', 1, 'evaporator-foam', 10, 1],
    ['copper-plate-fin', 'evaporator', 2, 'evaporator-foam', 8, 1],
    ['microchannel', 'evaporator', 3, 'evaporator-foam', 5, 1],
    ['coated', 'evaporator', 3, 'water', null, 1],
  ])('%s %s at grade %i: %s', (construction, role, grade, chemistry, waterParts, passes) => {
    expect(plan(construction, grade, {}, role)).toMatchObject({ chemistry, waterParts, passes });
  });

  test('grease moves chemistry one step up, corrosion one down', () => {
    expect(plan('copper-plate-fin', 2, { soils: ['grease'] })).toMatchObject({ chemistryGrade: 3, waterParts: 4, waterFirst: false });
    expect(plan('copper-plate-fin', 3, { corrosion: 'some' })).toMatchObject({ chemistryGrade: 2, waterParts: 6 });
  });

  test('the inner row counts: a clean face over a packed inner row is planned as packed', () => {
    const twoRows = coil('copper-plate-fin');
    twoRows.geometry = { ...twoRows.geometry, rows: 2 };
    const made = planCoil(twoRows, { ...graded(0), grades: { path: [0, 4], hedge: [0, 0] } }, mildDay, shelf, house());
    expect(made).toMatchObject({ grade: 4, passes: 2, dryLift: true });
    expect(made.rinse.direction).toContain('downward');
  });
});

describe('stops', () => {
  test.each<[string, Partial<CoilSurvey>, string]>([
    ['a leak', { leakSuspected: true }, 'stop'],
    ['a crumbling coil', { corrosion: 'severe' }, 'stop'],
    ['ice', { iced: true }, 'postpone'],
  ])('%s: nothing is washed', (_name, over, verdict) => {
    const made = plan('copper-plate-fin', 3, over);
    expect(made.verdict).toBe(verdict);
    expect(made.sections).toEqual([]);
    expect(made.because.find((because) => because.id === 'verdict')?.rules).toHaveLength(1);
  });

  test('a cold day postpones outdoors only', () => {
    const cold = { ...mildDay, site: { dryBulbC: 2, rhPct: 60, windMs: 1, sun: 'shade' as const } };
    expect(planCoil(coil(), graded(2), cold, shelf, house()).verdict).toBe('postpone');
    expect(planCoil(coil('copper-plate-fin', { role: 'evaporator' }), graded(2), cold, shelf, house()).verdict).toBe('wash');
  });

  test('nothing graded is refused, something ungraded is said', () => {
    expect(() => planCoil(coil(), { ...graded(2), grades: {} }, mildDay, shelf, house())).toThrow(
      expect.objectContaining({ code: 'missing', field: 'grades' }),
    );
    expect(planCoil(coil(), { ...graded(2), grades: { path: [2] } }, mildDay, shelf, house()).missing.join()).toContain('Hedge');
  });
});

describe('dwell and drying', () => {
  test('the label outranks the school', () => {
    expect(planCoil(coil(), graded(3), mildDay, shelf, house({ dwell: 'short' })).dwell).toEqual({ minS: 300, maxS: 420 });
    expect(planCoil(coil(), graded(3), mildDay, shelf, house({ dwell: 'long' })).dwell).toEqual({ minS: 480, maxS: 600 });
  });

  test('there is always time between ready and longest, as far as the label has it', () => {
    expect(planCoil(coil(), graded(4), mildDay, shelf, house({ dwell: 'long' })).dwell).toEqual({ minS: 480, maxS: 600 });
    const narrow = shelf.map((row) => ({ ...row, dwellMinS: 300, dwellMaxS: 330 }));
    expect(planCoil(coil(), graded(4), mildDay, narrow, house()).dwell).toEqual({ minS: 300, maxS: 330 });
  });

  test('in hot wind and sun foam would dry before the label’s shortest dwell: water only, and it says why', () => {
    const hot = { ...mildDay, site: { dryBulbC: 42, rhPct: 12, windMs: 3, sun: 'full' as const } };
    const made = planCoil(coil(), graded(3), hot, shelf, house());
    expect(made).toMatchObject({ chemistry: 'water', dwell: null, solutionL: null });
    expect(made.because.find((because) => because.id === 'chemistry')?.rules.map((rule) => rule.id)).toContain('dry.too-fast');
  });

  test('drying sun cuts the coil into more sections', () => {
    const sunny = { ...mildDay, site: { dryBulbC: 35, rhPct: 30, windMs: 1, sun: 'full' as const } };
    expect(planCoil(coil(), graded(2), sunny, shelf, house()).sections.length).toBeGreaterThan(
      planCoil(coil(), graded(2), mildDay, shelf, house()).sections.length,
    );
  });
});

test('a shelf without the right cleaner gives water and names what is missing', () => {
  const made = planCoil(
    coil(),
    graded(3),
    mildDay,
    shelf.filter((row) => row.chemistry === 'acid'),
    house(),
  );
  expect(made.chemistry).toBe('water');
  expect(made.rejected).toEqual(expect.arrayContaining([{ name: 'Alkaline foam', why: 'None on the shelf.' }]));
});

test('because names what would flip the strength', () => {
  const strength = plan('copper-plate-fin', 2).because.find((because) => because.id === 'strength');
  expect(strength?.changes).toContain('One grade heavier: 4 : 1.');
  expect(strength?.rules[0]?.source.kind).toBe('label');
});

describe('whatever is seen', () => {
  test('no plan breaks a veto', () => {
    fc.assert(
      fc.property(
        anyRole,
        anyConstruction,
        anySurvey,
        anyContext,
        anyHouse,
        fc.boolean(),
        (role, construction, survey, context, rules, makerWaterOnly) => {
          const made = planCoil(coil(construction, { role, makerWaterOnly }), survey, context, shelf, rules);
          const aluminum = ['microchannel', 'aluminium-plate-fin', 'spine-fin-aluminium', 'unknown'].includes(construction);
          expect(made.chemistry).not.toBe('acid');
          if (makerWaterOnly) expect(made.chemistry).toBe('water');
          if (aluminum || construction === 'coated') expect(['alkaline-foam', 'household']).not.toContain(made.chemistry);
          if (role === 'evaporator') expect(['water', 'evaporator-foam']).toContain(made.chemistry);
          if (role === 'condenser') expect(made.chemistry).not.toBe('evaporator-foam');
          const used = shelf.find((row) => row.id === made.cleanerId);
          if (used && made.dwell) {
            expect(made.dwell.minS).toBeGreaterThanOrEqual(used.dwellMinS);
            // What condensate rinses has no latest; everything else keeps inside its label.
            expect(made.dwell.maxS === null).toBe(made.ending === 'condensate');
            expect(made.dwell.maxS ?? 0).toBeLessThanOrEqual(used.dwellMaxS);
            expect(made.dwell.minS).toBeLessThanOrEqual(made.dwell.maxS ?? Infinity);
          }
        },
      ),
      { numRuns: 400 },
    );
  });

  test('more soil never gives a weaker mix of the same cleaner, a shorter dwell or fewer passes', () => {
    fc.assert(
      fc.property(
        anyRole,
        anyConstruction,
        anySurvey,
        anyHouse,
        fc.integer({ min: 0, max: 3 }),
        (role, construction, survey, rules, low) => {
          const at = (grade: number) =>
            planCoil(
              coil(construction, { role }),
              { ...survey, grades: { path: [grade as Grade] } },
              { ...mildDay, site: null },
              shelf,
              rules,
            );
          const less = at(low);
          const more = at(low + 1);
          expect(more.passes).toBeGreaterThanOrEqual(less.passes);
          if (more.ending === less.ending) expect(more.dwell?.minS ?? 0).toBeGreaterThanOrEqual(less.dwell?.minS ?? 0);
          if (less.cleanerId !== null && less.cleanerId === more.cleanerId)
            expect(more.waterParts).toBeLessThanOrEqual(less.waterParts ?? Infinity);
        },
      ),
      { numRuns: 400 },
    );
  });

  test('sections cover the face exactly, and the same facts give the same plan', () => {
    fc.assert(
      fc.property(anyConstruction, anySurvey, anyContext, anyHouse, (construction, survey, context, rules) => {
        const made = planCoil(coil(construction), survey, context, shelf, rules);
        if (made.verdict === 'wash') expect(made.sections.reduce((sum, section) => sum + section.areaM2, 0)).toBeCloseTo(0.72, 9);
        expect(planCoil(coil(construction), survey, context, [...shelf].reverse(), rules)).toEqual(made);
      }),
    );
  });

  test('every decision can say why', () => {
    fc.assert(
      fc.property(anyRole, anyConstruction, anySurvey, anyContext, (role, construction, survey, context) => {
        const made = planCoil(coil(construction, { role }), survey, context, shelf, house());
        for (const because of made.because) {
          expect(because.rules.length).toBeGreaterThan(0);
          expect(because.rules.every((rule) => rule.because !== '' && (rule.source.kind !== 'published' || rule.source.name !== ''))).toBe(
            true,
          );
        }
      }),
    );
  });
});
