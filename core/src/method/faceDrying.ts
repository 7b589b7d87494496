import { tableOf } from '../errors';
import { ABSORBED_SHARE, dryOut, dryTimeOf, faceSun, shadeOf, SKIN_FILM_KG_M2, sooner, sunPosition, type DryTime } from '../dryout';
import type { CoilFace } from '../equipment';
import { SUN_TABLE, type SunExposure } from '../survey';
import type { CoilBuild, FaceDrying, MethodContext } from './methodFacts';

/** Share of the sky that is clouded for a plain description of the sun. Common practice, no source. */
const CLOUD: Record<Exclude<SunExposure, 'shade'>, number> = tableOf('sun exposure', { broken: 0.5, full: 0 });
const HOUR_MS = 3_600_000;

/**
 * Net radiation that the wet skin of one face takes up, W/m². With the hour, the place and the direction of the face it is the sun on that
 * face; without them, what stands for the sun that was typed. A shaded coil takes up none.
 */
function faceRadiation(face: CoilFace, context: MethodContext, shaded: boolean, laterMs: number): number {
  const sun = context.site?.sun ?? 'shade';
  if (shaded || sun === 'shade') return 0;
  const { sky } = context;
  if (!sky || typeof face.facesDeg !== 'number') return SUN_TABLE[sun].netRadiationWm2;
  const position = sunPosition(sky.atMs + laterMs, sky.latitudeDeg, sky.longitudeDeg);
  return faceSun({ sun: position, facesDeg: face.facesDeg, cloud: CLOUD[sun], shade: shadeOf(face) }).totalWm2 * ABSORBED_SHARE;
}

/**
 * Drying time of every face of an outdoor coil, each in its own sun.
 * @param coil as it is built
 * @param context with the air as noted
 * @param shaded a sheet or board keeps the sun off all of them
 * @returns one row for each face; null indoors and where no air was noted
 * @throws CoreError out-of-range, naming the part of the air that is out of range
 * @example faceDrying(coil(), { ...mildDay, site: { dryBulbC: 20, rhPct: 100, windMs: 0, sun: 'shade' } })[0].dry // "never"
 */
export function faceDrying(coil: CoilBuild, context: MethodContext, shaded = false): FaceDrying[] {
  const { site } = context;
  return coil.geometry.faces.map((face) => {
    if (coil.role !== 'condenser' || !site) return { faceId: face.id, dry: null, later: null };
    const at = (laterMs: number) =>
      dryTimeOf(
        dryOut({
          filmKgM2: SKIN_FILM_KG_M2,
          dryBulbC: site.dryBulbC,
          rhPct: site.rhPct,
          windMs: site.windMs,
          netRadiationWm2: faceRadiation(face, context, shaded, laterMs),
          pressureKPa: context.pressureKPa,
        }).seconds,
      );
    const dry = at(0);
    const turns = context.sky && site.sun !== 'shade' && !shaded && typeof face.facesDeg === 'number';
    return { faceId: face.id, dry, later: turns ? at(HOUR_MS) : dry };
  });
}

/**
 * The shortest drying time of several faces.
 * @param faces as `faceDrying` gives them
 * @returns null when none is known
 * @example driesFirst([{ faceId: 'a', dry: 'never', later: null }, { faceId: 'b', dry: 400, later: null }]) // 400
 */
export const driesFirst = (faces: readonly FaceDrying[]): DryTime | null =>
  faces.reduce<DryTime | null>((first, { dry }) => (dry === null ? first : first === null ? dry : sooner(first, dry)), null);

const secondsOf = (dry: DryTime): number => (dry === 'never' ? Infinity : dry);

/**
 * Faces in the order to work them: first those that the sun is coming round to, then those in shade, then those in sun that will leave it; the
 * wall side after its like, since its slow rinse would hold up the next one's clock. A wall head goes from the top down, its rear bend last.
 * Common practice, no source.
 * @param faces of the coil
 * @param drying of each
 * @example workOrder(coil().geometry.faces, faceDrying(coil(), mildDay)).map((face) => face.id) // ['path', 'hedge']
 */
export function workOrder(faces: readonly CoilFace[], drying: readonly FaceDrying[]): CoilFace[] {
  const keyOf = (face: CoilFace): [number, number, number] => {
    const row = drying.find((each) => each.faceId === face.id);
    if (!row || row.dry === null || row.later === null) return [0, 0, face.wallSide ? 1 : 0];
    const [dry, later] = [secondsOf(row.dry), secondsOf(row.later)];
    const coming = later < dry * 0.8 ? -1 : later > dry * 1.25 ? 1 : 0;
    // Minutes are as fine as the difference between two faces matters.
    return [coming, -Math.round(Math.min(dry, HOUR_MS / 1000) / 60), face.wallSide ? 1 : 0];
  };
  const keys = new Map(faces.map((face) => [face.id, keyOf(face)]));
  return [...faces].sort((a, b) => {
    const x = keys.get(a.id) as [number, number, number];
    const y = keys.get(b.id) as [number, number, number];
    return x[0] - y[0] || x[1] - y[1] || x[2] - y[2];
  });
}
