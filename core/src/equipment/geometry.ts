import { CoreError, requireInRange, requirePositive } from '../errors';
import { METRES_PER_INCH } from '../units';

/** Shapes of coils. */
export const COIL_SHAPES = ['wrap', 'slab', 'a-coil', 'n-coil', 'wall-head'] as const;
/** One of `COIL_SHAPES`. */
export type CoilShape = (typeof COIL_SHAPES)[number];

/** How many faces (or slabs) each shape may have. */
export const FACES_ALLOWED: Record<CoilShape, { min: number; max: number; word: string }> = {
  wrap: { min: 1, max: 4, word: 'face' },
  slab: { min: 1, max: 1, word: 'slab' },
  'a-coil': { min: 2, max: 2, word: 'slab' },
  'n-coil': { min: 3, max: 3, word: 'slab' },
  'wall-head': { min: 1, max: 3, word: 'bend' },
};

/** Fins per inch met on residential coils run from about 8 (old, dusty sites) to 30 (spine fin counted along the tube). */
export const FPI_RANGE = { min: 8, max: 30 } as const;

/** One open face of a wrap-round coil, or one slab of an indoor coil. `widthM` runs along the tubes' band (slab: its depth). */
export interface CoilFace {
  id: string;
  name: string;
  widthM: number;
  /** Stands against a wall, hard to reach. */
  wallSide: boolean;
  /** Direction the face looks to, degrees clockwise from north; left out or null when nobody noted it. */
  facesDeg?: number | null;
  /** Wall or fence before the face that keeps the sun off; left out or null when nobody noted one. */
  fence?: FaceFence | null;
}

/** What stands before a face: so high, so far off, seen from the middle of the face. */
export interface FaceFence {
  heightM: number;
  distanceM: number;
}

/** Size and shape of a coil. */
export interface CoilGeometry {
  shape: CoilShape;
  /** Finned height, m. For an A- or N-coil, the width of each slab. */
  finnedHeightM: number;
  rows: 1 | 2 | 3;
  /** Fins per inch. */
  finsPerInch: number;
  /** Depth of one row in the direction of the air, m. Usual plate fin 0.866 in. */
  rowDepthM: number;
  faces: CoilFace[];
}

/** Usual depth of one row, 0.866 in (22 mm). Common practice, no source. */
export const USUAL_ROW_DEPTH_M = 0.866 * METRES_PER_INCH;

/**
 * Refuses a geometry that cannot be: sizes not above zero, rows not 1–3, fins per inch outside 8–30, wrong number of faces.
 * @param geometry size and shape of a coil, m
 * @throws CoreError out-of-range | not-a-number, naming `finnedHeightM`, `rows`, `finsPerInch`, `rowDepthM`, `faces`, `faces[i].widthM` or `faces[i].screen`
 * @example checkGeometry(coil().geometry) // undefined
 */
export function checkGeometry(geometry: CoilGeometry): void {
  requirePositive('finnedHeightM', geometry.finnedHeightM);
  requireInRange('finnedHeightM', geometry.finnedHeightM, 0.05, 4, 'm');
  requireInRange('rows', geometry.rows, 1, 3, 'rows');
  if (!Number.isInteger(geometry.rows)) throw new CoreError('out-of-range', 'rows', 'rows must be 1, 2 or 3.');
  requireInRange('finsPerInch', geometry.finsPerInch, FPI_RANGE.min, FPI_RANGE.max, 'fins per inch');
  requirePositive('rowDepthM', geometry.rowDepthM);
  const allowed = FACES_ALLOWED[geometry.shape];
  if (!allowed) throw new CoreError('unknown', 'shape', `"${String(geometry.shape)}" is not a coil shape.`);
  if (geometry.faces.length < allowed.min || geometry.faces.length > allowed.max) {
    const wanted = allowed.min === allowed.max ? `${allowed.min}` : `${allowed.min} to ${allowed.max}`;
    throw new CoreError('out-of-range', 'faces', `A ${geometry.shape} has ${wanted} ${allowed.word}s; got ${geometry.faces.length}.`);
  }
  geometry.faces.forEach((face, index) => {
    requirePositive(`faces[${index}].widthM`, face.widthM);
    requireInRange(`faces[${index}].widthM`, face.widthM, 0.05, 6, 'm');
    if (face.fence) {
      requireInRange(`faces[${index}].fence.heightM`, face.fence.heightM, 0, 20, 'm');
      requireInRange(`faces[${index}].fence.distanceM`, face.fence.distanceM, 0.05, 30, 'm');
    }
  });
}

/**
 * Area of one face, m² (finned height × its developed length).
 * @param geometry size and shape of a coil, m
 * @param face one open face
 * @returns m²
 * @example faceAreaOf(coil().geometry, coil().geometry.faces[0]) // 0.36
 */
export const faceAreaOf = (geometry: CoilGeometry, face: CoilFace): number => geometry.finnedHeightM * face.widthM;

/**
 * Total face area, m²: wrap-round faces added up, or slabs × height × depth.
 * @param geometry size and shape of a coil, m
 * @returns m²
 * @throws as checkGeometry
 * @example faceArea(coil().geometry) // 0.72
 */
export function faceArea(geometry: CoilGeometry): number {
  checkGeometry(geometry);
  return geometry.faces.reduce((sum, face) => sum + faceAreaOf(geometry, face), 0);
}

/**
 * Fin surface per face area and row, dimensionless: 2 × fins per inch × row depth in inches.
 * @example finSurfaceRatio(16, 0.866 * 0.0254) // 27.7
 */
export function finSurfaceRatio(finsPerInch: number, rowDepthM: number): number {
  requireInRange('finsPerInch', finsPerInch, FPI_RANGE.min, FPI_RANGE.max, 'fins per inch');
  requirePositive('rowDepthM', rowDepthM);
  return 2 * finsPerInch * (rowDepthM / METRES_PER_INCH);
}

/**
 * Fin surface of the whole coil, m²: both sides of every fin, every row. Tube holes (about 13 %, common practice) are
 * left in, so a film laid on this surface errs on the generous side. @throws as checkGeometry
 * @param geometry size and shape of a coil, m
 * @returns m²
 * @example finSurface(coil().geometry) > 10 // true
 */
export function finSurface(geometry: CoilGeometry): number {
  return faceArea(geometry) * geometry.rows * finSurfaceRatio(geometry.finsPerInch, geometry.rowDepthM);
}
