import type { MadeUpFile, MeterAnswer } from '@elm-mist/contract';
import { dayLater, instantIn } from '@elm-mist/core/clock';
import { guessMeter, meterDays, meterTable, savedBy } from '@elm-mist/core/savings';
import fc from 'fast-check';
import { demoMeter } from '../src/demo/meter';
import { simulatedDay, simulatedMeanC } from '../src/standins/weather';
import { RealServer } from './helpers';

jest.setTimeout(120_000);

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

test('a made-up meter is asked for at a place of the demo about its last wash, reads as a table of days from a year before it; elsewhere there is none', async () => {
  const server = new RealServer();
  await server.start();
  try {
    const { name, csv } = (await server.call<MadeUpFile>('GET', '/places/fennick/meter/made-up')).body;
    expect(name).toMatch(/^made-up/);
    const [head, ...lines] = csv.trim().split('\r\n');
    const matching = guessMeter(head!.split(','));
    const rows = lines.map((line) => Object.fromEntries(line.split(',').map((cell, i) => [head!.split(',')[i]!, cell])));
    const { spans } = meterTable(rows, matching, 'America/Chicago');
    const { rows: days, step } = meterDays(spans, 'America/Chicago');
    expect(step).toBe('days');
    const { washes } = (await server.call<MeterAnswer>('GET', '/places/fennick/meter')).body;
    // A year before one of its washes it begins.
    expect(washes.map(({ day }) => dayLater(day, -365))).toContain(days[0]!.day);
    expect(days.every((row, i) => i === 0 || row.day === dayLater(days[i - 1]!.day, 1))).toBe(true);
    expect((await server.call('GET', '/places/nowhere/meter/made-up')).status).toBe(404);
  } finally {
    await server.remove();
  }
});

test('the mean of a simulated day is that of its hours, and each hour lies where the wall clock shows it', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 4000 }),
      fc.integer({ min: -60, max: 60 }),
      fc.constantFrom('America/Chicago', 'Pacific/Auckland', 'Asia/Kathmandu'),
      (n, latitudeDeg, zone) => {
        const day = dayLater('2020-01-01', n);
        const hours = simulatedDay(day, zone, latitudeDeg);
        expect(simulatedMeanC(day, latitudeDeg)).toBe(hours.reduce((sum, { dryBulbC }) => sum + dryBulbC, 0) / hours.length);
        expect(hours.map(({ atMs }) => atMs)).toEqual(hours.map((_, i) => instantIn(zone, day, (7 + i) * 60)));
      },
    ),
  );
});

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
