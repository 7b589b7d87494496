import fc from 'fast-check';
import { CHEMISTRIES, CLEANER_FORMS, LABEL_LINES } from '../mix';
import { CONSTRUCTIONS } from '../equipment';
import { missingColumns, PRODUCT_TABLE, productRow, readProduct, readStock, STOCK_TABLE, writeRow, type CleanerEntry } from '.';

const asRow = (entry: CleanerEntry): Record<string, string> =>
  Object.fromEntries(writeRow(PRODUCT_TABLE, productRow(entry)).map((cell, i) => [PRODUCT_TABLE[i]!.name.toLowerCase(), cell]));

const good = { name: 'Bramble', chemistry: 'alkaline-foam', form: 'concentrate', 'pack l': '1 gal', price: '34.50' };

test('a product written out reads back to itself', () => {
  const orNull = <T>(arb: fc.Arbitrary<T>) => fc.option(arb, { nil: null });
  const figure = orNull(fc.integer({ min: 0, max: 4000 }).map((n) => n / 100));
  const entry: fc.Arbitrary<CleanerEntry> = fc.record({
    name: fc.stringMatching(/^[A-Za-z][A-Za-z0-9 ,;"'-]{0,40}[A-Za-z]$/),
    chemistry: fc.constantFrom(...CHEMISTRIES),
    form: fc.constantFrom(...CLEANER_FORMS),
    chart: fc.record({ light: figure, medium: figure, heavy: figure }),
    countsAgainst: orNull(fc.constantFrom('water' as const, 'mix' as const)),
    dwellMinS: orNull(fc.integer({ min: 0, max: 600 })),
    dwellMaxS: orNull(fc.integer({ min: 600, max: 7200 })),
    allowedConstructions: orNull(fc.uniqueArray(fc.constantFrom(...CONSTRUCTIONS), { minLength: 1 })),
    indoor: orNull(fc.boolean()),
    outdoor: orNull(fc.boolean()),
    rinseNeeded: orNull(fc.boolean()),
    waterFirst: fc.boolean(),
    hazardWords: fc.constantFrom('', 'Burns skin and eyes.'),
    handling: fc.subarray([...LABEL_LINES]),
    phLow: orNull(fc.integer({ min: 0, max: 7 })),
    phHigh: orNull(fc.integer({ min: 7, max: 14 })),
    packL: fc.double({ min: 0.01, max: 250, noNaN: true }),
    packPrice: fc.integer({ min: 0, max: 99999 }).map((n) => n / 100),
    lowL: orNull(fc.double({ min: 0.001, max: 1000, noNaN: true })),
  });
  fc.assert(
    fc.property(entry, (value) => {
      const read = readProduct(asRow(value));
      if (!('value' in read)) throw new Error(JSON.stringify(read.problems));
      const { chart, ...rest } = read.value;
      const { chart: before, ...restBefore } = value;
      expect(rest).toEqual(restBefore);
      for (const step of ['light', 'medium', 'heavy'] as const)
        if (before[step] === null) expect(chart[step]).toBeNull();
        else expect(chart[step]).toBeCloseTo(before[step], 9);
    }),
  );
});

test('every cell at fault is named, not only the first', () => {
  const read = readProduct({ ...good, name: '', chemistry: 'magic', price: 'a lot', 'ph low': '15', 'longest dwell s': '-4' });
  expect('problems' in read && read.problems.map((problem) => problem.column)).toEqual([
    'name',
    'chemistry',
    'longest dwell s',
    'pH low',
    'price',
  ]);
});

test.each([
  [{ ...good, 'shortest dwell s': '600', 'longest dwell s': '300' }, 'longest dwell s'],
  [{ ...good, 'ph low': '9', 'ph high': '8' }, 'pH high'],
  [{ ...good, light: '16 oz per gallon' }, 'light'],
  [{ ...good, 'pack l': '0' }, 'pack L'],
])('a row with one fault names it (%#)', (row, column) => {
  const read = readProduct(row);
  expect('problems' in read && read.problems.map((problem) => problem.column)).toEqual([column]);
});

test('an ambiguous strength is read by what the row says its label counts against', () => {
  expect(readProduct({ ...good, light: '16 oz per gallon', 'counts against': 'mix' })).toMatchObject({ value: { chart: { light: 7 } } });
});

test('a guard against spreadsheet formulas is not part of the cell', () => {
  expect(readProduct({ ...good, hazards: "'=HYPERLINK(1)" })).toMatchObject({ value: { hazardWords: '=HYPERLINK(1)' } });
});

test('a bottle cannot have more left than it holds, nor a day that does not exist', () => {
  const row = { product: 'Bramble', 'size l': '4', 'left l': '5' };
  expect(readStock(row)).toMatchObject({ problems: [{ column: 'left L' }] });
  expect(readStock({ ...row, 'left l': '', expires: '2026-02-30' })).toMatchObject({ problems: [{ column: 'expires' }] });
  expect(readStock({ ...row, 'left l': '' })).toMatchObject({ value: { product: 'Bramble', sizeL: 4, leftL: null, expires: null } });
});

test('columns that must be there are missed by name, whatever the case of the headings', () => {
  expect(missingColumns(STOCK_TABLE, ['Product', 'LOT'])).toEqual(['size L']);
  expect(missingColumns(PRODUCT_TABLE, ['NAME', 'Chemistry', 'form', 'pack l', 'price'])).toEqual([]);
});
