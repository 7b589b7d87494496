import fc from 'fast-check';
import {
  breakEven,
  completeLabel,
  drawDown,
  reorderList,
  stockWarnings,
  strongerThanNeeded,
  visitCost,
  type LabelRead,
  type StockItem,
} from '.';
import { productCost } from './cost';

const TODAY = '2026-06-11';
const item = (id: string, leftL: number, expires: string | null = null, sizeL = 4): StockItem => ({
  id,
  cleanerId: 'bramble',
  lot: id,
  expires,
  sizeL,
  leftL,
});

describe('stock', () => {
  test('the good come before the expired, the sooner before the later, the opened before the full', () => {
    const items = [
      item('full', 4),
      item('late', 4, '2027-12-01'),
      item('gone', 4, '2026-06-10'),
      item('soon', 1, '2026-08-01'),
      item('opened', 1),
    ];
    expect(drawDown(items, 7, TODAY)).toEqual({
      draws: [
        { itemId: 'soon', litres: 1 },
        { itemId: 'late', litres: 4 },
        { itemId: 'opened', litres: 1 },
        { itemId: 'full', litres: 1 },
      ],
      shortL: 0,
    });
  });

  test('draws add up to what was used, never empty a bottle below nothing, and the rest is told', () => {
    const anyItem = fc.record({
      left: fc.double({ min: 0, max: 4, noNaN: true }),
      expires: fc.constantFrom(null, '2026-01-01', '2026-09-01', '2028-01-01'),
    });
    fc.assert(
      fc.property(fc.array(anyItem, { maxLength: 8 }), fc.double({ min: 0, max: 20, noNaN: true }), (rows, litres) => {
        const items = rows.map((row, i) => item(String(i), row.left, row.expires));
        const { draws, shortL } = drawDown(items, litres, TODAY);
        const drawn = draws.reduce((sum, draw) => sum + draw.litres, 0);
        expect(drawn + shortL).toBeCloseTo(litres, 6);
        for (const draw of draws)
          expect(draw.litres).toBeLessThanOrEqual((items.find((row) => row.id === draw.itemId)?.leftL ?? 0) + 1e-12);
        if (shortL > 0)
          expect(drawn).toBeCloseTo(
            items.reduce((sum, row) => sum + row.leftL, 0),
            6,
          );
      }),
    );
  });

  test('low, expired and soon to expire are told apart; what has expired does not count as stock', () => {
    const items = [item('a', 1), item('b', 4, '2026-06-10'), item('c', 0.5, '2026-08-10'), item('d', 0, '2026-06-01')];
    expect(stockWarnings([{ id: 'bramble', lowL: 2 }], items, TODAY)).toEqual([
      { kind: 'low', cleanerId: 'bramble', leftL: 1.5, lowL: 2 },
      { kind: 'expired', cleanerId: 'bramble', itemId: 'b', lot: 'b', expires: '2026-06-10' },
      { kind: 'expires-soon', cleanerId: 'bramble', itemId: 'c', lot: 'c', expires: '2026-08-10' },
    ]);
    expect(stockWarnings([{ id: 'bramble', lowL: null }], [], TODAY)).toEqual([]);
  });

  test('whole packs bring a low cleaner back to twice its low mark', () => {
    const cleaner = { id: 'bramble', name: 'Bramble', lowL: 4, packL: 3, packPrice: 10 };
    expect(reorderList([cleaner], [item('a', 1)], TODAY)).toEqual([
      { cleanerId: 'bramble', name: 'Bramble', leftL: 1, lowL: 4, packs: 3, packL: 3, price: 30 },
    ]);
    expect(reorderList([cleaner], [item('a', 4)], TODAY)).toEqual([]);
  });
});

describe('cost', () => {
  test('a quarter of a 34.50 pack is 8.625; half an hour at 95 is 47.50; 100 L at 0.002 is 0.20', () => {
    expect(productCost({ litres: 1, packL: 4, packPrice: 34.5 })).toBe(8.625);
    const cost = visitCost({
      products: [{ litres: 1, packL: 4, packPrice: 34.5 }],
      waterL: 100,
      waterPricePerL: 0.002,
      minutes: 30,
      hourlyRate: 95,
    });
    expect(cost).toEqual({ product: 8.625, water: 0.2, work: 47.5, total: 8.625 + 0.2 + 47.5 });
  });

  test('a gun for 60 against cans: 26 a job in cans, 8 with the gun, even from the fourth job', () => {
    const input = {
      aerosol: { buyOnce: 0, productPerJob: 26, minutesPerJob: 0 },
      gun: { buyOnce: 60, productPerJob: 8, minutesPerJob: 0 },
      hourlyRate: 0,
      jobs: 10,
    };
    expect(breakEven(input)).toMatchObject({ jobs: 4, aerosolPerJob: 26, gunPerJob: 8 });
    expect(breakEven({ ...input, gun: { ...input.gun, productPerJob: 30 } }).jobs).toBeNull();
    expect(() => breakEven({ ...input, jobs: 0 })).toThrow(expect.objectContaining({ field: 'jobs' }));
    expect(() => breakEven({ ...input, aerosol: { ...input.aerosol, productPerJob: -1 } })).toThrow(
      expect.objectContaining({ field: 'aerosol.productPerJob' }),
    );
  });

  test('from the break-even on the gun is never dearer, and one job before it is', () => {
    const money = fc.integer({ min: 0, max: 20_000 }).map((n) => n / 100);
    fc.assert(
      fc.property(money, money, money, (gunPrice, can, concentrate) => {
        const { jobs, points } = breakEven({
          aerosol: { buyOnce: 0, productPerJob: can, minutesPerJob: 0 },
          gun: { buyOnce: gunPrice, productPerJob: concentrate, minutesPerJob: 0 },
          hourlyRate: 0,
          jobs: 200,
        });
        for (const point of points) {
          if (jobs !== null && point.jobs >= jobs) expect(point.gun).toBeLessThanOrEqual(point.aerosol + 1e-6);
          if (jobs !== null && point.jobs === jobs - 1) expect(point.gun).toBeGreaterThan(point.aerosol - 1e-6);
        }
        if (jobs === null) expect(points.at(-1)!.gun).toBeGreaterThanOrEqual(points.at(-1)!.aerosol - 1e-6);
      }),
    );
  });

  test('3:1 where 4:1 was wanted wastes a fifth of the concentrate; weaker wastes none', () => {
    const use = { concentrateL: 1, madeWaterParts: 3, neededWaterParts: 4, packL: 4, packPrice: 40 };
    const waste = strongerThanNeeded([use, { ...use, madeWaterParts: 9 }]);
    expect(waste.litres).toBeCloseTo(0.2, 12);
    expect(waste.money).toBeCloseTo(2, 12);
  });
});

describe('a label that is not complete', () => {
  const silent: LabelRead = {
    chemistry: 'alkaline-foam',
    form: 'concentrate',
    chart: { light: null, medium: null, heavy: null },
    dwellMinS: null,
    dwellMaxS: null,
    allowedConstructions: null,
    indoor: null,
    outdoor: null,
    rinseNeeded: null,
    hazardWords: '',
  };
  test('is used on the mild side of its class, and says what was assumed', () => {
    expect(completeLabel(silent)).toMatchObject({
      chart: { light: 10, medium: null, heavy: null },
      dwellMinS: 180,
      dwellMaxS: 300,
      allowedConstructions: ['copper-plate-fin'],
      indoor: false,
      rinseNeeded: true,
      hazardWords: 'Burns skin and eyes.',
      assumed: ['chart', 'dwell', 'materials', 'indoor', 'outdoor', 'rinse', 'hazard'],
    });
  });
  test('what it does say stands, and a half-given dwell stays in order', () => {
    const some = completeLabel({
      ...silent,
      chart: { light: null, medium: 6, heavy: null },
      dwellMinS: 600,
      indoor: true,
      hazardWords: 'Burns.',
    });
    expect(some).toMatchObject({ chart: { medium: 6, light: null }, dwellMinS: 600, dwellMaxS: 600, indoor: true, hazardWords: 'Burns.' });
    expect(some.assumed).toEqual(['dwell', 'materials', 'outdoor', 'rinse']);
    expect(completeLabel({ ...silent, dwellMaxS: 60 })).toMatchObject({ dwellMinS: 60, dwellMaxS: 60 });
  });
});
