import fc from 'fast-check';
import { drawnEspi } from '../testing/drawnEspi';
import { EspiReader } from './espi';
import { meterDays } from './meterDays';

const START = Date.parse('2026-03-01T06:00:00Z');
function readIn(parts: readonly string[]) {
  const reader = new EspiReader();
  parts.forEach((part) => reader.add(part));
  return reader.end();
}

test('what was written is read, however the file is cut, prefixed and put in order', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 9000 }), { minLength: 1, maxLength: 60 }),
      fc.constantFrom('espi', '', 'ns2'),
      fc.boolean(),
      fc.integer({ min: -1, max: 2 }),
      fc.integer({ min: 1, max: 400 }),
      (values, prefix, typesLast, multiplier, size) => {
        const file = drawnEspi({ startMs: START, intervalS: 3600, values, prefix, typesLast, multiplier });
        const parts = Array.from({ length: Math.ceil(file.length / size) }, (_, i) => file.slice(i * size, (i + 1) * size));
        const { spans, notes } = readIn(parts);
        expect(notes).toEqual([]);
        expect(spans.map((span) => (span.fromMs - START) / 3_600_000)).toEqual(values.map((_, i) => i));
        spans.forEach((span, i) => {
          expect(span.toMs - span.fromMs).toBe(3_600_000);
          expect(span.kWh).toBeCloseTo((values[i]! * 10 ** multiplier) / 1000, 9);
        });
      },
    ),
    { numRuns: 60 },
  );
});

test('what is fed in is told and not taken for use, the finest series is taken, doubted readings are counted', () => {
  const hours = Array.from({ length: 48 }, () => 1000);
  const file = drawnEspi({ startMs: START, intervalS: 3600, values: hours, back: hours.map(() => 250), estimatedEvery: 12 });
  const { spans, notes } = readIn([file]);
  expect(spans.reduce((sum, span) => sum + span.kWh, 0)).toBeCloseTo(48, 9);
  expect(notes).toEqual([expect.stringMatching(/^12 kWh were fed in/), expect.stringMatching(/^8 readings are estimated/)]);
});

test('its hours become the shop’s days over a change of summer time', () => {
  // 8 March 2026 has 23 hours in Chicago.
  const hours = Array.from({ length: 24 * 10 }, () => 1000);
  const { spans } = readIn([drawnEspi({ startMs: START, intervalS: 3600, values: hours })]);
  const { rows, step } = meterDays(spans, 'America/Chicago');
  expect(step).toBe('hours');
  expect(rows.find((row) => row.day === '2026-03-08')?.kWh).toBeCloseTo(23, 6);
  expect(rows.find((row) => row.day === '2026-03-07')?.kWh).toBeCloseTo(24, 6);
});

test('a register is told by what it counted between; what is no energy, no entry or broken is refused with why', () => {
  const register = drawnEspi({ startMs: START, intervalS: 3600, values: [5000, 5600, 5600, 7000] }).replace(
    '<espi:accumulationBehaviour>4',
    '<espi:accumulationBehaviour>1',
  );
  expect(readIn([register]).spans.map((span) => Math.round(span.kWh * 1000))).toEqual([600, 0, 1400]);
  const cut = drawnEspi({ startMs: START, intervalS: 3600, values: Array.from({ length: 60 }, () => 1000) }).slice(0, -400);
  expect(readIn([cut])).toMatchObject({ spans: { length: 48 }, notes: [expect.stringContaining('cut off')] });
  const gas = drawnEspi({ startMs: START, intervalS: 3600, values: [1] }).replace('<espi:uom>72', '<espi:uom>169');
  expect(() => readIn([gas])).toThrow('no electric energy');
  expect(() => readIn(['<html><body>Sign in</body></html>'])).toThrow('no file of energy usage');
  expect(() => readIn(['<feed><entry><content><a></b></content></entry></feed>'])).toThrow('Entry 1 of the file is broken');
});
