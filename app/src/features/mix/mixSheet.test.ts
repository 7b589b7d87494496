import { LITRES_PER_FL_OZ, LITRES_PER_GALLON } from '@elm-mist/core';
import type { ApplicatorRecord } from '@elm-mist/contract';
import { mixSheet } from './mixSheet';

const sprayer: ApplicatorRecord = { id: 's', name: '2 gal pump sprayer', kind: 'pump-sprayer', capacityL: 2 * LITRES_PER_GALLON, dial: [] };
const gun: ApplicatorRecord = {
  id: 'g',
  name: '36 fl oz foaming gun',
  kind: 'foaming-gun',
  capacityL: 36 * LITRES_PER_FL_OZ,
  dial: [3, 4, 6, 8, 10],
};

test('a gallon and a quarter at 4:1 is one gallon of water and 32 fl oz, in one filling', () => {
  const sheet = mixSheet(4, 1.25 * LITRES_PER_GALLON, sprayer, true, 'us');
  expect(sheet).toMatchObject({ fillings: 1, dial: null, noDial: false });
  expect(sheet.pour.concentrateL / LITRES_PER_FL_OZ).toBeCloseTo(32, 6);
  expect(sheet.pour.waterL / LITRES_PER_GALLON).toBeCloseTo(1, 6);
});

test('more than the container holds is split into equal fillings that fit', () => {
  const sheet = mixSheet(4, 5 * LITRES_PER_GALLON, sprayer, true, 'us');
  expect(sheet.fillings).toBe(3);
  expect(sheet.pour.totalL).toBeLessThanOrEqual(sprayer.capacityL + 1e-9);
  expect(sheet.pour.totalL * 3).toBeGreaterThanOrEqual(5 * LITRES_PER_GALLON * 0.98);
});

test('a gun with a dial takes straight concentrate and the dial that the strength needs', () => {
  const sheet = mixSheet(6, 1 * LITRES_PER_GALLON, gun, true, 'us');
  expect(sheet).toMatchObject({ dial: 6, noDial: false, fillings: 1 });
  expect(sheet.pour.waterL).toBe(0);
  expect(sheet.pour.concentrateL * 7).toBeGreaterThanOrEqual(LITRES_PER_GALLON * 0.98);
});

test('a strength no position gives is mixed in the reservoir instead, and said', () => {
  expect(mixSheet(20, 0.5, gun, true, 'us')).toMatchObject({ dial: null, noDial: true });
});
