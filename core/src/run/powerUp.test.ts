import fc from 'fast-check';
import { scribe } from '../testing/fullRun';
import { LOCKOUT_STEPS, LOCKOUT_TABLE, lockoutHelp } from './lockoutSteps';
import { LEAST_REASON, readingPasses } from './lockout';
import {
  alarmsOf,
  checkEvent,
  dueAlarms,
  drainRateLMin,
  nextPowerStep,
  panClock,
  POWER_STEPS,
  powerAlarmsOf,
  powerClocks,
  hasRunIn,
  powerStepName,
} from '.';
import { compressorStopped, notPowered, stepPower } from './powerUp';
import { fullRunCoils, fullRunPlans } from '../testing/fullRun';
import { planCoil } from '../method';
import { graded, house, mildDay, shelf } from '../testing/fixtures';

const T0 = Date.parse('2026-06-11T15:00:00.000Z');
const iso = (s: number) => new Date(T0 + s * 1000).toISOString();
const walk = (steps: readonly (typeof POWER_STEPS)[number][], from = notPowered()) =>
  steps.reduce((up, step, i) => stepPower(up, step, true, iso(i * 10)), from);

test('the restart goes in order; a step out of turn is not counted', () => {
  expect(nextPowerStep(walk(POWER_STEPS))).toBeNull();
  for (let skip = 0; skip < POWER_STEPS.length - 1; skip += 1)
    expect(nextPowerStep(walk(POWER_STEPS.filter((_, i) => i !== skip)))).toBe(POWER_STEPS[skip]);
});

test('what rubs or blows the wrong way takes the power off again: from there on everything is done over', () => {
  const before = walk(POWER_STEPS.slice(0, 5));
  const bad = stepPower(before, 'fan-right', false, iso(100));
  expect(bad.failed?.step).toBe('fan-right');
  expect(nextPowerStep(bad)).toBe('power-on');
  expect(stepPower(bad, 'power-on', true, iso(200)).failed).toBeNull();
});

test('the compressor rests five minutes after power, and readings wait fifteen from the call', () => {
  const on = walk(POWER_STEPS.slice(0, 4));
  expect(powerClocks(on)).toEqual({ restUntilMs: T0 + 30_000 + 300_000, steadyAtMs: null });
  const called = stepPower(on, 'called', true, iso(400));
  expect(powerClocks(called)).toEqual({ restUntilMs: null, steadyAtMs: T0 + 400_000 + 900_000 });
  expect(dueAlarms(powerAlarmsOf(on), T0 + 329_000)).toEqual([]);
  expect(dueAlarms(powerAlarmsOf(on), T0 + 330_000)).toMatchObject([{ kind: 'rested', coilId: '' }]);
  expect(dueAlarms(powerAlarmsOf(called), T0 + 1_300_000)).toMatchObject([{ kind: 'steady' }]);
  expect(powerAlarmsOf(walk(POWER_STEPS))).toEqual([]);
  expect(alarmsOf({ hand: {}, sections: {}, powerUp: notPowered() })).toEqual([]);
});

test.each([
  ['none', 0, null],
  ['quick', 300, 'Steady for 5 min'],
  ['full', 900, 'Steady for 15 min'],
] as const)('readings %s: the restart runs in for %i s, and not at all where nothing is read', (readings, runInS, name) => {
  const run = scribe('v');
  const [build] = fullRunCoils;
  const plan = planCoil(build, graded(1), mildDay, shelf, house({ readings }));
  run.happen('plan.made', { coilId: build.id, plan });
  for (const step of POWER_STEPS.slice(0, 7)) run.happen('power.step', { step, ok: true });
  const { powerUp } = run.state();
  expect(powerUp.runInS).toBe(runInS);
  const called = Date.parse(powerUp.done.called!.at);
  expect(powerClocks(powerUp).steadyAtMs).toBe(name === null ? null : called + runInS * 1000);
  expect(nextPowerStep(powerUp)).toBe(name === null ? null : 'steady');
  expect(powerAlarmsOf(powerUp).map(({ kind }) => kind)).toEqual(name === null ? [] : ['steady']);
  if (name !== null) expect(powerStepName('steady', powerUp)).toBe(name);
  // A reading taken late is as good as one of a full set, whatever was asked for.
  expect([899, 900].map((s) => hasRunIn(powerUp, called + s * 1000))).toEqual([false, true]);
  // A plan by other readings goes by its own; the longest of the coils' plans counts.
  const other = planCoil(build, graded(1), mildDay, shelf, house({ readings: 'full' }));
  run.happen('plan.made', { coilId: 'coil-2', plan: { ...other, coilId: 'coil-2' } });
  expect(run.state().powerUp).toMatchObject({ runInS: 900, done: { called: powerUp.done.called } });
});

test('the rest counts from when the compressor stopped: after a long wash it is over when power comes', () => {
  const after = (stoppedS: number) => {
    const stopped = compressorStopped(notPowered(), iso(stoppedS));
    return POWER_STEPS.slice(0, 4).reduce((up, step, i) => stepPower(up, step, true, iso(3600 + i)), stopped);
  };
  expect(powerClocks(after(0)).restUntilMs).toBeNull();
  expect(powerAlarmsOf(after(0))).toEqual([]);
  expect(powerClocks(after(3500)).restUntilMs).toBe(T0 + 3_800_000);
  // Locked out again, the first stop still counts; found wrong once it ran, it stopped then.
  expect(compressorStopped(after(0), iso(4000)).stoppedAt).toBe(iso(0));
  const ran = stepPower(after(0), 'called', true, iso(3700), 'a cold start, maker allows it');
  expect(ran.stoppedAt).toBeNull();
  expect(ran.done.called?.why).toBe('a cold start, maker allows it');
  expect(stepPower(ran, 'fan-right', false, iso(3710)).stoppedAt).toBe(iso(3710));
});

test('an old stop says nothing once power was back or days have passed: the rest counts from the next lockout', () => {
  const run = scribe('v');
  run.happen('gate.step', { source: 'outdoor-unit', step: 'thermostat-off', volts: null });
  const first = run.state().powerUp.stoppedAt;
  expect(first).not.toBeNull();
  run.happen('power.restored', { source: 'outdoor-unit' });
  expect(run.state().powerUp.stoppedAt).toBeNull();
  run.happen('gate.step', { source: 'outdoor-unit', step: 'thermostat-off', volts: null });
  expect(Date.parse(run.state().powerUp.stoppedAt ?? '')).toBeGreaterThan(Date.parse(first ?? ''));
  run.happen('visit.suspended', { reason: 'parts', parts: ['Contactor'], due: '2026-06-18', safe: [] } as never);
  run.happen('visit.resumed', { rechecks: [] } as never);
  expect(run.state().powerUp.stoppedAt).toBeNull();
});

test('power may not go back while foam soaks, nor out of turn', () => {
  const run = scribe('v1');
  const frame = { configuration: 'split-cool' as const, coils: fullRunCoils, shelf, events: [] };
  const out = fullRunCoils[0].id;
  run.happen('plan.made', { coilId: out, plan: fullRunPlans[0] });
  run.happen('section.applied', { coilId: out, sectionId: 'path' });
  for (const step of ['blades-free', 'closed-up', 'told'] as const) run.happen('power.step', { step, ok: true });
  const state = run.state();
  const on = run.happen('power.step', { step: 'power-on', ok: true });
  expect(() => checkEvent(state, on, frame)).toThrow('Foam still soaks');
  const called = run.happen('power.step', { step: 'called', ok: true });
  expect(() => checkEvent(state, called, frame)).toThrow('First: power back');
});

describe('the gate', () => {
  test('says how each kind of disconnect is opened, and what another source asks', () => {
    const ways = (['pull-out', 'lever', 'breaker', 'panel'] as const).map((made) => lockoutHelp('isolated', 'outdoor-unit', made));
    expect(new Set(ways).size).toBe(4);
    expect(lockoutHelp('isolated', 'package-unit', 'lever')).toMatch(/Lever right down.*Every circuit/);
    expect(lockoutHelp('isolated', 'air-handler', 'lever')).toMatch(/air handler/);
    for (const step of LOCKOUT_STEPS) expect(lockoutHelp(step, 'outdoor-unit', 'unknown').length).toBeGreaterThan(10);
    expect(readingPasses('capacitor', 0.4)).toBe(true);
    expect(readingPasses('capacitor', 30)).toBe(false);
    expect(LOCKOUT_TABLE.capacitor.help).toMatch(/licensed/);
  });

  test('a step is left out only in its turn and with a reason, and the reason stays', () => {
    const run = scribe('v1');
    const frame = { configuration: 'split-cool' as const, coils: fullRunCoils, shelf, events: [] };
    const skip = (step: (typeof LOCKOUT_STEPS)[number], reason: string) =>
      run.happen('gate.skipped', { source: 'outdoor-unit', step, reason });
    const fresh = run.state();
    expect(() => checkEvent(fresh, skip('thermostat-off', 'no'), frame)).toThrow(`${LEAST_REASON} characters`);
    expect(() => checkEvent(fresh, skip('l1-l2', 'Cannot be reached'), frame)).toThrow('in their order');
    run.events.length = 0;
    const good = skip('thermostat-off', 'No thermostat in this house.');
    expect(() => checkEvent(fresh, good, frame)).not.toThrow();
    expect(run.state().lockouts['outdoor-unit']?.done['thermostat-off']).toMatchObject({
      skipped: 'No thermostat in this house.',
      by: 'Wren',
    });
  });
});

test('a pan has its pours and pauses; a drain its rate', () => {
  const pour = (s: number) => ({ value: 1.5, at: iso(s), by: 'Wren', eventId: `p${s}` });
  expect(panClock([], 60)).toEqual({ pouredL: 0, pours: 0, readyAtMs: null });
  expect(panClock([pour(0), pour(100)], 60)).toEqual({ pouredL: 3, pours: 2, readyAtMs: T0 + 160_000 });
  expect(panClock([pour(0)], 0).readyAtMs).toBeNull();
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 20, noNaN: true }), fc.double({ min: 1, max: 600, noNaN: true }), (litres, seconds) => {
      expect((drainRateLMin({ litres, seconds }) / 60) * seconds).toBeCloseTo(litres, 9);
    }),
  );
  expect(() => drainRateLMin({ litres: 1, seconds: 0 })).toThrow(expect.objectContaining({ field: 'seconds' }));
});
