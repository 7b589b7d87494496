import fc from 'fast-check';
import { dayLater, instantIn } from '../clock';
import type { MeterSpan } from './meter';
import { meterDays } from './meterDays';
import { guessMeter, meterTable, type MeterMatching } from './meterTable';

const HOUR = 3_600_000;
const ZONE = 'America/Chicago';
const hourly = (first: string, days: number, kWh = 1): MeterSpan[] => {
  const spans: MeterSpan[] = [];
  for (let at = instantIn(ZONE, first, 0); at < instantIn(ZONE, dayLater(first, days), 0); at += HOUR)
    spans.push({ fromMs: at, toMs: at + HOUR, kWh });
  return spans;
};
const match = (change: Partial<MeterMatching>): MeterMatching => ({
  from: 'd',
  to: null,
  use: 'k',
  unit: 'kWh',
  register: false,
  ...change,
});

test('hours become days of the shop’s calendar, 23 and 25 hours long where clocks change, and nothing is lost, in any order and with doubles', () => {
  fc.assert(
    fc.property(fc.constantFrom('2026-03-06', '2026-10-30', '2026-06-01'), fc.integer({ min: 1, max: 99 }), (first, turn) => {
      const spans = hourly(first, 4);
      const mixed = [...spans.slice(turn % spans.length), ...spans.slice(0, turn % spans.length), ...spans.slice(0, 5)];
      const { rows, step, notes } = meterDays(mixed, ZONE);
      expect(step).toBe('hours');
      expect(rows.reduce((sum, row) => sum + row.kWh, 0)).toBeCloseTo(spans.length, 9);
      expect(rows.map((row) => row.day)).toEqual([0, 1, 2, 3].map((n) => dayLater(first, n)));
      expect(notes.join(' ')).toContain('5 readings stood there twice');
    }),
    { numRuns: 20 },
  );
  expect(meterDays(hourly('2026-03-08', 1), ZONE).rows[0]?.kWh).toBe(23);
  expect(meterDays(hourly('2026-11-01', 1), ZONE).rows[0]?.kWh).toBe(25);
});

test('a day with holes is no day, holes are counted, a stray backward day is left out, and a roof that feeds in is refused', () => {
  const spans = hourly('2026-06-01', 10);
  const { rows, notes } = meterDays(
    spans.filter((_, i) => i < 30 || i > 40),
    ZONE,
  );
  expect(rows).toHaveLength(9);
  expect(notes.join(' ')).toContain('Of 1 day too few hours');
  const day = (n: number, kWh: number): MeterSpan => ({ fromMs: n * 24 * HOUR, toMs: (n + 1) * 24 * HOUR, kWh });
  const days = Array.from({ length: 60 }, (_, n) => day(n, 10));
  expect(meterDays([...days.slice(1), day(0, -3)], 'UTC').notes.join(' ')).toContain('1 day ran backwards');
  expect(() =>
    meterDays(
      days.map((row, n) => (n % 5 ? row : { ...row, kWh: -4 })),
      'UTC',
    ),
  ).toThrow(expect.objectContaining({ field: 'use' }));
  expect(() => meterDays([], 'UTC')).toThrow(expect.objectContaining({ code: 'missing' }));
});

test('tables as meters write them: days, months, hours with the doubled one of autumn, a register that was changed', () => {
  const table = (cells: [string, string][], change: Partial<MeterMatching> = {}) =>
    meterTable(
      cells.map(([d, k]) => ({ d, k })),
      match(change),
      ZONE,
    );
  const days = table([
    ['2026-06-01', '20'],
    ['6/2/2026', '1,021.5'],
    ['2026-06-04', '22'],
    ['nonsense', '1'],
  ]);
  expect(days.spans.map((span) => [(span.toMs - span.fromMs) / HOUR, span.kWh])).toEqual([
    [24, 20],
    [24, 1021.5],
    [24, 22],
  ]);
  expect(days.notes[0]).toContain(': 5.');
  const months = table([
    ['2026-01', '600'],
    ['2026-02', '500'],
    ['2026-03', '400'],
  ]);
  expect(months.spans.map((span) => Math.round((span.toMs - span.fromMs) / HOUR / 24))).toEqual([31, 28, 31]);
  const autumn = table(
    [
      ['2026-11-01 00:00', '1'],
      ['2026-11-01 01:00', '1'],
      ['2026-11-01 01:00', '2'],
      ['2026-11-01 02:00', '1'],
    ],
    { unit: 'Wh' },
  );
  expect(new Set(autumn.spans.map((span) => span.fromMs)).size).toBe(4);
  expect(autumn.spans.reduce((sum, span) => sum + span.kWh, 0)).toBeCloseTo(0.005, 12);
  const register = table(
    [
      ['2026-06-01', '900'],
      ['2026-06-02', '920'],
      ['2026-06-03', '7'],
      ['2026-06-04', '30'],
    ],
    { register: true },
  );
  expect(register.spans.map((span) => span.kWh)).toEqual([20, 23]);
  expect(register.notes[0]).toContain('the meter was changed');
  expect(() => table([['x', 'y']])).toThrow(expect.objectContaining({ field: 'from' }));
  expect(() => table([['2026-06-01', '1']], { use: null })).toThrow(expect.objectContaining({ field: 'use' }));
});

test('columns are guessed by their headings', () => {
  expect(guessMeter(['Start', 'End', 'Usage (Wh)', 'Cost'])).toEqual({
    from: 'Start',
    to: 'End',
    use: 'Usage (Wh)',
    unit: 'Wh',
    register: false,
  });
  expect(guessMeter(['Date', 'Meter reading kWh'])).toMatchObject({ from: 'Date', use: 'Meter reading kWh', register: true });
});
