import { noAnswers, completeStory, type CoilAnswers, type CoilSurvey, type Grade } from '../survey';
import { coil, graded, house, mildDay, shelf, overGoodDrain } from '../testing/fixtures';
import { planCoil, stepRow, type CoilBuild, type CoilPlan, type HouseRules, type MethodContext } from '.';
import { makesCondensate } from './condensate';
import type { Cleaner, LabelLine } from '../mix';
import { STEP_IDS, STEP_TABLE } from './steps';

// Common practice throughout, no source; where a figure is given the notes of the trade are meant.
const indoor = coil('copper-plate-fin', { role: 'evaporator', guards: 'none', topOpens: false });
const bare = coil('copper-plate-fin', { guards: 'none' });
const answers = (over: Partial<CoilAnswers>): Partial<CoilSurvey> => ({ answers: { ...noAnswers(), ...over } });
const plan = (
  build: CoilBuild,
  grade: Grade,
  { survey, context, rules }: { survey?: Partial<CoilSurvey>; context?: Partial<MethodContext>; rules?: Partial<HouseRules> } = {},
): CoilPlan => planCoil(build, graded(grade, survey, build.geometry.rows), { ...mildDay, ...context }, shelf, house(rules));
const stepIds = (made: CoilPlan) => made.steps.map((step) => step.id);
const minutes = (made: CoilPlan) => (made.handsOnS ?? 0) / 60;

describe('hands and waiting', () => {
  // A usual three-ton coil: about 14 ft² of face.
  const usual = (guards: CoilBuild['guards']) =>
    coil('copper-plate-fin', {
      guards,
      geometry: {
        ...coil().geometry,
        finnedHeightM: 0.65,
        faces: [1, 2, 3].map((n) => ({ id: `f${n}`, name: `F${n}`, widthM: 0.66, wallSide: false })),
      },
    });
  const all = (grade: Grade, over: Partial<CoilSurvey> = {}) => ({
    ...graded(grade, over),
    grades: { f1: [grade], f2: [grade], f3: [grade] },
  });
  const work = (guards: CoilBuild['guards'], survey: CoilSurvey, rules: Partial<HouseRules> = {}) =>
    minutes(planCoil(usual(guards), survey, mildDay, shelf, house(rules)));

  test('exterior, water only, nothing unscrewed: about ten minutes of work', () => {
    const min = work('none', all(0));
    expect(min).toBeGreaterThan(8);
    expect(min).toBeLessThan(13);
  });
  test('with guards: about thirty', () => {
    const min = work('wire', all(1, answers({ opening: 'guards-off' })), { chemistry: 'cleaner' });
    expect(min).toBeGreaterThan(25);
    expect(min).toBeLessThan(38);
  });
  test('top, guards, brush, vacuum and foam: about an hour', () => {
    const min = work('wire', all(3, { soils: ['lint'] }), { chemistry: 'cleaner' });
    expect(min).toBeGreaterThan(52);
    expect(min).toBeLessThan(72);
  });
  test('a water-only yearly wash with quick readings takes some twenty minutes, eight of them the readings; with none there is no run-in', () => {
    const whole = (readings: HouseRules['readings']) =>
      planCoil(usual('none'), all(0), mildDay, shelf, house({ readings })).totalSeconds / 60;
    expect(whole('quick')).toBeLessThan(25);
    expect(whole('full') - whole('quick')).toBeCloseTo(22, 6);
    expect(whole('quick') - whole('none')).toBeCloseTo(8, 6);
  });
  test('a quarter of an hour for readings is waiting, never work', () => {
    const made = plan(coil(), 3, { rules: { readings: 'full' } });
    const waits = made.steps.filter((step) => step.waitS);
    expect(waits.map((step) => step.id)).toEqual(expect.arrayContaining(['baseline', 'drip', 'after']));
    expect(made.totalSeconds - (made.handsOnS ?? 0)).toBeCloseTo(
      waits.reduce((sum, step) => sum + (step.waitS ?? 0), 0),
      6,
    );
  });
});

describe('one step table', () => {
  test('every step of every plan has its row, and every row says what shows that it is done', () => {
    for (const id of STEP_IDS)
      expect(['ticked', 'read-before', 'gate-open', 'mixed', 'sections-clear', 'running', 'condensed', 'looked', 'read-after']).toContain(
        STEP_TABLE[id].doneWhen,
      );
    expect(stepRow('a step of another version')).toMatchObject({ stage: 'prepare', hands: true });
  });
});

describe('condensate', () => {
  const over = (more: Partial<CoilAnswers>) => answers({ ...overGoodDrain.answers, ...more });
  const by = (over: Partial<MethodContext> = {}, rules: Partial<HouseRules> = {}) =>
    plan(indoor, 2, { survey: overGoodDrain, context: over, rules });

  // Shop notes: some 4 to 5 L/h for three tons at 80/67 °F, none at a return wet bulb of 57 °F (about 21 % at 80 °F).
  test('runs at 80 °F and 51 %, not at 80 °F and 21 %', () => {
    expect(makesCondensate({ dryBulbC: 26.7, rhPct: 51 })).toBe('yes');
    expect(makesCondensate({ dryBulbC: 26.7, rhPct: 21 })).toBe('no');
    expect(makesCondensate(null)).toBe('unknown');
  });

  test('foam for twenty minutes, no latest, no rinse, then three quarters of an hour and a look', () => {
    const made = by({ returnAir: { dryBulbC: 26.7, rhPct: 51 } });
    expect(made).toMatchObject({ ending: 'condensate', dwell: { minS: 1200, maxS: null }, condensateRunS: { least: 2700, most: 3600 } });
    expect(stepIds(made)).toEqual(expect.arrayContaining(['condense', 'look-pan']));
    for (const id of ['torch', 'drip-in', 'second']) expect(stepIds(made)).not.toContain(id);
  });

  test.each<[string, CoilPlan, string]>([
    ['air too dry', by({ returnAir: { dryBulbC: 26.7, rhPct: 21 } }), 'ending.dry-air'],
    ['too cold to cool', by({ site: { dryBulbC: 12, rhPct: 60, windMs: 1, sun: 'shade' } }), 'ending.cold'],
    ['someone sensitive', by({ sensitiveOccupants: true }), 'ending.sensitive'],
    ['the other school', by({}, { noRinse: 'rinse-anyway' }), 'ending.school'],
    ['a blocked coil', plan(indoor, 3), 'ending.loaded'],
    ['a blocked drain', plan(indoor, 2, { survey: over({ primaryDrain: 'blocked' }) }), 'ending.drain'],
    ['a slow drain', plan(indoor, 2, { survey: over({ primaryDrain: 'slow' }) }), 'ending.drain'],
    ['water in the second drain', plan(indoor, 2, { survey: over({ secondaryWet: true }) }), 'ending.drain'],
    ['a drain that nobody poured', plan(indoor, 2, { survey: over({ primaryDrain: 'unknown' }) }), 'ending.unproven'],
    ['a pan that nobody saw', plan(indoor, 2, { survey: over({ pan: 'unknown' }) }), 'ending.pan-unseen'],
    ['a rusted pan', plan(indoor, 2, { survey: over({ pan: 'rusted' }) }), 'ending.pan'],
    ['a float that stops nothing', plan(indoor, 2, { survey: over({ floatSwitch: 'fails' }) }), 'ending.overflow'],
    ['no float over a ceiling', plan(indoor, 2, { survey: over({ floatSwitch: 'none', finishedCeiling: true }) }), 'ending.overflow'],
  ])('%s: rinsed by hand, and it says why', (_name, made, rule) => {
    expect(made).toMatchObject({ ending: 'rinse', dwell: { minS: expect.any(Number) as number, maxS: expect.any(Number) as number } });
    expect(made.because.find((row) => row.id === 'chemistry')?.rules.map((row) => row.id)).toContain(rule);
  });

  test('return air that nobody measured is said', () => {
    expect(by().missing.join()).toContain('Return air not measured');
  });
});

test('saturated air: foam does not dry, live and as stored, and no figure has no end', () => {
  const damp = { ...mildDay, site: { dryBulbC: 20, rhPct: 100, windMs: 0.2, sun: 'shade' as const } };
  const made = planCoil(coil(), graded(3), damp, shelf, house());
  const stored = JSON.parse(JSON.stringify(made)) as CoilPlan;
  expect(stored).toEqual(made);
  expect(made.drySeconds).toBe('never');
  expect(made.because.find((row) => row.id === 'drying')?.result.text).toBe('does not dry');
  expect(JSON.stringify(made)).not.toMatch(/Infinity|NaN|"seconds":null/);
  expect(made.cleanerId).toBe('alkaline');
});

describe('one product, two coils', () => {
  const both = { ...shelf.find((row) => row.id === 'neutral')!, id: 'both', name: 'Both', indoor: true, outdoor: true };
  test('a neutral whose label names both serves both; its flags decide', () => {
    const only = [both];
    expect(planCoil(indoor, graded(2), mildDay, only, house()).cleanerId).toBe('both');
    expect(planCoil(coil(), graded(3), mildDay, only, house()).cleanerId).toBe('both');
    expect(planCoil(indoor, graded(2), mildDay, [{ ...both, indoor: false }], house()).cleanerId).toBeNull();
  });
  test('the class still vetoes: no strong alkali indoors, whatever its label says', () => {
    const wild = { ...shelf.find((row) => row.id === 'alkaline')!, indoor: true };
    expect(planCoil(indoor, graded(3), mildDay, [wild], house()).chemistry).toBe('water');
  });
});

describe('how hard to rinse', () => {
  const nozzle = (over: Partial<CoilAnswers>, rules: Partial<HouseRules>, build = coil()) =>
    plan(build, 3, { survey: answers(over), rules }).rinse.nozzle;
  test.each<[string, string | undefined, string]>([
    ['the shop’s school on stiff fins', nozzle({ finStiffness: 'stiff' }, { force: 'full-straight' }), 'straight jet'],
    ['soft fins under the hardest school', nozzle({ finStiffness: 'soft' }, { force: 'washer-low' }), 'shower'],
    ['bent fins', nozzle({ finStiffness: 'stiff', finDamage: 'much' }, { force: 'full-straight' }), 'fan nozzle'],
    ['nobody has tried', nozzle({}, { force: 'washer-low' }), 'hand over the hose end'],
    ['microchannel', nozzle({ finStiffness: 'stiff' }, { force: 'washer-low' }, coil('microchannel')), 'shower'],
    ['spine fins', nozzle({ finStiffness: 'stiff' }, { force: 'washer-low' }, coil('spine-fin-copper')), 'fan nozzle'],
  ])('%s: %s', (_name, got, want) => expect(got).toBe(want));

  test('a washer keeps four inches off, and asks for its own caution', () => {
    const made = plan(coil(), 3, { survey: answers({ finStiffness: 'stiff' }), rules: { force: 'washer-low' } });
    expect(made.rinse.leastDistanceM).toBeCloseTo(0.1016, 9);
    expect(made.cautions.map((row) => row.lead)).toContain('A washer folds fins.');
    expect(made.cautions.map((row) => row.lead)).not.toContain('No pressure washer.');
  });

  test('two rows go by the school as well', () => {
    const twoRows = coil('copper-plate-fin', { geometry: { ...coil().geometry, rows: 2 } });
    expect(plan(twoRows, 2, { survey: answers({ finStiffness: 'stiff' }), rules: { force: 'full-straight' } }).rinse).toMatchObject({
      nozzle: 'straight jet',
      direction: 'Both faces, the inner face at a downward angle',
    });
  });
});

describe('no water at the coil', () => {
  const dry = (grade: Grade, waterWay: CoilAnswers['waterWay']) =>
    plan(coil(), grade, { survey: answers({ waterWay }), context: { story: completeStory({ hazards: ['no-water'] }) } });
  test('how it is rinsed is asked before anything is planned', () => {
    expect(dry(2, 'unknown')).toMatchObject({ verdict: 'postpone', stop: { title: 'No hose at the outdoor unit' } });
  });
  test('air, mug and bucket washer do for grades 0 to 2; 3 and 4 wait', () => {
    for (const way of ['air', 'mug', 'bucket-washer'] as const) {
      expect(dry(2, way).verdict).toBe('wash');
      expect(dry(3, way)).toMatchObject({ verdict: 'postpone', stop: { title: 'No water: this much soil waits' } });
      expect(dry(2, way).dryLift).toBe(true);
    }
  });
  test('nothing goes on that could not come off; never a strong alkali', () => {
    expect(dry(2, 'air')).toMatchObject({ chemistry: 'water', rinse: { nozzle: 'blower' } });
    expect(dry(2, 'mug').chemistry).toBe('water');
    expect(dry(2, 'bucket-washer').chemistry).toBe('neutral');
  });
});

describe('the household school on dirty coils', () => {
  test.each([
    [1, 1],
    [2, 2],
    [3, 3],
    [4, 4],
  ] as const)('grade %i: %i passes, and it says what may stay', (grade, passes) => {
    const made = plan(coil(), grade, { rules: { chemistry: 'household' } });
    expect(made).toMatchObject({ chemistry: 'household', passes });
    if (grade > 1) expect(made.outlook.length).toBeGreaterThan(20);
    expect(made.because.find((row) => row.id === 'passes')?.rules[0]?.id).toBe(`school.household.${grade}`);
  });
});

describe('a wall head', () => {
  const head = coil('copper-plate-fin', {
    role: 'evaporator',
    guards: 'none',
    topOpens: false,
    geometry: {
      ...coil().geometry,
      shape: 'wall-head',
      faces: ['Front bend', 'Top bend', 'Rear bend'].map((name, i) => ({ id: `s${i + 1}`, name, widthM: 0.15, wallSide: false })),
    },
  });
  const made = (over: Partial<CoilAnswers> = {}) =>
    planCoil(
      head,
      { ...graded(2, answers(over)), grades: { s1: [2], s2: [2], s3: [3] } },
      { ...mildDay, configuration: 'ductless-split' },
      shelf,
      house(),
    );

  test('brush first, top down, the rear bend apart and last; filters washed and dried', () => {
    const { sections, rinse, dryLift } = made();
    expect(sections.map((section) => section.faceName)).toEqual(['Front bend', 'Top bend', 'Rear bend']);
    expect(rinse.direction).toBe('Zig-zag, top down');
    expect(dryLift).toBe(true);
    expect(stepIds(made())).toEqual(expect.arrayContaining(['front', 'lift-in', 'filter-wash', 'close-front']));
  });
  test('the wheel by its state', () => {
    expect(stepIds(made({ wheel: 'dusty' }))).toContain('wheel-brush');
    expect(stepIds(made({ wheel: 'caked' }))).toEqual(expect.arrayContaining(['wheel', 'close-wheel']));
    expect(stepIds(made({ wheel: 'caked', opening: 'coil-and-pan' }))).toContain('wheel-wash');
  });
});

describe('schools that change the work', () => {
  const opened = (over: Partial<CoilAnswers>, rules: Partial<HouseRules>) => plan(coil(), 3, { survey: answers(over), rules });
  test.each<[string, CoilPlan, string[], string[]]>([
    ['no weep holes', opened({ weepHoles: 'none' }, {}), ['pan-vacuum'], ['pan-out', 'pan-drill']],
    [
      'no weep holes, holes added',
      opened({ weepHoles: 'none' }, { panHoles: 'enlarge-with-consent' }),
      ['pan-drill'],
      ['pan-vacuum', 'pan-out'],
    ],
    ['lid back on first', opened({}, { lid: 'back-on-first' }), ['lid-on'], ['bag']],
    ['lid off throughout', opened({}, {}), ['bag'], ['lid-on']],
    ['no shield', opened({}, { electrics: 'no-direct-spray' }), [], ['shield']],
    ['screens left off', opened({ clipOnScreens: 'fitted' }, { screens: 'leave-off' }), ['screens-away'], ['screens', 'screens-back']],
    ['fifteen minutes of rest', opened({}, { drip: 'fifteen' }), ['drip-15'], ['drip']],
    ['no rest outdoors', opened({}, { drip: 'none-outdoors' }), [], ['drip', 'drip-15']],
    ['urine', plan(coil(), 3, { survey: { soils: ['pet-urine'] } }), ['presoak'], []],
    ['mud', plan(coil(), 3, { survey: { soils: ['mud'] } }), ['mud'], []],
    ['jacket and lip', opened({ soundJacket: true, baseLip: true }, {}), ['jacket', 'lip'], []],
    ['a frog', plan(bare, 1, { context: { story: completeStory({ hazards: ['harmless-animals'] }) } }), ['animals'], []],
  ])('%s', (_name, made, has, hasNot) => {
    for (const id of has) expect(stepIds(made)).toContain(id);
    for (const id of hasNot) expect(stepIds(made)).not.toContain(id);
    expect(made.verdict).toBe('wash');
  });
});

test('a row that nobody graded stays open, and the plan names it', () => {
  const twoRows = coil('copper-plate-fin', { geometry: { ...coil().geometry, rows: 2 } });
  const made = planCoil(twoRows, { ...graded(2), grades: { path: [null, 3], hedge: [1, 1] } }, mildDay, shelf, house());
  expect(made.grade).toBe(3);
  expect(made.missing.join()).toContain('Not graded: Path outer row.');
});

describe('foam and rinse by side', () => {
  const can = {
    ...shelf.find((row) => row.id === 'evap')!,
    id: 'can',
    form: 'aerosol' as const,
    packL: 0.5,
    outdoor: true,
    rinseNeeded: true,
  };
  const rinseOf = (rules: Partial<HouseRules>, survey?: Partial<CoilSurvey>) =>
    plan(bare, 3, { rules, ...(survey ? { survey } : {}) }).rinse;

  test('foam goes on from inside first where the inside is reached, else from outside', () => {
    expect(plan(bare, 3).foaming?.from).toMatch(/^Inside first/);
    expect(plan(bare, 2, { survey: answers({ opening: 'guards-off' }) }).foaming?.from).toBe('From outside');
    expect(plan(indoor, 3, { survey: answers({ airflow: 'up' }) }).foaming?.from).toBe('The underside first');
    expect(plan(bare, 0).foaming).toBeNull();
  });
  test('a coil is wetted first by its sun, then as the shop does; a can goes on a dry coil, and nothing where condensate rinses', () => {
    const shade = { ...mildDay.site!, sun: 'shade' as const };
    for (const preWet of ['dry', 'mist', 'rinse'] as const)
      expect(plan(bare, 3, { rules: { preWet, chemistry: 'cleaner' }, context: { site: shade } }).foaming?.preWet).toBe(preWet);
    const sunny = plan(bare, 3, { rules: { preWet: 'dry', chemistry: 'cleaner' }, context: { site: { ...shade, sun: 'full' } } });
    expect(sunny.foaming?.preWet ?? 'rinse').toBe('rinse');
    expect(planCoil(bare, graded(3), { ...mildDay, site: shade }, [can], house()).foaming?.preWet).toBe('dry');
    const condensed = planCoil(indoor, graded(2, overGoodDrain), mildDay, shelf, house());
    expect([condensed.ending, condensed.foaming?.preWet]).toEqual(['condensate', 'dry']);
  });
  test('what the label says of a dry or a wet coil goes before sun, can and school', () => {
    const labelled = (line: LabelLine, over: Partial<Cleaner>) =>
      planCoil(over.form === 'aerosol' ? bare : indoor, graded(2, overGoodDrain), mildDay, [{ ...can, ...over, handling: [line] }], house())
        .foaming?.preWet;
    expect(labelled('wet-coil', { form: 'aerosol' })).toBe('rinse');
    expect(labelled('wet-coil', { form: 'ready', rinseNeeded: false })).toBe('mist');
    expect(labelled('shake', { form: 'ready', rinseNeeded: false })).toBe('dry');
    const hot = { ...mildDay, site: { ...mildDay.site!, sun: 'full' as const } };
    const dry = [{ ...can, form: 'ready' as const, handling: ['dry-coil' as const] }];
    expect(planCoil(bare, graded(3), hot, dry, house({ chemistry: 'cleaner' })).foaming?.preWet).toBe('dry');
  });
  test('a felted coil is never wetted from outside first; stiff fins are rinsed square to the face last', () => {
    const first = (made: CoilPlan['rinse']) => made.ways?.[0]?.from;
    expect(first(rinseOf({ rinse: 'outside-inside-outside' }))).toBe('outside');
    expect(first(rinseOf({ rinse: 'outside-inside-outside' }, { soils: ['lint'] }))).toBe('inside');
    const stiff = rinseOf({}, answers({ finStiffness: 'stiff' }));
    expect(stiff.how).toMatch(/square to the face/);
    expect(stiff.ways?.at(-1)).toEqual({ from: 'outside', downDeg: 0 });
    expect(rinseOf({}, answers({ finStiffness: 'soft' })).ways?.at(-1)?.downDeg).toBe(45);
  });
});

test('time by area: combing and a further pass go by the face', () => {
  const wide = (m: number) =>
    coil('copper-plate-fin', { geometry: { ...coil().geometry, faces: coil().geometry.faces.map((face) => ({ ...face, widthM: m })) } });
  const secondsOf = (build: CoilBuild, id: string, finDamage: CoilAnswers['finDamage'] = 'some') =>
    plan(build, 4, { survey: answers({ finDamage }) }).steps.find((step) => step.id === id)?.seconds ?? NaN;
  for (const id of ['comb', 'second']) expect(secondsOf(wide(2), id)).toBeCloseTo(2 * secondsOf(wide(1), id), 6);
  expect(secondsOf(wide(1), 'comb', 'much')).toBeGreaterThan(2 * secondsOf(wide(1), 'comb'));
});

test('a small battery washer: low without a tap, low indoors too, or high on stiff fins, as the shop does', () => {
  const noTap = { story: { hazards: ['no-water' as const] } };
  const outside = (bucketWasher: HouseRules['bucketWasher'], finStiffness: CoilAnswers['finStiffness'] = 'stiff') =>
    plan(bare, 2, { survey: answers({ waterWay: 'bucket-washer', finStiffness }), context: noTap, rules: { bucketWasher } });
  expect(outside('no-tap').rinse.nozzle).toBe('small battery washer, low');
  expect(outside('high-on-stiff').rinse.nozzle).toBe('small battery washer, high');
  expect(outside('high-on-stiff', 'unknown').rinse.nozzle).toBe('small battery washer, low');
  const inside = (bucketWasher: HouseRules['bucketWasher']) => plan(indoor, 3, { rules: { bucketWasher } });
  expect(inside('no-tap').water?.means).toBe('sprayer');
  expect([inside('indoors-too').rinse.nozzle, inside('indoors-too').water?.means]).toEqual(['small battery washer, low', 'washer']);
  // It has a battery: only what plugs in is told to.
  expect(outside('no-tap').cautions.some(({ text }) => text.startsWith('Plug the pressure washer'))).toBe(false);
});
