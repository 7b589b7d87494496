import fc from 'fast-check';
import { formatDegrees, parseDegrees, parsePosition } from './position';

test('degrees in their usual writings are the same degrees', () => {
  for (const text of [
    '43.53 S',
    '-43.53',
    '−43.53',
    'S 43.53',
    '43° 31′ 48″ S',
    '43 31\' 48" s',
    '43:31:48 S',
    "43° 31.8' S",
    '43,53 S',
    "43°31'48''S",
  ])
    expect(parseDegrees('latitude', text)).toBeCloseTo(-43.53, 9);
  for (const text of ['172.64', '+172.64', '172.64E', 'e172.64', '172° 38′ 24″ E'])
    expect(parseDegrees('longitude', text)).toBeCloseTo(172.64, 9);
});

test('what is no degree is named, never guessed', () => {
  for (const text of ['', 'north', '43 61 S', '43.5 30 S', '-43 S', '43 S N', '43 E', '1 2 3 4', '43 S 12', '43,5,3'])
    expect(() => parseDegrees('latitude', text)).toThrow(expect.objectContaining({ code: 'unreadable', field: 'latitude' }));
  expect(() => parseDegrees('latitude', '91')).toThrow(expect.objectContaining({ code: 'out-of-range' }));
  expect(() => parseDegrees('longitude', '180 0 1 W')).toThrow(expect.objectContaining({ code: 'out-of-range', field: 'longitude' }));
});

test('both at once, as they are copied from elsewhere; one alone is no position', () => {
  for (const text of ['42.2, -100.6', '42.2 -100.6', '42.2;-100.6', '42.2° N, 100.6° W', '42° 12′ N 100° 36′ W', 'N42.2 W100.6']) {
    const at = parsePosition(text);
    expect(at?.latitudeDeg).toBeCloseTo(42.2, 9);
    expect(at?.longitudeDeg).toBeCloseTo(-100.6, 9);
  }
  for (const text of ['42.2', '', 'by the lake', '42.2 N']) expect(parsePosition(text)).toBeNull();
  expect(() => parsePosition('95, 10')).toThrow(expect.objectContaining({ field: 'latitude' }));
});

test('what is written is read back, to ten metres', () => {
  fc.assert(
    fc.property(fc.double({ min: -90, max: 90, noNaN: true }), fc.double({ min: -180, max: 180, noNaN: true }), (north, east) => {
      expect(Math.abs(parseDegrees('latitude', formatDegrees('latitude', north)) - north)).toBeLessThan(1e-4);
      const both = parsePosition(`${formatDegrees('latitude', north)}, ${formatDegrees('longitude', east)}`);
      expect(Math.abs((both?.longitudeDeg ?? NaN) - east)).toBeLessThan(1e-4);
    }),
  );
});
