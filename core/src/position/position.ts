import { CoreError, tableOf } from '../errors';
import { parseNumber, trimDecimals } from '../units';

/** Where something stands on the earth, degrees; north and east are above zero. */
export interface Position {
  latitudeDeg: number;
  longitudeDeg: number;
}

type Axis = 'latitude' | 'longitude';
const AXES: Record<Axis, { most: number; ahead: string; behind: string; label: string; example: string }> = tableOf('axis', {
  latitude: { most: 90, ahead: 'N', behind: 'S', label: 'Latitude', example: '43.53 S, −43.53 or 43° 31′ 48″ S' },
  longitude: { most: 180, ahead: 'E', behind: 'W', label: 'Longitude', example: '172.64 E or 172° 38′ 24″ E' },
});

const unreadable = (axis: Axis, text: string): never => {
  throw new CoreError('unreadable', axis, `${AXES[axis].label}: "${text.trim()}" is not in degrees, like ${AXES[axis].example}.`);
};

/**
 * Degrees as they are usually written: decimal, or degrees with minutes and seconds, with a sign or with the letter of the direction.
 * @param axis which of the two
 * @param text as typed
 * @returns degrees; south and west below zero
 * @throws CoreError unreadable | out-of-range, naming the axis
 * @example parseDegrees('latitude', '43° 31′ 48″ S') // -43.53
 * @example parseDegrees('longitude', 'W 100.6') // -100.6
 */
export function parseDegrees(axis: Axis, text: string): number {
  const { most, ahead, behind, label } = AXES[axis];
  const plain = text.trim().toUpperCase().replace(/[−–]/g, '-');
  const letters = plain.match(/[A-Z]/g) ?? [];
  const letter = letters[0];
  const signed = plain.startsWith('-') || plain.startsWith('+');
  if (letters.length > 1 || (letter && letter !== ahead && letter !== behind) || (letter && signed)) return unreadable(axis, text);
  if (letter && !plain.startsWith(letter) && !plain.endsWith(letter)) return unreadable(axis, text);
  const parts = plain
    .replace(/[A-Z+]/g, ' ')
    .replace(/^\s*-/, ' ')
    .replace(/''|[°º:′’'″”"]/g, ' ')
    .trim()
    .split(/\s+/);
  if (parts.length > 3 || parts.some((part) => !/^\d+([.,]\d+)?$/.test(part))) return unreadable(axis, text);
  const numbers = parts.map((part) => parseNumber(part.replace(',', '.'), axis));
  // Only the last part may have decimals, and a minute or second is below sixty.
  if (parts.slice(0, -1).some((part) => /[.,]/.test(part)) || numbers.slice(1).some((part) => part >= 60)) return unreadable(axis, text);
  const [degrees = NaN, minutes = 0, seconds = 0] = numbers;
  const value = degrees + minutes / 60 + seconds / 3600;
  if (value > most) throw new CoreError('out-of-range', axis, `${label} must be between ${most}° ${behind} and ${most}° ${ahead}.`);
  const below = plain.startsWith('-') || letter === behind;
  return value === 0 ? 0 : below ? -value : value;
}

/** Longest text that is read as a position. */
const LONGEST = 120;

/**
 * Both at once, as they are copied from a map or a data sheet: "42.2, -100.6", "42° 12′ N 100° 36′ W".
 * @param text as typed
 * @returns the position, or null when it is not two figures: then it is one of them, or nothing
 * @throws CoreError unreadable | out-of-range, naming the axis, when there are two and one is wrong
 * @example parsePosition('42.2, -100.6') // { latitudeDeg: 42.2, longitudeDeg: -100.6 }
 * @example parsePosition('42.2') // null
 */
export function parsePosition(text: string): Position | null {
  const plain = text.trim();
  // No position is longer, and what is goes through patterns that look back and forth.
  if (plain.length > LONGEST) return null;
  const byLetter = /^(.*?[NS])[\s,;]+(.*[EW])$/i.exec(plain) ?? /^([NS].*?)[\s,;]+([EW].*)$/i.exec(plain);
  const bySign = /^([+\-−–]?\d+(?:\.\d+)?°?)\s*[,;\s]\s*([+\-−–]?\d+(?:\.\d+)?°?)$/.exec(plain);
  const [, north, east] = byLetter ?? bySign ?? [];
  if (north === undefined || east === undefined) return null;
  return { latitudeDeg: parseDegrees('latitude', north), longitudeDeg: parseDegrees('longitude', east) };
}

/**
 * Degrees for a reader, to about ten metres.
 * @param axis which of the two
 * @param degrees south and west below zero
 * @returns text that is read back as the same
 * @example formatDegrees('longitude', -100.6) // "100.6° W"
 */
export const formatDegrees = (axis: Axis, degrees: number): string =>
  `${trimDecimals(Math.abs(degrees), 4)}° ${degrees < 0 ? AXES[axis].behind : AXES[axis].ahead}`;
