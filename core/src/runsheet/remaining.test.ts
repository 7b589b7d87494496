import fc from 'fast-check';
import { coilRunOf, lockoutStepsFor, LOCKOUT_TABLE, nextAction, POWER_STEPS } from '../run';
import { fullRun, fullRunPlans, RUN_START, scribe } from '../testing/fullRun';
import {
  learnedTimes,
  meanwhileOf,
  NOW_TASK,
  remainingTasks,
  scheduleRun,
  measuredDurations,
  visitTasks,
  type RunCoil,
  type RunSheet,
  type Task,
} from '.';
import { doneTasks } from './remaining';
import { LEAST_RUNS, LEARNED_AT_S } from './learned';

const [out, inn] = fullRunPlans;
const coils: RunCoil[] = [
  { id: out.coilId, name: 'Outdoor', rows: 1, source: 'outdoor-unit', plan: out },
  { id: inn.coilId, name: 'Indoor', rows: 1, source: 'air-handler', plan: inn },
];
const tasks = visitTasks(coils);
const sheetOf = (left: readonly Task[], crew: number): RunSheet => {
  const sheet = scheduleRun(left, crew, 12);
  if (!sheet || 'clash' in sheet) throw new Error(JSON.stringify(sheet));
  return sheet;
};

/** Events up to the first section that soaks, gate and all. */
function untilSoaking() {
  const run = scribe('v1');
  for (const plan of [out, inn]) run.happen('plan.made', { coilId: plan.coilId, plan });
  for (const step of lockoutStepsFor('split-cool'))
    run.happen('gate.step', {
      source: 'outdoor-unit',
      step,
      volts: { live: 121, dead: 0, none: null }[LOCKOUT_TABLE[step].reads ?? 'none'],
    });
  run.happen('coil.wetted', { coilId: out.coilId });
  run.happen('section.applied', { coilId: out.coilId, sectionId: out.sections[0]!.id });
  return run;
}

test('at the start everything is to do; at the end nothing', () => {
  const run = scribe('v1');
  for (const plan of [out, inn]) run.happen('plan.made', { coilId: plan.coilId, plan });
  expect(remainingTasks(tasks, run.state(), 'split-cool', run.now()).map((task) => task.id)).toEqual([NOW_TASK, ...tasks.map((t) => t.id)]);
  const events = fullRun('v1');
  const { state } = scribe('v1');
  expect(remainingTasks(tasks, state(), 'split-cool', RUN_START).length).toBe(tasks.length + 1);
  const end = scribe('v1');
  end.events.push(...events);
  expect(remainingTasks(tasks, end.state(), 'split-cool', Date.parse(events.at(-1)!.at))).toEqual([]);
});

test('what has to come before a task that is done is done as well', () => {
  const run = untilSoaking();
  const done = doneTasks(tasks, run.state(), 'split-cool', run.now());
  // Pre-rinsing says that the unit was isolated, opened and shielded.
  for (const id of [
    'baseline',
    'isolate.outdoor-unit',
    `${out.coilId}.shield`,
    `${out.coilId}.wet`,
    `${out.coilId}.foam.${out.sections[0]!.id}`,
  ])
    expect(done).toContain(id);
  for (const id of ['isolate.air-handler', `${out.coilId}.gun`, `${out.coilId}.rinse.${out.sections[0]!.id}`])
    expect(done).not.toContain(id);
});

test('a mix made early, or a step ticked early, never takes an isolation off the sheet: nothing behind it is offered while foam soaks', () => {
  const run = untilSoaking();
  run.happen('mix.made', {
    coilId: inn.coilId,
    cleanerId: inn.cleanerId!,
    targetWaterParts: inn.waterParts!,
    concentrateL: 1,
    waterL: 4,
    applicatorId: 'hand',
  });
  run.happen('task.done', { taskId: `${inn.coilId}.panel` });
  const left = remainingTasks(tasks, run.state(), 'split-cool', run.now());
  expect(left.map((task) => task.id)).toContain('isolate.air-handler');
  expect(left.find((task) => task.id === `${inn.coilId}.drain-pour`)!.after.map(({ id }) => id)).toContain('isolate.air-handler');
  const placed = sheetOf(left, 1).placed;
  for (let waitS = 30; waitS < 1200; waitS += 30) {
    const offered = meanwhileOf(left, placed, 0, out.coilId, waitS)?.task;
    expect(offered?.what && 'coilId' in offered.what ? offered.what.coilId : null).not.toBe(inn.coilId);
  }
});

test('a section that soaks keeps its window from foam on, whenever it is looked at', () => {
  const run = untilSoaking();
  const section = out.sections[0]!;
  const appliedAt = run.now();
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 560 }), (after) => {
      const left = remainingTasks(tasks, run.state(), 'split-cool', appliedAt + after * 1000);
      const rinse = sheetOf(left, 1).placed.find((row) => row.id === `${out.coilId}.rinse.${section.id}`)!;
      expect(after + rinse.startS).toBeGreaterThanOrEqual(out.dwell!.minS - 1);
      expect(after + rinse.startS).toBeLessThanOrEqual(Math.max(out.dwell!.maxS!, after) + 1);
    }),
    { numRuns: 20 },
  );
});

test('past its limit a section is still planned, at once, and nothing is said to be impossible', () => {
  const run = untilSoaking();
  const left = remainingTasks(tasks, run.state(), 'split-cool', run.now() + 3_600_000);
  const rinse = left.find((task) => task.id === `${out.coilId}.rinse.${out.sections[0]!.id}`)!;
  expect(rinse.after[0]).toEqual({ id: NOW_TASK, minS: 0, maxS: null });
  expect(sheetOf(left, 1).endS).toBeGreaterThan(0);
});

test('after every event of a run the rest can be planned, and a helper never makes it longer', () => {
  const events = fullRun('v1');
  const run = scribe('v1');
  let lastIds = tasks.length;
  for (const event of events) {
    run.events.push(event);
    if (!run.state().plans[inn.coilId]) continue;
    const left = remainingTasks(tasks, run.state(), 'split-cool', Date.parse(event.at));
    if (left.length === 0) continue;
    const alone = sheetOf(left, 1);
    expect(sheetOf(left, 2).endS).toBeLessThanOrEqual(alone.endS + 1e-9);
    // A check that fails brings foam and rinse back; nothing else does.
    if (event.kind !== 'section.checked' && event.kind !== 'power.step' && event.kind !== 'gate.step')
      expect(left.length).toBeLessThanOrEqual(lastIds + 1);
    lastIds = left.length;
  }
});

test('while it soaks the sheet says what to take up and when to drop it', () => {
  const run = untilSoaking();
  const left = remainingTasks(tasks, run.state(), 'split-cool', run.now());
  const sheet = sheetOf(left, 1);
  const action = nextAction(coilRunOf(run.state(), out.coilId)!, run.now());
  const waitS = action.kind === 'wait' ? action.seconds : out.dwell!.minS;
  const next = meanwhileOf(left, sheet.placed, 0, out.coilId, waitS);
  expect(next).not.toBeNull();
  expect(next?.dropByS).toBe(waitS);
  expect(next?.fits).toBe((next?.task.seconds ?? 0) <= waitS);
  expect(['step', 'gate']).toContain(next?.task.what?.is);
  expect(meanwhileOf([], [], 0, out.coilId, 300)).toBeNull();
});

test('a begun task counts only for what is left of it, and the run-in for what is left of its quarter of an hour', () => {
  const run = untilSoaking();
  run.happen('task.begun', { taskId: `${out.coilId}.gun` });
  const gun = (afterS: number) =>
    remainingTasks(tasks, run.state(), 'split-cool', run.now() + afterS * 1000).find((task) => task.id === `${out.coilId}.gun`)?.seconds;
  expect(gun(0)).toBe(120);
  expect(gun(100)).toBe(20);
  expect(gun(1000)).toBe(0);
  for (const step of POWER_STEPS.slice(0, 5)) run.happen('power.step', { step, ok: true });
  const steady = remainingTasks(tasks, run.state(), 'split-cool', run.now() + 300_000).find((task) => task.id === 'steady');
  expect(steady?.seconds).toBe(600);
});

describe('times of past runs', () => {
  test('the middle of at least three runs stands for the next; fewer say nothing', () => {
    const taken = (...seconds: number[]) => seconds.map((time) => ({ id: 'gun', seconds: time }));
    expect(learnedTimes(taken(100, 200))).toEqual({});
    expect(learnedTimes(taken(100, 900, 200))).toEqual({ gun: { seconds: 200, runs: LEAST_RUNS } });
    const learned = { gun: { seconds: 240, runs: 5 }, 'rinse-area': { seconds: LEARNED_AT_S / 2, runs: 9 } };
    const known = visitTasks(coils, learned);
    expect(known.find((task) => task.id === `${out.coilId}.gun`)).toMatchObject({ seconds: 240, learnedFrom: 5 });
    const usual = tasks.find((task) => task.what?.is === 'rinse')!;
    expect(known.find((task) => task.id === usual.id)?.seconds).toBeCloseTo(usual.seconds / 2, 0);
  });

  test('a run tells its gates, its tasks and its rinses, and keeps silent on what was a forgotten tap', () => {
    const ids = measuredDurations(fullRun('v1')).map((row) => row.id);
    expect(ids).toContain('isolate');
    expect(ids).toContain('lift');
    const run = scribe('v1');
    run.happen('task.begun', { taskId: 'x.gun' });
    run.wait(4 * 3600);
    run.happen('task.done', { taskId: 'x.gun' });
    expect(measuredDurations(run.events)).toEqual([]);
    // Without a beginning it began when the same person had done what came before; another's work says nothing.
    run.wait(115);
    run.happen('task.done', { taskId: 'x.pad' });
    run.happen('task.done', { taskId: 'x.other' }, 'Ives');
    expect(measuredDurations(run.events)).toEqual([{ id: 'pad', seconds: 120 }]);
  });

  test('foam and rinse are learned each m², and waiting between is not taken for work', () => {
    const run = scribe('v1');
    run.happen('plan.made', { coilId: out.coilId, plan: out });
    run.happen('coil.wetted', { coilId: out.coilId });
    const { id, areaM2 } = out.sections[0]!;
    run.wait(15);
    run.happen('section.applied', { coilId: out.coilId, sectionId: id });
    run.wait(595);
    run.happen('section.rinsed', { coilId: out.coilId, sectionId: id });
    const taken = measuredDurations(run.events);
    expect(taken).toEqual([{ id: 'foam-area', seconds: 20 / areaM2 }]);
  });
});

test('a section that was rinsed before its turn says nothing of the one before it, which still soaks', () => {
  const run = untilSoaking();
  const [first, second] = out.sections;
  run.happen('section.applied', { coilId: out.coilId, sectionId: second!.id });
  run.wait(600);
  run.happen('section.rinsed', { coilId: out.coilId, sectionId: second!.id });
  const done = doneTasks(tasks, run.state(), 'split-cool', run.now());
  expect(done).toContain(`${out.coilId}.rinse.${second!.id}`);
  expect(done).not.toContain(`${out.coilId}.rinse.${first!.id}`);
});
