import fc from 'fast-check';
import { FINDING_KINDS } from '../survey';
import type { FindingLife } from '../run';
import type { LIFE_LANES } from './lifeLine';
import { lifeFan } from './lifeFan';
import { alongLife, lifeLine, lifeSpan } from './lifeLine';

const ZONE = 'America/Chicago';
const day = fc.integer({ min: 0, max: 4000 }).map((n) => new Date(Date.UTC(2016, 0, 1) + n * 86_400_000).toISOString().slice(0, 10));
const grade = fc.option(fc.integer({ min: 0, max: 4 }));
const visit = fc.record({
  id: fc.uuid(),
  day,
  standing: fc.constantFrom('closed', 'under way', 'cancelled'),
  coils: fc.array(
    fc.record({
      coilId: fc.constantFrom('out', 'in'),
      worstBefore: grade,
      worstAfter: grade,
      light: fc.constant({ before: null, after: null }),
      cleanerName: fc.constantFrom('', 'Bramble'),
    }),
    { maxLength: 2 },
  ),
  figures: fc.constantFrom({ before: {}, after: {} }, { before: { drop: 9 }, after: {} }),
});
const finding = fc.record({
  findingId: fc.uuid(),
  visitId: fc.uuid(),
  what: fc.constantFrom(...FINDING_KINDS),
  coilId: fc.constant(null),
  note: fc.constant(''),
  action: fc.constant(''),
  at: day.map((text) => `${text}T15:00:00.000Z`),
  by: fc.constant('Wren'),
  ended: fc.option(fc.integer({ min: 0, max: 400 })),
});

test('every wash, finding, part and reading stands on the line once, in order, and inside its ends', () => {
  fc.assert(
    fc.property(fc.array(visit, { maxLength: 12 }), fc.array(finding, { maxLength: 8 }), day, (visits, noted, today) => {
      const findings = noted.map(({ ended, ...life }): FindingLife => {
        const at = new Date(Date.parse(life.at) + (ended ?? 0) * 86_400_000).toISOString();
        const step = { value: { findingId: life.findingId, step: 'fixed' as const, words: '' }, at, by: 'Wren', eventId: life.findingId };
        return { ...life, standing: ended === null ? 'noted' : 'fixed', steps: ended === null ? [] : [step] };
      });
      const marks = lifeLine(visits, findings, ZONE);
      const of = (lane: (typeof LIFE_LANES)[number]) => marks.filter((mark) => mark.lane === lane);
      expect(of('wash')).toHaveLength(visits.filter((row) => row.standing === 'closed').length);
      expect(of('reading')).toHaveLength(visits.filter((row) => 'drop' in row.figures.before).length);
      expect(of('finding')).toHaveLength(findings.length);
      expect(of('part').every((mark) => findings.some((life) => life.findingId === mark.findingId && life.standing === 'fixed'))).toBe(
        true,
      );
      const span = lifeSpan(marks, today, null);
      for (const [i, mark] of marks.entries()) {
        expect(mark.from >= (marks[i - 1]?.from ?? '')).toBe(true);
        expect(mark.to === null || mark.to >= mark.from).toBe(true);
        const at = alongLife(span, mark.from);
        expect(at).toBeGreaterThanOrEqual(0);
        expect(at).toBeLessThan(1);
      }
      expect(span.years.length).toBeLessThanOrEqual(7);
      expect(today >= span.from && today < span.to).toBe(true);
    }),
  );
});

test('the fan begins at the grade left, never turns back, and crosses the loaded grade on the day it names', () => {
  const visits = ['2023-06-11', '2024-06-11', '2025-06-11'].map((on, i) => ({
    day: on,
    coils: [{ coilId: 'out', worstBefore: 3, worstAfter: i % 2, light: { before: null, after: null }, soils: [] }],
  }));
  const where = { configuration: 'split-cool' as const, latitudeDeg: 42 };
  const fan = lifeFan({ id: 'out', role: 'condenser' }, visits, where, [])!;
  expect([fan.visits, fan.condensed]).toEqual([2, 0]);
  const warm = visits.map((visit) => ({ ...visit, figures: { before: { condensingOver: 20 }, after: { condensingOver: 10 } } }));
  const told = lifeFan({ id: 'out', role: 'condenser' }, warm, where, [])!;
  expect(told.condensed).toBe(2);
  expect(told.perMonth).toBeGreaterThan(fan.perMonth);
  expect(lifeFan({ id: 'out', role: 'condenser' }, warm, { ...where, configuration: 'package-ac' }, [])!.condensed).toBe(0);
  expect(fan.points[0]).toMatchObject({ day: '2025-06-11', likely: 0, half: [0, 0], most: [0, 0] });
  for (const [i, point] of fan.points.entries()) {
    expect(point.likely).toBeGreaterThanOrEqual(fan.points[i - 1]?.likely ?? 0);
    expect(
      point.most[0] <= point.half[0] && point.half[0] <= point.likely && point.likely <= point.half[1] && point.half[1] <= point.most[1],
    ).toBe(true);
  }
  const after = fan.points.find((point) => point.day >= (fan.likely ?? ''))!;
  const before = [...fan.points].reverse().find((point) => point.day < (fan.likely ?? ''))!;
  expect(after.likely).toBeGreaterThanOrEqual(fan.loaded - 0.01);
  expect(before.likely).toBeLessThan(fan.loaded);
  expect(lifeFan({ id: 'in', role: 'evaporator' }, visits, where, [])).toBeNull();
});

test('a finding that nothing came of goes on; one that was set aside does not', () => {
  const life = {
    findingId: 'f',
    visitId: 'v',
    what: 'port-caps' as const,
    coilId: null,
    note: '',
    action: '',
    at: '2026-06-11T15:00:00.000Z',
    by: 'Wren',
    steps: [],
  };
  expect(lifeLine([], [{ ...life, standing: 'declined' }], ZONE)[0]).toMatchObject({ from: '2026-06-11', to: null });
  expect(lifeLine([], [{ ...life, standing: 'closed' }], ZONE)[0]).toMatchObject({ to: '2026-06-11' });
});
