import fc from 'fast-check';
import { driveMin, USUAL_ROADS } from './distance';
import { neighborhoodOf } from './neighborhood';
import { spreadDays, type DueStop, type OpenDay } from './spreadDays';

const SHOP = { latitudeDeg: 42.2, longitudeDeg: -100.6 };
const spot = fc.record({
  latitudeDeg: fc.double({ min: 41.9, max: 42.5, noNaN: true }),
  longitudeDeg: fc.double({ min: -101, max: -100.2, noNaN: true }),
});
const dueStops = fc
  .array(fc.tuple(spot, fc.integer({ min: 30, max: 200 }), fc.integer({ min: 1, max: 28 })), { maxLength: 14 })
  .map((rows) =>
    rows.map(([at, minutes, n], i): DueStop => ({ ...at, id: `s${i}`, minutes, due: `2026-06-${String(n).padStart(2, '0')}` })),
  );
const openDays = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 600 }), fc.array(fc.tuple(spot, fc.integer({ min: 30, max: 120 })), { maxLength: 3 })), {
    maxLength: 5,
  })
  .map((rows) =>
    rows.map(([crewMin, visits], i): OpenDay => ({
      day: `2026-06-${20 + i}`,
      crewMin,
      visits: visits.map(([at, minutes]) => ({ ...at, minutes })),
    })),
  );

test('each is put on one day at most, no day takes more than its crews have time for, and what is left fits on none', () => {
  fc.assert(
    fc.property(dueStops, openDays, (stops, days) => {
      const spread = spreadDays(stops, days, USUAL_ROADS, SHOP);
      const put = spread.flatMap((row) => row.ids);
      expect(new Set(put).size).toBe(put.length);
      spread.forEach((row, i) => {
        const { visits, crewMin } = days[i]!;
        if (row.ids.length > 0) expect(row.minutes).toBeLessThanOrEqual(crewMin);
        const work = [...row.ids.map((id) => stops.find((stop) => stop.id === id)!), ...visits].reduce(
          (sum, stop) => sum + stop.minutes,
          0,
        );
        expect(row.minutes).toBeGreaterThanOrEqual(work);
        for (const stop of stops.filter((one) => !put.includes(one.id))) {
          // Alone, out and back, is the most driving that it could add.
          const most = driveMin(SHOP, stop, USUAL_ROADS) * 2;
          expect(row.minutes + stop.minutes + most).toBeGreaterThan(crewMin);
        }
      });
    }),
  );
});

test('a day begins with what is longest overdue, and fills up with its neighbours', () => {
  const at = (id: string, latitudeDeg: number, due: string): DueStop => ({ id, latitudeDeg, longitudeDeg: -100.6, minutes: 100, due });
  const stops = [
    at('north', 42.5, '2026-06-02'),
    at('north-too', 42.51, '2026-06-03'),
    at('south', 41.9, '2026-06-01'),
    at('south-too', 41.89, '2026-06-09'),
  ];
  const days = ['2026-06-15', '2026-06-16'].map((day): OpenDay => ({ day, crewMin: 420, visits: [] }));
  expect(spreadDays(stops, days, USUAL_ROADS, SHOP).map((row) => row.ids)).toEqual([
    ['south', 'south-too'],
    ['north', 'north-too'],
  ]);
});

test('a place lies in the ring and on the side of the shop that a map shows', () => {
  const far = (north: number, east: number) =>
    neighborhoodOf(SHOP, { latitudeDeg: SHOP.latitudeDeg + north / 111.2, longitudeDeg: SHOP.longitudeDeg + east / 82.4 });
  expect(far(0.5, 0.5)).toEqual({ fromKm: 0, toKm: 2, towards: null });
  expect(far(0, 7)).toEqual({ fromKm: 5, toKm: 10, towards: 'east' });
  expect(far(-3, -3)).toEqual({ fromKm: 2, toKm: 5, towards: 'south-west' });
  expect(far(12, 0.5)).toEqual({ fromKm: 10, toKm: 20, towards: 'north' });
  expect(far(0, -70)).toEqual({ fromKm: 50, toKm: null, towards: 'west' });
});
