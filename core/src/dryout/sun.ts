import { getPosition } from 'suncalc';
import { requireInRange } from '../errors';

const RAD = Math.PI / 180;

export interface SunPosition {
  /** Above the horizon as it is seen, the air's bending of light counted in, degrees; below it negative. */
  altitudeDeg: number;
  /** Clockwise from north, degrees. */
  azimuthDeg: number;
}

/**
 * Where the sun stands, from the suncalc package (version 2: degrees, from north).
 * @param atMs UTC ms
 * @param latitudeDeg degrees, north above 0
 * @param longitudeDeg degrees, east above 0
 * @returns altitude and azimuth, degrees, from north
 * @throws CoreError out-of-range, naming the argument
 * @example sunPosition(Date.UTC(2026, 5, 21, 12), 51.5, 0).altitudeDeg > 60 // true
 */
export function sunPosition(atMs: number, latitudeDeg: number, longitudeDeg: number): SunPosition {
  requireInRange('latitudeDeg', latitudeDeg, -90, 90, '°');
  requireInRange('longitudeDeg', longitudeDeg, -180, 180, '°');
  const { altitude, azimuth } = getPosition(new Date(atMs), latitudeDeg, longitudeDeg);
  return { altitudeDeg: altitude, azimuthDeg: (azimuth + 360) % 360 };
}

/** Clear-sky global irradiance on level ground, W/m²: 1098·cos Z·exp(−0.057/cos Z). Source: Haurwitz (1945), from memory. */
export function clearSkyGlobalWm2(altitudeDeg: number): number {
  const cosZ = Math.sin(altitudeDeg * RAD);
  return cosZ <= 0 ? 0 : 1098 * cosZ * Math.exp(-0.057 / cosZ);
}

/** Clear-sky direct irradiance on a surface facing the sun, W/m²: 1353·0.7^(AM^0.678), AM = 1/cos Z. Source: Meinel and Meinel (1976), from memory. */
export function clearSkyDirectWm2(altitudeDeg: number): number {
  const cosZ = Math.sin(altitudeDeg * RAD);
  return cosZ <= 0.02 ? 0 : 1353 * 0.7 ** ((1 / cosZ) ** 0.678);
}

/** What stands before a face and shades it: a wall or fence so high, so far off, seen from the middle of the face. */
export interface Shade {
  heightM: number;
  distanceM: number;
}

/** The house wall before a wall-side face that nobody measured, m. Common practice, no source. */
export const HOUSE_WALL: Shade = { heightM: 3, distanceM: 0.5 };

/**
 * What shades a face: the wall or fence that was noted, else the house wall where it stands against one.
 * @param face one open face
 * @returns height and distance, m, or null
 * @example shadeOf({ wallSide: false }) // null
 */
export const shadeOf = (face: { wallSide: boolean; fence?: Shade | null }): Shade | null =>
  face.fence ?? (face.wallSide ? HOUSE_WALL : null);

export interface FaceSun {
  /** On the face itself, W/m². */
  totalWm2: number;
  directWm2: number;
}

/** Share of the ground's light that it throws back: grass and gravel. From memory. */
const GROUND_ALBEDO = 0.2;

/**
 * Sun on an upright face, W/m²: the direct beam as it slants on, half of the sky's diffuse light, and half of what the ground throws back.
 * Cloud takes the direct beam by its share of the sky and the global by 1 − 0.75·n^3.4 (Kasten and Czeplak 1980, from memory).
 * @param input where the sun stands; direction the face looks to, clockwise from north; cloud as a share of the sky, 0–1; what shades it
 * @returns W/m²
 * @throws CoreError out-of-range `facesDeg` | `cloud`
 * @example faceSun({ sun: { altitudeDeg: -10, azimuthDeg: 0 }, facesDeg: 0, cloud: 0 }).directWm2 // 0
 */
export function faceSun(input: { sun: SunPosition; facesDeg: number; cloud: number; shade?: Shade | null }): FaceSun {
  const { sun, facesDeg, cloud, shade } = input;
  requireInRange('facesDeg', facesDeg, 0, 360, '°');
  requireInRange('cloud', cloud, 0, 1);
  if (sun.altitudeDeg <= 0) return { totalWm2: 0, directWm2: 0 };
  const global = clearSkyGlobalWm2(sun.altitudeDeg) * (1 - 0.75 * cloud ** 3.4);
  const direct = clearSkyDirectWm2(sun.altitudeDeg) * (1 - cloud);
  const diffuse = Math.max(0, global - direct * Math.sin(sun.altitudeDeg * RAD));
  const toSun = Math.cos((sun.azimuthDeg - facesDeg) * RAD);
  const slant = Math.cos(sun.altitudeDeg * RAD) * toSun;
  // Height of the sun as it is seen in the plane square to the face.
  const shaded = shade && shade.distanceM > 0 && toSun > 0 && Math.tan(sun.altitudeDeg * RAD) / toSun < shade.heightM / shade.distanceM;
  const directWm2 = shaded ? 0 : direct * Math.max(0, slant);
  return { directWm2, totalWm2: directWm2 + diffuse / 2 + (GROUND_ALBEDO * global) / 2 };
}

/** Share that painted metal and wet fins take up. From memory. */
export const ABSORBED_SHARE = 0.6;
