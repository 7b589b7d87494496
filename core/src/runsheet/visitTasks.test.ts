import fc from 'fast-check';
import { planCoil } from '../method';
import type { PowerSource } from '../equipment';
import { plannedRinseBy } from '../run';
import { anyHouse, coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import type { Grade } from '../survey';
import { scheduleRun, visitTasks, type RunCoil } from '.';
import { checkTasks } from './task';

const outdoor = (grade: Grade, rules = house()): RunCoil => ({
  id: 'out',
  name: 'Outdoor',
  rows: 1,
  source: 'outdoor-unit',
  plan: planCoil(coil(), graded(grade), mildDay, shelf, rules),
});
const indoor = (grade: Grade, source: PowerSource = 'air-handler', rules = house(), context = mildDay): RunCoil => ({
  id: 'in',
  name: 'Indoor',
  rows: 1,
  source,
  plan: {
    ...planCoil(coil('copper-plate-fin', { role: 'evaporator', id: 'in', topOpens: false }), graded(grade), context, shelf, rules),
    coilId: 'in',
  },
});

test('each section has its window: no rinse before the dwell, none after the label or the drying', () => {
  const run = outdoor(3);
  const result = scheduleRun(visitTasks([run]), 1);
  if (!result || 'clash' in result) throw new Error('no run');
  const at = new Map(result.placed.map((row) => [row.id, row]));
  const latest = plannedRinseBy(run.plan)!.seconds;
  for (const { id } of run.plan.sections) {
    const soaked = at.get(`out.rinse.${id}`)!.startS - at.get(`out.foam.${id}`)!.startS;
    expect(soaked).toBeGreaterThanOrEqual(run.plan.dwell!.minS - 1);
    expect(soaked).toBeLessThanOrEqual(latest + 1);
  }
});

test('one source is isolated once, two sources each; power comes back once, after everything', () => {
  const isolations = (coils: RunCoil[]) => visitTasks(coils).filter((task) => task.id.startsWith('isolate'));
  expect(isolations([outdoor(2), indoor(2)])).toHaveLength(2);
  expect(isolations([outdoor(2), indoor(2, 'outdoor-unit')])).toHaveLength(1);
  const tasks = visitTasks([outdoor(3), indoor(2)]);
  const result = scheduleRun(tasks, 2, 20);
  if (!result || 'clash' in result) throw new Error('no run');
  const restart = result.placed.find((row) => row.id === 'restart')!;
  for (const row of result.placed)
    if (!['restart', 'steady', 'readings', 'in.condense', 'in.look-pan'].includes(row.id))
      expect(row.endS).toBeLessThanOrEqual(restart.startS + 1e-9);
  expect(tasks.find((task) => task.id === 'steady')?.handsOn).toBe(false);
});

test('one outdoor unit with four heads: a sheet of every task once, each head in its own window, and how far off the best it can be', () => {
  const heads = [1, 2, 3, 4].map((n): RunCoil => {
    const head = indoor(2, 'outdoor-unit', house(), { ...mildDay, configuration: 'ductless-split' });
    return { ...head, id: `head-${n}`, name: `Head ${n}`, plan: { ...head.plan, coilId: `head-${n}` } };
  });
  const tasks = visitTasks([outdoor(3), ...heads]);
  const sheet = scheduleRun(tasks, 1, 2);
  if (!sheet || 'clash' in sheet) throw new Error('no sheet');
  expect(sheet.placed.map((row) => row.id).sort()).toEqual(tasks.map((task) => task.id).sort());
  const at = new Map(sheet.placed.map((row) => [row.id, row]));
  for (const { id, after } of tasks)
    for (const { id: before, minS, maxS } of after) {
      const waited = at.get(id)!.startS - at.get(before)!.endS;
      expect(waited).toBeGreaterThanOrEqual(minS - 1e-6);
      if (maxS !== null) expect(waited).toBeLessThanOrEqual(maxS + 1e-6);
    }
  expect(new Set(tasks.filter((task) => /\.(foam|cans)/.test(task.id)).map((task) => task.id.split('.')[0])).size).toBe(5);
  expect(sheet.boundS).toBeGreaterThan(0);
  expect(sheet.endS / sheet.boundS).toBeGreaterThanOrEqual(1);
  expect(sheet.endS / sheet.boundS).toBeLessThan(1.2);
});

test('nothing is wetted before its own source is proven dead', () => {
  const result = scheduleRun(visitTasks([outdoor(3), indoor(3)]), 2, 20);
  if (!result || 'clash' in result) throw new Error('no run');
  for (const [prefix, source] of [
    ['out.', 'outdoor-unit'],
    ['in.', 'air-handler'],
  ] as const) {
    const dead = result.placed.find((row) => row.id === `isolate.${source}`)!.endS;
    for (const row of result.placed) if (row.id.startsWith(prefix)) expect(row.startS).toBeGreaterThanOrEqual(dead - 1e-9);
  }
});

test('whatever is planned makes tasks that can be done, alone or with a helper, and a helper never makes it longer', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 1, max: 4 }), anyHouse, (a, b, rules) => {
      const tasks = visitTasks([outdoor(a as Grade, rules), indoor(b as Grade, 'air-handler', rules)]);
      checkTasks(tasks, 2);
      const alone = scheduleRun(tasks, 1, 10);
      const helped = scheduleRun(tasks, 2, 10);
      if (!alone || 'clash' in alone || !helped || 'clash' in helped) throw new Error('no run');
      expect(helped.endS).toBeLessThanOrEqual(alone.endS + 1e-9);
    }),
    { numRuns: 25 },
  );
});
