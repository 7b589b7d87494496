import { checkEvent } from '../run';
import { graded } from '../testing/fixtures';
import { fullRunCoils, scribe } from '../testing/fullRun';
import { coilDues } from './coilDues';
import { visitSummary } from '../visit/visitSummary';

const [OUT, INN] = fullRunCoils;

test('each coil is due by what was found on it, the visit by the first of them, and the record keeps each', () => {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: OUT.id, survey: { ...graded(3), soils: ['lint'] } });
  run.happen('coil.surveyed', { coilId: INN.id, survey: { ...graded(1), soils: ['dust'] } });
  const dues = coilDues(run.state(), [OUT, INN], { configuration: 'split-cool', latitudeDeg: 42 }, '2026-06-11', []);
  expect(dues.coils.map(({ coilId, due }) => [coilId, due.date])).toEqual([
    [OUT.id, '2026-10-11'],
    [INN.id, '2027-06-11'],
  ]);
  expect(dues.first.date).toBe('2026-10-11');
  const coils = dues.coils.map(({ coilId, due }) => ({ coilId, nextDue: due.date, why: 'because' }));
  run.happen('visit.closed', { nextDue: dues.first.date, why: '', note: '', coils });
  expect(
    visitSummary(run.state(), run.events, [OUT, INN], { refrigerant: 'R-410A', btuh: 36_000, altitudeM: 0 }).coils.map(
      (row) => row.nextDue,
    ),
  ).toEqual(['2026-10-11', '2027-06-11']);
});

test('dust of one coil and the grade of another make nobody due sooner; a strange coil is refused', () => {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: OUT.id, survey: { ...graded(4), soils: ['grass'] } });
  run.happen('coil.surveyed', { coilId: INN.id, survey: { ...graded(1), soils: ['dust'] } });
  expect(coilDues(run.state(), [OUT, INN], { configuration: 'split-cool', latitudeDeg: 42 }, '2026-06-11', []).first.date).toBe(
    '2027-06-11',
  );
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

test('a day set by hand goes before what is reckoned, says why and what that was, and is taken back; nonsense is refused by name', () => {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: OUT.id, survey: graded(1) });
  const dues = () => coilDues(run.state(), [OUT], { configuration: 'split-cool', latitudeDeg: 42 }, '2026-06-11', []);
  run.happen('due.set', { coilId: OUT.id, date: '2026-09-01', why: 'They hold a wedding then' });
  expect(dues().first).toMatchObject({ date: '2026-09-01', because: { rules: [{ because: 'They hold a wedding then' }, {}] } });
  expect(dues().first.because.changes[0]).toContain('2027-06-11');
  run.happen('due.set', { coilId: OUT.id, date: null, why: '' });
  expect(dues().first.date).toBe('2027-06-11');
  const set = (date: string, why: string) => ({
    id: 'e9',
    visitId: 'v',
    at: '2026-06-11T18:00:00.000Z',
    by: 'Wren',
    kind: 'due.set' as const,
    data: { coilId: OUT.id, date, why },
  });
  const frame = { configuration: 'split-cool' as const, coils: [OUT], shelf: [], events: run.events };
  for (const [date, why, field] of [
    ['2026-06-11', 'A good reason', 'data.date'],
    ['2032-06-11', 'A good reason', 'data.date'],
    ['2026-09-01', 'so', 'data.why'],
  ] as const)
    expect(() => checkEvent(run.state(), set(date, why), frame)).toThrow(expect.objectContaining({ code: 'not-allowed', field }));
});

test('what a coil grew between its visits moves its day, and nobody else’s', () => {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: OUT.id, survey: graded(4) });
  run.happen('coil.surveyed', { coilId: INN.id, survey: graded(1) });
  run.happen('coil.checked', { coilId: OUT.id, gradesAfter: graded(0).grades, note: '' });
  const light = { before: null, after: null };
  const before = ['2021', '2022', '2023', '2024', '2025']
    .map((year) => `${year}-06-11`)
    .map((day) => ({ day, coils: [{ coilId: OUT.id, worstBefore: 4, worstAfter: 0, light }] }));
  const dates = (graded_: typeof before) =>
    coilDues(run.state(), [OUT, INN], { configuration: 'split-cool', latitudeDeg: 42 }, '2026-06-11', graded_).coils.map(
      ({ due }) => due.date,
    );
  const [out, inn] = dates(before);
  const [outBefore, innBefore] = dates([]);
  expect((out ?? '') < (outBefore ?? '')).toBe(true);
  expect(inn).toBe(innBefore);
});

test('readings held before this wash tell of the outdoor coil by how far condensing has risen since the last one', () => {
  const light = { before: null, after: null };
  const graded_ = [
    {
      day: '2025-06-11',
      coils: [OUT, INN].map(({ id }) => ({ coilId: id, worstBefore: 3, worstAfter: 0, light })),
      figures: { before: {}, after: { condensingOver: 10 } },
    },
  ];
  const dues = (liquidKPa: number | null, unit: Parameters<typeof coilDues>[5]) => {
    const run = scribe('v');
    for (const { id } of [OUT, INN]) run.happen('coil.surveyed', { coilId: id, survey: graded(2) });
    const reading = (quantity: 'liquidP' | 'outdoorIn', value: number) => ({
      quantity,
      value,
      u: 0.5,
      how: 'typed' as const,
      steady: true,
    });
    if (liquidKPa !== null)
      run.happen('readings.held', { when: 'before', readings: [reading('outdoorIn', 32), reading('liquidP', liquidKPa)] });
    const where = { configuration: 'split-cool' as const, latitudeDeg: 42 };
    return coilDues(run.state(), [OUT, INN], where, '2026-06-11', graded_, unit).coils.map(({ due }) => due.learned.belief.perMonth);
  };
  const unit = { refrigerant: 'R-410A' as const, btuh: 36_000, altitudeM: 0 };
  const [out, inn] = dues(null, unit);
  // R-410A condenses near 47 °C at some 2,800 kPa by the gauge, and near 42 °C at 2,450 (chart, from memory): 15 and 10 K over outdoors.
  const [dirty, innDirty] = dues(2800, unit);
  const [clean, innClean] = dues(2450, unit);
  expect(dirty).toBeGreaterThan(out! + 0.002);
  expect(clean).toBeLessThan(out! - 0.002);
  expect([innDirty, innClean]).toEqual([inn, inn]);
  expect(dues(2800, null)).toEqual([out, inn]);
});
