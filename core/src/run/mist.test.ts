import fc from 'fast-check';
import { DRYING_MARGIN } from '../dryout';
import { planCoil, rinsePaceOf } from '../method';
import { coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import { alarmsOf, coilRunOf, dueAlarms, nextAction, sectionClock } from '.';
import { freshRun } from './coilRun';
import { freshSection } from './visitState';
import { MIST_LEAD_S } from './clocks';
import { misted, rinseSeconds } from './foam';
import { foamOn, type FoamOn } from './foam';
import { notPowered } from './powerUp';
import { scribe } from '../testing/fullRun';

/** A hot wind in which the label's five minutes cannot be kept wet without misting. */
const hotWind = { ...mildDay, site: { dryBulbC: 42, rhPct: 12, windMs: 3, sun: 'full' as const } };
const misty = planCoil(coil(), graded(3, { answers: { ...graded(3).answers, keepWet: 'mist' } }), hotWind, shelf, house());
const dry = (typeof misty.drySeconds === 'number' ? misty.drySeconds : NaN) * DRYING_MARGIN;
const first = misty.sections[0]!;
const longest = misty.dwell!.maxS!;
/** Foam put on at noon, misted at these seconds. */
const foam = (...mistedS: number[]): FoamOn => mistedS.reduce((on, s) => misted(on, s * 1000), foamOn(misty, first, 0));
const runWith = (on: FoamOn) => ({
  ...freshRun(misty),
  progress: { [first.id]: { ...freshSection(), phase: 'soaking' as const, foam: on } },
});
const word = (s: number, on: FoamOn) => sectionClock(runWith(on), first, s * 1000).word;

test('the plan that mists says how often, and each mist gives the foam its time again', () => {
  expect(misty.cleanerId).toBe('alkaline');
  expect(misty.mists).toBeGreaterThanOrEqual(1);
  expect(dry).toBeLessThan(misty.dwell!.minS);
  expect(word(dry - MIST_LEAD_S - 1, foam())).toBe('soaking');
  expect(word(dry - MIST_LEAD_S + 1, foam())).toBe('mist now');
  expect(word(dry + 1, foam())).toBe('too long');
  const once = foam(dry - 20);
  expect(word(dry + 1, once)).not.toBe('too long');
  expect(sectionClock(runWith(once), first, 0).rinseByS).toBeCloseTo(Math.min(longest, 2 * dry - 20), 6);
  // Twice is all: after that it is rinsed, or too long.
  expect(sectionClock(runWith(foam(0, 0)), first, 0).mistByS).toBeNull();
});

test('the label’s longest is never moved by misting', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 900 }), { maxLength: 2 }), fc.integer({ min: 0, max: 900 }), (mists, at) => {
      expect(sectionClock(runWith(foam(...mists)), first, at * 1000).rinseByS).toBeLessThanOrEqual(longest);
    }),
  );
});

test('an alarm calls for the mist in time, and again for the next one', () => {
  const due = (s: number, on: FoamOn) =>
    dueAlarms(alarmsOf({ hand: { out: [first] }, sections: { out: runWith(on).progress }, powerUp: notPowered() }), s * 1000)[0];
  const called = due(dry - MIST_LEAD_S, foam());
  expect(called).toMatchObject({ kind: 'mist', sectionNumber: 1 });
  expect(due(dry + 1, foam())).toMatchObject({ kind: 'too-long', limit: 'dries' });
  const again = foam(dry - 30);
  expect(due(dry, again)).toBeUndefined();
  const next = due(2 * dry - 30 - MIST_LEAD_S, again);
  if (2 * dry - 30 < misty.dwell!.minS + rinseSeconds(first, rinsePaceOf(misty))) expect(next?.id).not.toBe(called?.id);
  else expect(next?.kind).not.toBe('mist');
});

test('doing what the next action says keeps a misted coil wet to the end', () => {
  const run = scribe('v1');
  run.happen('plan.made', { coilId: misty.coilId, plan: misty });
  for (let turn = 0; turn < 400; turn += 1) {
    const now = coilRunOf(run.state(), misty.coilId)!;
    for (const section of now.sections) expect(sectionClock(now, section, run.now()).word).not.toBe('too long');
    const action = nextAction(now, run.now());
    if (action.kind === 'wait') run.wait(Math.max(1, action.seconds));
    else if (action.kind === 'wet-coil') run.happen('coil.wetted', { coilId: misty.coilId });
    else if ('section' in action) {
      const where = { coilId: misty.coilId, sectionId: action.section.id };
      if (action.kind === 'check') run.happen('section.checked', { ...where, clear: true });
      else run.happen(({ apply: 'section.applied', mist: 'section.misted', rinse: 'section.rinsed' } as const)[action.kind], where);
    } else break;
  }
  const end = run.state().sections[misty.coilId] ?? {};
  expect(Object.values(end).every((section) => section.phase === 'clear')).toBe(true);
  expect(run.events.filter((event) => event.kind === 'section.misted').length).toBeGreaterThanOrEqual(misty.sections.length);
});
