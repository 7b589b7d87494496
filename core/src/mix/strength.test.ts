import fc from 'fast-check';
import { CoreError } from '../errors';
import { parseRatio, strengthReadings } from '.';

const parts = (text: string) => strengthReadings(text).map((reading) => +reading.waterParts.toFixed(9));

describe('what labels and people write', () => {
  // Arithmetic throughout; 1 US gallon is 128 fl oz, 4 qt, 16 cups (NIST SP 811, appendix B).
  test.each([
    ['1 part cleaner to 4 parts water', [4]],
    ['4 parts water to 1 part concentrate', [4]],
    ['6 water : 1 cleaner', [6]],
    ['4 parts to 1 part', [4]],
    ['1 part concentrate in 5 parts of finished solution', [4]],
    ['12.5 percent', [7]],
    ['16 fl oz per gallon of water', [8]],
    ['16 oz/gal of mix', [7]],
    ['8 ounces to each gallon of water', [16]],
    ['1 quart per gallon of ready mix', [3]],
    ['2 cups per 5 gal of water', [40]],
    ['30 mL/L of water', [33.333333333]],
    ['50 ml in a litre of solution', [19]],
    ['one gallon makes 8 gallons', [7]],
    ['full strength', [0]],
    ['16 oz per gallon', [8, 7]],
    ['100 mL/L', [10, 9]],
    ['4', [4, 3]],
    // A gallon to a gallon of mix would be no mix at all but straight, still a reading; more than that is none.
    ['1 gal per gal', [1, 0]],
    ['2 gal per gal', [0.5]],
  ])('%s reads as %j', (text, expected) => expect(parts(text)).toEqual(expected));

  test('one answer settles a phrase that can be read two ways', () => {
    expect(parseRatio('16 oz per gallon', 'light', 'mix')).toMatchObject({ waterParts: 7, against: 'mix' });
    expect(parseRatio('16 oz per gallon', 'light', 'water').waterParts).toBe(8);
    // What is plain stays as it stands, whatever was answered before.
    expect(parseRatio('16 oz per gallon of water', 'light', 'mix').waterParts).toBe(8);
  });

  test('both readings stand in the refusal, so that the label can be looked at again', () => {
    expect(() => parseRatio('16 oz per gallon', 'medium')).toThrow(
      expect.objectContaining({ code: 'ambiguous', field: 'medium', message: expect.stringMatching(/8:1 .*water.* or 7:1 .*mix/) }),
    );
  });

  test.each([
    ['3 sacks per gallon', 'unknown'],
    ['0 oz per gallon of water', 'out-of-range'],
    ['-2 oz per gallon of mix', 'out-of-range'],
    ['200 oz per gallon of mix', 'out-of-range'],
    ['4 water : 0 cleaner', 'out-of-range'],
    ['a drop or so', 'unreadable'],
  ])('"%s" is refused as %s', (text, code) => expect(() => parseRatio(text)).toThrow(expect.objectContaining({ code, field: 'ratio' })));

  test('whatever is typed is either read, one or two ways, or refused with a field; of two readings the mix is one part less water', () => {
    const word = fc.constantFrom(
      '4',
      '16',
      '1/2',
      '½',
      ':',
      'to',
      'parts',
      'oz',
      'fl oz',
      'per',
      '/',
      'gallon',
      'ml',
      'l',
      'of water',
      'of mix',
      'in',
      '%',
      'makes',
      'cleaner',
      '-',
      ',',
      '.',
      '0',
      '1',
    );
    fc.assert(
      fc.property(
        fc.array(word, { maxLength: 8 }).map((words) => words.join(' ')),
        (text) => {
          try {
            const readings = strengthReadings(text);
            expect(readings.every((reading) => reading.waterParts >= 0 && reading.waterParts <= 1000)).toBe(true);
            if (readings.length === 2) expect(readings[0]!.waterParts - readings[1]!.waterParts).toBeCloseTo(1, 6);
            else expect(readings).toHaveLength(1);
          } catch (error) {
            expect(error).toBeInstanceOf(CoreError);
            expect((error as CoreError).field).toBe('ratio');
          }
        },
      ),
      { numRuns: 2000 },
    );
  });
});
