import { CoreError } from '../errors';

/** A point of a picture, as shares of its width and height from the upper left. */
export interface PicturePoint {
  x: number;
  y: number;
}

/** The four corners of the finned area, clockwise from the upper left. */
export type Corners = readonly [PicturePoint, PicturePoint, PicturePoint, PicturePoint];

/** Names of the corners in their order. */
export const CORNER_NAMES = ['upper left', 'upper right', 'lower right', 'lower left'] as const;

const MARGIN = 0.12;

/** Where the corners stand before anybody moved them. */
export const FIRST_CORNERS: Corners = [
  { x: MARGIN, y: MARGIN },
  { x: 1 - MARGIN, y: MARGIN },
  { x: 1 - MARGIN, y: 1 - MARGIN },
  { x: MARGIN, y: 1 - MARGIN },
];

/** Least share of the picture that the coil fills. */
const LEAST_AREA = 0.02;

const turn = (a: PicturePoint, b: PicturePoint, c: PicturePoint) => (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);

/** Twice the enclosed area is the sum of these; shoelace formula. */
const areaOf = (corners: Corners) =>
  Math.abs(
    corners.reduce((sum, spot, i) => {
      const next = corners[(i + 1) % 4] as PicturePoint;
      return sum + spot.x * next.y - next.x * spot.y;
    }, 0),
  ) / 2;

/**
 * What is wrong with four corners.
 * @param corners as marked
 * @returns a sentence, or null when they can be used
 * @example cornersProblem(FIRST_CORNERS) // null
 */
export function cornersProblem(corners: Corners): string | null {
  if (corners.some(({ x, y }) => !(x >= 0 && x <= 1 && y >= 0 && y <= 1))) return 'A corner lies outside the picture.';
  const turns = corners.map((spot, i) => turn(spot, corners[(i + 1) % 4] as PicturePoint, corners[(i + 2) % 4] as PicturePoint));
  if (turns.some((each) => each <= 1e-6))
    return 'The corners cross over or lie in one line: upper left, upper right, lower right, lower left.';
  if (areaOf(corners) < LEAST_AREA) return 'The marked coil is too small in the picture: mark the whole finned area.';
  return null;
}

/** Takes a point of the rectified coil (shares across and down) to a point of the picture. */
export type Projection = (u: number, v: number) => PicturePoint;

/** Three rows of three: (u, v, 1) to (x·w, y·w, w). */
export type Matrix = readonly [number, number, number, number, number, number, number, number, number];

/**
 * The perspective that takes a unit square to the marked corners, closed form (Heckbert 1989, from memory).
 * @param corners as marked
 * @returns its matrix
 * @throws CoreError `corners` that cross, lie in a line, or outside the picture
 * @example matrixOf(FIRST_CORNERS)[6] // 0
 */
export function matrixOf(corners: Corners): Matrix {
  const problem = cornersProblem(corners);
  if (problem) throw new CoreError('unreadable', 'corners', problem);
  const [a, b, c, d] = corners;
  const sum = { x: a.x - b.x + c.x - d.x, y: a.y - b.y + c.y - d.y };
  const right = { x: b.x - c.x, y: b.y - c.y };
  const down = { x: d.x - c.x, y: d.y - c.y };
  const by = right.x * down.y - down.x * right.y;
  const g = (sum.x * down.y - down.x * sum.y) / by;
  const h = (right.x * sum.y - sum.x * right.y) / by;
  return [b.x - a.x + g * b.x, d.x - a.x + h * d.x, a.x, b.y - a.y + g * b.y, d.y - a.y + h * d.y, a.y, g, h, 1];
}

/**
 * Where each point of the coil lies in the picture.
 * @param corners as marked
 * @returns takes shares across and down the coil to a point of the picture
 * @throws CoreError `corners` that cross, lie in a line, or outside the picture
 * @example projectionOf(FIRST_CORNERS)(0.5, 0.5).x // 0.5
 */
export function projectionOf(corners: Corners): Projection {
  const [a, b, c, d, e, f, g, h] = matrixOf(corners);
  return (u, v) => {
    const w = g * u + h * v + 1;
    return { x: (a * u + b * v + c) / w, y: (d * u + e * v + f) / w };
  };
}

/** Change of the size, shape or lean of the marks between two pictures above which the camera is taken to have stood elsewhere. Judgment. */
const ELSEWHERE = { area: 2.2, aspect: 1.25, leanDeg: 20 };

const lengthOf = (from: PicturePoint, to: PicturePoint, aspect: number) => Math.hypot((to.x - from.x) * aspect, to.y - from.y);

/**
 * How wide a marked coil is for its height, as it looks in the picture.
 * @param corners as marked
 * @param pictureAspect width over height of the picture
 * @returns mean width over mean height
 * @example aspectOf(FIRST_CORNERS, 1.5) // 1.5
 */
export function aspectOf(corners: Corners, pictureAspect: number): number {
  const [a, b, c, d] = corners;
  return (lengthOf(a, b, pictureAspect) + lengthOf(d, c, pictureAspect)) / (lengthOf(a, d, pictureAspect) + lengthOf(b, c, pictureAspect));
}

/**
 * Whether the camera stood elsewhere for the second picture: fins are deep, and from another side they hide more of the light.
 * @param first corners and width over height of the picture
 * @param second of the other picture
 * @returns true when size, shape or lean of the marks changed by more than a hand does
 * @example cameraMoved({ corners: FIRST_CORNERS, aspect: 1.5 }, { corners: FIRST_CORNERS, aspect: 1.5 }) // false
 */
export function cameraMoved(first: { corners: Corners; aspect: number }, second: { corners: Corners; aspect: number }): boolean {
  const apart = (one: number, other: number) => Math.max(one / other, other / one);
  const lean = ({ corners: [a, b], aspect }: typeof first) => (Math.atan2(b.y - a.y, (b.x - a.x) * aspect) * 180) / Math.PI;
  return (
    apart(areaOf(first.corners), areaOf(second.corners)) > ELSEWHERE.area ||
    apart(aspectOf(first.corners, first.aspect), aspectOf(second.corners, second.aspect)) > ELSEWHERE.aspect ||
    Math.abs(lean(first) - lean(second)) > ELSEWHERE.leanDeg
  );
}
