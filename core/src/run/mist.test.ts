import fc from 'fast-check';
import { DRYING_MARGIN } from '../dryout';
import { planCoil } from '../method';
import { coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import { alarmsOf, dueAlarms, foldVisit, freshSection, MIST_LEAD_S, nextAction, rinseSeconds, sectionClock, type SectionProgress } from '.';
import { scribe } from '../testing/fullRun';

/** A hot wind in which the label's five minutes cannot be kept wet without misting. */
const hotWind = { ...mildDay, site: { dryBulbC: 42, rhPct: 12, windMs: 3, sun: 'full' as const } };
const misty = planCoil(coil(), graded(3, { answers: { ...graded(3).answers, keepWet: 'mist' } }), hotWind, shelf, house());
const dry = (misty.drySeconds ?? 0) * DRYING_MARGIN;
const first = misty.sections[0]!;
const soaking = (over: Partial<SectionProgress> = {}): SectionProgress => ({
  ...freshSection(),
  phase: 'soaking',
  appliedAtMs: 0,
  ...over,
});
const word = (s: number, progress: SectionProgress) => sectionClock(misty, first.id, progress, s * 1000).word;

test('the plan that mists says how often, and each mist gives the foam its time again', () => {
  expect(misty.cleanerId).toBe('alkaline');
  expect(misty.mists).toBeGreaterThanOrEqual(1);
  expect(dry).toBeLessThan(misty.dwell!.minS);
  expect(word(dry - MIST_LEAD_S - 1, soaking())).toBe('soaking');
  expect(word(dry - MIST_LEAD_S + 1, soaking())).toBe('mist now');
  expect(word(dry + 1, soaking())).toBe('too long');
  const misted = soaking({ mists: 1, mistedAtMs: (dry - 20) * 1000 });
  expect(word(dry + 1, misted)).not.toBe('too long');
  expect(sectionClock(misty, first.id, misted, 0).rinseByS).toBeCloseTo(Math.min(misty.dwell!.maxS, 2 * dry - 20), 6);
  // Twice is all: after that it is rinsed, or too long.
  expect(sectionClock(misty, first.id, soaking({ mists: 2, mistedAtMs: 0 }), 0).mistByS).toBeNull();
});

test('the label’s longest is never moved by misting', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 2 }), (at, mists) => {
      const clock = sectionClock(misty, first.id, soaking({ mists, mistedAtMs: mists > 0 ? at * 1000 : null }), at * 1000);
      expect(clock.rinseByS).toBeLessThanOrEqual(misty.dwell!.maxS);
    }),
  );
});

test('an alarm calls for the mist in time, and again for the next one', () => {
  const due = (s: number, progress: SectionProgress) =>
    dueAlarms(alarmsOf([misty], { [misty.coilId]: { [first.id]: progress } }), s * 1000)[0];
  const called = due(dry - MIST_LEAD_S, soaking());
  expect(called).toMatchObject({ kind: 'mist', sectionNumber: 1 });
  expect(due(dry + 1, soaking())).toMatchObject({ kind: 'too-long', limit: 'dries' });
  const again = soaking({ mists: 1, mistedAtMs: (dry - 30) * 1000 });
  expect(due(dry, again)).toBeUndefined();
  const next = due(2 * dry - 30 - MIST_LEAD_S, again);
  if (2 * dry - 30 < misty.dwell!.minS + rinseSeconds(first, 1)) expect(next?.id).not.toBe(called?.id);
  else expect(next?.kind).not.toBe('mist');
});

test('doing what the next action says keeps a misted coil wet to the end', () => {
  const run = scribe('v1');
  run.happen('plan.made', { coilId: misty.coilId, plan: misty });
  for (let turn = 0; turn < 400; turn += 1) {
    const progress = foldVisit('v1', 'split-cool', run.events).sections[misty.coilId] ?? {};
    for (const section of misty.sections)
      expect(sectionClock(misty, section.id, progress[section.id] ?? freshSection(), run.now()).word).not.toBe('too long');
    const action = nextAction(misty, 1, progress, run.now());
    if (action.kind === 'done') break;
    if (action.kind === 'wait') {
      run.wait(Math.max(1, action.seconds));
      continue;
    }
    if (action.kind === 'wet-coil') run.happen('coil.wetted', { coilId: misty.coilId });
    else {
      const where = { coilId: misty.coilId, sectionId: action.section.id };
      if (action.kind === 'check') run.happen('section.checked', { ...where, clear: true });
      else run.happen(({ apply: 'section.applied', mist: 'section.misted', rinse: 'section.rinsed' } as const)[action.kind], where);
    }
  }
  const end = foldVisit('v1', 'split-cool', run.events).sections[misty.coilId] ?? {};
  expect(Object.values(end).every((section) => section.phase === 'clear')).toBe(true);
  expect(run.events.filter((event) => event.kind === 'section.misted').length).toBeGreaterThanOrEqual(misty.sections.length);
});
