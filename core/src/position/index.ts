export { formatDegrees, parseDegrees, parsePosition } from './position';
