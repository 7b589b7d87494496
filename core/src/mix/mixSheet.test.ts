import { measureOf } from './measures';
import type { Applicator } from './dial';
import { LITRES_PER_FL_OZ as FLOZ, LITRES_PER_GALLON as GAL } from '../units';
import { mixSheet, trySheet } from './mixSheet';

const dial = [3, 4, 6, 8, 10].map((waterParts) => ({ mark: String(waterParts), waterParts, measured: null }));
const sprayer: Applicator = { id: 's', name: '2 gal pump sprayer', kind: 'pump-sprayer', capacityL: 2 * GAL, dial: [] };
const gun: Applicator = { id: 'g', name: '36 fl oz foaming gun', kind: 'foaming-gun', capacityL: 36 * FLOZ, dial };
const cleaner = { chart: { light: 20, medium: 6, heavy: 4 }, form: 'concentrate' as const, waterFirst: true };
const input = (waterParts: number, litres: number[], applicator: Applicator) => ({
  waterParts,
  litres,
  applicator,
  cleaner,
  system: 'us' as const,
  concentrateIn: measureOf('floz'),
});

test('a gallon and a quarter at 4:1 is one gallon of water and 32 fl oz, in one filling', () => {
  const sheet = mixSheet(input(4, [1.25 * GAL], sprayer));
  expect(sheet).toMatchObject({ way: 'hand', position: null, band: 'heavy', batch: { fillings: 1 } });
  expect(sheet.batch.pour.concentrateL / FLOZ).toBeCloseTo(32, 6);
  expect(sheet.batch.pour.waterL / GAL).toBeCloseTo(1, 6);
});

test('more than the applicator holds is split into equal fillings that fit', () => {
  const { batch } = mixSheet(input(4, [5 * GAL], sprayer));
  expect(batch.fillings).toBe(3);
  expect(batch.pour.totalL).toBeLessThanOrEqual(sprayer.capacityL + 1e-9);
});

test('a gun takes straight concentrate and the position that gives the strength, as calibrated', () => {
  expect(mixSheet(input(6, [GAL], gun))).toMatchObject({
    way: 'dial',
    position: { mark: '6' },
    dialParts: 6,
    batch: { pour: { waterL: 0 } },
  });
  const calibrated = {
    ...gun,
    dial: dial.map((row) =>
      row.mark === '8' ? { ...row, measured: { waterParts: 6, day: '2026-06-01' } } : { ...row, waterParts: row.waterParts + 3 },
    ),
  };
  expect(mixSheet(input(6, [GAL], calibrated)).position?.waterParts).toBe(6);
});

test('weaker than any position: the reservoir is cut, and what the coil sees is what was wanted', () => {
  const sheet = mixSheet(input(20, [GAL], gun));
  expect(sheet).toMatchObject({ way: 'dial-cut', position: { mark: '10' } });
  expect(Math.abs(sheet.coilSees - 20) / 21).toBeLessThan(0.05);
});

test('stronger than the dial can give is refused with a sentence', () => {
  const weak = { ...gun, dial: dial.filter((row) => row.waterParts >= 8) };
  expect(trySheet(input(4, [GAL], weak))).toEqual({ trouble: expect.stringMatching(/Choose another applicator/) });
});
