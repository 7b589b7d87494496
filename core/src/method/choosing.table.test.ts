import type { CoilRole, Construction } from '../equipment';
import type { Chemistry } from '../mix';
import { noAnswers, type CoilAnswers, type CoilSurvey, type Grade, type OpeningId, type Soil } from '../survey';
import { coil, graded, house, mildDay, shelf, overGoodDrain } from '../testing/fixtures';
import { planCoil, type CoilBuild, type CoilPlan, type HouseRules, type MethodContext } from '.';

/**
 * The trade's choices written out by hand, row by row: common practice, no source. Letters: W water, N neutral, A alkaline foam,
 * M microchannel cleaner, E evaporator foam, with the parts of water that the test labels give; "w>" is water first, "x2" two passes.
 */
const LETTERS: Record<string, Chemistry> = {
  W: 'water',
  N: 'neutral',
  A: 'alkaline-foam',
  M: 'microchannel-cleaner',
  E: 'evaporator-foam',
};

function written(plan: CoilPlan): string {
  const letter = Object.entries(LETTERS).find(([, chemistry]) => chemistry === plan.chemistry)?.[0] ?? plan.chemistry;
  return `${plan.waterFirst ? 'w>' : ''}${letter}${plan.waterParts ?? ''}${plan.passes > 1 ? `x${plan.passes}` : ''}`;
}

interface Case {
  construction?: Construction;
  role?: CoilRole;
  grade: Grade;
  survey?: Partial<CoilSurvey>;
  build?: Partial<CoilBuild>;
  context?: Partial<MethodContext>;
  rules?: Partial<HouseRules>;
}

const planOf = ({ construction = 'copper-plate-fin', role = 'condenser', grade, survey, build, context, rules }: Case): CoilPlan =>
  planCoil(
    coil(construction, { role, ...build }),
    graded(grade, survey, build?.geometry?.rows ?? 1),
    { ...mildDay, ...context },
    shelf,
    house(rules),
  );

/** Five entries a row: grades 0 to 4. Reference: choosing by grade. */
const OUTDOOR: Record<Construction, readonly [string, string, string, string, string]> = {
  'copper-plate-fin': ['W', 'w>N20', 'w>A6', 'A4', 'A4x2'],
  'spine-fin-copper': ['W', 'w>N20', 'w>A6', 'A4', 'A4x2'],
  'aluminium-plate-fin': ['W', 'W', 'w>N10', 'w>N10', 'w>N10x3'],
  'spine-fin-aluminium': ['W', 'W', 'w>N10', 'w>N10', 'w>N10x3'],
  coated: ['W', 'W', 'w>N10', 'w>N10', 'w>N10x3'],
  unknown: ['W', 'W', 'w>N10', 'w>N10', 'w>N10x3'],
  microchannel: ['W', 'W', 'w>M8', 'M6x2', 'M6x2'],
};
/** Reference: choosing by grade, evaporator column. A coated coil has no evaporator product it allows. */
const INDOOR = ['W', 'E10', 'E8', 'E5', 'E5x2'] as const;
const INDOOR_COATED = ['W', 'W', 'W', 'W', 'Wx2'] as const;
/** Reference: an oil or grease film moves chemistry one step up. */
const GREASY: [Construction, CoilRole, readonly string[]][] = [
  ['copper-plate-fin', 'condenser', ['W', 'A6', 'A4', 'A4x2', 'A4x2']],
  ['aluminium-plate-fin', 'condenser', ['W', 'N10', 'N10', 'N10x3', 'N10x3']],
  ['microchannel', 'condenser', ['W', 'M8', 'M6x2', 'M6x2', 'M6x2']],
  ['copper-plate-fin', 'evaporator', ['W', 'E8', 'E5', 'E5x2', 'E5x2']],
];
/** Reference: a corroded coil moves everything one step down. */
const CORRODED: [Construction, CoilRole, readonly string[]][] = [
  ['copper-plate-fin', 'condenser', ['W', 'W', 'w>N20', 'w>A6', 'A4']],
  ['aluminium-plate-fin', 'condenser', ['W', 'W', 'W', 'w>N10', 'w>N10']],
  ['microchannel', 'condenser', ['W', 'W', 'W', 'w>M8', 'M6x2']],
  ['copper-plate-fin', 'evaporator', ['W', 'W', 'E10', 'E8', 'E5']],
];

const rows: [string, Case, string][] = [];
for (const [construction, expected] of Object.entries(OUTDOOR) as [Construction, readonly string[]][]) {
  expected.forEach((want, grade) => rows.push([`outdoor ${construction} grade ${grade}`, { construction, grade: grade as Grade }, want]));
  const inside = construction === 'coated' ? INDOOR_COATED : INDOOR;
  inside.forEach((want, grade) =>
    rows.push([`indoor ${construction} grade ${grade}`, { construction, role: 'evaporator', grade: grade as Grade }, want]),
  );
}
for (const [construction, role, expected] of GREASY) {
  expected.forEach((want, grade) =>
    rows.push([
      `greasy ${role} ${construction} grade ${grade}`,
      { construction, role, grade: grade as Grade, survey: { soils: ['grease'] } },
      want,
    ]),
  );
}
for (const [construction, role, expected] of CORRODED) {
  expected.forEach((want, grade) =>
    rows.push([
      `corroded ${role} ${construction} grade ${grade}`,
      { construction, role, grade: grade as Grade, survey: { corrosion: 'some' } },
      want,
    ]),
  );
}

test('the written-out table has at least 110 rows', () => expect(rows.length).toBeGreaterThanOrEqual(110));

test.each(rows)('%s', (_name, given, want) => {
  expect(written(planOf(given))).toBe(want);
});

describe('dry lift by soil: felt and lumps at grade 2 and up, anything at grade 4', () => {
  const FELTS: Soil[] = ['seed-fluff', 'lint', 'grass', 'pet-hair', 'nest'];
  const FLAT: Soil[] = ['dust', 'grease', 'salt', 'mud', 'pet-urine'];
  test.each([
    ...FELTS.flatMap((soil) => ([1, 2, 3] as const).map((grade) => [soil, grade, grade >= 2] as const)),
    ...FLAT.flatMap((soil) => ([2, 4] as const).map((grade) => [soil, grade, grade === 4] as const)),
  ])('%s at grade %i: %s', (soil, grade, lift) => {
    expect(planOf({ grade, survey: { soils: [soil] } }).dryLift).toBe(lift);
  });
});

describe('how far to open', () => {
  const twoRows = { ...coil().geometry, rows: 2 as const };
  const answers = (over: Partial<CoilAnswers>): Partial<CoilSurvey> => ({ answers: { ...noAnswers(), ...over } });
  test.each<[string, Case, OpeningId]>([
    ['clear, one row', { grade: 0 }, 'exterior'],
    ['hazed behind a wire guard', { grade: 1 }, 'guards-off'],
    ['hazed without a guard', { grade: 1, build: { guards: 'none' } }, 'exterior'],
    ['loaded, one row', { grade: 2 }, 'guards-off'],
    ['loaded, two rows', { grade: 2, build: { geometry: twoRows } }, 'top-open'],
    ['loaded, two rows, top shut', { grade: 2, build: { geometry: twoRows, topOpens: false } }, 'guards-off'],
    ['blocked, one row', { grade: 3 }, 'top-open'],
    ['packed', { grade: 4 }, 'deep'],
    ['packed, top shut', { grade: 4, build: { topOpens: false } }, 'guards-off'],
    ['debris inside', { grade: 1, survey: answers({ debrisInside: true }) }, 'top-open'],
    ['weep holes blocked', { grade: 1, survey: answers({ weepHoles: 'blocked' }) }, 'top-open'],
    ['lines in mud', { grade: 1, survey: answers({ linesInMud: true }) }, 'top-open'],
    ['a mat between the rows', { grade: 1, build: { geometry: twoRows }, survey: { matBetweenRows: true } }, 'top-open'],
    ['looks clear but cools badly', { grade: 0, context: { story: { symptoms: ['weak-cooling'], facts: [], hazards: [] } } }, 'top-open'],
    ['indoor, clear', { role: 'evaporator', grade: 0 }, 'panel'],
    ['indoor, hazed', { role: 'evaporator', grade: 1 }, 'coil-and-pan'],
    ['indoor, clear over a slimy pan', { role: 'evaporator', grade: 0, survey: answers({ pan: 'slime' }) }, 'coil-and-pan'],
    ['indoor, slow drain', { role: 'evaporator', grade: 0, survey: answers({ primaryDrain: 'slow' }) }, 'coil-and-pan'],
    ['indoor, caked wheel', { role: 'evaporator', grade: 2, survey: answers({ wheel: 'caked' }) }, 'wheel-out'],
    ['chosen on the spot', { grade: 3, survey: answers({ opening: 'exterior' }) }, 'exterior'],
    ['chosen, but no top lifts', { grade: 1, build: { topOpens: false }, survey: answers({ opening: 'deep' }) }, 'guards-off'],
  ])('%s: %s', (_name, given, want) => {
    expect(planOf(given).opening).toBe(want);
  });

  test('opening less changes the rinse and the time, and says what is given up', () => {
    const proposed = planOf({ grade: 3, rules: { hourlyRate: 90 } });
    const less = planOf({ grade: 3, rules: { hourlyRate: 90 }, survey: answers({ opening: 'exterior' }) });
    expect(less.rinse.direction).toContain('Outside only');
    expect(less.totalSeconds).toBeLessThan(proposed.totalSeconds);
    expect(proposed.openings.find((opening) => opening.id === 'deep')?.minutes).toBe(60);
    expect(less.because.find((because) => because.id === 'opening')?.rules.map((rule) => rule.id)).toEqual(['open.chosen', 'open.blocked']);
  });
});

describe('rinse by construction, rows and access', () => {
  test.each<[string, Case, string]>([
    ['plate fin, opened', { grade: 3 }, 'Inside out'],
    ['plate fin, guards only', { grade: 1 }, 'Outside only'],
    ['two rows, opened', { grade: 2, build: { geometry: { ...coil().geometry, rows: 2 } } }, 'inner face at a downward angle'],
    ['spine fin, opened', { construction: 'spine-fin-copper', grade: 3 }, 'Both sides, back and forth'],
    ['microchannel, opened', { construction: 'microchannel', grade: 3 }, 'Inside out'],
    ['microchannel, shut', { construction: 'microchannel', grade: 3, build: { topOpens: false } }, 'Outside, top down'],
    ['indoor, light', { role: 'evaporator', grade: 1, survey: overGoodDrain }, 'Condensate rinses it'],
    ['indoor, light, over a drain that nobody poured', { role: 'evaporator', grade: 1 }, 'Both sides'],
    [
      'indoor, light, someone sensitive',
      { role: 'evaporator', grade: 1, survey: overGoodDrain, context: { sensitiveOccupants: true } },
      'Both sides',
    ],
    ['indoor, blocked', { role: 'evaporator', grade: 3 }, 'Both sides'],
    ['package, blocked', { role: 'evaporator', grade: 3, context: { configuration: 'package-ac' } }, 'clean side'],
    ['wall head, blocked', { role: 'evaporator', grade: 3, context: { configuration: 'ductless-split' } }, 'Zig-zag'],
    ['rinse-anyway school', { role: 'evaporator', grade: 1, rules: { noRinse: 'rinse-anyway' } }, 'Both sides'],
  ])('%s: %s', (_name, given, words) => {
    expect(planOf(given).rinse.direction).toContain(words);
  });
});

describe('stops on arrival', () => {
  test.each([
    ['damaged-wiring', 'condenser', 'stop'],
    ['damaged-wiring', 'evaporator', 'stop'],
    ['storm', 'condenser', 'postpone'],
    ['storm', 'evaporator', 'wash'],
    ['unsafe-roof', 'condenser', 'postpone'],
    ['live-animals', 'condenser', 'postpone'],
  ] as const)('%s, %s: %s', (hazard, role, verdict) => {
    expect(planOf({ role, grade: 2, context: { story: { symptoms: [], facts: [], hazards: [hazard] } } }).verdict).toBe(verdict);
  });

  test('a leak outranks a storm: it stops, it does not only wait', () => {
    expect(
      planOf({ grade: 2, survey: { leakSuspected: true }, context: { story: { symptoms: [], facts: [], hazards: ['storm'] } } }).verdict,
    ).toBe('stop');
  });
});
