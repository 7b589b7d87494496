import fc from 'fast-check';
import { entryTime } from './sharedClock';
import type * as Memory from '@/device/memory';
import { deviceStore } from '@/device/store';
import type * as Clock from './sharedClock';
import { forgetDevice } from '@/testing/device';

/** The program as it starts, with nothing kept. */
function fresh(): { module: typeof Clock; memory: typeof Memory } {
  let module!: typeof Clock;
  let memory!: typeof Memory;
  jest.isolateModules(() => {
    module = jest.requireActual<typeof Clock>('./sharedClock');
    memory = jest.requireActual<typeof Memory>('@/device/memory');
  });
  return { module, memory };
}
/** The same with what the device kept. */
async function started(): Promise<typeof Clock> {
  const { module, memory } = fresh();
  await memory.loadFacts();
  return module;
}
const forgotten = async () => {
  forgetDevice();
  await (await deviceStore())?.clear('facts');
};

beforeEach(forgotten);

test('a phone seven minutes ahead stamps by the shop’s clock, over a reload too', async () => {
  const clock = await started();
  const ahead = 7 * 60_000;
  clock.learnClock(1_000_000, 1_000_000 + ahead - 40, 1_000_000 + ahead + 40);
  expect(clock.clockBehindMs()).toBe(-ahead);
  const again = await started();
  expect(again.clockBehindMs()).toBe(-ahead);
  jest.spyOn(Date, 'now').mockReturnValue(5_000_000 + ahead);
  expect(again.sharedNow()).toBe(5_000_000);
  jest.restoreAllMocks();
});

test('half a second is left as it is, and a slow or senseless answer teaches nothing', async () => {
  const clock = await started();
  clock.learnClock(1_000_500, 1_000_000, 1_000_000);
  expect(clock.clockBehindMs()).toBe(0);
  clock.learnClock(9_000_000, 1_000_000, 1_009_000);
  clock.learnClock(NaN, 1_000_000, 1_000_010);
  clock.learnClock(9_000_000, 1_000_010, 1_000_000);
  expect(clock.clockBehindMs()).toBe(0);
});

test('two seconds are put right without a word, seven minutes are told', async () => {
  const clock = await started();
  clock.learnClock(1_002_000, 1_000_000, 1_000_000);
  expect([clock.clockBehindMs(), clock.clockToldMs()]).toEqual([2_000, 0]);
  clock.learnClock(1_430_000, 1_010_000, 1_010_000);
  expect([clock.clockBehindMs(), clock.clockToldMs()]).toEqual([420_000, 420_000]);
});

test('the quickest answers count, until the clock is set or the reading is old', async () => {
  const clock = await started();
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

test('however the answers come, what is learned is never further off than the way took', async () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -3_600_000, max: 3_600_000 }),
      fc.array(fc.tuple(fc.integer({ min: 0, max: 1500 }), fc.integer({ min: 0, max: 1500 })), { minLength: 1, maxLength: 12 }),
      (offset, ways) => {
        const clock = fresh().module;
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

test('an entry stands after everything it answers, but follows no clock that is hours ahead', async () => {
  expect(entryTime(1000, [])).toBe(1000);
  expect(entryTime(1000, [400, 1000])).toBe(1001);
  expect(entryTime(1000, [60_000])).toBe(60_001);
  expect(entryTime(1000, [9_000_000, 2_000])).toBe(2001);
});
