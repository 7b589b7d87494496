import { CoreError } from '../errors';

/** One way that a typed number can be read. */
export interface NumberReading {
  value: number;
  /** The same number typed so that it can be read one way only. */
  typed: string;
}

const GLYPHS: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** No figure of the trade is larger. */
const MOST = 1e15;

const readingOf = (plain: string): NumberReading => ({ value: Number(plain), typed: String(Number(plain)) });

/** Readings of a number with a comma or a dot in it; none when it is no number. */
function decimalReadings(plain: string): NumberReading[] {
  if (/^(\d+\.?\d*|\.\d+)$/.test(plain)) return [readingOf(plain)];
  const grouped = () => readingOf(plain.replace(/,/g, ''));
  const decimal = () => readingOf(plain.replace(/\./g, '').replace(',', '.'));
  // A lone comma before three figures groups thousands in one country and begins the decimals in the next; no group begins with a nought.
  if (/^[1-9]\d{0,2},\d{3}$/.test(plain)) return [grouped(), decimal()];
  if (/^[1-9]\d{0,2}(,\d{3})+(\.\d*)?$/.test(plain)) return [grouped()];
  if (/^(\d*|[1-9]\d{0,2}(\.\d{3})+),\d+$/.test(plain)) return [decimal()];
  return [];
}

/**
 * Every way a typed number can be read: one, or two where a comma may group thousands or begin the decimals.
 * "3", "1.5", "1,5", ".5", "1/2", "1 1/2", "1½", "1-1/2"; never below zero.
 * @param text as typed
 * @param field named by the error
 * @returns one or two readings, the grouped one first
 * @throws CoreError unreadable | out-of-range, naming `field`
 * @example numberReadings('1,500').map((reading) => reading.value) // [1500, 1.5]
 */
export function numberReadings(text: string, field = 'number'): NumberReading[] {
  const plain = text
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (glyph) => ` ${GLYPHS[glyph]}`)
    .trim()
    .replace(/^(\d+)-(?=\d+\/)/, '$1 ');
  const mixed = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(plain);
  const bottom = Number(mixed?.[3]);
  const readings = mixed
    ? bottom === 0
      ? []
      : [{ value: Number(mixed[1] ?? 0) + Number(mixed[2]) / bottom, typed: plain }]
    : decimalReadings(plain);
  if (readings.some(({ value }) => !(value <= MOST)))
    throw new CoreError('out-of-range', field, `${field}: that is more than anybody measures.`);
  if (readings.length === 0) throw new CoreError('unreadable', field, `${field}: "${text.trim()}" is not a number.`);
  return readings;
}

/**
 * A number as people type it, never below zero. The one reader of every field: a comma that can mean two things is asked about, never guessed.
 * @param text as typed
 * @param field named by the error
 * @returns the number
 * @throws CoreError unreadable | ambiguous, naming `field`
 * @example parseNumber('1 1/2') // 1.5
 * @example parseNumber('0,500') // 0.5
 */
export function parseNumber(text: string, field = 'number'): number {
  const [first, second] = numberReadings(text, field);
  if (first && second)
    throw new CoreError(
      'ambiguous',
      field,
      `${field}: "${text.trim()}" could be ${first.typed} or ${second.typed}. Type it without the comma.`,
    );
  return first?.value ?? NaN;
}

/**
 * As `parseNumber`, with a sign allowed.
 * @param text as typed; a true minus or a dash counts as one
 * @param field named by the error
 * @returns the number
 * @throws CoreError unreadable | ambiguous, naming `field`
 * @example parseSigned('−4,5') // -4.5
 */
export function parseSigned(text: string, field = 'number'): number {
  const plain = text.trim().replace(/^[−–]/, '-');
  return plain.startsWith('-') ? -parseNumber(plain.slice(1), field) : parseNumber(plain, field);
}
