import { faceAreaOf, type CoilGeometry } from '../equipment';

/** A piece of a face that is foamed and rinsed as one. `number` counts in the order of work from 1. */
export interface Section {
  id: string;
  number: number;
  faceId: string;
  faceName: string;
  areaM2: number;
  wallSide: boolean;
}

/** Seconds for each m² of face. Common practice, no source: a 3.5 ft² face takes about 15 s to foam and half a minute to rinse, per row. */
export const APPLY_S_PER_M2 = 45;
export const RINSE_S_PER_M2 = 90;
/** Smallest piece worth marking off, and the most pieces a face is cut into. */
export const SMALLEST_SECTION_M2 = 0.1;
export const MOST_SECTIONS_PER_FACE = 4;

/** Largest section, m², whose apply + dwell + rinse ends within `usableS`; null when not even the smallest does. */
export function largestSectionM2(usableS: number, dwellMinS: number, rows: number): number | null {
  const perM2 = APPLY_S_PER_M2 + RINSE_S_PER_M2 * rows;
  const area = (usableS - dwellMinS) / perM2;
  return area >= SMALLEST_SECTION_M2 ? area : null;
}

/** Cuts every face into equal pieces no larger than `largestM2`, numbered face by face in the order given. */
export function cutSections(geometry: CoilGeometry, largestM2: number): Section[] {
  const sections: Section[] = [];
  for (const face of geometry.faces) {
    const area = faceAreaOf(geometry, face);
    const pieces = Math.min(MOST_SECTIONS_PER_FACE, Math.max(1, Math.ceil(area / largestM2 - 1e-9)));
    for (let piece = 1; piece <= pieces; piece += 1) {
      sections.push({
        id: pieces === 1 ? face.id : `${face.id}.${piece}`,
        number: sections.length + 1,
        faceId: face.id,
        faceName: face.name,
        areaM2: area / pieces,
        wallSide: face.wallSide,
      });
    }
  }
  return sections;
}

/** Whether every face can be cut small enough within the most pieces allowed. */
export function canCut(geometry: CoilGeometry, largestM2: number): boolean {
  return geometry.faces.every((face) => faceAreaOf(geometry, face) / MOST_SECTIONS_PER_FACE <= largestM2 + 1e-9);
}
