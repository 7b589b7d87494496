import type { Tariff } from '@elm-mist/core/tariff';
import { readMonths, readTariff, typedTariff } from './tariffForm';

test('what is kept is typed and read back as it was', () => {
  const kept: Tariff[] = [
    { kind: 'flat', price: 0.17 },
    {
      kind: 'tiers',
      tiers: [
        { upToKwh: 500, price: 0.1 },
        { upToKwh: null, price: 0.2 },
      ],
      usualMonthKwh: 900,
    },
    {
      kind: 'hours',
      periods: [
        { name: 'Peak', months: [6, 7, 8, 9], days: 'weekdays', from: 16, to: 21, price: 0.4 },
        { name: 'Night', months: [], days: 'all', from: 22, to: 6, price: 0.05 },
      ],
      otherPrice: 0.15,
    },
  ];
  for (const tariff of kept) expect(readTariff(typedTariff(tariff, 0))).toEqual({ tariff });
  expect(readTariff({ ...typedTariff(null, 0), price: '' })).toEqual({ tariff: null });
});

test('months are read as people write them, over the new year too', () => {
  expect(readMonths('6-9')).toEqual([6, 7, 8, 9]);
  expect(readMonths('11 – 2, 5')).toEqual([1, 2, 5, 11, 12]);
  expect(readMonths('')).toEqual([]);
  expect([readMonths('June'), readMonths('0-3'), readMonths('4-13')]).toEqual([null, null, null]);
});

test('what is wrong is named by its field', () => {
  const typed = typedTariff(null, 0);
  expect(readTariff({ ...typed, price: 'cheap' })).toEqual({ troubles: { price: 'A price from 0 to 100.' } });
  const tiers = { ...typed, kind: 'tiers' as const, tiers: [{ upTo: '500', price: '0.1' }] };
  expect(readTariff(tiers)).toEqual({ troubles: { tiers: expect.stringContaining('no end') } });
  const hours = { ...typed, kind: 'hours' as const, periods: [{ ...typed.periods[0]!, name: ' ', months: 'x', from: '25' }] };
  expect(Object.keys((readTariff(hours) as { troubles: object }).troubles).sort()).toEqual([
    'from0',
    'months0',
    'name0',
    'other',
    'period0',
  ]);
});
