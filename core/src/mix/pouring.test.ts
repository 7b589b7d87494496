import fc from 'fast-check';
import { LITRES_PER_FL_OZ, LITRES_PER_GALLON } from '../units';
import {
  CHEMISTRY_HINTS,
  CHEMISTRY_SUBSTANCES,
  clashesAmong,
  type Chemistry,
  batchFor,
  cansFor,
  calibrateDial,
  correctContents,
  dialOutcomes,
  endRatio,
  formatMeasured,
  householdRecipe,
  learnedCanYield,
  measureOf,
  mixStanding,
  pourAmounts,
  readDial,
  reservoirFor,
  runOffCure,
  waterPosition,
  writeDial,
  type DialPosition,
} from '.';
import { MEASURE_IDS, stepOf } from './measures';
import { SHORT_SHARE } from './pour';

const FLOZ = LITRES_PER_FL_OZ;
const GAL = LITRES_PER_GALLON;
const chart = { light: 10, medium: 6, heavy: 4 };
const position = (waterParts: number, measured?: number): DialPosition => ({
  mark: String(waterParts),
  waterParts,
  measured: measured === undefined ? null : { waterParts: measured, day: '2026-06-01' },
});
const ratio = fc.integer({ min: 0, max: 3000 }).map((n) => n / 100);

describe('measures', () => {
  test.each([
    [25.5 * FLOZ, 'floz', '25½ fl oz'],
    [GAL / 16, 'cup', '1 cup'],
    [GAL / 16 / 2, 'cup', '½ cup'],
    [1.125 * GAL, 'gal', '1⅛ gal'],
    [0.3, 'L', '0.3 L'],
    [0, 'cup', '0 cup'],
  ] as const)('%d L in %s reads "%s"', (litres, id, text) => expect(formatMeasured(litres, measureOf(id))).toBe(text));

  test('a cap has the size it is given, and none without one', () => {
    expect(formatMeasured(0.0625, measureOf('cap', 0.025))).toBe('2½ caps');
    expect(() => measureOf('cap')).toThrow(expect.objectContaining({ code: 'missing', field: 'capL' }));
    expect(() => measureOf('cap', 0)).toThrow(expect.objectContaining({ code: 'out-of-range', field: 'capL' }));
  });

  test('a gallon and a quarter at 4:1 is four cups in one gallon', () => {
    const pour = pourAmounts({
      waterParts: 4,
      totalL: 1.25 * GAL,
      system: 'us',
      concentrateIn: measureOf('cup'),
      waterIn: measureOf('gal'),
    });
    expect([formatMeasured(pour.concentrateL, measureOf('cup')), formatMeasured(pour.waterL, measureOf('gal')), pour.waterParts]).toEqual([
      '4 cups',
      '1 gal',
      4,
    ]);
  });

  test('both amounts stand on marks, fit, and the strength told is the strength poured', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.double({ min: 2, max: 19, noNaN: true }),
        fc.constantFrom(...MEASURE_IDS),
        fc.constantFrom('gal' as const, 'L' as const, 'floz' as const),
        (waterParts, totalL, concentrateId, waterId) => {
          const concentrateIn = measureOf(concentrateId, 0.03);
          const waterIn = measureOf(waterId);
          const pour = pourAmounts({ waterParts, totalL, system: 'us', concentrateIn, waterIn, capacityL: totalL * 2 });
          expect(pour.totalL).toBeLessThanOrEqual(totalL * 2 + 1e-9);
          expect(pour.waterL / pour.concentrateL).toBeCloseTo(pour.waterParts, 9);
          const steps = pour.concentrateL / stepOf(concentrateIn, totalL / (waterParts + 1));
          const onMarks = Math.abs(steps - Math.round(steps)) < 1e-6;
          // Off the marks only when no marked pair covers the need inside the applicator, and then exact.
          if (!onMarks) expect(pour.waterParts).toBe(waterParts);
          expect(pour.totalL).toBeGreaterThanOrEqual(totalL * (1 - SHORT_SHARE) - 1e-9);
        },
      ),
    );
  });
});

describe('rounding', () => {
  test('4:1 in a one-gallon jug never runs over: 25 and 100, not 26 and 104', () => {
    const pour = pourAmounts({ waterParts: 4, totalL: GAL, system: 'us', capacityL: GAL });
    expect([pour.concentrateL / FLOZ, pour.waterL / FLOZ].map((n) => +n.toFixed(6))).toEqual([25, 100]);
  });

  test('whatever is asked: not over the applicator, not stronger than the label, not short of the need by more than is said', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 0, max: 6 }),
        fc.double({ min: 0.2, max: 19, noNaN: true }),
        fc.double({ min: 1, max: 1.3, noNaN: true }),
        fc.constantFrom(...MEASURE_IDS),
        fc.constantFrom('us' as const, 'si' as const),
        (strongest, weaker, totalL, room, id, system) => {
          const waterParts = strongest + weaker;
          const capacityL = totalL * room;
          const pour = pourAmounts({
            waterParts,
            totalL,
            system,
            capacityL,
            strongestWaterParts: strongest,
            concentrateIn: measureOf(id, 0.03),
          });
          expect(pour.totalL).toBeLessThanOrEqual(capacityL * (1 + 1e-9));
          expect(pour.waterParts).toBeGreaterThanOrEqual(strongest - 1e-6);
          expect(pour.totalL).toBeGreaterThanOrEqual(totalL * (1 - SHORT_SHARE) - 1e-9);
        },
      ),
    );
  });
});

describe('a dial whose marks are letters', () => {
  const lettered = readDial('A=3, B=4, C=6, D=8, E=10:1, W');

  test('mark and strength are two things; W is plain water and never meters', () => {
    expect(lettered.map(({ mark, waterParts }) => [mark, waterParts])).toEqual([
      ['A', 3],
      ['B', 4],
      ['C', 6],
      ['D', 8],
      ['E', 10],
      ['W', null],
    ]);
    expect(waterPosition(lettered)?.mark).toBe('W');
    const { outcomes, reached } = dialOutcomes({ targetWaterParts: 4, reservoirWaterParts: 0, dial: lettered, chart });
    expect(reached?.position.mark).toBe('B');
    expect(outcomes.map((row) => row.position.mark)).not.toContain('W');
    expect(readDial(writeDial(lettered))).toEqual(lettered);
  });

  test('a letter without its strength is asked about; a mark stands once; what was measured stays', () => {
    expect(() => readDial('A, B=4')).toThrow(expect.objectContaining({ code: 'missing', field: 'dial' }));
    expect(() => readDial('A=3, A=4')).toThrow(expect.objectContaining({ field: 'dial' }));
    const measured = [{ mark: 'A', waterParts: 3, measured: { waterParts: 3.4, day: '2026-06-01' } }];
    expect(readDial('A=3, B=4', measured)[0]?.measured?.waterParts).toBe(3.4);
    expect(readDial('A=5', measured)[0]?.measured).toBeNull();
  });
});

describe('foam that runs off', () => {
  const weak = { leftL: 2, capacityL: 7.5, form: 'concentrate' as const, chart, shakes: false };
  test('a richer position that the label allows, or more concentrate, recomputed; never beyond the label', () => {
    expect(runOffCure({ ...weak, waterParts: 8, dial: readDial('A=3, B=4, C=6, D=8, W') }).richer?.mark).toBe('C');
    const byHand = runOffCure({ ...weak, waterParts: 10, dial: [] });
    // 2 L at 10:1 to 6:1: V(c1 − c0)/(1 − c1).
    expect(byHand.add?.addL).toBeCloseTo((2 * (1 / 7 - 1 / 11)) / (6 / 7), 9);
    expect(byHand.thenWaterParts).toBe(6);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 15, noNaN: true }), fc.boolean(), (waterParts, dialled) => {
        const cure = runOffCure({ ...weak, waterParts, dial: dialled ? readDial('A=3, B=4, C=6, D=8, E=10') : [] });
        expect(cure.thenWaterParts ?? 4).toBeGreaterThanOrEqual(4 - 1e-9);
        expect(cure.words.length).toBeGreaterThan(0);
      }),
    );
  });

  test('a can is not made stronger: the nozzle comes nearer, and it is shaken only where the label says so', () => {
    const can = runOffCure({ ...weak, form: 'aerosol', waterParts: 0, dial: [] });
    expect(can).toMatchObject({ richer: null, add: null });
    expect(can.words.join()).not.toContain('Shake');
    expect(runOffCure({ ...weak, form: 'aerosol', waterParts: 0, dial: [], shakes: true }).words.join()).toContain('Shake');
  });
});

test('cans go by what a can covers: one to two for a whole loaded condenser, and use teaches more', () => {
  const whole = { faceAreaM2: 1.3, rows: 1, passes: 1, packL: 0.53 };
  expect(cansFor({ ...whole, learnedM2: null }).carry).toBe(2);
  expect(cansFor({ ...whole, faceAreaM2: 0.6, learnedM2: null }).carry).toBe(1);
  expect(cansFor({ ...whole, rows: 2, learnedM2: null }).cans).toBeCloseTo(1.4 * cansFor({ ...whole, learnedM2: null }).cans, 9);
  expect(learnedCanYield([{ cans: 1, coveredM2: 1 }])).toBeNull();
  expect(learnedCanYield([1, 1.4, 3].map((coveredM2) => ({ cans: 1, coveredM2 })))).toBe(1.4);
  expect(cansFor({ ...whole, learnedM2: 1.4 }).carry).toBe(1);
});

test('another cleaner, or another strength, is not this mix', () => {
  const poured = [{ cleanerId: 'alkaline', concentrateL: 1, waterL: 4 }];
  const standing = (cleanerId: string, waterParts: number, batches = poured) => mixStanding(batches, { cleanerId, waterParts });
  expect([
    standing('alkaline', 4),
    standing('alkaline', 2),
    standing('alkaline', 6),
    standing('neutral', 10),
    standing('neutral', 10, []),
  ]).toEqual(['ready', 'weaker', 'stronger', 'other', 'none']);
  // Put right by what was added: a litre and a half of water makes 4:1 into 5.5:1, which 6:1 allows.
  expect(standing('alkaline', 6, [...poured, { cleanerId: 'alkaline', concentrateL: 0, waterL: 1.8 }])).toBe('ready');
  // Half of it was used up before it was made stronger: what was added says what it is now.
  const later = { cleanerId: 'alkaline', concentrateL: 0.2, waterL: 0, targetWaterParts: 2 };
  expect(standing('alkaline', 2, [...poured, later])).toBe('ready');
  expect(standing('alkaline', 4, [...poured, later])).toBe('stronger');
});

test('a household mix is a recipe: soap and vinegar apart, and what the dial adds', () => {
  const lines = householdRecipe({ concentrateL: 0.5, waterL: 2, dialParts: 4 });
  expect(lines.map((line) => line.what)).toEqual(['lukewarm water', 'white vinegar', 'dish soap', 'water from the dial']);
  expect(lines.slice(0, 3).reduce((sum, line) => sum + line.litres, 0)).toBeCloseTo(2.5, 9);
  expect(lines.at(-1)?.litres).toBeCloseTo(10, 9);
});

describe('through a dial', () => {
  test('half a litre drawn while three are delivered is 5:1; as much as is delivered is straight', () => {
    expect(calibrateDial({ drawnL: 0.5, deliveredL: 3 })).toBe(5);
    expect(calibrateDial({ drawnL: 2, deliveredL: 2 })).toBe(0);
    expect(() => calibrateDial({ drawnL: 3, deliveredL: 2 })).toThrow(expect.objectContaining({ field: 'deliveredL' }));
    expect(() => calibrateDial({ drawnL: 0, deliveredL: 2 })).toThrow(expect.objectContaining({ field: 'drawnL' }));
  });

  test('compound and inverse agree: what the inverse says to put in comes out as wanted', () => {
    fc.assert(
      fc.property(ratio, ratio, (target, dial) => {
        fc.pre(dial <= target);
        const { share, waterParts } = reservoirFor({ targetWaterParts: target, dialWaterParts: dial });
        expect(share).toBeGreaterThan(0);
        expect(share).toBeLessThanOrEqual(1);
        expect(waterParts).toBeCloseTo(1 / share - 1, 6);
        expect(endRatio({ reservoirConcentrateL: share * 36, reservoirTotalL: 36, dialWaterParts: dial })).toBeCloseTo(target, 6);
      }),
    );
  });

  test('a dial already weaker than wanted cannot be helped by the reservoir, and says so', () => {
    expect(() => reservoirFor({ targetWaterParts: 4, dialWaterParts: 6 })).toThrow(expect.objectContaining({ field: 'dialWaterParts' }));
  });

  test('a cut reservoir: 5:1 through 4:1 is 29:1, and no position reaches the label’s band', () => {
    const { outcomes, reached } = dialOutcomes({
      targetWaterParts: 6,
      reservoirWaterParts: 5,
      dial: [3, 4, 6, 8, 10].map((d) => position(d)),
      chart,
    });
    expect(reached).toBeNull();
    expect(outcomes.find((row) => row.position.waterParts === 4)).toMatchObject({ waterParts: 29, band: 'weaker-than-label' });
  });

  test('a calibrated position is taken for what it gives, not for its mark', () => {
    const { reached } = dialOutcomes({ targetWaterParts: 6, reservoirWaterParts: 0, dial: [position(6, 8.5), position(4, 6.1)], chart });
    expect(reached?.position.mark).toBe('4');
    expect(reached?.waterParts).toBeCloseTo(6.1, 9);
  });
});

describe('fixing what is in the applicator', () => {
  test('6 oz put into a gallon for 4:1 wants 26 more; a full gallon jug must first lose some', () => {
    // c = V·(c1 − c0)/(1 − c1) on V = 134 fl oz at 6/134.
    const fix = correctContents({ concentrateL: 6, waterL: 128, targetWaterParts: 4 });
    expect(fix).toMatchObject({ add: 'concentrate', tipOutL: 0 });
    expect(fix.addL).toBeCloseTo(26, 9);
    const full = correctContents({ concentrateL: 6, waterL: 128, targetWaterParts: 4, capacityL: 134 });
    expect(full.tipOutL).toBeGreaterThan(0);
    expect(full.totalL).toBeCloseTo(134, 9);
  });

  test('only concentrate, or only water, so far: the other is added to the target, inside the applicator', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.double({ min: 0.1, max: 8, noNaN: true }),
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        (straight, litres, target) => {
          const fix = correctContents({
            concentrateL: straight ? litres : 0,
            waterL: straight ? 0 : litres,
            targetWaterParts: target,
            capacityL: 8,
          });
          const kept = litres - fix.tipOutL;
          expect(fix.add).toBe(straight ? 'water' : 'concentrate');
          expect(straight ? fix.addL / kept : kept / fix.addL).toBeCloseTo(target, 6);
          expect(kept + fix.addL).toBeLessThanOrEqual(8 + 1e-9);
          expect(kept).toBeGreaterThan(0);
        },
      ),
    );
  });

  test('an empty applicator and one fuller than it holds are refused by name', () => {
    expect(() => correctContents({ concentrateL: 0, waterL: 0, targetWaterParts: 4 })).toThrow(
      expect.objectContaining({ field: 'concentrateL' }),
    );
    expect(() => correctContents({ concentrateL: 0, waterL: 9, targetWaterParts: 4, capacityL: 8 })).toThrow(
      expect.objectContaining({ field: 'waterL' }),
    );
  });
});

describe('one batch for several coils', () => {
  test('two coils of 40 fl oz at 4:1 are one filling of 16 and 64', () => {
    const batch = batchFor({ litres: [40 * FLOZ, 40 * FLOZ], waterParts: 4, system: 'us', capacityL: 2 * GAL });
    expect([batch.fillings, batch.pour.concentrateL / FLOZ, batch.pour.waterL / FLOZ].map((n) => +n.toFixed(6))).toEqual([1, 16, 64]);
  });

  test('what is made covers the need, every filling fits, and only what is over is left over', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.3, max: 6, noNaN: true }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 2, max: 20 }),
        (litres, waterParts) => {
          const batch = batchFor({ litres, waterParts, system: 'us', capacityL: 2 * GAL });
          expect(batch.pour.totalL).toBeLessThanOrEqual(2 * GAL + 1e-9);
          expect(batch.madeL).toBeGreaterThanOrEqual(batch.neededL * (1 - SHORT_SHARE) - 1e-9);
          expect(batch.leftoverL).toBeCloseTo(Math.max(0, batch.madeL - batch.neededL), 9);
        },
      ),
    );
  });
});

test('dish soap without vinegar is a neutral product: bleach makes no gas of it, and aluminium may have it', () => {
  const clash = (chemistry: Chemistry) =>
    clashesAmong([
      { name: 'in the drain', substances: ['bleach'] },
      { name: 'cleaner', substances: CHEMISTRY_SUBSTANCES[chemistry] },
    ]);
  expect(clash('household')).toHaveLength(1);
  expect(clash('neutral')).toEqual([]);
  expect(CHEMISTRY_HINTS.household).toMatch(/as a neutral detergent/);
});
