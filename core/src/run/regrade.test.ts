import fc from 'fast-check';
import { planCoil } from '../method';
import { worstOf, type CoilSurvey, type Grade } from '../survey';
import { coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import { scribe } from '../testing/fullRun';
import { checkEvent, foundGrades, lockoutStepsFor, LOCKOUT_TABLE, regradeDue, regradedSurvey, type EventDataByKind } from '.';

const build = coil('copper-plate-fin');
const planOf = (survey: CoilSurvey) => planCoil(build, survey, mildDay, shelf, house());
const found: CoilSurvey = { ...graded(3), soils: ['seed-fluff'] };
const grades = (grade: Grade) => graded(grade).grades;

/** Seed fluff at grade 3, planned with its top open, and locked out where asked. */
function planned(lockedOut = true) {
  const run = scribe('v1');
  run.happen('coil.surveyed', { coilId: build.id, survey: found });
  run.happen('plan.made', { coilId: build.id, plan: planOf(found) });
  if (lockedOut)
    for (const step of lockoutStepsFor('split-cool'))
      run.happen('gate.step', {
        source: 'outdoor-unit',
        step,
        volts: { live: 121, dead: 0, none: null }[LOCKOUT_TABLE[step].reads ?? 'none'],
      });
  return run;
}
const due = (run: ReturnType<typeof planned>) => regradeDue(run.state(), 'split-cool', build);
const again = (run: ReturnType<typeof planned>, when: 'opened' | 'lifted', grade: Grade) =>
  run.happen('coil.regraded', { coilId: build.id, when, grades: grades(grade) });

test('it is asked for once the power is off, and once more when the dry dirt is out; never on a wet coil', () => {
  expect(planOf(found)).toMatchObject({ opening: 'top-open', dryLift: true });
  expect(due(planned(false))).toBeNull();
  const run = planned();
  expect(due(run)).toBe('opened');
  again(run, 'opened', 3);
  expect(due(run)).toBeNull();
  run.happen('task.done', { taskId: `${build.id}.lift` });
  expect(due(run)).toBe('lifted');
  again(run, 'lifted', 1);
  expect(due(run)).toBeNull();
  const wet = planned();
  wet.happen('coil.wetted', { coilId: build.id });
  expect(due(wet)).toBeNull();
});

test('who looked with the power off already has seen it open', () => {
  const run = planned();
  run.happen('coil.surveyed', { coilId: build.id, survey: found });
  expect(due(run)).toBeNull();
});

test('a mat that lifts off leaves a coil of grade 1: its plan is lighter, what is open stays open, and what was found stays found', () => {
  const run = planned();
  again(run, 'opened', 3);
  const before = run.state();
  expect(before.surveys[build.id]?.value).toEqual(found);
  again(run, 'lifted', 1);
  const state = run.state();
  const plan = planOf(state.surveys[build.id]!.value);
  expect(plan).toMatchObject({ verdict: 'wash', opening: 'top-open', dryLift: false });
  const heavy = planOf(found);
  expect(plan.passes).toBeLessThanOrEqual(heavy.passes);
  expect(plan.handsOnS).toBeLessThan(heavy.handsOnS ?? 0);
  expect(plan.waterFirst || plan.cleanerId === null).toBe(true);
  expect(worstOf(foundGrades(state, build.id))).toBe(3);
});

test('found is what was graded first, with what only opening could show; whatever is graded after, and in whatever order it is read', () => {
  const rows = fc.array(fc.constantFrom<Grade | null>(null, 0, 1, 2, 3, 4), { minLength: 2, maxLength: 2 });
  fc.assert(
    fc.property(rows, rows, fc.array(rows, { maxLength: 3 }), (first, opened, later) => {
      const run = scribe('v1');
      run.happen('coil.surveyed', { coilId: 'c', survey: { ...found, grades: { f: first } } });
      run.happen('coil.regraded', { coilId: 'c', when: 'opened', grades: { f: opened } });
      for (const each of later) run.happen('coil.regraded', { coilId: 'c', when: 'lifted', grades: { f: each } });
      const state = run.state();
      expect(foundGrades(state, 'c')).toEqual({ f: first.map((grade, row) => grade ?? opened[row] ?? null) });
      expect(state.surveys['c']?.value.grades).toEqual({ f: later.at(-1) ?? opened });
    }),
    { numRuns: 100 },
  );
});

test('the same grades leave a survey as it is: they ask for no other plan', () => {
  expect(regradedSurvey(found, grades(3), 'top-open')).toBe(found);
});

test.each([
  ['with the power on', () => planned(false), 'data.coilId'],
  [
    'of a coil that is wet',
    () => {
      const run = planned();
      run.happen('coil.wetted', { coilId: build.id });
      return run;
    },
    'data.grades',
  ],
  ['of a coil that nobody graded', () => scribe('v1'), 'data.coilId'],
] as const)('%s it is refused', (_when, begun, field) => {
  const run = begun();
  const state = run.state();
  const data: EventDataByKind['coil.regraded'] = { coilId: build.id, when: 'opened', grades: grades(1) };
  const event = { id: 'x', visitId: 'v1', at: '2026-06-11T20:00:00.000Z', by: 'Wren', kind: 'coil.regraded' as const, data };
  expect(() => checkEvent(state, event, { configuration: 'split-cool', coils: [build], shelf, events: run.events })).toThrow(
    expect.objectContaining({ code: 'not-allowed', field }),
  );
});
