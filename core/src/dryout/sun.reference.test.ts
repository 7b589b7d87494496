import fc from 'fast-check';
import { dayRibbon, faceSun, sunPosition, type HourAir } from '.';
import { clearSkyDirectWm2, clearSkyGlobalWm2 } from './sun';

describe('the sun', () => {
  // Reda and Andreas (2008), solar position algorithm, worked example: 17 October 2003, 12:30:30 at UTC−7, 39.742° N 105.179° W:
  // zenith 50.112°, azimuth 194.340°. From memory. The package is good to about a tenth of a degree.
  test('stands where the published example has it', () => {
    const { altitudeDeg, azimuthDeg } = sunPosition(Date.UTC(2003, 9, 17, 19, 30, 30), 39.742476, -105.1786);
    expect(altitudeDeg).toBeCloseTo(90 - 50.112, 0);
    expect(Math.abs(altitudeDeg - (90 - 50.112))).toBeLessThan(0.15);
    expect(Math.abs(azimuthDeg - 194.34)).toBeLessThan(0.15);
  });

  // By hand from the formulas: overhead 1098·e^−0.057 = 1037.1; 1353·0.7 = 947.1. At 30° (air mass 2): 549·e^−0.114 = 489.8; 1353·0.7^(2^0.678) = 764.7.
  test.each([
    [90, 1037.1, 947.1],
    [30, 489.8, 764.7],
    [-5, 0, 0],
  ])('at %d° altitude gives %d W/m² on the ground and %d facing it', (altitude, global, direct) => {
    expect(Math.abs(clearSkyGlobalWm2(altitude) - global)).toBeLessThan(1);
    expect(Math.abs(clearSkyDirectWm2(altitude) - direct)).toBeLessThan(1.5);
  });

  test('a face looking at a low sun gets more than the ground, never global over cos Z; one looking away gets none of the beam', () => {
    const sun = { altitudeDeg: 20, azimuthDeg: 270 };
    const west = faceSun({ sun, facesDeg: 270, cloud: 0 });
    expect(west.totalWm2).toBeGreaterThan(clearSkyGlobalWm2(20));
    expect(west.totalWm2).toBeLessThan(clearSkyGlobalWm2(20) / Math.sin((20 * Math.PI) / 180));
    expect(faceSun({ sun, facesDeg: 90, cloud: 0 }).directWm2).toBe(0);
  });

  test('a fence shades until the sun is over it', () => {
    // One metre high above the face's middle, one metre off: 45° straight ahead.
    const shade = { heightM: 1, distanceM: 1 };
    const at = (altitudeDeg: number) => faceSun({ sun: { altitudeDeg, azimuthDeg: 180 }, facesDeg: 180, cloud: 0, shade }).directWm2;
    expect(at(44)).toBe(0);
    expect(at(46)).toBeGreaterThan(100);
  });

  test('more cloud never brings more beam, and no light is ever below nothing', () => {
    const degrees = fc.double({ min: 0, max: 359, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 90, noNaN: true }),
        degrees,
        degrees,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (altitudeDeg, azimuthDeg, facesDeg, cloud) => {
          const sun = { altitudeDeg, azimuthDeg };
          const under = faceSun({ sun, facesDeg, cloud });
          const clear = faceSun({ sun, facesDeg, cloud: 0 });
          expect(under.directWm2).toBeGreaterThanOrEqual(0);
          expect(under.directWm2).toBeLessThanOrEqual(clear.directWm2 + 1e-9);
          expect(under.totalWm2).toBeGreaterThanOrEqual(under.directWm2);
        },
      ),
    );
  });
});

describe('the ribbon of a day', () => {
  const dayOf = (over: (hour: number) => Partial<HourAir>): HourAir[] =>
    Array.from({ length: 12 }, (_, i) => ({
      atMs: Date.UTC(2026, 5, 11, 12 + i),
      dryBulbC: 30,
      rhPct: 35,
      windMs: 2,
      cloud: 0,
      ...over(i + 7),
    }));
  const ribbonOf = (hours: HourAir[], facesDeg: number | null, needS = 360) =>
    dayRibbon({ hours, faces: [{ facesDeg, shade: null }], latitudeDeg: 42.2, longitudeDeg: -100.6, pressureKPa: 92, needS, minimumC: 5 });

  test('a west face is good in the morning and loses the afternoon to the sun', () => {
    const { hours, window } = ribbonOf(
      dayOf(() => ({})),
      270,
    );
    expect(window?.[0]).toBe(0);
    expect(hours.slice(0, 4).every((hour) => hour.good && !hour.sunOnCoil)).toBe(true);
    expect(hours.slice(9).every((hour) => hour.sunOnCoil)).toBe(true);
    expect(hours[10]!.drySeconds).toBeLessThan(hours[2]!.drySeconds / 2);
  });

  test('the window is the longest run, and none when no hour will do', () => {
    const broken = ribbonOf(
      dayOf((hour) => ({ cloud: 1, windMs: hour === 9 || hour === 13 ? 20 : 0.5, rhPct: hour === 9 || hour === 13 ? 5 : 60 })),
      0,
    );
    expect(broken.hours.map((hour) => hour.good).filter((good) => !good)).toHaveLength(2);
    expect(broken.window).toEqual([7, 11]);
    expect(
      ribbonOf(
        dayOf(() => ({ dryBulbC: 2, cloud: 1 })),
        0,
      ).window,
    ).toBeNull();
    expect(
      ribbonOf(
        dayOf(() => ({ dryBulbC: 42, rhPct: 12, windMs: 6 })),
        null,
      ).window,
    ).toBeNull();
  });

  test('a face of unknown direction is taken to look at the sun: never wetter than one that is known', () => {
    const hours = dayOf(() => ({}));
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), (facesDeg) => {
        const known = ribbonOf(hours, facesDeg).hours;
        ribbonOf(hours, null).hours.forEach((hour, i) => expect(hour.drySeconds).toBeLessThanOrEqual(known[i]!.drySeconds + 1e-6));
      }),
    );
  });
});
