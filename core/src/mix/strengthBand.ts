import type { LabelChart, StrengthStep } from './label';

/** Where a strength lies on the label’s chart. */
export type BandVerdict = 'stronger-than-label' | 'heavy' | 'medium' | 'light' | 'weaker-than-label' | 'no-chart';

/**
 * Where a strength falls on a label's chart: the step whose ratio is nearest in concentrate share, or outside either end.
 * @param waterParts parts of water to one of concentrate, 0 for straight
 * @param chart of the label, parts of water to one
 * @param tolerance relative, on concentrate share; 3 % by default, what pouring by marks allows
 * @returns where it lies on the chart
 * @example strengthBand(6, { light: 10, medium: 6, heavy: 4 }) // 'medium'
 */
export function strengthBand(waterParts: number, chart: LabelChart, tolerance = 0.03): BandVerdict {
  const share = 1 / (waterParts + 1);
  const steps = (['light', 'medium', 'heavy'] as StrengthStep[])
    .map((step) => ({ step, waterParts: chart[step] }))
    .filter((row): row is { step: StrengthStep; waterParts: number } => row.waterParts !== null)
    .map((row) => ({ step: row.step, share: 1 / (row.waterParts + 1) }));
  if (steps.length === 0) return 'no-chart';
  const shares = steps.map((row) => row.share);
  if (share > Math.max(...shares) * (1 + tolerance)) return 'stronger-than-label';
  if (share < Math.min(...shares) * (1 - tolerance)) return 'weaker-than-label';
  return steps.reduce((best, row) => (Math.abs(row.share - share) < Math.abs(best.share - share) ? row : best)).step;
}

/** The same in words. */
export const BAND_WORDS: Record<BandVerdict, string> = {
  'stronger-than-label': 'stronger than the label allows',
  heavy: 'in the label’s heavy band',
  medium: 'in the label’s medium band',
  light: 'in the label’s light band',
  'weaker-than-label': 'weaker than the label’s lightest mix',
  'no-chart': 'the label gives no chart',
};
