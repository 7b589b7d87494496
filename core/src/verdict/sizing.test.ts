import fc from 'fast-check';
import type { FigureSetting } from '../airside';
import { sizingOf } from './sizing';

const setting: FigureSetting = {
  refrigerant: 'R-410A',
  metering: 'expansion-valve',
  era: '13-15',
  btuh: 36_000,
  pressureKPa: 101.325,
  ratedA: null,
};
const air = { outdoorC: 33, returnC: 25, returnWetBulbC: 18 };

test.each([
  [15, 33, 'generous'],
  [38, 35, 'keeps-up'],
  [52, 38, 'short'],
  [44, 38, 'just'],
  [60, 33, 'open'],
  [60, 40, 'short'],
] as const)('runs %i min of the hour at 33 °C, hottest afternoon %i °C: %s', (minutesAnHour, designC, verdict) => {
  expect(sizingOf({ minutesAnHour, designC }, air, setting).verdict).toBe(verdict);
});

test('what stops while the air that comes back is warm is a thermostat’s matter, until it hardly stops or the air is cool', () => {
  const warm = { ...air, returnC: 27.5 };
  const verdict = (minutesAnHour: number, here = warm) => sizingOf({ minutesAnHour, designC: 35 }, here, setting).verdict;
  expect([verdict(20), verdict(50)]).toEqual(['stops-early', 'stops-early']);
  expect([verdict(51), verdict(60)]).not.toContain('stops-early');
  expect(verdict(20, air)).toBe('generous');
  expect(verdict(20, { ...warm, outdoorC: 22 })).toBe('open');
});

test('in the very same air it would run as long as it does', () => {
  expect(sizingOf({ minutesAnHour: 30, designC: 33 }, air, setting).share).toBeCloseTo(0.5, 9);
});

test('a mild day tells nothing, whatever is said', () => {
  expect(sizingOf({ minutesAnHour: 20, designC: 38 }, { ...air, outdoorC: 22 }, setting)).toMatchObject({
    verdict: 'open',
    why: expect.stringMatching(/too mild/),
  });
});

test('longer runs and hotter afternoons never make it fit better; the interval holds the share; no verdict that the interval does not allow', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 59 }),
      fc.integer({ min: 25, max: 48 }),
      fc.integer({ min: 27, max: 45 }),
      (minutesAnHour, designC, outdoorC) => {
        const here = { ...air, outdoorC };
        const told = sizingOf({ minutesAnHour, designC }, here, setting);
        expect(sizingOf({ minutesAnHour: minutesAnHour + 1, designC }, here, setting).share).toBeGreaterThanOrEqual(told.share);
        expect(sizingOf({ minutesAnHour, designC: designC + 1 }, here, setting).share).toBeGreaterThanOrEqual(told.share);
        expect(told.low).toBeLessThanOrEqual(told.share);
        expect(told.high).toBeGreaterThanOrEqual(told.share);
        if (told.verdict === 'short') expect(told.low).toBeGreaterThan(1);
        if (told.verdict === 'keeps-up') expect(told.high).toBeLessThanOrEqual(1);
      },
    ),
    { numRuns: 60 },
  );
});

test.each([
  ['minutesAnHour', { minutesAnHour: 61, designC: 35 }],
  ['designC', { minutesAnHour: 30, designC: 80 }],
])('refuses %s out of range', (field, told) => {
  expect(() => sizingOf(told, air, setting)).toThrow(expect.objectContaining({ field }));
});
