import type { Money } from '../price/money';

/** What a wash was found to save, told for its report when the owner wants it. */
export interface SavingTold {
  verdict: 'saved' | 'more' | 'not-shown';
  /** kWh a year; above 0 is less than before. */
  kWh: number;
  /** Where it lies nine times in ten. */
  low: number;
  high: number;
  /** A year, in the shop's money; null where nobody said what energy costs. */
  money: Money | null;
  /** The meter's file. */
  file: string;
  /** The air of its days was made up. */
  simulated: boolean;
  /** Some days of the meter had only a typical year's air, not their own; left out by entries of before. */
  typicalAir?: boolean | undefined;
  /** Both sides are held to a typical year, not to the last one; left out by entries of before. */
  typicalYear?: boolean | undefined;
  /** What else changed in the house, in the owner's words. */
  changes: string;
}

const kWh = (n: number): string => `${Math.round(n).toLocaleString('en-US')} kWh`;

/**
 * A saving in the words of a report: what, how sure, and what weakens it.
 * @param told as it was reckoned
 * @param money the amount in words; empty for none
 * @returns sentences
 * @example savingSentences({ verdict: 'not-shown', kWh: 20, low: -80, high: 120, money: null, file: 'm.csv', simulated: false, changes: '' }, '').length // 1
 */
export function savingSentences(told: SavingTold, money: string): string[] {
  const { verdict, kWh: n, low, high, simulated, typicalAir = false, typicalYear = false, changes } = told;
  const between = `Nine times in ten the truth lies between ${kWh(low)} and ${kWh(high)}`;
  const what =
    verdict === 'not-shown'
      ? `The electricity meter does not show that the wash saved energy. ${between} a year: that includes nothing at all.`
      : `By the electricity meter the house uses ${kWh(Math.abs(n))} a year ${verdict === 'saved' ? 'less' : 'more'} than before, over ${typicalYear ? 'a typical year' : 'the same year'} of weather${money ? `, about ${money}` : ''}. ${between}.`;
  return [
    what,
    ...(changes
      ? [`Something else changed in the house meanwhile: ${changes}. What of the difference is the wash’s cannot be told apart.`]
      : []),
    ...(simulated ? ['The weather of those days was simulated, not read.'] : []),
    ...(typicalAir ? ['The weather of some of those days was a typical year’s, not their own.'] : []),
  ];
}
