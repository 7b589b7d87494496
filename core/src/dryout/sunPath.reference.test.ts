import fc from 'fast-check';
import { altitudeAtPressureM, pressureAtAltitudeKPa } from './vapour';
import { sunPath } from './sunPath';

const DAY_MS = 86_400_000;
const day = (year: number, month: number, date: number, aheadH: number) => Date.UTC(year, month - 1, date) - aheadH * 3_600_000;
const pathOf = (fromMs: number, latitudeDeg: number, longitudeDeg: number) => sunPath(fromMs, fromMs + DAY_MS, latitudeDeg, longitudeDeg);

// Sun times of Greenwich at the equinox: up 6:06, down 18:12 UTC on 20 March 2026, within two minutes (almanac, from memory).
test('at an equinox it comes up in the east and goes down in the west, twelve hours on and a little', () => {
  const { rise, set } = pathOf(Date.UTC(2026, 2, 20), 51.48, 0);
  expect(Math.abs((rise?.azimuthDeg ?? NaN) - 90)).toBeLessThan(2);
  expect(Math.abs((set?.azimuthDeg ?? NaN) - 270)).toBeLessThan(2);
  expect(Math.abs(((set?.atMs ?? 0) - (rise?.atMs ?? 0)) / 3_600_000 - 12.1)).toBeLessThan(0.1);
});

// At the equator at an equinox the sun climbs 15° an hour, so 2 × 0.833° (almanac definition, from memory) make 6 min 40 s more than half a day.
test('its upper edge is up 6 min 40 s more than half a day', () => {
  const { rise, set } = pathOf(Date.UTC(2026, 2, 20), 0, 0);
  const beyondS = ((set?.atMs ?? 0) - (rise?.atMs ?? 0)) / 1000 - 43_200;
  expect(Math.abs(beyondS - 400)).toBeLessThan(20);
});

test('it goes through the south in the north, and through the north in the south', () => {
  expect(pathOf(day(2026, 6, 11, -5), 42.2, -100.6).highest?.azimuthDeg).toBeCloseTo(180, -1);
  const south = pathOf(day(2026, 12, 11, 13), -43.5, 172.6).highest?.azimuthDeg ?? NaN;
  expect(Math.min(south, 360 - south)).toBeLessThan(5);
});

test('in polar summer it does not go down, in polar winter it does not come up', () => {
  expect(pathOf(Date.UTC(2026, 5, 21), 75, 0)).toMatchObject({ rise: null, set: null });
  expect(pathOf(Date.UTC(2026, 5, 21), 75, 0).points.length).toBe(97);
  expect(pathOf(Date.UTC(2026, 11, 21), 75, 0)).toEqual({ points: [], rise: null, set: null, highest: null });
});

test('a height is found again from its pressure', () => {
  fc.assert(
    fc.property(fc.double({ min: -400, max: 3900, noNaN: true }), (altitudeM) => {
      expect(altitudeAtPressureM(pressureAtAltitudeKPa(altitudeM))).toBeCloseTo(altitudeM, 6);
    }),
  );
});
