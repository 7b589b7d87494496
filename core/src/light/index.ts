export { CORNER_NAMES, cornersProblem, FIRST_CORNERS, projectionOf, type Corners, type PicturePoint } from './corners';
export { LIGHT_COLUMNS, LIGHT_DOUBT_IDS, LIGHT_ROWS, type LightMark, type LightMeasured } from './kept';
export { LIGHT_DOUBTS } from './doubts';
export { lightWords, type LightNoted, type LightReading } from './noted';
export type { Bitmap } from './samples';
export { gradeOfLight, measureLight, type LightPair, type LightPicture } from './openArea';
