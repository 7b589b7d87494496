import fc from 'fast-check';
import { entryTime } from './sharedClock';
import type * as Clock from './sharedClock';

/** The program as it starts: what the device kept of its clock is there, nothing else. */
function started(): typeof Clock {
  let module!: typeof Clock;
  jest.isolateModules(() => {
    module = jest.requireActual<typeof Clock>('./sharedClock');
  });
  return module;
}

beforeEach(() => window.localStorage.clear());

test('a phone seven minutes ahead stamps by the shop’s clock, over a reload too', () => {
  const clock = started();
  const ahead = 7 * 60_000;
  clock.learnClock(1_000_000, 1_000_000 + ahead - 40, 1_000_000 + ahead + 40);
  expect(clock.clockBehindMs()).toBe(-ahead);
  const again = started();
  expect(again.clockBehindMs()).toBe(-ahead);
  jest.spyOn(Date, 'now').mockReturnValue(5_000_000 + ahead);
  expect(again.sharedNow()).toBe(5_000_000);
  jest.restoreAllMocks();
});

test('half a second is left as it is, and a slow or senseless answer teaches nothing', () => {
  const clock = started();
  clock.learnClock(1_000_500, 1_000_000, 1_000_000);
  expect(clock.clockBehindMs()).toBe(0);
  clock.learnClock(9_000_000, 1_000_000, 1_009_000);
  clock.learnClock(NaN, 1_000_000, 1_000_010);
  clock.learnClock(9_000_000, 1_000_010, 1_000_000);
  expect(clock.clockBehindMs()).toBe(0);
});

test('the quickest answers count, until the clock is set or the reading is old', () => {
  const clock = started();
  clock.learnClock(1_060_000, 1_000_000 - 10, 1_000_000 + 10);
  expect(clock.clockBehindMs()).toBe(60_000);
  // Slower, and within its own error: nothing new.
  clock.learnClock(1_060_900, 1_000_000, 1_002_000);
  expect(clock.clockBehindMs()).toBe(60_000);
  // Somebody put the clock right.
  clock.learnClock(1_100_000, 1_099_000, 1_101_000);
  expect(clock.clockBehindMs()).toBe(0);
  // Ten minutes on, a slower answer is better than an old one.
  clock.learnClock(1_900_000, 1_895_000 - 900, 1_895_000 + 900);
  expect(clock.clockBehindMs()).toBe(5_000);
});

test('however the answers come, what is learned is never further off than the way took', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -3_600_000, max: 3_600_000 }),
      fc.array(fc.tuple(fc.integer({ min: 0, max: 1500 }), fc.integer({ min: 0, max: 1500 })), { minLength: 1, maxLength: 12 }),
      (offset, ways) => {
        window.localStorage.clear();
        const clock = started();
        let at = 1_700_000_000_000;
        for (const [there, back] of ways) {
          clock.learnClock(at + there + offset, at, at + there + back);
          at += 5_000;
        }
        const worst = Math.max(...ways.map(([there, back]) => there + back)) / 2;
        expect(Math.abs(clock.clockBehindMs() - offset)).toBeLessThanOrEqual(Math.max(clock.NEAR_MS, worst) + 1);
      },
    ),
  );
});

test('an entry stands after everything it answers, but follows no clock that is hours ahead', () => {
  expect(entryTime(1000, [])).toBe(1000);
  expect(entryTime(1000, [400, 1000])).toBe(1001);
  expect(entryTime(1000, [60_000])).toBe(60_001);
  expect(entryTime(1000, [9_000_000, 2_000])).toBe(2001);
});
