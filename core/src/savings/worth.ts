import { costOf, type HourShares, type Tariff } from '../tariff';
import { predicted } from './model';
import type { Saving, YearDay } from './saving';

/** What a saving is worth in a year. */
export interface SavingWorth {
  money: number;
  low: number;
  high: number;
  /** Of the last year, month by month: kWh by the model before, by the one after, and the running sum of what lies between. */
  months: { month: string; before: number; after: number; sum: number; low: number; high: number }[];
}

/**
 * What a saving is worth by a tariff, and how it adds up over the year. The interval is that of the energy, at what a saved kWh is worth on average.
 * @param saving of a wash
 * @param year days that both models are held to
 * @param tariff of energy; null where nobody said: then money is 0
 * @param shares how a day's use is spread over its hours; null where nobody knows
 * @returns money a year, with the months
 * @throws CoreError as `costOf`
 * @example savingWorth.length // 4
 */
export function savingWorth(
  saving: Pick<Saving, 'before' | 'after' | 'saved' | 'analytic' | 'bootstrap'>,
  year: readonly YearDay[],
  tariff: Tariff | null,
  shares: HourShares | null,
): SavingWorth {
  const by = (fit: Saving['before']['fit']) => year.map((day) => ({ day: day.day, kWh: Math.max(0, predicted(fit, day)) }));
  const [before, after] = [by(saving.before.fit), by(saving.after.fit)];
  const money = tariff ? costOf(tariff, before, shares) - costOf(tariff, after, shares) : 0;
  const [low, high] = [Math.min(saving.analytic.low, saving.bootstrap.low), Math.max(saving.analytic.high, saving.bootstrap.high)];
  const each = saving.saved === 0 ? 0 : money / saving.saved;
  const months = new Map<string, { before: number; after: number }>();
  before.forEach(({ day, kWh }, i) => {
    const month = months.get(day.slice(0, 7)) ?? { before: 0, after: 0 };
    months.set(day.slice(0, 7), { before: month.before + kWh, after: month.after + (after[i]?.kWh ?? 0) });
  });
  let sum = 0;
  return {
    money,
    low: low * each,
    high: high * each,
    months: [...months].map(([month, row]) => {
      sum += row.before - row.after;
      // What is not known grows with what was reckoned.
      const share = saving.saved === 0 ? 0 : sum / saving.saved;
      return { month, ...row, sum, low: sum + (low - saving.saved) * Math.abs(share), high: sum + (high - saving.saved) * Math.abs(share) };
    }),
  };
}
