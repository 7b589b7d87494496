import fc from 'fast-check';
import { checkTariff, costOf, marginalPrice, type PricedHours, type Tariff } from './tariff';

const day = (n: number) => new Date(Date.UTC(2026, 0, 1 + n)).toISOString().slice(0, 10);
const use = fc
  .array(fc.double({ min: 0, max: 90, noNaN: true }), { minLength: 1, maxLength: 400 })
  .map((rows) => rows.map((kWh, n) => ({ day: day(n), kWh })));
const price = fc.double({ min: 0.01, max: 0.9, noNaN: true });
const peak: PricedHours = { name: 'Peak', months: [6, 7, 8, 9], days: 'weekdays', from: 16, to: 21, price: 0.5 };

test('tiers and hours that all cost the same come to the flat price, however the use is spread', () => {
  fc.assert(
    fc.property(use, price, fc.double({ min: 1, max: 900, noNaN: true }), (days, p, edge) => {
      const flat = costOf({ kind: 'flat', price: p }, days, null);
      const tiers: Tariff = {
        kind: 'tiers',
        tiers: [
          { upToKwh: edge, price: p },
          { upToKwh: null, price: p },
        ],
        usualMonthKwh: 800,
      };
      const hours: Tariff = { kind: 'hours', periods: [{ ...peak, price: p }], otherPrice: p };
      const evening = Array.from({ length: 48 }, (_, i) => (i % 24 === 18 ? 1 : 0));
      expect(costOf(tiers, days, null)).toBeCloseTo(flat, 6);
      expect(costOf(hours, days, null)).toBeCloseTo(flat, 6);
      expect(costOf(hours, days, evening)).toBeCloseTo(flat, 6);
      expect(marginalPrice(hours, 42)).toBeCloseTo(p, 9);
    }),
  );
});

test('a month is priced tier by tier, and the next begins anew', () => {
  const tariff: Tariff = {
    kind: 'tiers',
    tiers: [
      { upToKwh: 500, price: 0.1 },
      { upToKwh: 1000, price: 0.15 },
      { upToKwh: null, price: 0.3 },
    ],
    usualMonthKwh: 1100,
  };
  expect(
    costOf(
      tariff,
      [
        { day: '2026-06-10', kWh: 900 },
        { day: '2026-06-20', kWh: 300 },
        { day: '2026-07-01', kWh: 100 },
      ],
      null,
    ),
  ).toBeCloseTo(50 + 75 + 60 + 10, 9);
  expect([300, 700, 1100].map((usualMonthKwh) => marginalPrice({ ...tariff, usualMonthKwh }, 42))).toEqual([0.1, 0.15, 0.3]);
});

test('an hour has the price of its month, day and clock; over midnight too', () => {
  const tariff: Tariff = {
    kind: 'hours',
    periods: [peak, { ...peak, name: 'Night', months: [], days: 'all', from: 22, to: 6, price: 0.05 }],
    otherPrice: 0.2,
  };
  const at = (hour: number) => Array.from({ length: 48 }, (_, i) => (i % 24 === hour ? 1 : 0));
  const one = (of: string, hour: number) => costOf(tariff, [{ day: of, kWh: 1 }], at(hour));
  // Thursday in June, Saturday in June, Thursday in January.
  expect([one('2026-06-11', 16), one('2026-06-11', 20), one('2026-06-11', 21), one('2026-06-13', 17), one('2026-01-15', 17)]).toEqual([
    0.5, 0.5, 0.2, 0.2, 0.2,
  ]);
  expect([one('2026-01-15', 23), one('2026-01-15', 0), one('2026-01-15', 5), one('2026-01-15', 6)]).toEqual([0.05, 0.05, 0.05, 0.2]);
  // In the south summer is January, where no peak holds.
  expect(marginalPrice(tariff, 42)).toBeGreaterThan(marginalPrice(tariff, -36));
});

test('tiers that do not climb or have no open end, and hours without any, are refused by name', () => {
  const tiers = (...ends: (number | null)[]): Tariff => ({
    kind: 'tiers',
    tiers: ends.map((upToKwh) => ({ upToKwh, price: 0.1 })),
    usualMonthKwh: 900,
  });
  expect(() => checkTariff(tiers(500))).toThrow('The last tier has no end');
  expect(() => checkTariff(tiers())).toThrow('The last tier has no end');
  expect(() => checkTariff(tiers(500, 400, null))).toThrow('ends later than the one before');
  expect(() => checkTariff(tiers(null, null))).toThrow('ends later than the one before');
  expect(() => checkTariff({ kind: 'hours', periods: [], otherPrice: 0.2 })).toThrow('Name the hours');
  expect(() => checkTariff(tiers(500, null))).not.toThrow();
});
