import { graded, house, coil, mildDay, shelf, overGoodDrain } from '../../testing/fixtures';
import { noAnswers, type CoilAnswers } from '../../survey';
import { decide } from '../decide';
import { situationOf } from '../facts';
import type { HouseRules } from '../houseRules';
import type { CoilBuild, MethodContext } from '../methodFacts';

interface Given {
  build?: Partial<CoilBuild>;
  grade?: 0 | 1 | 2 | 3 | 4;
  answers?: Partial<CoilAnswers>;
  survey?: object;
  context?: Partial<MethodContext>;
  rules?: Partial<HouseRules>;
}
const of = ({ build = {}, grade = 3, answers = {}, survey = {}, context = {}, rules = {} }: Given = {}) =>
  decide(
    situationOf(
      coil('copper-plate-fin', build),
      { ...graded(grade), ...survey, answers: { ...noAnswers(), ...answers } },
      { ...mildDay, ...context },
      shelf,
      house({ chemistry: 'cleaner', ...rules }),
    ),
  );
const ids = (rules: readonly { id: string }[]) => rules.map((rule) => rule.id);
const hot = { site: { dryBulbC: 42, rhPct: 12, windMs: 4, sun: 'full' as const } };

test('every stage says by what rule it came to its value, and from what', () => {
  for (const given of [{}, { context: hot }, { build: { role: 'evaporator' as const } }, { grade: 0 as const }]) {
    const { stop, opening, chemistry, strength, soak, sections, rinse } = of(given);
    if (stop.value.verdict !== 'wash') expect(stop.rules.length).toBeGreaterThan(0);
    for (const stage of [opening, chemistry, rinse]) expect(stage.rules.length).toBeGreaterThan(0);
    if (chemistry.value.cleaner) for (const stage of [strength, soak]) expect(stage.rules.length).toBeGreaterThan(0);
    if (sections.value.length > 0) expect(sections.rules.length).toBeGreaterThan(0);
    for (const stage of [stop, opening, chemistry, strength, soak, sections, rinse])
      for (const rule of stage.rules) expect([rule.id, rule.because]).not.toContain('');
  }
});

test('stop: what stops comes before what postpones', () => {
  expect(of({ survey: { leakSuspected: true } }).stop.value.verdict).toBe('stop');
  expect(of({ context: { site: { dryBulbC: 1, rhPct: 60, windMs: 1, sun: 'shade' } } }).stop.value.verdict).toBe('postpone');
  expect(
    of({ survey: { leakSuspected: true }, context: { site: { dryBulbC: 1, rhPct: 60, windMs: 1, sun: 'shade' } } }).stop.value.verdict,
  ).toBe('stop');
  expect(of().stop.value.verdict).toBe('wash');
});

test('opening: what was chosen is followed, and what would be proposed is said', () => {
  const proposed = of({ grade: 4 }).opening.value;
  const chosen = of({ grade: 4, answers: { opening: 'exterior' } }).opening.value;
  expect(chosen.opening).toBe('exterior');
  expect(chosen.proposed).toBe(proposed.opening);
});

test('chemistry: a school over the chart, a veto over the school', () => {
  const chemistry = (given: Given) => of(given).chemistry.value.cleaner?.chemistry ?? 'water';
  expect(chemistry({})).toBe('alkaline-foam');
  expect(chemistry({ rules: { chemistry: 'household' } })).toBe('household');
  expect(chemistry({ build: { construction: 'microchannel' } })).toBe('microchannel-cleaner');
  expect(chemistry({ build: { makerWaterOnly: true } })).toBe('water');
});

test('strength goes with the grade, along the label’s chart', () => {
  const parts = ([1, 2, 3, 4] as const).map((grade) => of({ grade }).strength.value).filter((value) => value !== null);
  expect(parts).toEqual([...parts].sort((a, b) => b - a));
});

test('soak: between the label’s ends, and cut into pieces where it would dry', () => {
  const calm = of().soak.value;
  expect(calm.dwell).toEqual({ minS: 480, maxS: 600 });
  // Far larger than any face: nothing has to be cut.
  for (const most of Object.values(calm.fit.largestM2)) expect(most).toBeGreaterThan(1);
  const dry = of({ context: hot, answers: { keepWet: 'mist' } }).soak.value;
  expect(dry.fit.mists).toBeGreaterThan(0);
});

test('sections: every face once at least, no piece larger than what stays wet', () => {
  const { sections, soak } = of({ context: { site: { dryBulbC: 36, rhPct: 25, windMs: 2, sun: 'full' } } });
  expect(new Set(sections.value.map((section) => section.faceId))).toEqual(new Set(['path', 'hedge']));
  for (const section of sections.value) {
    const most = soak.value.fit.largestM2[section.faceId];
    if (most !== undefined) expect(section.areaM2).toBeLessThanOrEqual(most + 1e-9);
  }
  expect(sections.value.map((section) => section.number)).toEqual(sections.value.map((_section, i) => i + 1));
});

test('rinse: by construction first, then the school, as hard as the fins allow', () => {
  const rinse = (given: Given) => of(given).rinse.value.rinse;
  expect(rinse({ rules: { force: 'full-straight' }, answers: { finStiffness: 'stiff' } }).nozzle).toBe('straight jet');
  expect(rinse({ rules: { force: 'full-straight' }, answers: { finStiffness: 'soft' } }).nozzle).not.toBe('straight jet');
  expect(ids(of({ build: { construction: 'microchannel' } }).rinse.rules)).toContain('rinse.microchannel');
  const indoor = of({ build: { role: 'evaporator' }, grade: 2, answers: overGoodDrain.answers!, rules: { noRinse: 'condensate' } });
  expect(indoor.rinse.value.rinse.direction).toBe('Condensate rinses it');
  // Should pan and drain not look well, it is known how to do it by hand.
  expect(indoor.rinse.value.byHand.direction).not.toBe('Condensate rinses it');
});

test('no stage edits what an earlier one came to: the same situation decided twice is the same', () => {
  for (const given of [{}, { context: hot }, { grade: 4 as const, answers: { finStiffness: 'soft' as const } }]) {
    const situation = situationOf(coil(), graded(given.grade ?? 3), { ...mildDay, ...(given.context ?? {}) }, shelf, house());
    const before = JSON.stringify(situation);
    expect(decide(situation)).toEqual(decide(situation));
    expect(JSON.stringify(situation)).toBe(before);
  }
});
