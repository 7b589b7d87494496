import fc from 'fast-check';
import { handsTime, noOrderWords, ownLane } from './crew';

test('whoever isolated leads, whoever did not helps, and before that or alone nobody does', () => {
  expect([ownLane('Wren', 'Wren', 2), ownLane('Wren', 'Ash', 2), ownLane('Wren', 'Ash', 1), ownLane(null, 'Ash', 3)]).toEqual([0, 1, 0, 0]);
});

test('hands at work and hands that wait are all the hands there are until the end', () => {
  const task = fc.record({ handsOn: fc.boolean(), seconds: fc.nat(3600) });
  fc.assert(
    fc.property(fc.array(task, { maxLength: 20 }), fc.integer({ min: 1, max: 3 }), fc.nat(3600), (tasks, crew, spareS) => {
      const busyS = tasks.filter((row) => row.handsOn).reduce((sum, row) => sum + row.seconds, 0);
      const endS = busyS / crew + spareS;
      const { atWorkS, waitingS } = handsTime(tasks, endS, crew);
      expect(atWorkS).toBe(busyS);
      expect(waitingS).toBeCloseTo(endS * crew - busyS, 6);
    }),
  );
});

test('a run without an order names both tasks, why, and a helper only where one more may come', () => {
  const tasks = [
    { id: 'foam', name: 'Foam section 1' },
    { id: 'rinse', name: 'Rinse section 1' },
  ];
  const alone = noOrderWords({ clash: ['foam', 'rinse'], byWindows: false }, tasks, 1);
  expect(alone).toContain('Foam section 1 and rinse section 1');
  expect(alone).toContain('too few hands');
  expect(alone).toContain('Take a helper');
  expect(noOrderWords({ clash: ['foam', 'rinse'], byWindows: true }, tasks, 3)).not.toContain('helper');
});
