import fc from 'fast-check';
import { climateOf as climateOfDays, climateShare, dayAir } from './climate';
import { dayAfterRunning, runMonths } from './exposure';

/** A year of hours about a yearly wave, °C. */
const year = (mean: number, swing: number, warmest: number) =>
  Array.from({ length: 365 }, (_, n) => {
    const day = new Date(Date.UTC(2025, 0, 1 + n)).toISOString().slice(0, 10);
    const t = mean + swing * Math.cos(((n - warmest) / 365) * 2 * Math.PI);
    return { day, hours: Array.from({ length: 24 }, (_, hour) => ({ dryBulbC: t + 5 * Math.sin(((hour - 9) / 24) * 2 * Math.PI) })) };
  });
const climateOf = (days: ReturnType<typeof year>) => climateOfDays(days.map(({ day, hours }) => ({ day, ...dayAir(hours)! })));
const NORTH = { configuration: 'split-cool' as const, latitudeDeg: 42 };

test('degree hours are those of the definition: ten kelvins over the base all day are 240 a day', () => {
  const climate = climateOf(year(28.333, 0, 200).map((row) => ({ ...row, hours: row.hours.map(() => ({ dryBulbC: 28.333 })) })))!;
  expect(climate.cooling.every((month) => Math.abs(month - 240 * (365.25 / 12)) < 0.5)).toBe(true);
  expect(climate.heating).toEqual(Array(12).fill(0));
});

test('a place runs in its own warm months, whichever they are; where it never is warm it stands still, where it always is it never does', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 364 }), (warmest) => {
      const climate = climateOf(year(15, 14, warmest))!;
      const shares = Array.from({ length: 12 }, (_, m) => climateShare(climate, m + 1, false));
      const month = Number(new Date(Date.UTC(2025, 0, 1 + warmest)).toISOString().slice(5, 7));
      expect(shares[month - 1]).toBeGreaterThan(0.9);
      expect(shares[(month + 5) % 12]).toBe(0);
      // A heat pump has work then too.
      expect(climateShare(climate, ((month + 5) % 12) + 1, true)).toBeGreaterThan(0.9);
    }),
  );
  const [cold, hot] = [climateOf(year(2, 8, 200))!, climateOf(year(29, 3, 200))!];
  expect(runMonths('2026-01-01', '2027-01-01', { ...NORTH, climate: cold })).toBe(0);
  expect(dayAfterRunning('2026-01-01', 1, { ...NORTH, climate: cold })).toBeNull();
  expect(runMonths('2026-01-01', '2027-01-01', { ...NORTH, climate: hot })).toBeGreaterThan(9);
});

test('too little of a year tells no climate, and the table of its latitude holds', () => {
  expect(climateOf(year(15, 14, 200).slice(0, 300))).toBeNull();
  const usual = runMonths('2026-01-01', '2027-01-01', NORTH);
  expect(runMonths('2026-01-01', '2027-01-01', { ...NORTH, climate: null })).toBe(usual);
});

test('a day is its mean and degree hours over all of its hours; part of one is no day', () => {
  const hours = Array.from({ length: 24 }, (_, hour) => ({ dryBulbC: hour < 12 ? 18.333 - 6 : 18.333 + 10 }));
  const air = dayAir(hours)!;
  expect([air.meanC, air.cooling, air.heating].map((value) => Number(value.toFixed(3)))).toEqual([20.333, 120, 72]);
  expect(dayAir(hours.slice(5, 22))).toBeNull();
});
