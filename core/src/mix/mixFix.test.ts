import type { DialPosition } from './dial';
import { LITRES_PER_FL_OZ as FLOZ } from '../units';
import { blankFix, fixOf, notedOf, type FixFrame } from './mixFix';

const dial = [3, 4, 6].map((waterParts): DialPosition => ({ mark: String(waterParts), waterParts, measured: null }));
const frame: FixFrame = { wanted: 4, dial: [], chart: { light: 10, medium: 6, heavy: 4 }, capacityL: 256 * FLOZ, system: 'us' };
const poured = (concentrate: string, water: string) => ({ ...blankFix, concentrate, water });

test('six ounces in a gallon for 4 to 1 wants 26 more', () => {
  const { isWaterParts, correction } = fixOf(poured('6', '128'), frame);
  expect(isWaterParts).toBeCloseTo(128 / 6, 9);
  expect(correction).toMatchObject({ add: 'concentrate', tipOutL: 0 });
  expect((correction?.addL ?? 0) / FLOZ).toBeCloseTo(26, 9);
});

test('a cut reservoir goes by the strongest position, and is told what the coil sees of it now', () => {
  const fix = fixOf(poured('6', '30'), { ...frame, dial, capacityL: 36 * FLOZ });
  // 1/6 through 3:1 is 1 in 24; for 4:1 the reservoir must be four parts in five: 1/4 : 1.
  expect(fix).toMatchObject({ position: { mark: '3' }, seesWaterParts: expect.closeTo(23, 9), targetWaterParts: expect.closeTo(0.25, 9) });
  const { correction } = fix;
  expect(correction?.tipOutL).toBeGreaterThan(0);
  expect((correction?.totalL ?? 0) / FLOZ).toBeCloseTo(36, 6);
});

test('a reservoir that some position makes right needs nothing but that position', () => {
  expect(fixOf(poured('9', '0'), { ...frame, dial })).toMatchObject({ position: { mark: '4' }, correction: { add: 'nothing' } });
});

test('what would have to be straight again has to be started again', () => {
  expect(fixOf(poured('6', '30'), { ...frame, wanted: 3, dial }).correction).toBeNull();
});

test.each([
  [poured('', '128'), 'concentrate'],
  [poured('6', 'much'), 'water'],
  [poured('0', '0'), 'concentrate'],
  [poured('6', '400'), 'volume'],
  [{ ...blankFix, know: 'strength' as const, volume: '1 gal', strength: '4' }, 'strength'],
])('what cannot be read or held is an error at its own line (%#)', (draft, field) => {
  expect(() => fixOf(draft, frame)).toThrow(expect.objectContaining({ field }));
});

test('all that went in is noted once: what was in it only when no batch had been noted, and a dial’s water with it', () => {
  const fixed = { inIt: { concentrateL: 6, waterL: 128 }, added: { concentrateL: 26, waterL: 0 }, dialParts: 0 };
  expect(notedOf(fixed, false)).toEqual({ concentrateL: 32, waterL: 128 });
  expect(notedOf(fixed, true)).toEqual({ concentrateL: 26, waterL: 0 });
  expect(notedOf({ inIt: { concentrateL: 1, waterL: 1 }, added: { concentrateL: 2, waterL: 0 }, dialParts: 3 }, false)).toEqual({
    concentrateL: 3,
    waterL: 13,
  });
});
