import fc from 'fast-check';
import { DIAL_TOLERANCE } from './dial';
import { mixStanding, pouredWaterParts } from './mixStanding';

const litres = fc.double({ min: 0.05, max: 5, noNaN: true });
const parts = fc.double({ min: 0, max: 40, noNaN: true });
const batch = (waterParts: number, concentrateL = 1, cleanerId = 'a') => ({ cleanerId, concentrateL, waterL: concentrateL * waterParts });

test('a mix made at the strength that is wanted is ready, however much of it', () => {
  fc.assert(
    fc.property(parts, litres, (waterParts, concentrateL) => {
      expect(mixStanding([batch(waterParts, concentrateL)], { cleanerId: 'a', waterParts })).toBe('ready');
      expect(pouredWaterParts([batch(waterParts, concentrateL)], 'a')).toBeCloseTo(waterParts, 6);
    }),
  );
});

test('beyond what a dial may be off it is weaker or stronger, never both and never ready', () => {
  fc.assert(
    fc.property(parts, fc.double({ min: DIAL_TOLERANCE * 1.5, max: 2, noNaN: true }), (waterParts, off) => {
      const weaker = (waterParts + 1) * (1 + off) - 1;
      expect(mixStanding([batch(weaker)], { cleanerId: 'a', waterParts })).toBe('weaker');
      const stronger = (waterParts + 1) / (1 + off) - 1;
      if (stronger >= 0) expect(mixStanding([batch(stronger)], { cleanerId: 'a', waterParts })).toBe('stronger');
    }),
  );
});

test('what is poured of another cleaner neither helps nor harms', () => {
  fc.assert(
    fc.property(parts, parts, litres, (waterParts, other, much) => {
      const wanted = { cleanerId: 'a', waterParts };
      expect(mixStanding([batch(other, much, 'b')], wanted)).toBe('other');
      expect(mixStanding([batch(other, much, 'b'), batch(waterParts)], wanted)).toBe('ready');
    }),
  );
  expect(pouredWaterParts([batch(4, 1, 'b')], 'a')).toBeNull();
});

test('what was put right counts by what it was put right to, since part of it may be used up', () => {
  const later = { ...batch(0, 0.2), targetWaterParts: 4 };
  expect(mixStanding([batch(10), later], { cleanerId: 'a', waterParts: 4 })).toBe('ready');
  expect(mixStanding([batch(10), later], { cleanerId: 'a', waterParts: 10 })).toBe('stronger');
  // A first pouring is held to its amounts, whatever it was meant to be.
  expect(mixStanding([{ ...batch(10), targetWaterParts: 4 }], { cleanerId: 'a', waterParts: 4 })).toBe('weaker');
});
