import { dayLater, savedBy } from '@elm-mist/core';
import { demoMeter } from '../src/demo/meter';
import { simulatedDay } from '../src/standins/weather';

test.each(['2026-06-11', '2026-11-27', '2027-02-01', '2026-03-15'])(
  'the demo’s made-up meter, begun on %s: what its wash saved in truth lies where the page of savings says',
  (today) => {
    const meter = demoMeter(today)!;
    const first = meter.record.rows[0]!.day;
    const air: { day: string; meanC: number }[] = [];
    for (let day = first; day < today; day = dayLater(day, 1)) {
      const hours = simulatedDay(day, 'America/Chicago', 42.2);
      air.push({ day, meanC: hours.reduce((sum, hour) => sum + hour.dryBulbC, 0) / hours.length });
    }
    expect(meter.record.rows).toHaveLength(air.length);
    const told = savedBy(meter.record.rows, air, { day: meter.washedOn, next: null });
    const truth = air.slice(-365).reduce((sum, { meanC }) => sum + meter.savedOn(meanC), 0);
    expect(told.verdict).toBe('saved');
    for (const { low, high } of [told.analytic, told.bootstrap]) {
      expect(truth).toBeGreaterThan(low);
      expect(truth).toBeLessThan(high);
    }
  },
);

test('the simulated feed: a storm on some warm afternoons and on no cold day, the same whenever it is asked', () => {
  const days = Array.from({ length: 365 }, (_, n) => dayLater('2026-01-01', n));
  const stormy = days.filter((day) => simulatedDay(day, 'America/Chicago', 42.2).some(({ storm }) => storm));
  expect(stormy.length).toBeGreaterThan(5);
  expect(stormy.length).toBeLessThan(40);
  for (const day of stormy) {
    const hours = simulatedDay(day, 'America/Chicago', 42.2);
    expect(hours).toEqual(simulatedDay(day, 'America/Chicago', 42.2));
    expect(hours.flatMap(({ storm }, i) => (storm ? [7 + i] : []))).toEqual([15, 16, 17]);
    expect(hours.reduce((sum, { dryBulbC }) => sum + dryBulbC, 0) / hours.length).toBeGreaterThan(12);
  }
});
