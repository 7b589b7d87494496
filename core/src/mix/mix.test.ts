import fc from 'fast-check';
import { CoreError } from '../errors';
import { LITRES_PER_FL_OZ, LITRES_PER_GALLON } from '../units';
import { concentrateFraction, endRatio, mixFor, parseRatio, pourAmounts, solutionVolume, strengthBand } from '.';
import { correctMix } from './correct';
import { mixFromConcentrate, waterPartsOf } from './dilution';
import { SHORT_SHARE, splitFillings } from './pour';

const ratios = fc.integer({ min: 0, max: 4000 }).map((n) => n / 100);
const volumes = fc.integer({ min: 1, max: 100_000 }).map((n) => n / 100);

describe('dilution: exact arithmetic, check values worked by hand', () => {
  test('4:1 in one US gallon is 25.6 and 102.4 fl oz', () => {
    expect(mixFor({ waterParts: 4, totalL: 128 })).toEqual({ concentrateL: 25.6, waterL: 102.4, totalL: 128 });
  });
  test('a gallon at 7:1 makes eight', () => {
    expect(mixFromConcentrate({ waterParts: 7, concentrateL: 1 }).totalL).toBe(8);
  });
  test('6 fl oz in a 36 fl oz reservoir through a 4:1 dial is 29:1', () => {
    expect(endRatio({ reservoirConcentrateL: 6, reservoirTotalL: 36, dialWaterParts: 4 })).toBe(29);
  });
  test('one measure topped up to four is 3:1, a quarter stronger than 4:1', () => {
    expect(endRatio({ reservoirConcentrateL: 1, reservoirTotalL: 4, dialWaterParts: 0 })).toBe(3);
    expect(concentrateFraction(3) / concentrateFraction(4)).toBeCloseTo(1.25, 12);
  });

  test('mix, then measure, gives the ratio back', () => {
    fc.assert(
      fc.property(ratios, volumes, (waterParts, totalL) => {
        const mix = mixFor({ waterParts, totalL });
        expect(mix.concentrateL + mix.waterL).toBeCloseTo(totalL, 9);
        expect(mix.waterL / mix.concentrateL).toBeCloseTo(waterParts, 9);
        expect(waterPartsOf(concentrateFraction(waterParts))).toBeCloseTo(waterParts, 9);
      }),
    );
  });

  test('a reservoir straight through a dial is what the dial says', () => {
    fc.assert(
      fc.property(ratios, volumes, (dial, v) => endRatio({ reservoirConcentrateL: v, reservoirTotalL: v, dialWaterParts: dial }) === dial),
    );
  });

  test('a correction lands on its target, fits the applicator and never pours less than nothing', () => {
    fc.assert(
      fc.property(volumes, ratios, ratios, fc.double({ min: 1, max: 3, noNaN: true }), (volumeL, made, target, room) => {
        fc.pre(!(target === 0 && made > 0));
        const capacityL = volumeL * room;
        const fix = correctMix({ volumeL, madeWaterParts: made, targetWaterParts: target, capacityL });
        const kept = volumeL - fix.tipOutL;
        const concentrate = kept / (made + 1) + (fix.add === 'concentrate' ? fix.addL : 0);
        expect(fix.addL).toBeGreaterThanOrEqual(0);
        expect(fix.tipOutL).toBeGreaterThanOrEqual(0);
        expect(fix.totalL).toBeLessThanOrEqual(capacityL * (1 + 1e-9));
        expect((kept + fix.addL) / concentrate).toBeCloseTo(target + 1, 6);
      }),
    );
  });

  test.each([
    [() => mixFor({ waterParts: -3, totalL: 1 }), 'ratio'],
    [() => mixFor({ waterParts: 4, totalL: 0 }), 'totalL'],
    [() => mixFor({ waterParts: NaN, totalL: 1 }), 'ratio'],
    [() => endRatio({ reservoirConcentrateL: 7, reservoirTotalL: 6, dialWaterParts: 0 }), 'reservoirConcentrateL'],
    [() => correctMix({ volumeL: 5, madeWaterParts: 4, targetWaterParts: 3, capacityL: 4 }), 'volumeL'],
    [() => correctMix({ volumeL: 5, madeWaterParts: 4, targetWaterParts: 0 }), 'targetWaterParts'],
  ])('refuses what cannot be poured (%#)', (call, field) => {
    expect(call).toThrow(expect.objectContaining({ field }));
  });
});

describe('parseRatio', () => {
  test.each([
    ['4:1', 4],
    ['4 to 1', 4],
    ['1:4', 4],
    ['8 : 2', 4],
    ['1 part in 5', 4],
    ['1 in 5', 4],
    ['20 %', 4],
    ['5 % v/v', 19],
    ['16 fl oz per gallon of water', 8],
    ['16 oz per gal of mix', 7],
    ['50 ml per litre of water', 20],
    ['makes 8 gallons', 7],
    ['2½:1', 2.5],
    ['straight', 0],
  ])('%s is %d to one', (text, waterParts) => {
    expect(parseRatio(text).waterParts).toBeCloseTo(waterParts, 12);
  });

  test.each([
    ['4', 'ambiguous'],
    ['16 oz per gallon', 'ambiguous'],
    ['4:0', 'out-of-range'],
    ['-3:1', 'out-of-range'],
    ['0 %', 'out-of-range'],
    ['120 %', 'out-of-range'],
    ['1 in 0', 'out-of-range'],
    ['5000:1', 'out-of-range'],
    ['', 'missing'],
    ['strong', 'unreadable'],
  ])('refuses "%s" as %s and names the field', (text, code) => {
    expect(() => parseRatio(text, 'heavy')).toThrow(expect.objectContaining({ code, field: 'heavy' }));
  });

  test('never throws anything but a CoreError and never gives less than straight', () => {
    const typed = fc.stringMatching(/^[0-9 :.,%/intoparsgl-]{0,16}$/);
    fc.assert(
      fc.property(fc.oneof(typed, fc.string()), (text) => {
        try {
          expect(parseRatio(text).waterParts).toBeGreaterThanOrEqual(0);
        } catch (error) {
          expect(error).toBeInstanceOf(CoreError);
        }
      }),
    );
  });
});

describe('how much, and on which marks', () => {
  const FT2 = 0.09290304;
  // Film 0.10–0.15 kg/m² of fin surface (condensate-retention studies, from memory); foam 0.5–0.7 of it; waste 1.4. Common practice: about a gallon.
  test('a 14 ft² one-row condenser: film 0.95–1.4 gal wet, about one gallon of foam with waste', () => {
    const finSurfaceM2 = 14 * FT2 * 27.7;
    const wet = solutionVolume({ finSurfaceM2, applied: 'wet', passes: 1 });
    expect(wet.lowL / LITRES_PER_GALLON).toBeCloseTo(0.95, 1);
    expect(wet.highL / LITRES_PER_GALLON).toBeCloseTo(1.43, 1);
    expect(solutionVolume({ finSurfaceM2, applied: 'foam', passes: 1 }).litres / LITRES_PER_GALLON).toBeCloseTo(1.0, 1);
  });

  test('32 fl oz of concentrate on a gallon of water for a gallon and a quarter at 4:1', () => {
    const pour = pourAmounts({ waterParts: 4, totalL: 1.25 * LITRES_PER_GALLON, system: 'us' });
    expect([pour.concentrateL / LITRES_PER_FL_OZ, pour.waterL / LITRES_PER_FL_OZ, pour.waterParts].map((n) => +n.toFixed(6))).toEqual([
      32, 128, 4,
    ]);
  });

  test('rounded amounts stay near the strength, cover the need and fit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.double({ min: 0.5, max: 12, noNaN: true }),
        fc.constantFrom('us' as const, 'si' as const),
        (waterParts, totalL, system) => {
          const pour = pourAmounts({ waterParts, totalL, system, capacityL: totalL * 1.3 });
          expect(Math.abs(pour.waterParts - waterParts) / (waterParts + 1)).toBeLessThan(0.1);
          expect(pour.totalL).toBeGreaterThanOrEqual(totalL * (1 - SHORT_SHARE) - 1e-9);
          expect(pour.totalL).toBeLessThanOrEqual(totalL * 1.3 + 1e-9);
          expect(pour.concentrateL + pour.waterL).toBeCloseTo(pour.totalL, 9);
        },
      ),
    );
  });

  test('fillings are equal and fit', () => {
    expect(splitFillings(9, 4)).toEqual({ fillings: 3, eachL: 3 });
    expect(splitFillings(8, 4).fillings).toBe(2);
  });

  test('a strength is placed on the label’s chart', () => {
    const chart = { light: 10, medium: 6, heavy: 4 };
    expect([3, 4, 5.6, 9, 10, 29].map((w) => strengthBand(w, chart))).toEqual([
      'stronger-than-label',
      'heavy',
      'medium',
      'light',
      'light',
      'weaker-than-label',
    ]);
    expect(strengthBand(4, { light: null, medium: null, heavy: null })).toBe('no-chart');
  });
});
