import { requireInRange } from '../errors';
import { arithmetic, commonPractice, type Because } from '../because';
import { fahrenheitDiffFromC, trimDecimals } from '../units';

export interface SplitInput {
  returnC: number;
  supplyC: number;
  /** Outdoor air at the time, °C; null when not noted. */
  outdoorC: number | null;
}

/** Outdoor air may differ by this much, K, before two drops are called not comparable. Common practice, no source. */
export const COMPARABLE_OUTDOOR_K = 3;

/**
 * Temperature split across the indoor coil, K: return minus supply, dry bulb.
 * @param input return and supply air, °C
 * @returns K, above 0 when it cools
 * @throws CoreError out-of-range `returnC` | `supplyC` (−10…60 °C)
 * @example temperatureSplit({ returnC: 24, supplyC: 14 }) // 10
 */
export function temperatureSplit({ returnC, supplyC }: Pick<SplitInput, 'returnC' | 'supplyC'>): number {
  requireInRange('returnC', returnC, -10, 60, '°C');
  requireInRange('supplyC', supplyC, -10, 60, '°C');
  return returnC - supplyC;
}

export interface SplitComparison {
  beforeK: number;
  afterK: number;
  changeK: number;
  comparable: boolean;
  because: Because;
}

/**
 * Drop before against drop after, and whether the two may be set side by side at all.
 * @param before readings before the wash, °C
 * @param after readings after it, °C
 * @returns both, their change, K, and whether they can be compared
 * @example compareSplits({ returnC: 24, supplyC: 16, outdoorC: 30 }, { returnC: 24, supplyC: 14, outdoorC: 30 }).changeK // 2
 */
export function compareSplits(before: SplitInput, after: SplitInput): SplitComparison {
  const beforeK = temperatureSplit(before);
  const afterK = temperatureSplit(after);
  const bothKnown = before.outdoorC !== null && after.outdoorC !== null;
  const comparable = bothKnown && Math.abs((before.outdoorC ?? 0) - (after.outdoorC ?? 0)) <= COMPARABLE_OUTDOOR_K;
  return {
    beforeK,
    afterK,
    changeK: afterK - beforeK,
    comparable,
    because: {
      id: 'split-change',
      title: 'Change in temperature drop',
      result: { label: 'Change', quantity: { kind: 'temperatureDifference', kelvins: afterK - beforeK } },
      inputs: [
        { label: 'Drop before', quantity: { kind: 'temperatureDifference', kelvins: beforeK } },
        { label: 'Drop after', quantity: { kind: 'temperatureDifference', kelvins: afterK } },
      ],
      rules: [
        { id: 'split.difference', because: 'Return air minus supply air, after less before.', source: arithmetic },
        {
          id: 'split.comparable',
          because: comparable
            ? 'Outdoor air was much the same both times.'
            : 'Outdoor air differed or was not noted: the two cannot be compared.',
          source: commonPractice,
        },
      ],
      changes: [
        `Comparable while outdoor air moves no more than ${trimDecimals(fahrenheitDiffFromC(COMPARABLE_OUTDOOR_K), 1)} °F (${COMPARABLE_OUTDOOR_K} K).`,
      ],
    },
  };
}
