import { planCoil } from '../method';
import { remainingTasks, visitTasks, type RunCoil } from '../runsheet';
import { graded, house, mildDay, shelf, overGoodDrain } from '../testing/fixtures';
import { fullRunCoils, scribe } from '../testing/fullRun';
import { alarmsOf } from './alarms';
import { stepsDone } from './visitSteps';
import { checkEvent } from './checkEvent';
import { coilRunOf } from './coilRun';
import { LOCKOUT_TABLE } from './lockoutSteps';
import { lockoutStepsFor } from './lockoutNeeds';
import { nextAction, sectionClock } from './clocks';
import { noPowerYet } from './noPowerYet';
import type { EventDataByKind, EventKind } from './events';

const [, INN] = fullRunCoils;
const plan = planCoil(INN, graded(2, overGoodDrain), { ...mildDay, returnAir: { dryBulbC: 25, rhPct: 60 } }, shelf, house());
const where = (i: number) => ({ coilId: INN.id, sectionId: plan.sections[i]!.id });

function foamed() {
  const run = scribe('v');
  run.happen('visit.started', {});
  run.happen('plan.made', { coilId: INN.id, plan });
  run.happen('mix.made', {
    coilId: INN.id,
    cleanerId: plan.cleanerId ?? '',
    targetWaterParts: 8,
    concentrateL: 0.1,
    waterL: 0.8,
    applicatorId: 's',
  });
  completeLockout(run);
  plan.sections.forEach((_section, i) => run.happen('section.applied', where(i)));
  return run;
}
type Visit = ReturnType<typeof scribe>;
const completeLockout = (run: Visit) => {
  for (const step of lockoutStepsFor('split-cool'))
    run.happen('gate.step', {
      source: 'air-handler',
      step,
      volts: { live: 121, dead: 0, none: null }[LOCKOUT_TABLE[step].reads ?? 'none'],
    });
};
const powerUp = (run: Visit) => {
  for (const step of ['blades-free', 'closed-up', 'told', 'power-on'] as const) run.happen('power.step', { step, ok: true });
  run.wait(301);
  run.happen('power.step', { step: 'called', ok: true });
};
const attempt =
  <K extends EventKind>(run: Visit, kind: K, data: EventDataByKind[K]) =>
  () =>
    checkEvent(run.state(), { id: 'later', visitId: 'v', at: new Date(run.now()).toISOString(), by: 'Wren', kind, data } as never, {
      configuration: 'split-cool',
      coils: [INN],
      shelf,
      events: run.events,
    });
const next = (run: Visit) => nextAction(coilRunOf(run.state(), INN.id)!, run.now());
const words = (run: Visit) => plan.sections.map((section) => sectionClock(coilRunOf(run.state(), INN.id)!, section, run.now()).word);

test('no water comes near: it is foamed dry, works twenty minutes, and is closed up only when all of it is ready', () => {
  const run = scribe('v');
  run.happen('plan.made', { coilId: INN.id, plan });
  expect(next(run).kind).toBe('apply');
  const on = foamed();
  on.wait(plan.dwell!.minS - 60);
  expect(next(on).kind).toBe('wait');
  expect(noPowerYet(on.state(), on.now())).toMatch(/^Foam has not worked long enough: \d+ min more/);
  on.wait(61);
  expect([next(on).kind, ...new Set(words(on))]).toEqual(['close-up', 'close up']);
  expect(noPowerYet(on.state(), on.now())).toBeNull();
});

test('never too long: hours later it still only waits to be closed up', () => {
  const run = foamed();
  run.wait(5 * 3600);
  expect([...new Set(words(run))]).toEqual(['close up']);
  expect(alarmsOf(run.state()).map((alarm) => alarm.kind)).toEqual(plan.sections.map(() => 'ready'));
});

test('condensate counts from when the thermostat called, and a look before anything has run is refused', () => {
  const run = foamed();
  run.wait(plan.dwell!.minS);
  expect(attempt(run, 'condensate.looked', { coilId: INN.id, well: true })).toThrow(/Power back and the thermostat calling first/);
  powerUp(run);
  expect(next(run)).toMatchObject({ kind: 'condense' });
  const called = run.events.at(-1)!;
  expect(alarmsOf(run.state()).map(({ kind, atMs }) => [kind, atMs])).toEqual(
    plan.sections.map(() => ['look', Date.parse(called.at) + plan.condensateRunS!.least * 1000]),
  );
  run.wait(plan.condensateRunS!.least);
  expect(next(run).kind).toBe('look');
});

test('well, and it is clear and done; there is no foam left to look at twice', () => {
  const run = foamed();
  run.wait(plan.dwell!.minS);
  powerUp(run);
  run.wait(plan.condensateRunS!.least);
  run.happen('condensate.looked', { coilId: INN.id, well: true });
  expect([...new Set(words(run))]).toEqual(['clear']);
  expect(next(run).kind).toBe('done');
  expect(stepsDone(run.state(), [INN]).wash).toBe(true);
  expect(attempt(run, 'condensate.looked', { coilId: INN.id, well: true })).toThrow(/No foam on this coil/);
});

test('not well, and it is rinsed by hand, with the gate first and no power until it is', () => {
  const run = foamed();
  run.wait(plan.dwell!.minS);
  powerUp(run);
  run.wait(plan.condensateRunS!.least);
  run.happen('condensate.looked', { coilId: INN.id, well: false });
  expect(next(run).kind).toBe('rinse');
  expect(attempt(run, 'section.rinsed', where(0))).toThrow(/isolate and prove dead/);
  completeLockout(run);
  expect(run.state().powerUp.done['power-on']).toBeUndefined();
  expect(noPowerYet(run.state(), run.now())).toMatch(/rinse it before power/);
  plan.sections.forEach((_section, i) => {
    run.happen('section.rinsed', where(i));
    run.happen('section.checked', { ...where(i), clear: true });
  });
  expect(next(run).kind).toBe('done');
});

test('the run sheet has its wait, and the look last; it is never told to rinse', () => {
  const coils: RunCoil[] = [{ id: INN.id, name: 'Indoor', rows: 1, source: 'air-handler', plan }];
  const tasks = visitTasks(coils);
  expect(tasks.some((task) => task.what?.is === 'rinse' || task.what?.is === 'rinse-all' || task.what?.is === 'wet')).toBe(false);
  const run = foamed();
  run.wait(plan.dwell!.minS);
  powerUp(run);
  const left = remainingTasks(tasks, run.state(), 'split-cool', run.now());
  const condense = left.find((task) => task.id.endsWith('.condense'))!;
  expect(condense.handsOn).toBe(false);
  expect(condense.seconds).toBeCloseTo(plan.condensateRunS!.least, -1);
  expect(left.find((task) => task.id.endsWith('.look-pan'))?.after.map((row) => row.id)).toContain(condense.id);
});
