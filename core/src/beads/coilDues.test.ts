import { checkEvent } from '../run';
import { graded } from '../testing/fixtures';
import { fullRunCoils, scribe } from '../testing/fullRun';
import { coilDues } from './coilDues';
import { visitRead } from './visitRead';

const [OUT, INN] = fullRunCoils;

test('each coil is due by what was found on it, the visit by the first of them, and the record keeps each', () => {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: OUT.id, survey: { ...graded(3), soils: ['lint'] } });
  run.happen('coil.surveyed', { coilId: INN.id, survey: { ...graded(1), soils: ['dust'] } });
  const dues = coilDues(run.state(), [OUT, INN], 'split-cool', '2026-06-11', 42);
  expect(dues.coils.map(({ coilId, due }) => [coilId, due.date])).toEqual([
    [OUT.id, '2026-10-11'],
    [INN.id, '2027-06-11'],
  ]);
  expect(dues.first.date).toBe('2026-10-11');
  const coils = dues.coils.map(({ coilId, due }) => ({ coilId, nextDue: due.date, why: 'because' }));
  run.happen('visit.closed', { nextDue: dues.first.date, why: '', note: '', coils });
  expect(
    visitRead(run.state(), run.events, [OUT, INN], { refrigerant: 'R-410A', btuh: 36_000, altitudeM: 0 }).coils.map((row) => row.nextDue),
  ).toEqual(['2026-10-11', '2027-06-11']);
});

test('dust of one coil and the grade of another make nobody due sooner; a strange coil is refused', () => {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: OUT.id, survey: { ...graded(4), soils: ['grass'] } });
  run.happen('coil.surveyed', { coilId: INN.id, survey: { ...graded(1), soils: ['dust'] } });
  expect(coilDues(run.state(), [OUT, INN], 'split-cool', '2026-06-11', 42).first.date).toBe('2027-06-11');
  const closing = {
    id: 'e9',
    visitId: 'v',
    at: new Date(run.now() + 1000).toISOString(),
    by: 'Wren',
    kind: 'visit.closed' as const,
    data: { nextDue: '2027-06-11', why: '', note: '', coils: [{ coilId: 'other', nextDue: '2027-06-11', why: '' }] },
  };
  const frame = { configuration: 'split-cool' as const, coils: [OUT, INN], shelf: [], events: run.events };
  expect(() => checkEvent(run.state(), closing, frame)).toThrow(
    expect.objectContaining({ code: 'unknown', field: 'data.coils[0].coilId' }),
  );
});
