import fc from 'fast-check';
import { scribe } from '../testing/fullRun';
import { coil, graded } from '../testing/fixtures';
import { FIRST_CORNERS } from '../light';
import { checkEvent, type VisitEvent } from '../run';
import { regrowthOf, trendFigures, trendsOf, type TrendVisit } from './trends';
import { visitSummary } from '../visit/visitSummary';

const OUT = coil();
const UNIT = { refrigerant: 'R-410A' as const, btuh: 36_000, altitudeM: 0 };
const row = (worstBefore: number | null, worstAfter: number | null) => ({
  coilId: 'c',
  worstBefore,
  worstAfter,
  light: { before: null, after: null },
});
const visit = (id: string, day: string, found: number | null, left: number | null, drop?: [number, number]): TrendVisit => ({
  id,
  day,
  coils: [row(found, left)],
  figures: { before: drop ? { drop: drop[0] } : {}, after: drop ? { drop: drop[1] } : {} },
});

test('a visit tells grades, light and what its readings came to, once for all who read it later', () => {
  const run = scribe('v');
  run.happen('coil.surveyed', { coilId: OUT.id, survey: graded(3) });
  run.happen('reading.taken', { when: 'before', returnC: 25, supplyC: 17, outdoorC: 33 });
  const photoId = '0198a1b2-0000-7000-8000-000000000001';
  run.happen('photo.added', { photoId, coilId: OUT.id, findingId: null, when: 'before', caption: '' });
  const told = { openPct: 38, doubtPoints: 2, cells: [], threshold: 0.4, separability: 0.95, by: 'own' as const, doubts: [] };
  const before = { photoId, corners: FIRST_CORNERS, card: null, ...told };
  const light = (change: object): VisitEvent => ({
    id: 'e99',
    visitId: 'v',
    at: new Date(run.now() + 1000).toISOString(),
    by: 'Wren',
    kind: 'light.measured',
    data: { coilId: OUT.id, before, after: null, bentBeforePct: 12, bentAfterPct: null, ...change },
  });
  const judged = (event: VisitEvent) => () =>
    checkEvent(run.state(), event, { configuration: 'split-cool', coils: [OUT], shelf: [], events: run.events });
  // What is measured is a picture of this coil and side, and of this visit.
  expect(judged(light({}))).not.toThrow();
  expect(judged(light({ before: null }))).toThrow(/one picture at least/);
  expect(judged(light({ before: null, after: before }))).toThrow(expect.objectContaining({ field: 'data.after.photoId' }));
  expect(judged(light({ before: { ...before, corners: [...FIRST_CORNERS].reverse() } }))).toThrow(
    expect.objectContaining({ field: 'data.before.corners' }),
  );
  run.happen('light.measured', light({}).data as never);
  const read = visitSummary(run.state(), run.events, [OUT], UNIT);
  expect(read.coils[0]!.light).toEqual({ before: 38, after: null });
  expect(read.figures.before.drop).toBeCloseTo(8, 9);
  expect(read.figures.after).toEqual({});
});

test('watts of the whole unit are followed as they were read', () => {
  const run = scribe('v');
  const reading = (quantity: 'watts' | 'outdoorIn', value: number) => ({ quantity, value, u: 1, how: 'typed' as const, steady: true });
  run.happen('readings.held', { when: 'after', readings: [reading('watts', 3100), reading('outdoorIn', 33)] });
  const setting = { ...UNIT, metering: 'unknown' as const, era: 'unknown' as const, pressureKPa: 101.325, ratedA: null };
  expect(trendFigures(run.state(), 'after', setting)).toMatchObject({ watts: 3100 });
});

test('found and left alternate over the years, whatever order visits come in; what was told once is no trend', () => {
  const visits = [visit('b', '2025-06-01', 3, 0, [7, 9]), visit('a', '2024-06-01', 4, 1), visit('c', '2026-06-02', 2, null, [8, 8.5])];
  const [grade, drop] = trendsOf(visits);
  expect(grade!.points.map(({ visitId, when, value }) => [visitId, when, value])).toEqual([
    ['a', 'before', 4],
    ['a', 'after', 1],
    ['b', 'before', 3],
    ['b', 'after', 0],
    ['c', 'before', 2],
  ]);
  expect(drop).toMatchObject({ id: 'drop', coilId: null });
  expect(regrowthOf(grade!).map(({ change, months }) => [change, Math.round(months)])).toEqual([
    [2, 12],
    [2, 12],
  ]);
  expect(trendsOf([visit('a', '2024-06-01', 4, null)])).toEqual([]);
});

test('regrowth is only ever from an end to the next beginning, and never across a visit that was not looked at', () => {
  const days = fc.uniqueArray(fc.integer({ min: 0, max: 4000 }), { minLength: 2, maxLength: 12 });
  const grade = fc.option(fc.integer({ min: 0, max: 4 }));
  fc.assert(
    fc.property(days, fc.array(fc.tuple(grade, grade), { minLength: 12, maxLength: 12 }), (ns, grades) => {
      const visits = ns.map((n, i) =>
        visit(`v${i}`, new Date(Date.UTC(2015, 0, 1 + n)).toISOString().slice(0, 10), grades[i]![0], grades[i]![1]),
      );
      for (const trend of trendsOf(visits))
        for (const { from, to, change, months } of regrowthOf(trend)) {
          expect([from.when, to.when]).toEqual(['after', 'before']);
          expect(from.day < to.day).toBe(true);
          expect(change).toBe(to.value - from.value);
          expect(months).toBeGreaterThan(0);
        }
    }),
  );
});
