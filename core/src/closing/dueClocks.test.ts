import fc from 'fast-check';
import { DUE_KINDS, systemClocks, type DueClock, type DueKind } from './dueClocks';

const day = (n: number) => new Date(Date.UTC(2026, 0, 1 + n)).toISOString().slice(0, 10);
const at = (n: number) => `${day(n)}T12:00:00.000Z`;
const clock = (kind: DueKind, of: string, told: number, due: number): DueClock => ({
  kind,
  of,
  due: day(due),
  why: `told ${told}`,
  ruleId: kind === 'coil' ? null : `upkeep.${kind}`,
  at: at(told),
});
const told = fc
  .array(
    fc.tuple(
      fc.constantFrom<[DueKind, string]>(['coil', 'out'], ['coil', 'in'], ['filter', ''], ['drain', '']),
      fc.integer({ min: 40, max: 900 }),
    ),
    {
      maxLength: 12,
    },
  )
  .map((rows) => rows.map(([[kind, of], due], i) => clock(kind, of, i * 3, due)));

test('each clock stands at what was told of it last, by a visit or by hand, whatever came between; soonest first', () => {
  fc.assert(
    fc.property(told, told, (visits, hands) => {
      // By hand, each a day after the visit of the same turn.
      const byHand = [...new Map(hands.map((row, i) => [`${row.kind} ${row.of}`, { ...row, ruleId: null, at: at(i * 3 + 1) }])).values()];
      const clocks = systemClocks(visits, byHand, [], null, []);
      expect(clocks.map((row) => row.due)).toEqual([...clocks.map((row) => row.due)].sort());
      const keys = new Set(visits.map((row) => `${row.kind} ${row.of}`));
      expect(new Set(clocks.map((row) => `${row.kind} ${row.of}`))).toEqual(keys);
      for (const row of clocks) {
        const same = (other: DueClock) => other.kind === row.kind && other.of === row.of;
        const last = [...visits, ...byHand].filter(same).reduce((best, each) => (each.at >= best.at ? each : best));
        expect([row.due, row.at]).toEqual([last.due, last.at]);
        // Set by hand, it still runs by the rule that the visit told.
        expect(row.ruleId).toBe(visits.filter(same).at(-1)?.ruleId ?? null);
      }
    }),
  );
});

test('an agreement brings its next visit and its end; every kind has its place in the order', () => {
  const agreement = { since: '2026-01-01', renews: '2027-01-01', visitsAYear: 1, includes: [], price: '0', note: '' };
  expect(systemClocks([], [], [], agreement, ['2026-05-01']).map((row) => [row.kind, row.due])).toEqual([['renewal', '2027-01-01']]);
  expect(systemClocks([], [], [], agreement, []).map((row) => row.kind)).toEqual(['agreed', 'renewal']);
  expect(new Set(DUE_KINDS).size).toBe(DUE_KINDS.length);
});
