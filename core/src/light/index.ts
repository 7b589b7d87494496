export { CORNER_NAMES, cornersProblem, FIRST_CORNERS, projectionOf, type Corners, type PicturePoint } from './corners';
export type { Bitmap } from './samples';
export { lightWords, type LightNoted, type LightReading } from './noted';
export {
  gradeOfLight,
  LIGHT_COLUMNS,
  LIGHT_DOUBT_IDS,
  LIGHT_DOUBTS,
  LIGHT_ROWS,
  measureLight,
  type LightDoubt,
  type LightMark,
  type LightMeasured,
  type LightPair,
  type LightPicture,
} from './openArea';
