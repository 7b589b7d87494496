import { trustedSeconds, type DryTime } from '../dryout';
import { faceAreaOf, type CoilFace, type CoilGeometry } from '../equipment';
import type { Grade } from '../survey';
import type { FaceDrying } from './methodFacts';

/** A piece of a face that is foamed and rinsed as one. `number` counts in the order of work from 1. */
export interface Section {
  id: string;
  number: number;
  faceId: string;
  faceName: string;
  areaM2: number;
  wallSide: boolean;
  /** Time until foam on its face dries, without margin; null when unknown. Plans of before the sun of each face have none. */
  drySeconds?: DryTime | null;
}

/** Seconds for each m² of face. Common practice, no source: a 3.5 ft² face takes about 15 s to foam. */
export const APPLY_S_PER_M2 = 45;
/** Time to rinse a square metre of one row, s, by the grade that was seen. Common practice, no source; the shop's own runs teach it. */
export const RINSE_S_PER_M2_ROW: Record<Grade, number> = { 0: 60, 1: 60, 2: 120, 3: 240, 4: 480 };
/** What plans of before version 6 took for it, whatever the grade, s. */
const RINSE_S_BEFORE = 90;

/**
 * Time to rinse a square metre of face, all its rows, s.
 * @param grade the worst that was seen
 * @param rows how many rows deep, 1–3
 * @returns s for each m² of face
 * @example rinsePace(3, 2) // 480
 */
export const rinsePace = (grade: Grade, rows: number): number => RINSE_S_PER_M2_ROW[grade] * rows;

/**
 * The same as a plan has it; plans of before it was told by grade took one pace for all.
 * @param plan of the coil
 * @returns s for each m² of face
 * @example rinsePaceOf(planCoil(coil(), graded(3), mildDay, shelf, house())) // 240
 */
export const rinsePaceOf = (plan: { rinseSPerM2?: number; facts?: { rows: number } }): number =>
  plan.rinseSPerM2 ?? RINSE_S_BEFORE * (plan.facts?.rows ?? 1);
/** Smallest piece worth marking off, and the most pieces a face is cut into. */
export const SMALLEST_SECTION_M2 = 0.1;
export const MOST_SECTIONS_PER_FACE = 4;

/** Largest section, m², whose apply + dwell + rinse ends within `usableS`; null when not even the smallest does. */
function largestSectionM2(usableS: number, dwellMinS: number, paceS: number): number | null {
  const area = (usableS - dwellMinS) / (APPLY_S_PER_M2 + paceS);
  return area >= SMALLEST_SECTION_M2 ? area : null;
}

/**
 * Cuts each face, in the order given, into equal pieces no larger than its own limit; pieces of a face lie side by side, never one above the
 * other, so that what runs down from one stays on it.
 * @param largestM2 by face id; a face that is not there is one piece
 */
export function cutSections(
  geometry: CoilGeometry,
  order: readonly CoilFace[],
  largestM2: Readonly<Record<string, number>>,
  drying: readonly FaceDrying[],
): Section[] {
  const sections: Section[] = [];
  for (const face of order) {
    const area = faceAreaOf(geometry, face);
    const pieces = Math.min(MOST_SECTIONS_PER_FACE, Math.max(1, Math.ceil(area / (largestM2[face.id] ?? Infinity) - 1e-9)));
    for (let piece = 1; piece <= pieces; piece += 1) {
      sections.push({
        id: pieces === 1 ? face.id : `${face.id}.${piece}`,
        number: sections.length + 1,
        faceId: face.id,
        faceName: face.name,
        areaM2: area / pieces,
        wallSide: face.wallSide,
        drySeconds: drying.find((row) => row.faceId === face.id)?.dry ?? null,
      });
    }
  }
  return sections;
}

/** Pieces that stay wet: the largest of each face, and how often they have to be misted for it. */
export interface WetFit {
  largestM2: Record<string, number>;
  mists: number;
}

/** Water on foam dilutes it: once or twice, no more. Common practice, no source. */
export const MOST_MISTS = 2;

/** What a piece has to stay wet for: the dwell, and the rinse of each m² of face. */
export interface WetFor {
  dwellMinS: number;
  /** Rinse of each m² of face, s. */
  paceS: number;
}

/**
 * The largest pieces of every face whose apply + dwell + rinse ends before their first patch dries, with the margin kept back.
 * @param mostMists how often foam may be wetted again, each time for as long as it stays wet by itself
 * @returns null when even the smallest piece of a face cannot be kept wet
 */
export function fitSections(
  geometry: CoilGeometry,
  drying: readonly FaceDrying[],
  { dwellMinS, paceS }: WetFor,
  mostMists = 0,
): WetFit | null {
  for (let mists = 0; mists <= mostMists; mists += 1) {
    const largestM2: Record<string, number> = {};
    const all = geometry.faces.every((face) => {
      const wetS = trustedSeconds(drying.find((row) => row.faceId === face.id)?.dry ?? null);
      if (wetS === Infinity) return true;
      const largest = largestSectionM2(wetS * (mists + 1), dwellMinS, paceS);
      if (largest === null || faceAreaOf(geometry, face) / MOST_SECTIONS_PER_FACE > largest + 1e-9) return false;
      largestM2[face.id] = largest;
      return true;
    });
    if (all) return { largestM2, mists };
  }
  return null;
}

/** Least time that foam has to stay wet on this coil, s: the smallest pieces of its largest face, foamed, soaked and rinsed. */
export function leastWetSeconds(geometry: CoilGeometry, { dwellMinS, paceS }: WetFor): number {
  const largest = Math.max(...geometry.faces.map((face) => faceAreaOf(geometry, face)));
  const piece = Math.max(SMALLEST_SECTION_M2, largest / MOST_SECTIONS_PER_FACE);
  return dwellMinS + piece * (APPLY_S_PER_M2 + paceS);
}
