import { dayRibbon, type HourAir, type Ribbon, type RibbonHour, type SunnyFace } from './ribbon';
import { pressureAtAltitudeKPa } from './vapour';
import { shadeOf } from './sun';
import type { CoilGeometry } from '../equipment';

/** Foam must stay wet so long: a five-minute label and a minute to rinse, s. Common practice, no source. */
export const USUAL_NEED_S = 360;
const HOUR_MS = 3_600_000;

/** When an outdoor coil can be foamed on a day, and what stands against the hours of its visit. */
export interface VisitRibbon extends Ribbon {
  /** The worst hour of the visit that is not good, and why; null when all are. */
  bad: { hour: RibbonHour; why: 'storm' | 'cold' | 'sun' | 'wind' } | null;
}

/**
 * The day hour by hour for an outdoor coil, and whether its visit is planned into a bad hour.
 * @param input faces of the coil, place, feed of the day, the visit's start and end, UTC ms, and the coldest air for washing, °C
 * @returns hours, the good window, and what is bad
 * @throws CoreError out-of-range, naming the argument
 * @example visitRibbon({ geometry: coil().geometry, latitudeDeg: 42, longitudeDeg: -100, altitudeM: 700, hours: [], startMs: 0, endMs: 1, minimumC: 5 }).bad // null
 */
export function visitRibbon(input: {
  geometry: Pick<CoilGeometry, 'faces'>;
  latitudeDeg: number;
  longitudeDeg: number;
  altitudeM: number;
  hours: readonly HourAir[];
  startMs: number;
  endMs: number;
  minimumC: number;
}): VisitRibbon {
  const { latitudeDeg, longitudeDeg, minimumC, startMs, endMs } = input;
  const faces = input.geometry.faces.map((face): SunnyFace => ({ facesDeg: face.facesDeg ?? null, shade: shadeOf(face) }));
  const ribbon = dayRibbon({
    hours: input.hours,
    faces,
    latitudeDeg,
    longitudeDeg,
    pressureKPa: pressureAtAltitudeKPa(input.altitudeM),
    needS: USUAL_NEED_S,
    minimumC,
  });
  const [hour] = ribbon.hours
    .filter((row) => !row.good && row.atMs < endMs && row.atMs + HOUR_MS > startMs)
    .sort((a, b) => Number(b.storm ?? false) - Number(a.storm ?? false) || a.drySeconds - b.drySeconds);
  const whyOf = ({ storm, dryBulbC, sunOnCoil }: RibbonHour) =>
    storm ? 'storm' : dryBulbC < minimumC ? 'cold' : sunOnCoil ? 'sun' : 'wind';
  return { ...ribbon, bad: hour ? { hour, why: whyOf(hour) } : null };
}
