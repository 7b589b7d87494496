import fc from 'fast-check';
import { planCoil, type CoilPlan, type MethodContext } from '../method';
import { graded, house, mildDay, shelf } from '../testing/fixtures';
import { fullRunCoils, scribe } from '../testing/fullRun';
import { alarmsOf } from './alarms';
import { checkEvent } from './checkEvent';
import { coilMix } from './visitSteps';
import { coilRunOf } from './coilRun';
import { LOCKOUT_TABLE } from './lockoutSteps';
import { lockoutStepsFor } from './lockoutNeeds';
import { nextAction, sectionClock } from './clocks';
import { noPowerYet } from './noPowerYet';
import type { EventDataByKind, EventKind } from './events';
import { standingOf } from './visitSteps';
import { foamOn, inNewAir, misted, rinseBy } from './foam';

/** A big coil: its faces take so long that hotter air cuts them. */
const small = fullRunCoils[0];
const OUT = {
  ...small,
  geometry: { ...small.geometry, finnedHeightM: 0.9, faces: small.geometry.faces.map((face) => ({ ...face, widthM: 1.2 })) },
};
const cleanerHouse = house({ chemistry: 'cleaner' });
const at = (dryBulbC: number, rhPct: number, windMs: number, sun: 'shade' | 'broken' | 'full'): MethodContext => ({
  ...mildDay,
  site: { dryBulbC, rhPct, windMs, sun },
});
const planIn = (context: MethodContext): CoilPlan => planCoil(OUT, graded(3), context, shelf, cleanerHouse);
const mild = planIn(mildDay);
/** So warm and windy that the faces are cut into pieces: other ids, smaller areas. */
const pieces = [at(35, 30, 2, 'broken'), at(36, 25, 2, 'full'), at(38, 25, 3, 'full'), at(34, 30, 3, 'full')]
  .map(planIn)
  .find((plan) => plan.dwell && plan.sections.length > mild.sections.length);

function foamedVisit() {
  const run = scribe('v');
  run.happen('visit.started', {});
  run.happen('coil.surveyed', { coilId: OUT.id, survey: graded(3) });
  run.happen('plan.made', { coilId: OUT.id, plan: mild });
  run.happen('mix.made', {
    coilId: OUT.id,
    cleanerId: mild.cleanerId ?? '',
    targetWaterParts: 4,
    concentrateL: 1,
    waterL: 4,
    applicatorId: 's',
  });
  for (const step of lockoutStepsFor('split-cool'))
    run.happen('gate.step', {
      source: 'outdoor-unit',
      step,
      volts: { live: 121, dead: 0, none: null }[LOCKOUT_TABLE[step].reads ?? 'none'],
    });
  run.happen('coil.wetted', { coilId: OUT.id });
  run.happen('section.applied', { coilId: OUT.id, sectionId: 'path' });
  return run;
}
type Visit = ReturnType<typeof foamedVisit>;
const attempt =
  <K extends EventKind>(run: Visit, kind: K, data: EventDataByKind[K]) =>
  () =>
    checkEvent(run.state(), { id: 'later', visitId: 'v', at: new Date(run.now() + 1000).toISOString(), by: 'Wren', kind, data } as never, {
      configuration: 'split-cool',
      coils: fullRunCoils,
      shelf,
      events: run.events,
    });
const upToPower = (run: Visit) => {
  for (const step of ['blades-free', 'closed-up', 'told'] as const) run.happen('power.step', { step, ok: true });
};

describe('planned anew under foam', () => {
  test('the plan of hotter air cuts the faces anew, so that it could lose a section', () => {
    expect(pieces).toBeDefined();
    expect(pieces?.sections.map((section) => section.id)).not.toContain('path');
  });

  test('foam keeps its place, its start and its alarms; the rest of its face is still to do; power stays refused', () => {
    const run = foamedVisit();
    const before = run.state();
    run.wait(60);
    run.happen('plan.made', { coilId: OUT.id, plan: pieces! });
    const state = run.state();
    const coil = coilRunOf(state, OUT.id)!;
    expect(coil.sections.find((section) => section.id === 'path')).toEqual(before.hand[OUT.id]?.find((section) => section.id === 'path'));
    expect(state.sections[OUT.id]?.['path']?.foam?.appliedAtMs).toBe(before.sections[OUT.id]?.['path']?.foam?.appliedAtMs);
    expect(
      sectionClock(
        coil,
        coil.sections.find((section) => section.id === 'path')!,
        run.now(),
      ).word,
    ).toBe('soaking');
    expect(alarmsOf(state).map((alarm) => alarm.sectionId)).toContain('path');
    // All of the hedge, in its new pieces, and nothing of the path twice.
    expect(coil.sections.filter((section) => section.faceId === 'path').map((section) => section.id)).toEqual(['path']);
    expect(coil.sections.filter((section) => section.faceId === 'hedge').length).toBe(
      pieces?.sections.filter((section) => section.faceId === 'hedge').length,
    );
    upToPower(run);
    expect(attempt(run, 'power.step', { step: 'power-on', ok: true })).toThrow(/Foam still soaks/);
    run.wait(mild.dwell!.minS);
    expect(nextAction(coilRunOf(run.state(), OUT.id)!, run.now())).toMatchObject({ kind: 'rinse', section: { id: 'path' } });
    run.happen('section.rinsed', { coilId: OUT.id, sectionId: 'path' });
    expect(noPowerYet(run.state(), run.now())).toBeNull();
  });

  test('a plan that washes no more leaves the foam to be rinsed, and may not be taken back while that is so', () => {
    const run = foamedVisit();
    run.happen('plan.made', { coilId: OUT.id, plan: planCoil(OUT, { ...graded(3), corrosion: 'severe' }, mildDay, shelf, house()) });
    run.wait(mild.dwell!.minS);
    expect(nextAction(coilRunOf(run.state(), OUT.id)!, run.now()).kind).toBe('rinse');
    const first = run.events.find((event) => event.kind === 'plan.made')!;
    expect(attempt(run, 'event.undone', { eventId: first.id })).toThrow(/they stay in the record/);
    expect(attempt(run, 'visit.closed', { nextDue: '2027-06-11', why: '', note: '' })).toThrow(/rinse it before the visit is closed/);
  });
});

test('a plan that was brought back by undoing its undo stays, once foam went on by it: foam would be on that no alarm knows', () => {
  const run = foamedVisit();
  run.happen('section.rinsed', { coilId: OUT.id, sectionId: 'path' });
  run.happen('section.checked', { coilId: OUT.id, sectionId: 'path', clear: true });
  const made = run.happen('plan.made', { coilId: OUT.id, plan: planCoil(OUT, graded(3), mildDay, shelf, house()) });
  const undone = run.happen('event.undone', { eventId: made.id });
  const again = run.happen('event.undone', { eventId: undone.id });
  expect(attempt(run, 'event.undone', { eventId: again.id })).not.toThrow();
  run.happen('section.applied', { coilId: OUT.id, sectionId: 'hedge' });
  expect(attempt(run, 'event.undone', { eventId: made.id })).toThrow(/they stay in the record/);
  expect(attempt(run, 'event.undone', { eventId: again.id })).toThrow(/they stay in the record/);
});

test('foam whose entry was taken back is not brought back once its plan was taken back as well', () => {
  const run = foamedVisit();
  const foam = run.events.findLast((event) => event.kind === 'section.applied')!;
  const plan = run.events.find((event) => event.kind === 'plan.made')!;
  const others = run.events.filter((event) => event.kind === 'section.applied' && event !== foam);
  const undone = run.happen('event.undone', { eventId: foam.id });
  expect(attempt(run, 'event.undone', { eventId: undone.id })).not.toThrow();
  for (const other of others) run.happen('event.undone', { eventId: other.id });
  run.happen('event.undone', { eventId: plan.id });
  expect(attempt(run, 'event.undone', { eventId: undone.id })).toThrow(/note the foam that is on again/);
});

test.each([
  ['a rinse', 'section.rinsed', { coilId: OUT.id, sectionId: 'path' }],
  ['a look that found it clear with no rinse noted', 'section.checked', { coilId: OUT.id, sectionId: 'path', clear: true }],
] as const)('%s can be taken back until power is back, and not after: foam would be on under power', (_, kind, data) => {
  const run = foamedVisit();
  const rinsed = run.happen(kind, data);
  expect(attempt(run, 'event.undone', { eventId: rinsed.id })).not.toThrow();
  upToPower(run);
  run.happen('power.step', { step: 'power-on', ok: true });
  expect(attempt(run, 'event.undone', { eventId: rinsed.id })).toThrow(/Power is back/);
});

test('a mix of another cleaner, or another strength, is not this mix; what was put right is', () => {
  const run = foamedVisit();
  expect(coilMix(run.state(), OUT.id)).toBe('ready');
  run.happen('plan.made', { coilId: OUT.id, plan: { ...mild, cleanerId: 'neutral', waterParts: 10 } });
  expect(coilMix(run.state(), OUT.id)).toBe('other');
  run.happen('plan.made', { coilId: OUT.id, plan: { ...mild, waterParts: 2 } });
  expect(coilMix(run.state(), OUT.id)).toBe('weaker');
  run.happen('mix.made', {
    coilId: OUT.id,
    cleanerId: mild.cleanerId ?? '',
    targetWaterParts: 2,
    concentrateL: 0.3,
    waterL: 0,
    applicatorId: 's',
  });
  expect(coilMix(run.state(), OUT.id)).toBe('ready');
});

test('foam that ran off may be stronger than planned, since that was why', () => {
  const run = foamedVisit();
  run.happen('plan.made', { coilId: OUT.id, plan: { ...mild, waterParts: 6 } });
  expect(coilMix(run.state(), OUT.id)).toBe('stronger');
  run.happen('foam.ranOff', { coilId: OUT.id });
  expect(coilMix(run.state(), OUT.id)).toBe('ready');
});

describe('a closed visit', () => {
  const closed = () => {
    const run = foamedVisit();
    run.happen('section.rinsed', { coilId: OUT.id, sectionId: 'path' });
    run.happen('note.added', { text: 'Gate squeaks' });
    run.happen('visit.closed', { nextDue: '2027-06-11', why: 'yearly', note: '' });
    return run;
  };

  test('takes back a note, and nothing that was found, done or closed; an unknown entry is named as that', () => {
    const run = closed();
    const idOf = (kind: EventKind) => run.events.find((event) => event.kind === kind)!.id;
    expect(attempt(run, 'event.undone', { eventId: idOf('note.added') })).not.toThrow();
    for (const kind of ['coil.surveyed', 'section.rinsed', 'mix.made'] as const)
      expect(attempt(run, 'event.undone', { eventId: idOf(kind) })).toThrow(/open it again/);
    expect(attempt(run, 'event.undone', { eventId: idOf('visit.closed') })).toThrow(/open the visit again/);
    expect(attempt(run, 'event.undone', { eventId: 'never' })).toThrow(expect.objectContaining({ code: 'unknown', field: 'data.eventId' }));
  });

  test('is opened again with a reason, and both closings stand', () => {
    const run = closed();
    expect(attempt(run, 'visit.reopened', { reason: 'why not' })).toThrow(expect.objectContaining({ field: 'data.reason' }));
    run.happen('visit.reopened', { reason: 'Forgot the readings' });
    expect(run.state().closed).toBeNull();
    expect(attempt(run, 'section.checked', { coilId: OUT.id, sectionId: 'path', clear: true })).not.toThrow();
    run.happen('visit.closed', { nextDue: '2027-06-11', why: 'yearly', note: '' }, 'Ives');
    expect(run.state().closings).toMatchObject([
      { by: 'Wren', reopened: { value: 'Forgot the readings' } },
      { by: 'Ives', reopened: null },
    ]);
  });
});

test('a visit is cancelled with a reason, not while foam is on; then it takes a word, and may be opened again', () => {
  const run = foamedVisit();
  expect(attempt(run, 'visit.cancelled', { reason: 'Nobody is at home' })).toThrow(/Foam is on section 1: rinse it/);
  run.happen('section.rinsed', { coilId: OUT.id, sectionId: 'path' });
  expect(attempt(run, 'visit.cancelled', { reason: 'no' })).toThrow(expect.objectContaining({ field: 'data.reason' }));
  run.happen('visit.cancelled', { reason: 'Nobody is at home' });
  expect(standingOf(run.state())).toBe('cancelled');
  expect(attempt(run, 'section.checked', { coilId: OUT.id, sectionId: 'path', clear: true })).toThrow(/cancelled/);
  expect(attempt(run, 'note.added', { text: 'Rang twice' })).not.toThrow();
  run.happen('visit.reopened', { reason: 'They came home after all' });
  expect(standingOf(run.state())).toBe('under way');
  expect(attempt(run, 'section.checked', { coilId: OUT.id, sectionId: 'path', clear: true })).not.toThrow();
});

test('the gate: a compartment that stays shut is an answer, and of two circuits the worse decides', () => {
  const run = scribe('v');
  run.happen('visit.started', {});
  const order = lockoutStepsFor('split-cool');
  for (const step of order.slice(0, -1))
    run.happen('gate.step', {
      source: 'outdoor-unit',
      step,
      volts: { live: 121, dead: 0, none: null }[LOCKOUT_TABLE[step].reads ?? 'none'],
    });
  run.happen('gate.step', { source: 'outdoor-unit', step: 'capacitor', volts: null, shut: true });
  expect(run.state().lockouts['outdoor-unit']?.done.capacitor?.shut).toBe(true);
  expect(attempt(run, 'gate.step', { source: 'outdoor-unit', step: 'l1-l2', volts: 0, shut: true })).toThrow(/Only the compartment/);
  run.happen('gate.step', { source: 'outdoor-unit', step: 'l1-l2', volts: 0, readings: [0, 118] });
  expect(run.state().lockouts['outdoor-unit']?.failed?.step).toBe('l1-l2');
  expect(run.state().lockouts['outdoor-unit']?.done.isolated).toBeUndefined();
});

test('in whatever air, however often planned anew, a limit comes nearer or stays, and misting alone puts it off', () => {
  const air = fc.record({
    t: fc.integer({ min: 12, max: 44 }),
    rh: fc.integer({ min: 10, max: 95 }),
    wind: fc.integer({ min: 0, max: 6 }),
    sun: fc.constantFrom('shade', 'broken', 'full'),
  });
  fc.assert(
    fc.property(fc.array(fc.record({ air, afterS: fc.integer({ min: 0, max: 400 }), mist: fc.boolean() }), { maxLength: 4 }), (changes) => {
      let now = 0;
      let foam = foamOn(mild, mild.sections[0], now);
      for (const { air: each, afterS, mist } of changes) {
        now += afterS * 1000;
        const before = foam;
        foam = mist ? misted(foam, now) : inNewAir(foam, planIn(at(each.t, each.rh, each.wind, each.sun)), 'path', now);
        expect(foam.appliedAtMs).toBe(0);
        expect(foam.dwell).toEqual(mild.dwell);
        if (!mist && before.driesAtMs !== null) expect(foam.driesAtMs ?? Infinity).toBeLessThanOrEqual(before.driesAtMs);
        if (mist && before.wetS !== null) expect(foam.driesAtMs).toBe(now + before.wetS * 1000);
        expect(rinseBy(foam)?.seconds ?? Infinity).toBeLessThanOrEqual(mild.dwell!.maxS!);
      }
    }),
    { numRuns: 200 },
  );
});
