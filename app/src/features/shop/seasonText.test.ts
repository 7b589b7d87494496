import fc from 'fast-check';
import { readSeasons, seasonText, seasonWords } from './seasonText';

const anyDay = fc
  .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 28 }))
  .map((pair) => pair.map((n) => String(n).padStart(2, '0')).join('-'));
const anyMonth = fc.integer({ min: 1, max: 12 });

test('what was said of the year is read back as it is typed, whichever of it was said', () => {
  fc.assert(
    fc.property(
      fc.option(fc.record({ from: anyDay, to: anyDay })),
      fc.option(fc.record({ from: anyMonth, to: anyMonth })),
      (fluff, cooling) => {
        const seasons = fluff || cooling ? { fluff, cooling } : null;
        expect(readSeasons(seasonText(seasons))).toEqual({ seasons, errors: {} });
      },
    ),
  );
});

test('a day either way round, a month by its beginning; one end alone or what is none is named by its field', () => {
  expect(readSeasons({ fluffFrom: 'May 25', fluffTo: '21. june', coolFrom: 'sept', coolTo: '3' }).seasons).toEqual({
    fluff: { from: '05-25', to: '06-21' },
    cooling: { from: 9, to: 3 },
  });
  expect(readSeasons({ fluffFrom: '25 May', fluffTo: '', coolFrom: 'Mai', coolTo: '13' })).toEqual({
    seasons: null,
    errors: {
      fluffTo: 'Say both ends, or neither.',
      coolFrom: '"Mai" is no month, such as May.',
      coolTo: '"13" is no month, such as May.',
    },
  });
  expect(readSeasons({ fluffFrom: '31 June', fluffTo: '1 July', coolFrom: '', coolTo: '' }).errors).toEqual({
    fluffFrom: '"31 June" is no day of a year, such as 25 May.',
  });
  expect(seasonWords({ fluff: { from: '05-25', to: '06-21' }, cooling: null })).toBe('seed fluff 25 May to 21 June');
  expect(seasonWords(null)).toBe('');
});
