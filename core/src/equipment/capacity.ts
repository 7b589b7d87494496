import { CoreError } from '../errors';
import { BTUH_PER_TON } from '../units';

export interface NominalCapacity {
  btuh: number;
  tons: number;
  /** The figures in the model number that were read, e.g. "036". */
  read: string;
}

/** Nominal sizes that makers embed, in thousands of Btu/h. Common practice, no source. */
const NOMINAL_KBTUH = ['18', '24', '30', '36', '42', '48', '60'] as const;

/**
 * Nominal capacity from a model number. Three figures with a leading zero ("036") are read anywhere;
 * two figures ("36") only where they stand alone between letters or dashes.
 * @throws CoreError `model` missing | unreadable (no size found) | ambiguous (two different sizes found)
 * @example capacityFromModel('QH4-036B') // { btuh: 36000, tons: 3, read: '036' }
 */
export function capacityFromModel(model: string): NominalCapacity {
  const text = model.trim().toUpperCase();
  if (text === '') throw new CoreError('missing', 'model', 'Type the model number from the data plate.');
  const sizes: string = NOMINAL_KBTUH.join('|');
  const threeFigure = [...text.matchAll(new RegExp(`(?=0(${sizes}))`, 'g'))].map((m) => `0${m[1]}`);
  const twoFigure = [...text.matchAll(new RegExp(`(?<!\\d)(${sizes})(?!\\d)`, 'g'))].map((m) => m[1] ?? '');
  const found = [...new Set(threeFigure.length > 0 ? threeFigure : twoFigure)];
  if (found.length === 0) {
    throw new CoreError(
      'unreadable',
      'model',
      `No capacity in "${model.trim()}": look for 018, 024, 030, 036, 042, 048 or 060, or enter the tons.`,
    );
  }
  if (found.length > 1) {
    throw new CoreError('ambiguous', 'model', `"${model.trim()}" could mean ${found.join(' or ')}: enter the tons from the data plate.`);
  }
  const read = found[0] ?? '';
  const btuh = Number(read) * 1000;
  return { btuh, tons: btuh / BTUH_PER_TON, read };
}
