import fc from 'fast-check';
import { drawnDay } from '../testing/drawnDays';
import { driveMin } from './distance';
import { runsLate } from './runsLate';

test('nobody is late where each begins after the one before is over and driven from; one that overruns moves only what follows too close', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 999 }), fc.integer({ min: 0, max: 180 }), (seed, over) => {
      const day = drawnDay(4, 1, seed);
      const crew = day.crews[0]!;
      const order = day.stops.map((stop) => stop.id);
      const told: Record<string, number> = {};
      let at = crew.from;
      let from = crew.leaves!;
      for (const stop of day.stops) {
        // Half an hour of air before each.
        told[stop.id] = Math.ceil(at + driveMin(from, stop, day.roads)) + 30;
        at = told[stop.id]! + stop.minutes;
        from = stop;
      }
      expect(runsLate(day, [order], told)).toEqual([]);
      const late = runsLate({ ...day, crews: [{ ...crew, from: crew.from + over }] }, [order], told);
      // Thirty minutes of air are used up at each: so much is left at the i-th.
      const expected = order.filter((_, i) => over - 30 * (i + 1) >= 15).length;
      expect(Math.abs(late.length - expected)).toBeLessThanOrEqual(1);
      for (const row of late) expect(row.now - row.was).toBeLessThanOrEqual(over);
    }),
    { numRuns: 50 },
  );
});

test('past the owner’s hours is said', () => {
  const day = drawnDay(1, 1, 2);
  const stop = { ...day.stops[0]!, window: { from: 540, to: 600 } };
  const late = runsLate({ ...day, stops: [stop], crews: [{ ...day.crews[0]!, from: 640 }] }, [[stop.id]], { [stop.id]: 560 });
  expect(late).toMatchObject([{ was: 560, tooLate: true }]);
});
