import { requireInRange } from '../errors';
import { DRYING_MARGIN, dryOut, SKIN_FILM_KG_M2 } from './dryOut';
import { ABSORBED_SHARE, faceSun, sunPosition, type Shade } from './sun';

/** The air of one hour. */
export interface HourAir {
  /** Beginning of the hour, UTC ms. */
  atMs: number;
  dryBulbC: number;
  rhPct: number;
  windMs: number;
  /** Share of the sky, 0–1. */
  cloud: number;
  /** Lightning about; left out where nobody said so. */
  storm?: true;
}

/** A face as the sun sees it; null where nobody noted which way it looks: then it is taken to look at the sun. */
export interface SunnyFace {
  facesDeg: number | null;
  shade: Shade | null;
}

/** One hour of the day as it stands for foam. */
export interface RibbonHour extends HourAir {
  /** Time until foam dries on the face that dries first, s; without margin. */
  drySeconds: number;
  /** Direct sun stands on a face of the coil. */
  sunOnCoil: boolean;
  /** Foam stays wet long enough, with the margin kept back, it is warm enough, and there is no storm. */
  good: boolean;
}

/** The hours of a day, and the longest good run among them. */
export interface Ribbon {
  hours: RibbonHour[];
  /** First and last hour of the longest good run, as indexes; null when there is none. */
  window: [number, number] | null;
}

/** Direct sun that counts as sun on the coil, W/m²: the threshold of sunshine of the World Meteorological Organization (1982), from memory. */
const SUNSHINE_WM2 = 120;

/**
 * Hour by hour, how long foam stays wet on a coil's worst face, and the longest run of hours in which that is enough.
 * @param input.needS foam must stay wet so long, s · minimumC below it no washing
 * @returns hours and the longest good run
 * @throws CoreError out-of-range, naming the argument
 * @example dayRibbon({ hours: [], faces: [], latitudeDeg: 42, longitudeDeg: -100, pressureKPa: 95, needS: 360, minimumC: 5 }).window // null
 */
export function dayRibbon(input: {
  hours: readonly HourAir[];
  faces: readonly SunnyFace[];
  latitudeDeg: number;
  longitudeDeg: number;
  pressureKPa: number;
  needS: number;
  minimumC: number;
}): Ribbon {
  requireInRange('needS', input.needS, 1, 7200, 's');
  const hours = input.hours.map((hour): RibbonHour => {
    // The middle of the hour stands for it.
    const sun = sunPosition(hour.atMs + 1_800_000, input.latitudeDeg, input.longitudeDeg);
    const suns = input.faces.map((face) =>
      faceSun({ sun, facesDeg: face.facesDeg ?? sun.azimuthDeg, cloud: hour.cloud, shade: face.shade }),
    );
    const worst = Math.max(0, ...suns.map((face) => face.totalWm2));
    const { seconds } = dryOut({
      filmKgM2: SKIN_FILM_KG_M2,
      dryBulbC: hour.dryBulbC,
      rhPct: hour.rhPct,
      windMs: hour.windMs,
      netRadiationWm2: worst * ABSORBED_SHARE,
      pressureKPa: input.pressureKPa,
    });
    return {
      ...hour,
      drySeconds: seconds,
      sunOnCoil: suns.some((face) => face.directWm2 >= SUNSHINE_WM2),
      good: !hour.storm && seconds * DRYING_MARGIN >= input.needS && hour.dryBulbC >= input.minimumC,
    };
  });
  let window: Ribbon['window'] = null;
  for (let from = 0; from < hours.length; from += 1) {
    let to = from;
    while (hours[to]?.good) to += 1;
    if (to > from && (!window || to - from > window[1] - window[0] + 1)) window = [from, to - 1];
    from = Math.max(from, to);
  }
  return { hours, window };
}
