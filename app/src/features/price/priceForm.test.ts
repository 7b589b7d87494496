import { PRICE_IDS, type PriceBook } from '@elm-mist/core/price';
import fc from 'fast-check';
import { bookDraft, readBook } from './priceForm';

const cents = fc.integer({ min: 0, max: 999_999 }).map((n) => `${Math.floor(n / 100)}.${String(n % 100).padStart(2, '0')}`);
const tax = fc.constantFrom('0', '5.5', '7.25', '19');
const books: fc.Arbitrary<PriceBook> = fc.record({
  rows: fc
    .uniqueArray(
      fc.record({
        id: fc.constantFrom(...PRICE_IDS),
        way: fc.constantFrom('fixed' as const, 'minutes' as const),
        amount: cents,
        taxPct: tax,
      }),
      {
        selector: (row) => row.id,
      },
    )
    .map((rows) => [...rows].sort((a, b) => PRICE_IDS.indexOf(a.id) - PRICE_IDS.indexOf(b.id))),
  parts: fc.uniqueArray(fc.record({ name: fc.constantFrom('Contactor', 'Filter', 'Pad'), amount: cents, taxPct: tax }), {
    selector: (part) => part.name,
  }),
  facesIncluded: fc.integer({ min: 1, max: 8 }),
  validDays: fc.integer({ min: 1, max: 365 }),
});

test('a price book that is opened and saved is the same book, each line with its own tax', () => {
  fc.assert(fc.property(books, (book) => expect(readBook(bookDraft(book))).toEqual({ book })));
});

test('what is typed wrong is named beside its own field', () => {
  const draft = bookDraft({ rows: [], parts: [], facesIncluded: 3, validDays: 30 });
  const read = readBook({
    ...draft,
    taxPct: 'much',
    facesIncluded: '2.5',
    rows: { ...draft.rows, head: { amount: '1,2,3', way: 'fixed', taxPct: '' }, deep: { amount: '12,50', way: 'fixed', taxPct: 'x' } },
    parts: [
      { name: 'Pad', amount: '12,50', taxPct: '' },
      { name: 'pad', amount: '3', taxPct: '' },
      { name: '', amount: '3', taxPct: '' },
    ],
  });
  expect('troubles' in read && Object.keys(read.troubles).sort()).toEqual(['deep', 'faces', 'head', 'part1', 'part2', 'tax']);
});
