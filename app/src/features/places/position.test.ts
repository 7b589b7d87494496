import fc from 'fast-check';
import { inUnits, positionTrouble, readPosition, typedPosition } from './position';

test('units changed while a position is typed: nothing typed goes, and a height stays the height it is', () => {
  fc.assert(
    fc.property(fc.integer({ min: -390, max: 3990 }), fc.constantFrom('us' as const, 'si' as const), (altitudeM, units) => {
      const other = units === 'us' ? 'si' : 'us';
      const typed = typedPosition({ latitudeDeg: -43.53, longitudeDeg: 172.64, altitudeM, positionFrom: 'typed' }, units);
      const told = inUnits(typed, other);
      expect(told).toMatchObject({ latitude: typed.latitude, longitude: typed.longitude, units: other });
      expect(Math.abs((readPosition(told, other).altitudeM ?? NaN) - altitudeM)).toBeLessThanOrEqual(0.7);
    }),
  );
  const half = inUnits({ latitude: '43° 3', longitude: '', height: 'about 12', positionFrom: 'typed', units: 'us' }, 'si');
  expect(half).toMatchObject({ latitude: '43° 3', height: 'about 12' });
  expect(positionTrouble(half, 'si')).toHaveProperty('height');
});

test('a position that was shown and saved with nothing changed stays where it was, to the last digit; what is typed anew is read', () => {
  const spot = fc.record({
    latitudeDeg: fc.double({ min: -89, max: 89, noNaN: true }),
    longitudeDeg: fc.double({ min: -179, max: 179, noNaN: true }),
    altitudeM: fc.double({ min: -390, max: 3990, noNaN: true }),
  });
  fc.assert(
    fc.property(spot, fc.constantFrom('us' as const, 'si' as const), (at, units) => {
      const was = { ...at, positionFrom: 'typed' as const };
      const shown = typedPosition(was, units);
      expect(readPosition(shown, units, was)).toEqual(at);
      expect(readPosition({ ...shown, latitude: '12.5' }, units, was)).toEqual({ ...at, latitudeDeg: 12.5 });
    }),
  );
});
