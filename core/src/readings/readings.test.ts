import fc from 'fast-check';
import { impossibleIn, judgeable, QUANTITIES, readingSet, steadiness, type QuantityId, type ReadingSet, type Sample } from '.';

const set = (values: Partial<Record<QuantityId, number>>): ReadingSet =>
  Object.fromEntries(
    Object.entries(values).map(([quantity, value]) => [
      quantity,
      { quantity, value, u: 0.3, how: 'typed', steady: true, at: '', by: '' } as never,
    ]),
  );

test('old entries and new ones are one set; the later of the same quantity stands, whichever kind it is', () => {
  const old = {
    at: '2026-06-11T14:00:00Z',
    by: 'Wren',
    value: { when: 'before' as const, returnC: 24, supplyC: 14, outdoorC: null, returnRhPct: 55 },
  };
  const held = (at: string, value: number) => ({
    at,
    by: 'Ives',
    value: { when: 'before' as const, readings: [{ quantity: 'returnDb' as const, value, u: 0.2, how: 'probe' as const, steady: true }] },
  });
  const read = readingSet({ readings: [old], held: [held('2026-06-11T14:05:00Z', 25), held('2026-06-11T13:00:00Z', 20)] }, 'before');
  expect(read.returnDb).toMatchObject({ value: 25, by: 'Ives', how: 'probe' });
  expect(read.supplyDb?.value).toBe(14);
  expect(read.returnRh?.value).toBe(55);
  expect(read.outdoorIn).toBeUndefined();
  expect(readingSet({ readings: [old], held: [] }, 'after')).toEqual({});
});

test.each([
  [{ returnDb: 24, returnWb: 26 }, 'wet bulb'],
  [{ suctionP: 2100, liquidP: 900 }, 'hoses swapped'],
  [{ returnDb: 14, supplyDb: 24 }, 'probes swapped'],
  [{ suctionLine: 45, liquidLine: 35 }, 'clamps swapped'],
  [{ watts: 90_000 }, 'wrong unit'],
])('%o cannot be, is named, and is left out', (values, words) => {
  const given = set({ ...values, outdoorAway: 30 });
  expect(
    impossibleIn(given)
      .map((row) => row.message)
      .join(' '),
  ).toContain(words);
  expect(Object.keys(judgeable(given))).toEqual(['outdoorAway']);
});

const run = (value: (minute: number, i: number) => number, seconds = 240): Sample[] =>
  Array.from({ length: seconds }, (_, i) => ({ atMs: i * 1000, value: value((i - seconds) / 60, i) }));
/** Noise that is the same each time: three waves that never meet. */
const wiggle = (i: number, size: number) => size * 0.8 * (Math.sin(i * 1.7) + Math.sin(i * 2.9) + Math.sin(i * 0.73));

test('at rest within its noise is steady; moving, jumping, frozen and short are told apart', () => {
  const noise = QUANTITIES.supplyDb.noise;
  const why = (samples: Sample[]) => steadiness('supplyDb', samples)?.why;
  expect(why(run((_, i) => 14 + wiggle(i, noise)))).toBeNull();
  expect(why(run((minute, i) => 14 - 0.5 * minute + wiggle(i, noise)))).toBe('moving');
  expect(why(run((_, i) => 14 + wiggle(i, noise * 12)))).toBe('jumping');
  expect(why(run(() => 14))).toBe('frozen');
  expect(why(run((_, i) => 14 + wiggle(i, noise), 60))).toBe('short');
  expect(steadiness('supplyDb', [])).toBeNull();
});

test('a drift larger than what it may is never called steady, however it begins', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('returnDb', 'suctionP', 'liquidP', 'watts' as const),
      fc.double({ min: 2, max: 20, noNaN: true }),
      fc.boolean(),
      (id, times, up) => {
        const { noise, driftPerMin } = QUANTITIES[id];
        const slope = driftPerMin * times * (up ? 1 : -1);
        const found = steadiness(
          id,
          run((minute, i) => 500 + slope * minute + wiggle(i, noise * 0.5)),
        );
        expect(found?.steady).toBe(false);
        expect(Math.abs((found?.perMin ?? 0) / slope - 1)).toBeLessThan(0.2);
      },
    ),
  );
});
