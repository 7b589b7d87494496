import fc from 'fast-check';
import { driveMin, greatCircleKm, learnedFactor, USUAL_ROADS } from './distance';

const spot = fc.record({
  latitudeDeg: fc.double({ min: -85, max: 85, noNaN: true }),
  longitudeDeg: fc.double({ min: -180, max: 180, noNaN: true }),
});

/** At the far side of the earth the haversine rounds to so much. */
const ROUNDED_KM = 1e-3;

test('great circles: a quarter of the earth, the same both ways, never longer by way of a third (sphere of 6371 km)', () => {
  expect(greatCircleKm({ latitudeDeg: 0, longitudeDeg: 0 }, { latitudeDeg: 90, longitudeDeg: 0 })).toBeCloseTo((6371 * Math.PI) / 2, 6);
  fc.assert(
    fc.property(spot, spot, spot, (a, b, c) => {
      expect(greatCircleKm(a, b)).toBeCloseTo(greatCircleKm(b, a), 6);
      expect(greatCircleKm(a, c)).toBeLessThanOrEqual(greatCircleKm(a, b) + greatCircleKm(b, c) + ROUNDED_KM);
    }),
  );
});

test('the road factor that days were driven by is found again under lunches and errands', () => {
  fc.assert(
    fc.property(fc.double({ min: 1.05, max: 2.5, noNaN: true }), (factor) => {
      const from = { latitudeDeg: 42, longitudeDeg: -100 };
      const gaps = Array.from({ length: 24 }, (_, i) => {
        const to = { latitudeDeg: 42 + 0.02 + i * 0.002, longitudeDeg: -100 };
        // Every third gap holds something else too.
        return { from, to, minutes: driveMin(from, to, { ...USUAL_ROADS, factor }) + (i % 3 === 0 ? 30 : 0) };
      });
      expect(learnedFactor(gaps, USUAL_ROADS)).toBeCloseTo(factor, 6);
      expect(learnedFactor(gaps.slice(0, 7), USUAL_ROADS)).toBeNull();
    }),
    { numRuns: 30 },
  );
});
