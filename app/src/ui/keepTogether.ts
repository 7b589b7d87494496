import { EDGES } from '@elm-mist/core/units';

/** Units of figures that are read and never typed, and what follows an hour. */
const READ = [
  ...['mL', 'L', 'gal', 'fl oz', 'qt', 'pt', 'cups', 'cup', 'tbsp', 'tsp'],
  ...['am', 'pm', 'ms', 's', 'min', 'h', 'kWh', 'W/m²', 'kg/m²', 'g', 'oz', 'cm', 'm', 'km', 'mi', 'ton', 'ppm', 'kB', 'MB', 'GB'],
];
const UNITS = [...new Set([...READ, ...Object.values(EDGES).flatMap(({ unit }) => [unit.us, unit.si])])];

const escaped = (unit: string): string => unit.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&');
const FIGURE = new RegExp(`([\\d½¼¾⅓⅔]) (${UNITS.filter(Boolean).map(escaped).join('|')})(?![\\p{L}\\p{N}²³/])`, 'gu');
/** A time in two units. */
const TIME = /(\d (?:h|min)) (?=\d+ (?:min|s)(?!\w))/g;
const RATIO = /(\d) : (?=\d)/g;

/**
 * Words with each figure kept on one line with its unit, and each time and each ratio on one line: "33 %", "1 h 20 min", "4 : 1". Only the kind of a
 * space changes.
 * @param words as they are to be read
 * @returns the same words
 * @example keepTogether('29 : 1') // '29\u00a0:\u00a01'
 */
export const keepTogether = (words: string): string =>
  /\d/.test(words) ? words.replace(TIME, '$1\u00a0').replace(FIGURE, '$1\u00a0$2').replace(RATIO, '$1\u00a0:\u00a0') : words;
