import fc from 'fast-check';
import { emptyBook } from '../price';
import { workLines } from '../price/price';
import { agreedBook, agreedDue, coveredBy, type Agreement } from './agreement';

const agreement: Agreement = {
  since: '2026-03-01',
  renews: '2028-03-01',
  visitsAYear: 2,
  includes: ['exterior'],
  price: '240.00',
  note: '',
};

test('visits are spread from the last one, all of a year before it ends, none more in it', () => {
  expect(agreedDue(agreement, [])?.day).toBe('2026-06-01');
  expect(agreedDue(agreement, ['2026-04-10'])?.day).toBe('2026-10-10');
  // Late in the year the second is still owed before it ends.
  expect(agreedDue(agreement, ['2026-12-20'])?.day).toBe('2027-02-28');
  // Both done: not before the next year begins, and still spread.
  expect(agreedDue(agreement, ['2026-04-10', '2026-06-01'])?.day).toBe('2027-03-01');
  expect(agreedDue(agreement, ['2026-04-10', '2026-11-20'])?.day).toBe('2027-05-20');
  // Done with, it ends.
  expect(agreedDue(agreement, ['2027-04-10', '2027-10-20'])).toBeNull();
});

test('a year kept as it falls due holds as many visits as were agreed, whatever the number', () => {
  fc.assert(
    fc.property(fc.constantFrom(1, 2, 3, 4, 5, 6, 12), (visitsAYear) => {
      const visited: string[] = [];
      for (let next = agreedDue({ ...agreement, visitsAYear }, visited); next; next = agreedDue({ ...agreement, visitsAYear }, visited)) {
        expect(next.day > (visited.at(-1) ?? '')).toBe(true);
        visited.push(next.day);
      }
      for (const [from, to] of [
        ['2026-03-01', '2027-03-01'],
        ['2027-03-01', '2028-03-01'],
      ] as const)
        expect(visited.filter((day) => day >= from && day < to)).toHaveLength(visitsAYear);
    }),
  );
});

test('a visit of it charges nothing for what is included; the one too many, and one outside its days, pay', () => {
  expect(coveredBy(agreement, ['2026-04-10'], '2026-10-10')).toEqual({ includes: ['exterior'], visit: 2, of: 2 });
  expect(coveredBy(agreement, ['2026-04-10', '2026-10-10'], '2026-12-01')).toBeNull();
  expect(coveredBy(agreement, [], '2026-02-28')).toBeNull();
  expect(coveredBy(agreement, [], '2028-03-01')).toBeNull();
  const book = { ...emptyBook(), rows: [{ id: 'exterior' as const, way: 'minutes' as const, amount: '95.00', taxPct: '7' }] };
  const item = { id: 'o.exterior', priceId: 'exterior' as const, coilId: 'o', words: '', seen: '', quantity: 1, minutes: 40, why: '' };
  const [line] = workLines([item], agreedBook(book, agreement.includes), 2);
  expect([line?.net, line?.tax, line?.how]).toEqual(['0.00', '0.00', 'by agreement']);
  expect(workLines([item], agreedBook(book, []), 2)[0]?.net).toBe('63.33');
});
