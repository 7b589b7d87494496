import { temperatureSplit, compareSplits } from '.';

test('drop is return minus supply, and the change is after minus before', () => {
  const found = compareSplits({ returnC: 25, supplyC: 17, outdoorC: 33 }, { returnC: 25, supplyC: 14, outdoorC: 34 });
  expect(found).toMatchObject({ beforeK: 8, afterK: 11, changeK: 3, comparable: true });
});

test('drops under different weather, or without it, are not called comparable', () => {
  expect(compareSplits({ returnC: 25, supplyC: 17, outdoorC: 25 }, { returnC: 25, supplyC: 14, outdoorC: 34 }).comparable).toBe(false);
  expect(compareSplits({ returnC: 25, supplyC: 17, outdoorC: null }, { returnC: 25, supplyC: 14, outdoorC: 34 }).comparable).toBe(false);
});

test('a reading no thermometer in a house gives is refused', () => {
  expect(() => temperatureSplit({ returnC: 75, supplyC: 14 })).toThrow(expect.objectContaining({ field: 'returnC' }));
});
