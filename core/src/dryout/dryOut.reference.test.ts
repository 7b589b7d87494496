import fc from 'fast-check';
import { dryOut, pressureAtAltitudeKPa, saturationVapourPressureKPa } from '.';
import { linearDryOutSeconds, type DryOutInput } from './dryOut';
import { psychrometricConstantKPaPerK, vapourSlopeKPaPerK } from './vapour';

const air = (dryBulbC: number, rhPct: number, windMs: number, netRadiationWm2: number): DryOutInput => ({
  filmKgM2: 0.1,
  dryBulbC,
  rhPct,
  windMs,
  netRadiationWm2,
  pressureKPa: 101.3,
});

describe('moist air, against FAO Irrigation and Drainage Paper 56 (values from memory)', () => {
  test('saturation pressure, slope and psychrometric constant', () => {
    expect(saturationVapourPressureKPa(20)).toBeCloseTo(2.338, 3);
    expect(vapourSlopeKPaPerK(20)).toBeCloseTo(0.1447, 4);
    expect(psychrometricConstantKPaPerK(101.3)).toBeCloseTo(0.0674, 4);
    expect(pressureAtAltitudeKPa(1800)).toBeCloseTo(81.8, 1);
  });
});

describe('drying time of the wet outer skin', () => {
  // Computed independently from the same surface balance; minutes for 0.1 kg/m².
  test.each([
    [35, 30, 1, 0, 26.8, 34.4],
    [35, 30, 1, 480, 7.8, 7.9],
    [25, 50, 2, 0, 34.9, 39.8],
    [25, 50, 2, 480, 8.9, 8.9],
    [42, 12, 3, 0, 8.6, 12.7],
    [42, 12, 3, 480, 4.9, 5.5],
  ])('%d °C %d %% %d m/s %d W/m²: %d min (linear form %d)', (t, rh, u, rn, minutes, linear) => {
    expect(Math.abs(dryOut(air(t, rh, u, rn)).seconds / 60 - minutes)).toBeLessThan(0.06);
    expect(Math.abs(linearDryOutSeconds(air(t, rh, u, rn)) / 60 - linear)).toBeLessThan(0.06);
  });

  test('a still humid night takes hours; a little sun makes it about one', () => {
    expect(dryOut(air(20, 90, 0.2, 0)).seconds).toBeGreaterThan(4 * 3600);
    expect(dryOut(air(20, 90, 0.2, 100)).seconds / 3600).toBeCloseTo(0.88, 1);
  });

  test('in saturated air without sun nothing dries', () => {
    expect(dryOut(air(25, 100, 2, -50)).seconds).toBe(Infinity);
  });

  test('hotter, drier or sunnier never dries later', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 45, noNaN: true }),
        fc.double({ min: 5, max: 90, noNaN: true }),
        fc.double({ min: 0, max: 8, noNaN: true }),
        fc.double({ min: 0, max: 600, noNaN: true }),
        (t, rh, u, rn) => {
          const base = dryOut(air(t, rh, u, rn)).seconds;
          expect(dryOut(air(t + 3, rh, u, rn)).seconds).toBeLessThanOrEqual(base * (1 + 1e-9));
          expect(dryOut(air(t, rh - 4, u, rn)).seconds).toBeLessThanOrEqual(base * (1 + 1e-9));
          expect(dryOut(air(t, rh, u, rn + 50)).seconds).toBeLessThanOrEqual(base * (1 + 1e-9));
        },
      ),
    );
  });

  test('the balance closes: what comes in by sun and air leaves as vapour', () => {
    const input = air(35, 30, 1, 480);
    const { skinC, evaporationKgM2S } = dryOut(input);
    const latent = 2501 - 2.361 * 35;
    const f = (0.089 + 0.0782 * 1) / latent;
    const heatFromAir = 0.000665 * 101.3 * latent * f * (35 - skinC);
    expect(latent * evaporationKgM2S).toBeCloseTo(0.48 + heatFromAir, 9);
  });

  test.each([
    ['rhPct', { rhPct: 130 }],
    ['windMs', { windMs: -1 }],
    ['filmKgM2', { filmKgM2: 0 }],
    ['dryBulbC', { dryBulbC: 95 }],
    ['pressureKPa', { pressureKPa: 10 }],
  ])('refuses a bad %s', (field, over) => {
    expect(() => dryOut({ ...air(30, 40, 1, 0), ...over })).toThrow(expect.objectContaining({ field }));
  });
});
