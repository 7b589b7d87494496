import { CoreError } from '../errors';
import { BTUH_PER_TON } from '../units';

/** Nominal capacity as a model number tells it. */
export interface NominalCapacity {
  btuh: number;
  tons: number;
  /** The figures in the model number that were read, e.g. "036". */
  read: string;
}

/** Nominal sizes that makers embed, in thousands of Btu/h. Common practice, no source. */
const SIZES = {
  central: ['18', '24', '30', '36', '42', '48', '60'],
  ductless: ['06', '09', '12', '15', '18', '24', '30', '36'],
} as const;

/**
 * Nominal capacity from a model number. Three figures with a leading zero ("036") are read anywhere; two figures ("36") only where they stand alone
 * between letters or dashes, and not at the very beginning, where makers put the series.
 * @param model as on the data plate
 * @param ductless a wall-head system: sizes from 6 to 36 thousand Btu/h
 * @returns Btu/h, tons, and the figures that were read
 * @throws CoreError `model` missing | unreadable (no size found) | ambiguous (two different sizes found)
 * @example capacityFromModel('QH4-036B') // { btuh: 36000, tons: 3, read: '036' }
 * @example capacityFromModel('DW-009', true).btuh // 9000
 */
export function capacityFromModel(model: string, ductless = false): NominalCapacity {
  const text = model.trim().toUpperCase();
  if (text === '') throw new CoreError('missing', 'model', 'Type the model number from the data plate.');
  const known = SIZES[ductless ? 'ductless' : 'central'];
  const sizes = known.join('|');
  const threeFigure = [...text.matchAll(new RegExp(`(?=0(${sizes}))`, 'g'))].map((m) => `0${m[1]}`);
  const twoFigure = [...text.matchAll(new RegExp(`(?<!\\d)(?<!^)(${sizes})(?!\\d)`, 'g'))].map((m) => m[1] ?? '');
  const found = [...new Set(threeFigure.length > 0 ? threeFigure : twoFigure)];
  if (found.length === 0) {
    const examples = known.map((size) => `0${size}`);
    throw new CoreError(
      'unreadable',
      'model',
      `No capacity in "${model.trim()}": look for ${examples.slice(0, -1).join(', ')} or ${examples.at(-1) ?? ''}, or enter the tons.`,
    );
  }
  if (found.length > 1) {
    throw new CoreError('ambiguous', 'model', `"${model.trim()}" could mean ${found.join(' or ')}: enter the tons from the data plate.`);
  }
  const read = found[0] ?? '';
  const btuh = Number(read) * 1000;
  return { btuh, tons: btuh / BTUH_PER_TON, read };
}
