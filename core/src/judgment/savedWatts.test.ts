import { probesOf, solveCycle, SOUND, type CycleInput } from '../cycle';
import { DIRT_SHARE } from '../interval';
import { QUANTITIES, type QuantityId } from '../readings';
import { graded } from '../testing/fixtures';
import { fullRunCoils, scribe } from '../testing/fullRun';
import { savedWatts } from './savedWatts';
import { visitSummary } from '../visit/visitSummary';

const [OUT, INN] = fullRunCoils;
const UNIT = { refrigerant: 'R-410A' as const, btuh: 36_000, altitudeM: 0 };
const unit = (outdoorOpen: number): CycleInput => ({
  refrigerant: 'R-410A',
  metering: 'valve',
  tons: 3,
  outdoorC: 30,
  outdoorWetBulbC: 20,
  mist: 0,
  returnC: 25,
  returnWetBulbC: 18,
  pressureKPa: 101.325,
  condition: { ...SOUND, outdoorOpen },
});
const held = (outdoorOpen: number) => {
  const input = unit(outdoorOpen);
  return Object.entries(probesOf(solveCycle(input), input)).map(([quantity, value]) => ({
    quantity: quantity as QuantityId,
    value: value,
    u: QUANTITIES[quantity as QuantityId].instrument,
    how: 'simulated' as const,
    steady: true,
  }));
};
function washed({ left = 0, after = true } = {}) {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: OUT.id, survey: graded(3) });
  run.happen('coil.surveyed', { coilId: INN.id, survey: graded(1) });
  run.happen('readings.held', { when: 'before', readings: held(0.45) });
  run.happen('coil.checked', { coilId: OUT.id, gradesAfter: graded(left as 0).grades, note: '' });
  run.happen('coil.checked', { coilId: INN.id, gradesAfter: graded(1).grades, note: '' });
  if (after) run.happen('readings.held', { when: 'after', readings: held(1) });
  return run;
}

test('what was saved is told beside what the grades that came off would save by published sizes, and kept with a closed visit', () => {
  const run = washed();
  const saved = savedWatts(run.state(), [OUT, INN], UNIT)!;
  const [bad, good] = [solveCycle(unit(0.45)), solveCycle(unit(1))];
  const truth = (bad.totalW / bad.capacityKW - good.totalW / good.capacityKW) * good.capacityKW;
  expect(Math.abs(saved.w - truth)).toBeLessThan(2 * saved.u);
  expect(saved.grade).toBe(3);
  // Only the outdoor coil became cleaner, by three grades.
  expect(saved.ratio).toBeCloseTo(saved.w / saved.watts / (3 * DIRT_SHARE.condenser.aGrade), 9);
  expect(visitSummary(run.state(), run.events, [OUT, INN], UNIT).cost.saved ?? null).toBeNull();
  run.happen('visit.closed', { nextDue: '2027-06-11', why: '', note: '' });
  expect(visitSummary(run.state(), run.events, [OUT, INN], UNIT).cost.saved).toEqual(saved);
});

test('nothing is told where a side was not read, or nothing came off', () => {
  expect(savedWatts(washed({ after: false }).state(), [OUT, INN], UNIT)).toBeNull();
  expect(savedWatts(washed({ left: 3 }).state(), [OUT, INN], UNIT)).toBeNull();
});
