import fc from 'fast-check';
import { OPEN_BY_GRADE, solveCycle, SOUND } from '../cycle';
import { CONDENSING_BY_GRADE, EYE_SPREAD, foundTogether, gradeByCondensing, onlyOutdoorCoil } from './condensingGrade';

const UNITS = (['R-410A', 'R-22'] as const).flatMap((refrigerant) =>
  (['orifice', 'valve'] as const).map((metering) => ({ refrigerant, metering })),
);
/** Condensing over outdoor of the small system model, K. */
const modelK = (unit: (typeof UNITS)[number], grade: number, outdoorC: number, tons = 3): number => {
  const low = Math.min(3, Math.floor(grade));
  const [from, to] = [OPEN_BY_GRADE[low]!, OPEN_BY_GRADE[low + 1]!];
  const { condensingC } = solveCycle({
    ...unit,
    tons,
    outdoorC,
    outdoorWetBulbC: 20,
    mist: 0,
    returnC: 26.7,
    returnWetBulbC: 19.4,
    pressureKPa: 101.325,
    condition: { ...SOUND, outdoorOpen: from + (grade - low) * (to - from) },
  });
  return condensingC - outdoorC;
};

// SYSTEM_MODEL: the small system model, whatever unit and weather.
test.each(UNITS)('the shares by grade are those of the system model: %o', (unit) => {
  for (const outdoorC of [24, 29, 35, 40])
    for (const [grade, share] of CONDENSING_BY_GRADE.entries()) {
      const model = modelK(unit, grade, outdoorC) / modelK(unit, 0, outdoorC);
      expect(Math.abs(model / share - 1)).toBeLessThan(grade < 3 ? 0.05 : grade === 3 ? 0.08 : 0.17);
    }
});

test('a unit left at one grade and found at another on a day with other air is read back, closer the dirtier it is', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...UNITS),
      fc.double({ min: 0, max: 2, noNaN: true }),
      fc.double({ min: 0, max: 4, noNaN: true }),
      fc.integer({ min: 24, max: 40 }),
      fc.integer({ min: 24, max: 40 }),
      fc.constantFrom(2, 3, 5),
      (unit, left, found, one, other, tons) => {
        const read = gradeByCondensing(left, modelK(unit, left, one, tons), modelK(unit, found, other, tons))!;
        // Three times what it says itself that it is off by, and never more sure than two looks by eye.
        expect(Math.abs(read.grade - found)).toBeLessThan(3 * Math.max(EYE_SPREAD / Math.sqrt(read.looks), EYE_SPREAD / Math.sqrt(2)));
        expect(read.looks).toBeLessThanOrEqual(2);
      },
    ),
    { numRuns: 60 },
  );
  const looks = [1.02, 1.1, 1.3, 1.9].map((share) => gradeByCondensing(0, 10, 10 * share)!.looks);
  expect(looks).toEqual([...looks].sort((a, b) => a - b));
  expect(looks[0]).toBeLessThan(0.2);
});

test('it stays on the scale, rises with what was read, and what is of no running unit tells nothing', () => {
  const kelvins = fc.double({ min: 2, max: 60, noNaN: true });
  fc.assert(
    fc.property(fc.double({ min: 0, max: 4, noNaN: true }), kelvins, kelvins, kelvins, (left, leftK, a, b) => {
      const [low, high] = [Math.min(a, b), Math.max(a, b)].map((foundK) => gradeByCondensing(left, leftK, foundK)!);
      expect(low!.grade).toBeGreaterThanOrEqual(0);
      expect(high!.grade).toBeLessThanOrEqual(4);
      expect(high!.grade).toBeGreaterThanOrEqual(low!.grade - 1e-12);
      expect(low!.looks).toBeGreaterThan(0);
    }),
  );
  for (const [leftK, foundK] of [[0, 12], [11, -3], [NaN, 12], [11, NaN]] as const) expect(gradeByCondensing(0, leftK, foundK)).toBeNull(); // oxfmt-ignore
});

test('eye and condensing are weighed together, and where they are too far apart for dirt the eye stands alone', () => {
  expect(foundTogether(2, { grade: 3, looks: 1 })).toEqual({ grade: 2.5, looks: 2 });
  expect(foundTogether(null, { grade: 3, looks: 0.5 })).toEqual({ grade: 3, looks: 0.5 });
  expect(foundTogether(1, { grade: 4, looks: 2 })).toEqual({ grade: 1, looks: 1 });
  expect(foundTogether(null, null)).toBeNull();
});

test('condensing tells of the outdoor coil of a system that can have no other', () => {
  const coils = [
    { id: 'in', role: 'evaporator' as const },
    { id: 'out', role: 'condenser' as const },
  ];
  expect(onlyOutdoorCoil('split-heat-pump', coils)).toBe('out');
  expect(onlyOutdoorCoil('split-heat-pump', coils.slice(0, 1))).toBeNull();
  expect(onlyOutdoorCoil('package-ac', coils)).toBeNull();
});
