import fc from 'fast-check';
import { planCoil } from '../method';
import { graded, house, mildDay, shelf } from '../testing/fixtures';
import { fullRunCoils, scribe } from '../testing/fullRun';
import { nowWords } from '../visit';
import {
  againWays,
  checkEvent,
  coilRunOf,
  isWashed,
  lockoutStepsFor,
  LOCKOUT_TABLE,
  nextAction,
  stepsDone,
  WRONG_SIGNS,
  type EventDataByKind,
  type EventKind,
  type WrongSign,
} from '.';

const [build] = fullRunCoils;
const plan = planCoil(build, graded(3), mildDay, shelf, house({ chemistry: 'cleaner' }));
const where = { coilId: build.id, sectionId: plan.sections[0]!.id };

/** Every section foamed and rinsed, the first of them to be looked at. */
function rinsed() {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: build.id, survey: graded(3) });
  run.happen('plan.made', { coilId: build.id, plan });
  for (const step of lockoutStepsFor('split-cool'))
    run.happen('gate.step', {
      source: 'outdoor-unit',
      step,
      volts: { live: 121, dead: 0, none: null }[LOCKOUT_TABLE[step].reads ?? 'none'],
    });
  run.happen('coil.wetted', { coilId: build.id });
  for (const { id } of plan.sections) {
    run.happen('section.applied', { ...where, sectionId: id });
    run.happen('section.rinsed', { ...where, sectionId: id });
  }
  return run;
}
type Run = ReturnType<typeof rinsed>;
const next = (run: Run) => nextAction(coilRunOf(run.state(), build.id)!, run.now());
const clearRest = (run: Run) => {
  for (const { id } of plan.sections.slice(1)) run.happen('section.checked', { ...where, sectionId: id, clear: true });
};
const refused = <K extends EventKind>(run: Run, kind: K, data: EventDataByKind[K]) =>
  expect(() =>
    checkEvent(run.state(), { id: 'x', visitId: 'v', at: new Date(run.now() + 1000).toISOString(), by: 'Wren', kind, data } as never, {
      configuration: 'split-cool',
      coils: fullRunCoils,
      shelf,
      events: run.events,
    }),
  );

test('cleaner goes on again only where clean water left it dark; hands come before water', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.constantFrom(...WRONG_SIGNS)), (signs) => {
      const ways = againWays(signs);
      expect(ways.includes('foam')).toBe(signs.every((sign) => sign === 'torch'));
      expect(ways.at(-1)).toBe(ways.includes('foam') ? 'foam' : 'rinse');
      expect(ways.includes('brush')).toBe(signs.includes('clump'));
      expect(ways.includes('comb')).toBe(signs.includes('bent'));
    }),
  );
});

test.each([
  [['torch'], 'apply'],
  [['runs-clear', 'torch'], 'rinse'],
  [['no-foam'], 'rinse'],
  [['clump'], 'rinse'],
] as const)('%j found: the next pass is %s', (failed, kind) => {
  const run = rinsed();
  run.happen('section.checked', { ...where, clear: false, failed: [...(failed as readonly WrongSign[])], where: 'all' });
  clearRest(run);
  expect(next(run)).toMatchObject({ kind, section: { id: where.sectionId } });
  // After water alone it is looked at again.
  if (kind === 'rinse') {
    run.happen('section.rinsed', where);
    expect(next(run)).toMatchObject({ kind: 'check' });
  }
});

test('a section may be left as it is, with why: the wash is then over; taken back, it is to do again', () => {
  const run = rinsed();
  refused(run, 'section.left', { ...where, why: 'no' }).toThrow(expect.objectContaining({ field: 'data.why' }));
  run.happen('section.checked', { ...where, clear: false, failed: ['torch'], where: 'all' });
  clearRest(run);
  const left = run.happen('section.left', { ...where, why: 'Paint between the fins' });
  expect(run.state().sections[build.id]?.[where.sectionId]).toMatchObject({ phase: 'left', leftWhy: 'Paint between the fins' });
  expect(isWashed(coilRunOf(run.state(), build.id)!)).toBe(true);
  expect(next(run).kind).toBe('done');
  expect(nowWords(next(run), coilRunOf(run.state(), build.id)!, run.now()).title).toBe('Nothing left to wash here');
  expect(stepsDone(run.state(), [build]).wash).toBe(true);
  run.happen('event.undone', { eventId: left.id });
  expect(next(run).kind).toBe('apply');
});

test('what has foam on it, or was never rinsed, cannot be left so', () => {
  const run = rinsed();
  run.happen('section.checked', { ...where, clear: false, failed: ['torch'], where: 'all' });
  run.happen('section.applied', where);
  refused(run, 'section.left', { ...where, why: 'Another day, agreed' }).toThrow(/Foam is on/);
  const begun = scribe('v');
  begun.events.push(...run.events.filter((event) => !event.kind.startsWith('section.')));
  refused(begun, 'section.left', { ...where, why: 'Another day, agreed' }).toThrow(/Only what was rinsed/);
});
