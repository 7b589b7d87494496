import { CoreError } from '../errors';
import { litresNamed, parseNumber } from '../units';

/** What a label's amount is counted against: each unit of water, or each unit of the finished mix. */
export const COUNTS_AGAINST = ['water', 'mix'] as const;
/** One of `COUNTS_AGAINST`. */
export type CountsAgainst = (typeof COUNTS_AGAINST)[number];

/** One way that a strength on a label can be read. */
export interface RatioReading {
  /** Parts of water to one part of concentrate. 0 is straight concentrate. */
  waterParts: number;
  /** How the text was read, in words. */
  readAs: string;
  /** Set when the text can be read both ways: which of the two this is. */
  against?: CountsAgainst;
}

interface RatioForm {
  pattern: RegExp;
  read: (match: RegExpExecArray, field: string) => RatioReading[];
}

/** Widest dilution that any label of the trade comes near; beyond it the text is taken for a slip. */
const MAX_WATER_PARTS = 1000;

const NUM = '(-?[\\d.,/½¼¾⅓⅔⅛⅜⅝⅞ ]*[\\d½¼¾⅓⅔⅛⅜⅝⅞])';
const CLEANER = '(?:(?:of )?(?:concentrate|cleaner|product|chemical))';
const MIX = '(?:finished |ready |made |total )*(?:mix|mixture|solution)';
const form = (body: string): RegExp => new RegExp(`^${body}$`, 'i');

const outOfRange = (field: string, words: string): CoreError => new CoreError('out-of-range', field, `${field}: ${words}`);

/** An amount against each unit of water gives `per / amount`; against the mix, one less. */
function againstReadings(amount: number, per: number, words: string, against: CountsAgainst | null, field: string): RatioReading[] {
  const rows: { against: CountsAgainst; waterParts: number }[] = [
    { against: 'water', waterParts: per / amount },
    { against: 'mix', waterParts: per / amount - 1 },
  ];
  const meant = rows.filter((row) => against === null || row.against === against);
  const possible = meant.filter((row) => row.waterParts > -1e-12);
  if (possible.length === 0) throw outOfRange(field, `${words} of mix is more than straight concentrate.`);
  return possible.map((row) => ({
    waterParts: Math.max(0, row.waterParts),
    readAs: `${words} of ${row.against}`,
    ...(possible.length > 1 ? { against: row.against } : {}),
  }));
}

function partsToOne(first: number, second: number, text: string, field: string): RatioReading[] {
  if (first < 0 || second < 0) throw outOfRange(field, 'parts cannot be below zero.');
  if (second === 0) throw outOfRange(field, `"${text}" has no concentrate in it; water only needs no ratio.`);
  if (first === 1 && second > 1) return [{ waterParts: second, readAs: `1 part concentrate to ${second} parts water` }];
  return [{ waterParts: first / second, readAs: `${first} parts water to ${second} concentrate` }];
}

const namedParts = (water: string | undefined, cleaner: string | undefined, text: string, field: string): RatioReading[] => {
  const w = signed(water, field);
  const c = signed(cleaner, field);
  if (w < 0 || c < 0) throw outOfRange(field, 'parts cannot be below zero.');
  if (c === 0) throw outOfRange(field, `"${text}" has no concentrate in it; water only needs no ratio.`);
  return [{ waterParts: w / c, readAs: `${w} parts water to ${c} concentrate` }];
};

const RATIO_FORMS: readonly RatioForm[] = [
  {
    pattern: form(`${NUM} ?(?:parts? )?(?:of )?water (?:to|:|and|with) ${NUM} ?(?:parts? )?${CLEANER}?`),
    read: (m, field) => namedParts(m[1], m[2], m[0], field),
  },
  {
    pattern: form(`${NUM} ?(?:parts? )?${CLEANER} (?:to|:|and|with|in) ${NUM} ?(?:parts? )?(?:of )?water`),
    read: (m, field) => namedParts(m[2], m[1], m[0], field),
  },
  {
    pattern: form(`${NUM} ?(?:parts?)? ?(?::|to) ?${NUM}(?: parts?)?`),
    read: (m, field) => partsToOne(signed(m[1], field), signed(m[2], field), m[0].trim(), field),
  },
  {
    pattern: form(`(?:1|one) (?:parts? )?(?:${CLEANER} )?(?:in|out of) ${NUM}(?: parts?)?(?: of ${MIX})?`),
    read: (m, field) => {
      const parts = positive(m[1], field);
      if (parts < 1) throw outOfRange(field, `1 part in ${parts} is more than straight concentrate.`);
      return [{ waterParts: parts - 1, readAs: `1 part in ${parts} of the mix` }];
    },
  },
  {
    pattern: form(`${NUM} ?(?:%|percent)(?: v/v| by volume)?`),
    read: (m, field) => {
      const percent = positive(m[1], field);
      if (percent > 100) throw outOfRange(field, `${percent} % is more than straight concentrate.`);
      return [{ waterParts: 100 / percent - 1, readAs: `${percent} % of the mix by volume` }];
    },
  },
  {
    pattern: form(
      `${NUM} ?([a-z][a-z. ]*?)(?: ?\\/ ?| per | to (?:a|each|every|one) | in (?:a|each|one) | for (?:a|each|every) | a )(?:${NUM} ?)?([a-z]+)(?: of (water|${MIX}))?`,
    ),
    read: (m, field) => {
      const amount = positive(m[1], field);
      const per = m[3] === undefined ? 1 : positive(m[3], field);
      const amountUnit = litresNamed(m[2] ?? '');
      const perUnit = litresNamed(m[4] ?? '');
      if (amountUnit === null || perUnit === null) {
        const stranger = (amountUnit === null ? m[2] : m[4]) ?? '';
        throw new CoreError('unknown', field, `${field}: "${stranger.trim()}" is not a unit of volume.`);
      }
      const against = m[5] === undefined ? null : /^water$/i.test(m[5]) ? 'water' : 'mix';
      const words = `${amount} ${(m[2] ?? '').trim()} in each ${per === 1 ? '' : `${per} `}${m[4] ?? ''}`;
      return againstReadings(amount * amountUnit, per * perUnit, words, against, field);
    },
  },
  {
    pattern: form(`(?:(?:1|one|a) (?:gal|gallon) )?makes ${NUM} ?(?:gal|gals|gallons?)`),
    read: (m, field) => {
      const gallons = positive(m[1], field);
      if (gallons < 1) throw outOfRange(field, 'a gallon cannot make less than a gallon.');
      return [{ waterParts: gallons - 1, readAs: `one gallon of concentrate makes ${gallons} gallons` }];
    },
  },
  {
    pattern: /^(straight|neat|undiluted|full strength|as it comes|ready to use|rtu)$/i,
    read: () => [{ waterParts: 0, readAs: 'straight, no water' }],
  },
  {
    pattern: form(NUM),
    read: (m, field) => {
      const parts = positive(m[1], field);
      if (parts < 1) throw outOfRange(field, `"${m[0].trim()}" is not a strength on its own. Type it as "4:1" or "20 %".`);
      return againstReadings(1, parts, `1 part in each ${parts}`, null, field).map((reading) => ({
        ...reading,
        readAs: reading.against === 'water' ? `${parts} parts water to 1 concentrate` : `1 part in ${parts} of the mix`,
      }));
    },
  },
];

function signed(text: string | undefined, field: string): number {
  const trimmed = (text ?? '').trim();
  return trimmed.startsWith('-') ? -parseNumber(trimmed.slice(1), field) : parseNumber(trimmed, field);
}

function positive(text: string | undefined, field: string): number {
  const value = signed(text, field);
  if (!(value > 0)) throw outOfRange(field, 'the amount must be more than zero.');
  return value;
}

/**
 * Every way a strength on a label can be read: one reading, or two when the phrase does not say whether its amount is
 * counted against the water or against the finished mix ("16 oz per gallon", a lone "4").
 * "4:1", "4 to 1", "1:4", "1 part cleaner to 4 parts water", "1 part in 5", "20 %", "16 fl oz per gallon of water | of mix",
 * "30 mL/L", "2 cups per 5 gal of water", "makes 8 gallons", "straight".
 * @param text as it was typed
 * @param field what an error names
 * @returns one or two readings; of two, against water first
 * @throws CoreError missing | unreadable | unknown | out-of-range, naming `field`
 * @example strengthReadings('16 oz per gallon').map((r) => r.waterParts) // [8, 7]
 */
export function strengthReadings(text: string, field = 'ratio'): RatioReading[] {
  const plain = text.trim().replace(/\s+/g, ' ').replace(/[−–]/g, '-').replace(/∶/g, ':');
  if (plain === '') throw new CoreError('missing', field, `${field}: type the strength, for example "4:1".`);
  for (const { pattern, read } of RATIO_FORMS) {
    const match = pattern.exec(plain);
    if (!match) continue;
    const readings = read(match, field);
    if (readings.some((reading) => reading.waterParts > MAX_WATER_PARTS)) {
      throw new CoreError('out-of-range', field, `${field}: ${plain} is weaker than ${MAX_WATER_PARTS}:1. Check the label.`);
    }
    return readings;
  }
  throw new CoreError('unreadable', field, `${field}: "${text.trim()}" is not a strength. Type it as "4:1", "1 in 5" or "20 %".`);
}

const shown = (waterParts: number): string => `${Number(waterParts.toFixed(2))}:1`;

/**
 * A strength as a label states it, as parts of water to one of concentrate.
 * @param text as it was typed
 * @param field what an error names
 * @param against settles a phrase that can be read two ways; without it such a phrase is refused
 * @returns parts of water to one, and how the text was read
 * @throws CoreError missing | unreadable | unknown | out-of-range | ambiguous, naming `field`
 * @example parseRatio('4 to 1').waterParts // 4
 * @example parseRatio('16 oz per gallon', 'ratio', 'mix').waterParts // 7
 */
export function parseRatio(text: string, field = 'ratio', against: CountsAgainst | null = null): RatioReading {
  const readings = strengthReadings(text, field);
  const [first, second] = readings;
  if (first && !second) return first;
  const settled = readings.find((reading) => reading.against === against);
  if (settled) return settled;
  const both = readings.map((reading) => `${shown(reading.waterParts)} (${reading.readAs})`).join(' or ');
  throw new CoreError('ambiguous', field, `${field}: "${text.trim()}" could be ${both}.`);
}
