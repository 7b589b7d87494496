import { CoreError } from '../errors';
import { parseNumber } from '../units';

export interface RatioReading {
  /** Parts of water to one part of concentrate. 0 is straight concentrate. */
  waterParts: number;
  /** How the text was read, in words. */
  readAs: string;
}

interface RatioForm {
  pattern: RegExp;
  read: (match: RegExpExecArray, field: string) => RatioReading;
}

/** Widest dilution that any label of the trade comes near; beyond it the text is taken for a slip. */
const MAX_WATER_PARTS = 1000;

const NUM = '(-?[\\d.,/½¼¾ ]*[\\d½¼¾])';
const form = (body: string): RegExp => new RegExp(`^${body}$`, 'i');
const perGallon =
  (kind: 'water' | 'mix'): RatioForm['read'] =>
  (m, field) => {
    const ounces = positive(m[1], field);
    const waterParts = kind === 'water' ? 128 / ounces : 128 / ounces - 1;
    return { waterParts, readAs: `${ounces} fl oz in each gallon of ${kind}` };
  };

const RATIO_FORMS: readonly RatioForm[] = [
  {
    pattern: form(`${NUM} ?(?::|to) ?${NUM}`),
    read: (m, field) => {
      const first = signed(m[1], field);
      const second = signed(m[2], field);
      if (first < 0 || second < 0) throw new CoreError('out-of-range', field, `${field}: parts cannot be below zero.`);
      if (second === 0)
        throw new CoreError('out-of-range', field, `${field}: "${m[0].trim()}" has no concentrate in it; water only needs no ratio.`);
      if (first === 1 && second > 1) return { waterParts: second, readAs: `1 part concentrate to ${second} parts water` };
      return { waterParts: first / second, readAs: `${first} parts water to ${second} concentrate` };
    },
  },
  {
    pattern: form(`(?:1|one) (?:parts? )?in ${NUM}(?: parts?)?`),
    read: (m, field) => {
      const parts = positive(m[1], field);
      if (parts < 1) throw new CoreError('out-of-range', field, `${field}: 1 part in ${parts} is more than straight concentrate.`);
      return { waterParts: parts - 1, readAs: `1 part in ${parts} of the mix` };
    },
  },
  {
    pattern: form(`${NUM} ?%(?: v/v| by volume)?`),
    read: (m, field) => {
      const percent = positive(m[1], field);
      if (percent > 100) throw new CoreError('out-of-range', field, `${field}: ${percent} % is more than straight concentrate.`);
      return { waterParts: 100 / percent - 1, readAs: `${percent} % of the mix by volume` };
    },
  },
  { pattern: form(`${NUM} ?(?:fl\\.? ?)?oz\\.? (?:per|/|to a|in a|a) ?(?:gal|gallon) of water`), read: perGallon('water') },
  { pattern: form(`${NUM} ?(?:fl\\.? ?)?oz\\.? (?:per|/|in a|a) ?(?:gal|gallon) of mix`), read: perGallon('mix') },
  {
    pattern: form(`${NUM} ?(?:fl\\.? ?)?oz\\.? ?(?:per|/|to a|in a|a) ?(?:gal|gallon)`),
    read: (m, field) => {
      const ounces = positive(m[1], field);
      throw new CoreError('ambiguous', field, `${field}: say "of water" (${128 / ounces}:1) or "of mix" (${128 / ounces - 1}:1).`);
    },
  },
  {
    pattern: form(`${NUM} ?ml (?:per|/) ?(?:l|litre|liter) of water`),
    read: (m, field) => {
      const ml = positive(m[1], field);
      return { waterParts: 1000 / ml, readAs: `${ml} mL in each litre of water` };
    },
  },
  {
    pattern: form(`makes ${NUM} ?(?:gal|gals|gallons?)`),
    read: (m, field) => {
      const gallons = positive(m[1], field);
      if (gallons < 1) throw new CoreError('out-of-range', field, `${field}: a gallon cannot make less than a gallon.`);
      return { waterParts: gallons - 1, readAs: `one gallon of concentrate makes ${gallons} gallons` };
    },
  },
  {
    pattern: /^(straight|neat|undiluted|ready to use|rtu)$/i,
    read: () => ({ waterParts: 0, readAs: 'straight, no water' }),
  },
];

function signed(text: string | undefined, field: string): number {
  const trimmed = (text ?? '').trim();
  return trimmed.startsWith('-') ? -parseNumber(trimmed.slice(1), field) : parseNumber(trimmed, field);
}

function positive(text: string | undefined, field: string): number {
  const value = signed(text, field);
  if (!(value > 0)) throw new CoreError('out-of-range', field, `${field}: the amount must be more than zero.`);
  return value;
}

/**
 * A strength as a label states it, as parts of water to one of concentrate.
 * "4:1" and "4 to 1" are four of water to one of concentrate; "1:4" is the same the other way round; "1 part in 5",
 * "20 %", "16 fl oz per gallon of water | of mix", "makes 8 gallons", "straight".
 * A lone number is refused: "4" could be 4:1 or 1 in 4.
 * @throws CoreError missing | unreadable | out-of-range | ambiguous, naming `field`
 * @example parseRatio('4 to 1').waterParts // 4
 */
export function parseRatio(text: string, field = 'ratio'): RatioReading {
  const plain = text.trim().replace(/\s+/g, ' ').replace(/[−–]/g, '-').replace(/∶/g, ':');
  if (plain === '') throw new CoreError('missing', field, `${field}: type the strength, for example "4:1".`);
  if (/^-?[\d.,]+$/.test(plain)) {
    throw new CoreError('ambiguous', field, `${field}: "${plain}" could be ${plain}:1 or 1 in ${plain}. Type it as "4:1" or "1 in 5".`);
  }
  for (const { pattern, read } of RATIO_FORMS) {
    const match = pattern.exec(plain);
    if (!match) continue;
    const reading = read(match, field);
    if (reading.waterParts > MAX_WATER_PARTS) {
      throw new CoreError('out-of-range', field, `${field}: ${plain} is weaker than ${MAX_WATER_PARTS}:1. Check the label.`);
    }
    return reading;
  }
  throw new CoreError('unreadable', field, `${field}: "${text.trim()}" is not a strength. Type it as "4:1", "1 in 5" or "20 %".`);
}
