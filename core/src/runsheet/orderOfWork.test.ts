import fc from 'fast-check';
import { CAUTION_STEPS, planCoil, type CoilPlan } from '../method';
import { sourceOf } from '../run';
import { anyJob, type DrawnJob } from '../testing/drawnJobs';
import { shelf } from '../testing/fixtures';
import type { Task } from './task';
import { visitTasks } from './visitTasks';

/** Common practice throughout, no source: the order in which a technician works, whatever was found and whatever the shop's schools. */
const RUNS = 3000;

interface Planned {
  job: DrawnJob;
  plans: CoilPlan[];
  tasks: Task[];
}

function planned(job: DrawnJob): Planned {
  const coils = [job.outdoor, job.indoor].map(({ build, survey }) => ({
    build,
    plan: planCoil(build, survey, job.context, shelf, job.rules),
  }));
  const washed = coils.filter(({ plan }) => plan.verdict === 'wash');
  const tasks = visitTasks(
    washed.map(({ build, plan }) => ({
      id: build.id,
      name: build.id,
      rows: build.geometry.rows,
      source: sourceOf(job.context.configuration, build.role),
      plan,
    })),
  );
  return { job, plans: coils.map(({ plan }) => plan), tasks };
}

/** Ids of all that has to be done before a task. */
function before(tasks: readonly Task[], id: string): Set<string> {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const found = new Set<string>();
  const queue = [id];
  for (let at = queue.pop(); at !== undefined; at = queue.pop())
    for (const { id: earlier } of byId.get(at)?.after ?? [])
      if (!found.has(earlier)) {
        found.add(earlier);
        queue.push(earlier);
      }
  return found;
}

const isWet = (task: Task): boolean => ['wet', 'foam', 'rinse', 'rinse-all'].includes(task.what?.is ?? '');
const isRinse = (task: Task): boolean => ['rinse', 'rinse-all'].includes(task.what?.is ?? '');
const ofCoil = (task: Task, coilId: string): boolean => task.what !== undefined && 'coilId' in task.what && task.what.coilId === coilId;
const stepTask = (tasks: readonly Task[], ids: readonly string[]): Task[] =>
  tasks.filter((task) => task.what?.is === 'step' && ids.includes(task.what.stepId));
const ids = (plan: CoilPlan) => plan.steps.map((step) => step.id);

const seed = Date.now() % 2 ** 31;
/** Drawn and planned once for all that has to hold of them. */
const all = fc.sample(anyJob, { numRuns: RUNS, seed }).map(planned);

function holds(rule: (planned: Planned) => void): void {
  for (const [i, one] of all.entries())
    try {
      rule(one);
    } catch (error) {
      const { outdoor, indoor, context } = one.job;
      throw new Error(
        `job ${i} of seed ${seed}: ${context.configuration}, ${JSON.stringify([outdoor.survey, indoor.survey, context.story, one.job.rules])}\n${String(error)}`,
        { cause: error },
      );
    }
}

test('nothing wet goes on indoors before a drain that is not known good was cleared or poured', () => {
  holds(({ plans: [, indoor], tasks }) => {
    if (indoor!.verdict !== 'wash' || indoor!.facts.waterWay === 'air' || indoor!.facts.drainState === 'good') return;
    const opened = stepTask(tasks, ['drain-clear', 'drain-pour']);
    expect(opened).toHaveLength(1);
    for (const wet of tasks.filter((task) => isWet(task) && ofCoil(task, 'evaporator')))
      expect(before(tasks, wet.id)).toContain(opened[0]!.id);
  });
});

test('slime, mud and blocked holes come out before the first water', () => {
  holds(({ tasks }) => {
    for (const step of stepTask(tasks, ['pan-slime', 'mud', 'pan-free', 'pan-drill', 'weep-open', 'lift', 'lift-in']))
      for (const wet of tasks.filter((task) => isWet(task) && step.what?.is === 'step' && ofCoil(task, step.what.coilId ?? '')))
        expect(before(tasks, wet.id)).toContain(step.id);
  });
});

test('pan, base, trap and float are done after the last rinse that can reach them', () => {
  const BELOW = ['pan-out', 'pan-out-new', 'pan-vacuum', 'weep-last', 'pan-in', 'trap-flush', 'float-test', 'look-pan'];
  holds(({ tasks }) => {
    for (const step of stepTask(tasks, BELOW)) {
      const earlier = before(tasks, step.id);
      const coilId = step.what?.is === 'step' ? (step.what.coilId ?? '') : '';
      for (const rinse of tasks.filter((task) => isRinse(task) && ofCoil(task, coilId))) expect(earlier).toContain(rinse.id);
      for (const second of stepTask(tasks, ['second'])) if (ofCoil(second, coilId)) expect(earlier).toContain(second.id);
      if (step.id.endsWith('weep-last')) for (const lid of stepTask(tasks, ['lid-on'])) expect(earlier).toContain(lid.id);
    }
  });
});

test('nothing is dosed into a drain while cleaner can still come down', () => {
  const DOSES = ['drain-dose', 'drain-bleach', 'drain-dose-last', 'drain-bleach-last'];
  holds(({ tasks, plans: [, indoor] }) => {
    for (const dose of stepTask(tasks, DOSES)) {
      const earlier = before(tasks, dose.id);
      for (const task of tasks.filter((row) => ofCoil(row, 'evaporator') && (isWet(row) || row.what?.is === 'soak')))
        expect(earlier).toContain(task.id);
      const flushed = stepTask(tasks, indoor!.ending === 'condensate' ? ['condense', 'look-pan'] : ['pan-in']);
      expect(flushed.length).toBeGreaterThan(0);
      for (const task of flushed) expect(earlier).toContain(task.id);
    }
  });
});

test('gas is off and burners covered before anything wet goes on, at either coil', () => {
  holds(({ tasks, plans }) => {
    const gas = stepTask(tasks, ['gas']);
    if (!plans.some(({ facts, verdict }) => facts.gas && verdict === 'wash')) return;
    expect(gas).toHaveLength(1);
    for (const plan of plans.filter(({ facts, verdict }) => facts.gas && verdict === 'wash'))
      for (const wet of tasks.filter((task) => isWet(task) && ofCoil(task, plan.coilId))) expect(before(tasks, wet.id)).toContain('gas');
  });
});

test('what was foamed first is rinsed first', () => {
  holds(({ tasks }) => {
    for (const coilId of ['condenser', 'evaporator']) {
      const of = (is: string) =>
        tasks.flatMap(({ id, what }) =>
          what?.is === is && 'sectionId' in what && what.coilId === coilId ? [{ id, section: what.sectionId }] : [],
        );
      const [foams, rinses] = [of('foam'), of('rinse')];
      if (rinses.length === 0) continue;
      expect(rinses.map(({ section }) => section)).toEqual(foams.map(({ section }) => section));
      rinses.slice(1).forEach(({ id }, i) => expect(before(tasks, id)).toContain(rinses[i]!.id));
    }
  });
});

test('a hazard met outdoors changes nothing of a coil in the house', () => {
  holds(({ job, plans: [, indoor] }) => {
    if (!job.context.configuration.includes('split')) return;
    const { build, survey } = job.indoor;
    const calm = {
      ...job.context,
      story: { ...job.context.story, hazards: (job.context.story?.hazards ?? []).filter((hazard) => hazard === 'damaged-wiring') },
    };
    expect({ ...planCoil(build, survey, calm, shelf, job.rules), facts: null }).toEqual({ ...indoor!, facts: null });
  });
});

test('no foam on a coil that cannot be reached; nothing at all on one that may not be washed', () => {
  holds(({ job, plans, tasks }) => {
    if (job.indoor.survey.answers.accessPanel === 'none') expect(plans[1]!.verdict).not.toBe('wash');
    for (const plan of plans) if (plan.verdict !== 'wash') expect(tasks.filter((task) => ofCoil(task, plan.coilId))).toEqual([]);
  });
});

test('water told is time by flow, and every caution of a step stands in the order in which work meets it', () => {
  holds(({ plans }) => {
    for (const { water, cautions, verdict } of plans) {
      if (water) expect(water.litres).toBeCloseTo((water.seconds / 60) * water.flowLMin, 6);
      const steps = cautions.map(({ step }) => CAUTION_STEPS.indexOf(step));
      expect([...steps].sort((a, b) => a - b)).toEqual(steps);
      if (verdict === 'wash') expect(cautions.some(({ step }) => step === 'gate')).toBe(true);
    }
  });
});

test('condensate rinses over a drain that ran, a sound pan and something that stops an overflow', () => {
  holds(({ plans: [, indoor], job }) => {
    if (indoor!.ending !== 'condensate' || indoor!.verdict !== 'wash') return;
    const { answers } = job.indoor.survey;
    expect(answers.secondaryWet).toBe(false);
    expect(['clean', 'slime']).toContain(answers.pan);
    expect(answers.primaryDrain === 'clear' || (answers.primaryDrain === 'unknown' && (answers.drainLMin ?? 0) >= 0.5)).toBe(true);
    if (job.context.configuration.startsWith('split'))
      expect(answers.floatSwitch === 'works' || (answers.floatSwitch === 'none' && !answers.finishedCeiling)).toBe(true);
  });
});

test('no step is about a part that is not there', () => {
  holds(({ plans: [outdoor, indoor], job }) => {
    const { configuration } = job.context;
    if (configuration === 'ductless-split')
      for (const id of ['trap-flush', 'trap-fill', 'float-test', 'panel', 'panel-tight', 'close-in'])
        expect(ids(indoor!)).not.toContain(id);
    if (!outdoor!.facts.insideReached)
      for (const id of ['lid-on', 'weep-last', 'pan-out', 'bag', 'wires', 'close-out']) expect(ids(outdoor!)).not.toContain(id);
    if (outdoor!.cleanerId === null)
      for (const id of ['mix', 'gun', 'plants', 'second']) if (id !== 'second') expect(ids(outdoor!)).not.toContain(id);
    if (job.indoor.survey.answers.trap === 'none') expect(ids(indoor!).filter((id) => id.startsWith('trap'))).toEqual([]);
    if (job.indoor.survey.answers.floatSwitch === 'none') expect(ids(indoor!)).not.toContain('float-test');
  });
});

/** What a plan's own words promise, and steps one of which keeps it. */
const PROMISES: readonly (readonly [RegExp, readonly string[]])[] = [
  [/mud .*comes out by hand|Wet mud/, ['mud']],
  [/What lies inside comes out by hand/, ['debris']],
  [/weep holes.*freed/, ['pan-free', 'pan-drill']],
  [/off dry|lifted dry|brushed or vacuumed first/, ['lift', 'lift-in']],
  [/bag the motor/, ['bag']],
  [/Wet the plants first/, ['plants']],
  [/The top goes back on before the outside is rinsed/, ['lid-on']],
  [/Gas off|burners/, ['gas']],
  [/UV lamp/, ['uv']],
  [/Shield the compartment/, ['shield']],
  [/Rinse the marked side twice/, ['presoak']],
];
/** What a step cannot be done without: one of these is on the truck list. */
const NEEDS: readonly (readonly [string, RegExp])[] = [
  ['drain-clear', /Drain rod/],
  ['drain-clear', /jug/],
  ['drain-pour', /jug/],
  ['pan-ready', /jug/],
  ['pan-in', /jug/],
  ['pan-standing', /wet vacuum/i],
  ['lift', /brush/],
  ['lift', /Dust mask|N95|P100/],
  ['lift-in', /brush/],
  ['debris', /Vacuum|Wet vacuum/],
  ['nest-out', /P100/],
  ['bag', /Bag and ties/],
  ['shield', /Cover for the controls/],
  ['comb', /comb/],
  ['pan-vacuum', /Wet vacuum/],
  ['pan-drill', /drill/],
  ['drain-dose', /Drain product/],
  ['drain-dose-last', /Drain product/],
  ['drain-bleach', /Bleach/],
  ['drain-bleach-last', /Bleach/],
  ['wheel', /hex key/],
  ['wheel-brush', /brush/],
  ['wheel-wash', /brush|sprayer/],
  ['wipe', /Wipes/],
  ['front', /bib/],
  ['mix', /Chemical gloves/],
  ['bus', /DC range/],
  ['bus-likely', /DC range/],
  ['isolate', /Voltage meter/],
  ['torch', /Torch/],
  ['panel', /driver/],
  ['pan-free', /rod/i],
];

test('what a reason, a caution or the way of rinsing promises has its step, and each step its kit', () => {
  const broken = new Set<string>();
  for (const { plans } of all)
    for (const plan of plans.filter(({ verdict }) => verdict === 'wash')) {
      const words = [
        ...plan.because
          .filter(({ id }) => ['opening', 'dryLift', 'rinse', 'foaming'].includes(id))
          .flatMap(({ rules }) => rules.map((rule) => rule.because)),
        ...plan.cautions.map(({ lead, text }) => `${lead} ${text}`),
        plan.rinse.how,
      ];
      const steps: string[] = ids(plan);
      for (const [promise, keeps] of PROMISES)
        for (const said of words.filter((text) => promise.test(text)))
          if (!keeps.some((id) => steps.includes(id))) broken.add(`${plan.coilId}: "${said}" has no step of ${keeps.join(', ')}`);
      const kit = plan.kit.map(({ what }) => what).join('; ');
      for (const [step, need] of NEEDS)
        if (steps.includes(step) && !need.test(kit)) broken.add(`${plan.coilId}: ${step} without ${String(need)}`);
    }
  expect([...broken]).toEqual([]);
});

test('what is not known is planned no bolder than either answer to it, and said to be missing', () => {
  holds(({ job, plans }) => {
    for (const [i, { build, survey }] of [job.outdoor, job.indoor].entries()) {
      const plan = plans[i]!;
      const graded = Object.values(survey.grades).every(
        (rows) => rows.length >= build.geometry.rows && rows.every((grade) => grade !== null),
      );
      expect(plan.missing.some((text) => text.startsWith('Not graded'))).toBe(!graded);
      expect(plan.missing.some((text) => text.startsWith('Construction not known'))).toBe(build.construction === 'unknown');
      if (plan.verdict !== 'wash') continue;
      const { answers } = survey;
      // A drain that nobody tried is cleared or tried; stiffness that nobody tried takes no hard jet; circuits nobody counted are looked for.
      if (build.role === 'evaporator' && plan.facts.drainState === 'unknown' && plan.facts.waterWay !== 'air') {
        expect(ids(plan)).toContain('drain-pour');
        expect(plan.ending).toBe('rinse');
      }
      if (answers.finStiffness === 'unknown') expect(['straight jet', 'washer, low setting']).not.toContain(plan.rinse.nozzle ?? '');
      if (build.construction === 'unknown' && build.role === 'condenser') expect(['alkaline-foam', 'acid']).not.toContain(plan.chemistry);
    }
  });
});
