import { planCoil, type CautionStep } from '../method';
import { coilRunOf, nextAction, type Alarm, type NextAction } from '../run';
import { coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import { fullRunPlans, scribe } from '../testing/fullRun';
import { areaBecause, capacityBecause } from '../equipment/capacityBecause';
import { cautionsNow, labelLines, splashWords } from './cautionsNow';
import { feedSite } from '../survey/feedSite';
import { heldWarning } from '../mix/held';
import { alarmWords, nowWords } from './nowWords';
import { breakEvenStart } from '../mix/breakEvenStart';
import { runStart } from './runStart';

const [plan] = fullRunPlans;
const first = plan.sections[0]!;
const where = { coilId: plan.coilId, sectionId: first.id };
function visit() {
  const run = scribe('v');
  run.happen('plan.made', { coilId: plan.coilId, plan });
  return run;
}
const told = (run: ReturnType<typeof scribe>, waterMark: string | null = null) => {
  const now = coilRunOf(run.state(), plan.coilId)!;
  return nowWords(nextAction(now, run.now()), now, run.now(), waterMark);
};

describe('what to do next, in words', () => {
  test('each step of a section says the order, the number and what its button means', () => {
    const run = visit();
    expect(told(run, 'W')).toMatchObject({
      title: 'Pre-rinse the whole coil',
      button: 'The coil is wet',
      text: expect.stringMatching(/Gun on W: plain water\.$/),
    });
    expect(told(run).text).not.toMatch(/Gun on/);
    run.happen('coil.wetted', { coilId: plan.coilId });
    expect(told(run)).toMatchObject({
      title: `Foam section 1, ${first.faceName}`,
      text: expect.stringMatching(/Then rinse after 8 min, before 10 min/),
    });
    run.happen('section.applied', where);
    run.happen('section.applied', { ...where, sectionId: plan.sections[1]!.id });
    expect(told(run)).toMatchObject({ title: expect.stringMatching(/^Section 1 soaks 7:\d\d more$/), button: null });
    run.wait(plan.dwell!.minS);
    expect(told(run)).toMatchObject({
      title: `Rinse section 1, ${first.faceName}`,
      text: expect.stringMatching(/^\d:\d\d before the label’s longest\./),
    });
    run.wait(300);
    expect(told(run).text).toMatch(/^It is \d:\d\d past its limit: rinse at once\./);
    run.happen('section.rinsed', where);
    run.happen('section.rinsed', { ...where, sectionId: plan.sections[1]!.id });
    expect(told(run)).toMatchObject({ title: 'Is section 1 done?', button: '1 is clear' });
  });

  test('a second pass goes where the check found it wrong, and says what was', () => {
    const run = visit();
    run.happen('coil.wetted', { coilId: plan.coilId });
    for (const section of plan.sections) {
      run.happen('section.applied', { ...where, sectionId: section.id });
      run.happen('section.rinsed', { ...where, sectionId: section.id });
    }
    run.happen('section.checked', { ...where, clear: false, failed: ['torch'], where: 'top-lip' });
    run.happen('section.checked', { ...where, sectionId: plan.sections[1]!.id, clear: true });
    expect(told(run).text).toMatch(/^Second pass, top lip only: /);
  });
});

describe('what is called out', () => {
  const alarm = (over: Partial<Alarm>): Alarm => ({
    id: '',
    kind: 'ready',
    coilId: 'c',
    sectionId: 's',
    sectionNumber: 2,
    atMs: 0,
    limit: null,
    byCondensate: false,
    ...over,
  });
  test('names section and coil, and what sets the limit', () => {
    expect(alarmWords(alarm({}), 'Outdoor coil')).toBe('Rinse section 2, outdoor coil now.');
    expect(alarmWords(alarm({ kind: 'hurry', limit: 'dries' }), 'Outdoor coil')).toBe(
      'One minute: rinse section 2, outdoor coil before it dries.',
    );
    expect(alarmWords(alarm({ kind: 'too-long', limit: 'label' }), 'Outdoor coil')).toBe(
      'Rinse section 2, outdoor coil at once: it has been on too long.',
    );
    expect(alarmWords(alarm({ kind: 'mist' }), 'Outdoor coil')).toMatch(/^Mist section 2/);
  });
  test('where condensate rinses the coil is named once, not each section', () => {
    const one = alarmWords(alarm({ byCondensate: true }), 'Indoor coil');
    expect(one).toBe('Foam on the indoor coil has worked: close up, power back.');
    expect(alarmWords(alarm({ byCondensate: true, sectionNumber: 3 }), 'Indoor coil')).toBe(one);
    expect(alarmWords(alarm({ kind: 'look', byCondensate: true }), 'Indoor coil')).toMatch(/look at pan and drain/);
  });
});

describe('cautions', () => {
  const steps = (kind: NextAction['kind'] | null) => new Set(cautionsNow(plan, kind).map((caution): CautionStep => caution.step));
  test('bite at their step: power at the gate, alkali at the foam, the jet at the rinse, the start at the end', () => {
    expect(steps(null)).toEqual(new Set(['gate']));
    expect(steps('apply')).toEqual(new Set(['apply']));
    expect(steps('rinse')).toEqual(new Set(['rinse']));
    expect(steps('done')).toEqual(new Set(['close']));
    expect(steps('wait')).toEqual(new Set());
  });
  test('every caution of a plan is shown at some action, on arrival or at the mix', () => {
    const shown = new Set<CautionStep>([...steps(null), 'arrive', 'mix']);
    for (const kind of ['wet-coil', 'apply', 'rinse', 'done', 'close-up'] as const) for (const step of steps(kind)) shown.add(step);
    expect(plan.cautions.filter((caution) => !shown.has(caution.step))).toEqual([]);
  });
  test('strong alkali wants chemical gloves and sealed goggles before the cap is off', () => {
    expect(splashWords('alkaline-foam')).toMatch(/^Chemical gloves and sealed goggles on before the cap is off/);
    expect(splashWords('neutral')).toMatch(/^Gloves and goggles/);
  });
  test('lines of the label come at mixing or at foaming, each once', () => {
    const lines = ['shake', 'do-not-shake', 'upright', 'food-area'] as const;
    const mix = labelLines(lines, 'mix');
    const apply = labelLines(lines, 'apply');
    expect(mix.length + apply.length).toBe(lines.length);
    expect(mix.every((line) => !apply.includes(line))).toBe(true);
    expect(labelLines(undefined, 'mix')).toEqual([]);
  });
  test('what held another is rinsed; what would react is not used', () => {
    const alkaline = shelf.find((row) => row.id === 'alkaline')!;
    expect(heldWarning({ name: 'Tansy', chemistry: 'neutral' }, alkaline)).toEqual({
      words: 'Last in it: Tansy. Rinse it first.',
      never: false,
    });
    expect(heldWarning({ name: 'Kitchen', chemistry: 'household' }, alkaline)?.never).toBe(true);
    expect(heldWarning({ name: alkaline.name, chemistry: 'alkaline-foam' }, alkaline)).toBeNull();
  });
});

describe('where figures come from', () => {
  test('a capacity is told from the model number or from the plate, and a ductless size only on a ductless system', () => {
    const rule = (model: string, btuh: number, configuration: 'split-cool' | 'ductless-split') =>
      capacityBecause({ model, btuh, configuration }).rules[0]?.id;
    expect(rule('QH4-036B', 36000, 'split-cool')).toBe('capacity.model');
    expect(rule('QH4-036B', 30000, 'split-cool')).toBe('capacity.typed');
    expect(rule('DW015', 15000, 'ductless-split')).toBe('capacity.model');
    expect(rule('DW015', 15000, 'split-cool')).toBe('capacity.typed');
  });
  test('an area names every face and its height', () => {
    const because = areaBecause(coil().geometry);
    expect(because.inputs.map((input) => input.label)).toEqual(['Finned height', 'Path', 'Hedge']);
  });
  test('the feed’s sky is read as sun, broken sun or shade', () => {
    const sun = (cloud: number) => feedSite([{ atMs: 0, dryBulbC: 20, rhPct: 50, windMs: 1, cloud }], 1000)?.sun;
    expect([sun(0.1), sun(0.5), sun(0.9)]).toEqual(['full', 'broken', 'shade']);
  });
  test('cans against a gun start from the shelf’s prices, and from usual ones without', () => {
    const can = { form: 'aerosol' as const, chart: { light: null, medium: null, heavy: null }, outdoor: true, packL: 0.5, packPrice: 20 };
    expect(breakEvenStart([can]).can).toBe(40);
    expect(breakEvenStart([]).can).toBe(26);
    expect(
      breakEvenStart([{ ...can, form: 'concentrate', packL: 4, packPrice: 40, chart: { light: 10, medium: 6, heavy: 4 } }]).concentrate,
    ).toBeCloseTo((breakEvenStart([]).readyL / 5 / 4) * 40, 9);
  });
  test('a run began with whatever came first: a reading before, a gate step or a task', () => {
    const run = scribe('v');
    run.happen('reading.taken', { when: 'after', returnC: 24, supplyC: 14, outdoorC: null });
    expect(runStart(run.state())).toBeNull();
    const task = run.happen('task.begun', { taskId: 'baseline' });
    run.happen('gate.step', { source: 'outdoor-unit', step: 'thermostat-off', volts: null });
    expect(runStart(run.state())).toBe(Date.parse(task.at));
  });
});

describe('advice to the owner follows what was seen', () => {
  const base = { ...mildDay, site: { dryBulbC: 35, rhPct: 40, windMs: 1, sun: 'full' as const } };
  const advice = (
    over: { story?: object; answers?: object; survey?: object; role?: 'condenser' | 'evaporator'; configuration?: 'split-heat-pump' } = {},
  ) => {
    const survey = graded(2);
    const context = {
      ...base,
      ...(over.configuration ? { configuration: over.configuration } : {}),
      story: { symptoms: [], facts: [], hazards: [], lastService: '', helper: false, ...over.story },
    };
    const build = over.role === 'evaporator' ? coil('copper-plate-fin', { role: 'evaporator' }) : coil();
    return planCoil(build, { ...survey, ...over.survey, answers: { ...survey.answers, ...over.answers } }, context, shelf, house()).advice;
  };
  const plain = { condenser: advice(), evaporator: advice({ role: 'evaporator' }) };
  test.each([
    ['a dryer vent', { story: { facts: ['dryer-vent'] } }, /dryer vent/],
    ['a mower', { story: { facts: ['mowing'] } }, /clippings/],
    ['dogs', { story: { facts: ['dogs'] } }, /dogs off/],
    ['trees', { story: { facts: ['trees'] } }, /seed fluff/i],
    ['building dust', { story: { facts: ['building-dust'] } }, /dusty work/],
    ['a high bill', { story: { symptoms: ['high-bill'] } }, /set-point|degree/i],
    ['long runs', { story: { symptoms: ['long-runs'] } }, /draught|door|window/i],
    ['ice', { story: { symptoms: ['ice'] }, role: 'evaporator' as const }, /fan/i],
    ['a loaded filter', { answers: { filter: 'loaded' }, role: 'evaporator' as const }, /filter monthly/],
    ['a slow drain', { answers: { primaryDrain: 'slow' }, role: 'evaporator' as const }, /drain cleared/],
    ['a dusty wheel', { answers: { wheel: 'dusty' }, role: 'evaporator' as const }, /wheel/i],
    ['pet urine', { survey: { soils: ['pet-urine'] } }, /dog marks/i],
    ['salt', { survey: { soils: ['salt'] } }, /salt|monthly/i],
    ['no way in', { answers: { accessPanel: 'none' }, role: 'evaporator' as const }, /panel/],
  ])('%s', (_what, over, says) => {
    const added = advice(over).filter((text) => !plain[(over as { role?: 'evaporator' }).role ?? 'condenser'].includes(text));
    expect(added.join(' ')).toMatch(says);
  });
  test('sun on the coil asks for shade; in the shade nobody asks for it', () => {
    expect(plain.condenser.join(' ')).toMatch(/shade/i);
    expect(planCoil(coil(), graded(2), mildDay, shelf, house()).advice.join(' ')).not.toMatch(/shade/i);
  });
  test('a heat pump’s wheel is due every year, another’s every two', () => {
    const wheel = (configuration?: 'split-heat-pump') =>
      advice({ role: 'evaporator', answers: { wheel: 'dusty' }, ...(configuration ? { configuration } : {}) }).find((text) =>
        /wheel/i.test(text),
      );
    expect(wheel()).not.toBe(wheel('split-heat-pump'));
  });
});
