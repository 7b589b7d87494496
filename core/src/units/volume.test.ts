import fc from 'fast-check';
import { CoreError } from '../errors';
import {
  formatClock,
  formatDuration,
  formatQuantity,
  formatVolume,
  LITRES_PER_GALLON,
  numberReadings,
  parseNumber,
  parseVolume,
  readFigure,
  retype,
  volumeIn,
  type VolumeUnit,
} from '.';
import { celsiusFromF, fahrenheitFromC } from './quantity';

describe('parseVolume', () => {
  // Factors: NIST Special Publication 811, appendix B (US liquid measures).
  test.each([
    ['1/2 cup', 0.1182941183],
    ['25.6 fl oz', 0.7570823568],
    ['1.5 gal', 5.678117676],
    ['750 mL', 0.75],
    ['1½ qt', 1.419529419],
    ['1 1/2 gallons', 5.678117676],
    ['2 tbsp', 0.0295735296],
    ['0,75 L', 0.75],
    ['0,500 L', 0.5],
    ['1,500.0 ml', 1.5],
    ['1,234,567 ml', 1234.567],
    ['12,5 L', 12.5],
  ])('%s', (text, litres) => {
    expect(parseVolume(text)).toBeCloseTo(litres, 9);
  });

  test.each([
    ['', 'missing'],
    ['4', 'missing'],
    ['four cups', 'unreadable'],
    ['3 barrels', 'unknown'],
    ['-2 gal', 'unreadable'],
    ['1/0 cup', 'unreadable'],
    ['1..5 gal', 'unreadable'],
    ['1,500 ml', 'ambiguous'],
    ['1,50,0 ml', 'unreadable'],
  ])('refuses "%s" as %s and names the field', (text, code) => {
    expect(() => parseVolume(text, undefined, 'reservoir')).toThrow(expect.objectContaining({ code, field: 'reservoir' }));
  });

  test('takes the default unit where none is typed', () => {
    expect(parseVolume('12', 'floz')).toBeCloseTo(0.354882355, 8);
  });

  test('what is formatted in a unit reads back as itself', () => {
    const units: VolumeUnit[] = ['gal', 'qt', 'pt', 'cup', 'floz', 'tbsp', 'tsp', 'L', 'mL'];
    fc.assert(
      fc.property(fc.constantFrom(...units), fc.integer({ min: 0, max: 40_000 }), (unit, hundredths) => {
        const litres = parseVolume(`${hundredths / 100} ${unit}`);
        expect(volumeIn(litres, unit)).toBeCloseTo(hundredths / 100, 9);
      }),
    );
  });

  test('never throws anything but a CoreError, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        try {
          expect(parseVolume(text, 'gal')).toBeGreaterThanOrEqual(0);
        } catch (error) {
          expect(error).toBeInstanceOf(CoreError);
        }
      }),
    );
  });
});

test('parseNumber reads fractions as hands write them', () => {
  expect(['3', '.5', '1/4', '2 3/4', '2-3/4', '2¾', '1,25'].map((text) => parseNumber(text))).toEqual([
    3, 0.5, 0.25, 2.75, 2.75, 2.75, 1.25,
  ]);
});

test('one reader for all fields: a comma that can mean two things is asked about, with both ways to type it', () => {
  expect(numberReadings('1,500')).toEqual([
    { value: 1500, typed: '1500' },
    { value: 1.5, typed: '1.5' },
  ]);
  expect(() => parseNumber('1,500', 'Wind')).toThrow('Wind: "1,500" could be 1500 or 1.5. Type it without the comma.');
  expect([readFigure('1,500'), readFigure('0,500'), readFigure('1.500,5'), readFigure('−4,5'), readFigure('1e3')]).toEqual([
    NaN,
    0.5,
    1500.5,
    -4.5,
    NaN,
  ]);
  fc.assert(
    fc.property(fc.nat(999_999), fc.constantFrom('.', ','), (n, comma) => {
      // Two decimals are never three: the one reading there is, is the number itself.
      const text = (n / 100).toFixed(2).replace('.', comma);
      expect(numberReadings(text)).toEqual([{ value: n / 100, typed: String(n / 100) }]);
    }),
  );
});

test('half-typed text goes with its units: five miles an hour are not five metres a second', () => {
  expect(retype('wind', '5', 'us', 'si')).toBe('2.2');
  expect(retype('temperature', '95', 'us', 'si')).toBe('35');
  expect(retype('wind', '5', 'us', 'us')).toBe('5');
  expect(retype('wind', 'five', 'us', 'si')).toBe('five');
});

test('what has no end is never a figure', () => {
  expect([formatDuration(Infinity), formatDuration(NaN)]).toEqual(['no end', 'no end']);
});

test('temperatures round-trip and meet their fixed points', () => {
  expect(fahrenheitFromC(100)).toBe(212);
  fc.assert(fc.property(fc.double({ min: -60, max: 60, noNaN: true }), (c) => Math.abs(celsiusFromF(fahrenheitFromC(c)) - c) < 1e-9));
});

test('clocks, durations and volumes read as the trade writes them', () => {
  expect([formatClock(127), formatClock(-5), formatClock(3725)]).toEqual(['2:07', '−0:05', '1:02:05']);
  expect([formatDuration(45), formatDuration(150), formatDuration(5100), formatDuration(7200)]).toEqual([
    '45 s',
    '2 min 30 s',
    '1 h 25 min',
    '2 h',
  ]);
  expect([formatVolume(LITRES_PER_GALLON * 1.25, 'us'), formatVolume(0.946352946, 'us'), formatVolume(0.75, 'si')]).toEqual([
    '1.25 gal',
    '32 fl oz',
    '750 mL',
  ]);
  expect(formatQuantity({ kind: 'capacity', btuh: 36000 }, 'us')).toBe('36 kBtu/h · 3 ton');
});
