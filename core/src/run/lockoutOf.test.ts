import { noAnswers, type CoilAnswers } from '../survey';
import { graded } from '../testing/fixtures';
import { scribe } from '../testing/fullRun';
import type { Configuration, PowerSource } from '../equipment';
import { checkEvent } from './checkEvent';
import { lockoutOf, lockoutStepDue, lockoutToTake, provenDead } from './lockoutOf';
import { LOCKOUT_TABLE, type LockoutStep } from './lockoutSteps';
import { lockoutStepName } from './lockoutNeeds';
import type { EventDataByKind } from './events';

// Common practice throughout, no source; the maker's manual and licensed practice outrank it.

function visit(configuration: Configuration, answers: Partial<CoilAnswers>) {
  const run = scribe('v', configuration);
  run.happen('visit.started', {});
  for (const coilId of ['out', 'in'])
    run.happen('coil.surveyed', { coilId, survey: { ...graded(2), answers: { ...noAnswers(), ...answers } } });
  const volts = (step: LockoutStep) => ({ live: 121, dead: 0, none: null })[LOCKOUT_TABLE[step].reads ?? 'none'];
  const frame = {
    configuration,
    coils: [],
    shelf: [],
    events: run.events,
  };
  const check = (data: EventDataByKind['gate.step']) =>
    checkEvent(
      run.state(),
      { id: 'n', visitId: 'v', at: new Date(run.now()).toISOString(), by: 'Wren', kind: 'gate.step', data } as never,
      frame,
    );
  const take = (source: PowerSource, step: LockoutStep, more: Partial<EventDataByKind['gate.step']> = {}) => {
    const data = { source, step, volts: volts(step), ...more };
    check(data);
    run.happen('gate.step', data);
  };
  return {
    run,
    take,
    check,
    due: (source: PowerSource) => lockoutStepDue(run.state(), configuration, source),
    dead: (source: PowerSource) => provenDead(run.state(), configuration, source),
    gate: (source: PowerSource) => lockoutOf(run.state(), configuration, source),
  };
}
/** Takes every step of a gate, each circuit read. */
function prove(of: ReturnType<typeof visit>, source: PowerSource, readings: number[] = [0]): void {
  for (let step = of.due(source); step; step = of.due(source)) {
    if (step === 'bus-wait') of.run.wait(301);
    const each = ['l1-l2', 'l1-ground', 'l2-ground'].includes(step) && readings.length > 1;
    of.take(source, step, each ? { readings, volts: Math.max(...readings) } : {});
  }
}

test('an air handler with electric heat: every circuit is read, and one dead circuit says nothing of the other', () => {
  const of = visit('split-heat-pump', { indoorUnit: 'electric-heat', circuits: 'three' });
  for (const step of ['thermostat-off', 'isolated', 'tagged', 'meter-proved'] as const) of.take('air-handler', step);
  expect(() => of.take('air-handler', 'l1-l2')).toThrow('3 circuits feed it');
  expect(() => of.take('air-handler', 'l1-l2', { readings: [0, 0] })).toThrow('3 circuits feed it');
  of.take('air-handler', 'l1-l2', { readings: [0, 0, 240], volts: 240 });
  // The third was live: all of it again from isolation on.
  expect(of.due('air-handler')).toBe('isolated');
  prove(of, 'air-handler', [0, 0, 0]);
  expect(of.dead('air-handler')).toBe(true);
});

test('circuits that were counted only after one was read: the gate shuts until each is read', () => {
  const of = visit('split-cool', {});
  prove(of, 'air-handler');
  expect(of.dead('air-handler')).toBe(true);
  of.run.happen('coil.surveyed', { coilId: 'in', survey: { ...graded(2), answers: { ...noAnswers(), circuits: 'two' } } });
  expect(of.dead('air-handler')).toBe(false);
  expect(of.due('air-handler')).toBe('l1-l2');
});

test('electric heat that nobody counted has two circuits at least; a furnace has gas, and hot, neutral and ground', () => {
  expect(visit('split-cool', { indoorUnit: 'electric-heat' }).gate('air-handler').circuits).toBe(2);
  const furnace = visit('split-cool', { indoorUnit: 'furnace' }).gate('air-handler');
  expect(furnace.steps).toContain('gas-off');
  expect(['l1-l2', 'l1-ground', 'l2-ground'].map((step) => lockoutStepName(step as LockoutStep, furnace))).toEqual([
    'Hot to neutral',
    'Hot to ground',
    'Neutral to ground',
  ]);
  expect(visit('split-cool', {}).gate('air-handler').steps).not.toContain('gas-off');
});

test('an inverter: the maker’s time from isolation, then the DC bus, and its board may stay shut instead', () => {
  const of = visit('split-heat-pump', { inverter: 'yes' });
  for (let step = of.due('outdoor-unit'); step !== 'bus-wait'; step = of.due('outdoor-unit')) of.take('outdoor-unit', step!);
  expect(() => of.take('outdoor-unit', 'bus-wait')).toThrow('min more');
  of.run.wait(301);
  of.take('outdoor-unit', 'bus-wait');
  of.take('outdoor-unit', 'dc-bus', { volts: 60 });
  expect(of.due('outdoor-unit')).toBe('isolated');
  prove(of, 'outdoor-unit');
  expect(of.dead('outdoor-unit')).toBe(true);
  expect(of.gate('outdoor-unit').steps).not.toContain('capacitor');
  expect(() => of.check({ source: 'outdoor-unit', step: 'dc-bus', volts: null, shut: true })).not.toThrow();
});

test('a mini-split is taken for an inverter until somebody says that it is none; its signal terminal is read at both units', () => {
  const steps = (answers: Partial<CoilAnswers>, source: PowerSource) => visit('ductless-split', answers).gate(source).steps;
  expect(steps({}, 'outdoor-unit')).toEqual(expect.arrayContaining(['signal', 'bus-wait', 'dc-bus']));
  expect(steps({ inverter: 'no' }, 'outdoor-unit')).not.toContain('dc-bus');
  expect(steps({}, 'wall-head')).toContain('signal');
  expect(steps({}, 'wall-head')).not.toContain('dc-bus');
  expect(visit('split-cool', {}).gate('outdoor-unit').steps).not.toContain('signal');
});

test.each([
  ['outdoor-unit', 'wall-head', 'outdoor-unit'],
  ['head', 'outdoor-unit', 'wall-head'],
] as const)('one disconnect, at the %s: opened and tagged once, proven dead at both units', (headsFedBy, fed, feeder) => {
  const of = visit('ductless-split', { headsFedBy });
  expect(of.gate(fed).steps).not.toContain('isolated');
  expect(() => of.take(fed, 'meter-proved')).toThrow('its disconnect feeds both');
  prove(of, feeder);
  expect(of.dead(fed)).toBe(false);
  prove(of, fed);
  expect([of.dead(fed), of.dead(feeder)]).toEqual([true, true]);
  // Closed again at the feeder, neither is dead.
  of.run.happen('power.restored', { source: feeder });
  expect([of.dead(fed), of.dead(feeder)]).toEqual([false, false]);
  // Opened once more, what it feeds is read once more: old zeros say nothing.
  prove(of, feeder);
  expect(of.dead(fed)).toBe(false);
  prove(of, fed);
  expect(of.dead(fed)).toBe(true);
});

test('a live reading at a head that is fed says that its feeder was never off', () => {
  const of = visit('ductless-split', { headsFedBy: 'outdoor-unit' });
  prove(of, 'outdoor-unit');
  of.take('wall-head', 'meter-proved');
  of.take('wall-head', 'l1-l2', { volts: 118 });
  expect([of.dead('wall-head'), of.dead('outdoor-unit')]).toEqual([false, false]);
  expect(of.due('outdoor-unit')).toBe('thermostat-off');
});

test('a head alone in a visit: the disconnect that feeds it is taken first, then the head', () => {
  const of = visit('ductless-split', { headsFedBy: 'outdoor-unit' });
  const now = () => lockoutToTake(of.run.state(), 'ductless-split', 'wall-head');
  expect(now()).toBe('outdoor-unit');
  for (const step of ['thermostat-off', 'isolated', 'tagged'] as const) of.take('outdoor-unit', step);
  expect(now()).toBe('wall-head');
  prove(of, 'wall-head');
  expect(of.dead('wall-head')).toBe(true);
});
